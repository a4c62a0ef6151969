import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads';
import { bundled } from '../scripts/bundled.mjs';

/** Two, as the page has. */
const LANES = 2;
/** Builds that the plain search looks at for the ratio. */
const SAMPLE = 60;

if (!isMainThread) {
	const core = await import(workerData.url);
	const worker = core.worker();
	parentPort?.on('message', (task) => parentPort?.postMessage(worker.do(task)));
}

/** A channel in a thread of its own. @param {string} url */
function laneIn(url) {
	const worker = new Worker(new URL(import.meta.url), { workerData: { url } });
	return {
		/** @param {unknown} task */
		ask: (task) => {
			const answer = new Promise((resolve) => worker.once('message', resolve));
			worker.postMessage(task);
			return answer;
		},
		end: () => worker.terminate()
	};
}

/**
 * The search over the demo's stock with everything open, against the plain search of a sample.
 * @param {string} address @param {(what: string, value: number, unit: string, budget?: number) => void} print
 */
export async function searching(address, print) {
	const url = await bundled('bench', 'match-core.ts');
	const core = await import(url);
	const snapshot = await (await fetch(new URL('/api/snapshot', address))).json();
	const question = core.question(snapshot);
	const before = process.memoryUsage().rss;
	const channels = Array.from({ length: LANES }, () => laneIn(url));
	await core.timed(question, channels);
	const runs = [];
	for (let i = 0; i < 5; i++) runs.push(await core.timed(question, channels));
	runs.sort((a, b) => a.searched - b.searched);
	const { searched, looked } = runs[2];
	const confirmed = await core.timed(question, channels, true);
	const open = await core.timed(core.question(snapshot, false), channels);
	const memory = (process.memoryUsage().rss - before) / 2 ** 20;
	const map = await core.mapped(core.question(snapshot), channels);
	await Promise.all(channels.map((channel) => channel.end()));
	const each = core.plainEach(question, SAMPLE);
	print('search: builds of the demo’s stock', looked, '');
	if (looked < 200_000) print('  fewer than the 200,000 that are asked for', looked, '', 0);
	print('  until all are searched, two cores', searched, 'ms', 2000);
	print('  until the first six are confirmed', confirmed.whole, 'ms');
	print('search with the rib open too: builds', open.looked, '');
	print('  until all are searched, two cores', open.searched, 'ms');
	print('  memory of both', memory, 'MB', 300);
	print('  the plain search, a build', each, 'ms');
	print('  the plain search of all of them over ours', (each * looked) / (LANES * searched), '×');
	print('map of a box over 12 × 12 waters: flies', map.flies, '');
	print('  until the first colours, two cores', map.first, 'ms', 2000);
	print('  until it is done', map.whole, 'ms', 15000);
	print('  of 200 places within 0.1 of their own drifts', 100 * map.within, '%');
	print('  root mean square of the differences', map.rms, '', 0.1);
	print('  the worst of them', map.worst, '');
}
