import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { rolldown } from 'rolldown';
import { root } from '../scripts/prepare.mjs';

/** @param {() => void} work @returns {number} milliseconds a call, the median of batches */
function time(work) {
	for (let i = 0; i < 300; i++) work();
	const batches = Array.from({ length: 15 }, () => {
		const start = performance.now();
		for (let i = 0; i < 40; i++) work();
		return (performance.now() - start) / 40;
	});
	return batches.sort((a, b) => a - b)[7] ?? NaN;
}

/**
 * One whole prediction with its intervals, against a single point evaluation of the same model:
 * the ratio says what the intervals cost and does not depend on the machine.
 * @param {(what: string, value: number, unit: string, budget?: number) => void} print
 */
export async function prediction(print) {
	const folder = mkdtempSync(join(tmpdir(), 'gravitas-bench-'));
	const file = join(folder, 'core.mjs');
	const bundle = await rolldown({
		input: {
			core: join(root, 'bench', 'core.ts')
		},
		platform: 'node'
	});
	await bundle.write({ file, format: 'es' });
	const core = await import(pathToFileURL(file).href);
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
	rmSync(folder, { recursive: true });
}
