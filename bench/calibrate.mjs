/**
 * npm run calibrate: the chance of a good drift in every cell of the demo (lie × rig × fly) by whole bands, as a
 * prediction has it, in the pieces in which a view follows it, and as a search lists it; they must be equal to
 * the last digit. Some half an hour; not part of npm test.
 */
import { mkdtempSync, rmSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads';
import { ensureInstalled, root } from '../scripts/prepare.mjs';

if (!isMainThread) {
	const core = await import(workerData.url);
	const all = core.cells(join(root, 'demo'));
	parentPort?.on('message', async (k) =>
		parentPort?.postMessage({ k, ...(await core.everyWay(all[k])) })
	);
} else {
	ensureInstalled();
	const { rolldown } = await import('rolldown');
	const folder = mkdtempSync(join(tmpdir(), 'gravitas-calibrate-'));
	const file = join(folder, 'core.mjs');
	const bundle = await rolldown({
		input: { core: join(root, 'bench', 'calibrate-core.ts') },
		platform: 'node',
		resolve: { alias: { $core: join(root, 'src/core'), $lib: join(root, 'src/lib') } }
	});
	await bundle.write({ file, format: 'es' });
	const url = pathToFileURL(file).href;
	const { cells } = await import(url);
	const count = cells(join(root, 'demo')).length;
	let next = 0;
	let apart = 0;
	let listed = 0;
	await Promise.all(
		Array.from({ length: availableParallelism() }, async () => {
			const worker = new Worker(new URL(import.meta.url), { workerData: { url } });
			while (next < count) {
				const answer = new Promise((resolve) => worker.once('message', resolve));
				worker.postMessage(next++);
				const { name, chance, others, verdict, hand } = /** @type {any} */ (await answer);
				if (others.listed !== null) listed++;
				const same = [others.pieces, others.listed].every((one) => one === null || one === chance);
				if (!same) apart++;
				const mark = same ? '' : `  APART: ${JSON.stringify(others)}`;
				console.log(`${name.padEnd(58)} ${chance.toFixed(3)} ${verdict.padEnd(8)} ${hand}${mark}`);
			}
			await worker.terminate();
		})
	);
	rmSync(folder, { recursive: true });
	console.log(
		`${count} cells, ${listed} of them listed by the search, ${apart} not the same every way`
	);
	process.exit(apart === 0 ? 0 : 1);
}
