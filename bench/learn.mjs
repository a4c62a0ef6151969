import { bundled } from '../scripts/bundled.mjs';
import { slope } from './slope.mjs';

/**
 * Learning from a long log, against the same with every entry expanded for itself.
 * @param {(what: string, value: number, unit: string, budget?: number) => void} print
 */
export async function learning(print) {
	const url = await bundled('bench', 'learn-core.ts');
	const core = await import(url);
	const long = core.log(10_000);
	const short = core.log(200);
	/** @param {unknown[]} entries */
	const timed = (entries) => {
		const start = performance.now();
		core.learn(entries);
		return performance.now() - start;
	};
	timed(short);
	timed(long);
	const all = Array.from({ length: 5 }, () => timed(long)).sort((a, b) => a - b);
	print('learning: 10,000 entries of 200 flies and waters', all[2] ?? NaN, 'ms', 1000);
	print('  one entry of each', timed(short), 'ms');
	const expanded = new Map();
	core.learn(long.slice(0, -1), { expanded });
	const start = performance.now();
	core.learn(long, { expanded });
	print('  an entry more, the others known', performance.now() - start, 'ms');
	const counts = [25, 50, 100, 200];
	const some = counts.map((count) => timed(core.lots(count)));
	print('learning: 100 weighed lots', some[2] ?? NaN, 'ms');
	print('  exponent over their number, 25 to 200', slope(counts, some), '', 1.3);
	const weighed = [...core.lots(100), ...core.log(10_000, 40)];
	print('  100 lots and 10,000 entries of 40 flies', timed(weighed), 'ms', 2000);
	const different = core.log(10_000, 10_000);
	print('learning: 10,000 entries of 10,000 flies', timed(different) / 1000, 's', 10);
}
