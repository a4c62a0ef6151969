/**
 * npm run calibrate: the chance of a good drift in every cell of the demo (lie × rig × fly) by whole bands, as a
 * prediction has it and in the pieces in which a view follows it; in 36 cells, one of each lie and rig, also as a
 * search, Which bead and a step that is taken have it. They must be equal to the last digit. Some half an hour;
 * not part of npm test. Then the ranges of one fly after up to a hundred entries, by flies that were never seen:
 * these alone with -- ranges. With -- errors only how sure a chance is: ten cells of the demo in forty independent
 * scrambles each, the scatter found beside the error that is said; some ten minutes.
 */
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads';
import { ensureInstalled, root } from '../scripts/prepare.mjs';
import { bundled } from '../scripts/bundled.mjs';

if (!isMainThread) {
	const core = await import(workerData.url);
	const all = core.cells(join(root, 'demo'));
	parentPort?.on('message', async ({ k, scrambles = 0 }) =>
		parentPort?.postMessage(
			scrambles > 0 ? core.scatterOf(all[k], scrambles) : { k, ...(await core.everyWay(all[k])) }
		)
	);
} else {
	ensureInstalled();
	const url = await bundled('bench', 'calibrate-core.ts');
	const { cells } = await import(url);
	const count = process.argv.includes('ranges') ? 0 : cells(join(root, 'demo')).length;
	if (process.argv.includes('errors')) process.exit((await errorsHold(url, cells)) ? 0 : 1);
	let next = 0;
	let apart = 0;
	/** @type {Record<string, number>} */
	const said = {};
	await Promise.all(
		Array.from({ length: Math.min(count, availableParallelism()) }, async () => {
			const worker = new Worker(new URL(import.meta.url), { workerData: { url } });
			while (next < count) {
				const answer = new Promise((resolve) => worker.once('message', resolve));
				worker.postMessage({ k: next++ });
				const { name, chance, claims, verdict, hand } = /** @type {any} */ (await answer);
				const torn = claims.filter((/** @type {Record<string, number | null>} */ ways) => {
					const known = Object.entries(ways).filter(([, value]) => value !== null);
					for (const [way] of known) said[way] = (said[way] ?? 0) + 1;
					return new Set(known.map(([, value]) => value)).size > 1;
				});
				if (torn.length > 0) apart++;
				const mark = torn.length > 0 ? `  APART: ${JSON.stringify(torn)}` : '';
				console.log(`${name.padEnd(58)} ${chance.toFixed(3)} ${verdict.padEnd(8)} ${hand}${mark}`);
			}
			await worker.terminate();
		})
	);
	console.log(`${count} cells, ${apart} not the same every way; asked: ${JSON.stringify(said)}`);
	// The ranges of one fly, by a thousand unseen flies a figure; at most one entry in fifteen is a slip.
	const { covered } = await import(await bundled('src', 'core', 'learn', 'unseen.testing.ts'));
	let wrong = 0;
	for (const [wider, low, high] of /** @type {const} */ ([
		[1, 0.86, 0.94],
		[1.5, 0.8, 1]
	])) {
		for (const entries of [0, 5, 20, 100]) {
			const [mass, speed] = covered(entries, wider);
			// Of a tier further out than is believed nobody can know before the first entry: 73 % by arithmetic.
			const told = wider === 1 || entries > 0;
			const held = !told || [mass, speed].every((share) => share >= low && share <= high);
			if (!held) wrong++;
			console.log(
				`parameters at ${wider} times what is believed, ${entries} entries: mass held in ${(100 * mass).toFixed(1)} %, sink rate in ${(100 * speed).toFixed(1)} %${held ? '' : '  OUTSIDE'}`
			);
		}
	}
	process.exit(apart + wrong === 0 ? 0 : 1);
}

/**
 * Whether the error that is said of a chance is within a tenth of the scatter between independent scrambles, over ten
 * cells in which neither nearly all nor nearly none are good, and means are the same after few drifts and after many.
 * @param {string} url @param {(folder: string) => { question: any }[]} cells
 */
async function errorsHold(url, cells) {
	const [wanted, scrambles] = [10, 40];
	const { chanceOf } = await import(url);
	const all = cells(join(root, 'demo'));
	const chosen = [];
	// From all over the demo: a step that shares no divisor with their number.
	for (let k = 0; k < all.length && chosen.length < wanted; k++) {
		const at = (k * 11) % all.length;
		const { chance } = chanceOf(all[at]?.question, 60);
		if (chance > 0.15 && chance < 0.92) chosen.push(at);
	}
	/** @type {Record<number, { variance: number, said: number, off: number, unsure: number }>} */
	const pooled = {};
	await Promise.all(
		Array.from({ length: availableParallelism() }, async () => {
			const worker = new Worker(new URL(import.meta.url), { workerData: { url } });
			for (let k = chosen.shift(); k !== undefined; k = chosen.shift()) {
				const answer = new Promise((resolve) => worker.once('message', resolve));
				worker.postMessage({ k, scrambles });
				const { name, looked } = /** @type {any} */ (await answer);
				const last = looked.at(-1);
				let line = name.padEnd(52);
				for (const { drifts, mean, variance, said } of looked) {
					const sum = (pooled[drifts] ??= { variance: 0, said: 0, off: 0, unsure: 0 });
					sum.variance += variance;
					sum.said += said;
					sum.off += mean - last.mean;
					sum.unsure += variance / scrambles;
					line += `  ${mean.toFixed(3)} ±${Math.sqrt(variance).toFixed(3)} (${Math.sqrt(said).toFixed(3)})`;
				}
				console.log(line);
			}
			await worker.terminate();
		})
	);
	let held = true;
	for (const [drifts, { variance, said, off, unsure }] of Object.entries(pooled)) {
		const ratio = Math.sqrt(said / variance);
		// Ten means together: no further from those of the longest bands than two errors of their sum.
		const bias = off / Math.sqrt(unsure);
		const ok = Math.abs(ratio - 1) <= 0.1 && Math.abs(bias) <= 2;
		if (!ok) held = false;
		console.log(
			`${drifts.padStart(4)} drifts: said ${ratio.toFixed(2)} times the scatter, means off by ${bias.toFixed(1)} errors${ok ? '' : '  OUTSIDE'}`
		);
	}
	return held;
}
