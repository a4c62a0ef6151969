import odex from 'odex';
import { bundled } from '../scripts/bundled.mjs';

const { Solver } = odex;

/** @param {() => void} work @param {number} [each] calls a batch @returns {number} milliseconds a call, the median of batches */
function time(work, each = 40) {
	for (let i = 0; i < 7 * each; i++) work();
	const batches = Array.from({ length: 15 }, () => {
		const start = performance.now();
		for (let i = 0; i < each; i++) work();
		return (performance.now() - start) / each;
	});
	return batches.sort((a, b) => a - b)[7] ?? NaN;
}

/**
 * One whole prediction with its intervals, against a single point evaluation of the same model:
 * the ratio says what the intervals cost and does not depend on the machine.
 * @param {(what: string, value: number, unit: string, budget?: number) => void} print
 */
export async function prediction(print) {
	const url = await bundled('bench', 'core.ts');
	const core = await import(url);
	const whole = time(() => core.whole());
	const point = time(() => core.point());
	print(
		'recipe to FlyBody, fit notes and drawing data',
		time(() => core.flyAndDrawing()),
		'ms',
		1
	);
	print('one prediction with intervals', whole, 'ms');
	print('  against one point evaluation of the model', whole / point, '×', 45);
	const fast = time(() => core.settleFast());
	const exact = time(() => core.settleExact(), 20);
	const rate = core.equations();
	const library = time(() => {
		const solver = new Solver(6);
		solver.relativeTolerance = solver.absoluteTolerance = 1e-6;
		solver.solve(rate, 0, [0, 0, 0, 0, 0, 0], 1);
	}, 3);
	print('settle: speed and attitude, one core', 1000 / fast, '/s');
	print('  the exact way', 1000 / exact, '/s');
	print('  a library’s integrator until it is steady', 1000 / library, '/s');
	print('  the library over the fast way', library / fast, '×');
	print(
		'a drop of 1 m followed in time',
		time(() => core.dropFromSurface(), 5),
		'ms'
	);
	const all = core.allLevers();
	const levers = time(() => all());
	print(`all levers of the Bench (${all().length})`, levers, 'ms');
	print('  with the prediction and its intervals', levers + whole, 'ms', 16);
	print(
		'all equivalents, sought in slices',
		time(() => core.allEquivalents(), 1),
		'ms'
	);
}
