import { availableParallelism } from 'node:os';
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads';
import { chromium } from '@playwright/test';
import odex from 'odex';
import { launchOptions } from '../scripts/browser.mjs';
import { bundled } from '../scripts/bundled.mjs';

/** For how long each worker follows drifts, ms, and how many at a time. */
const SPAN = 3000;
const AT_ONCE = 20;
/** Of the plain reference's time the kernel may take so much: 2.5 times as fast. */
const KERNEL = 0.4;
/** A drift of two flies over one of one. */
const TWO_FLIES = 1.6;

if (!isMainThread) {
	const core = await import(workerData.url);
	core.roughDrifts(2 * AT_ONCE);
	parentPort?.postMessage('warm');
	await new Promise((resolve) => parentPort?.once('message', resolve));
	const start = performance.now();
	let done = 0;
	while (performance.now() - start < SPAN) {
		core.roughDrifts(AT_ONCE);
		done += AT_ONCE;
	}
	parentPort?.postMessage((1000 * done) / (performance.now() - start));
}

/** @param {() => void} work @param {number} times @returns {number} ms, the median */
function median(work, times) {
	for (let i = 0; i < times; i++) work();
	const all = Array.from({ length: times }, () => {
		const start = performance.now();
		work();
		return performance.now() - start;
	});
	return all.sort((a, b) => a - b)[times >> 1] ?? NaN;
}

/**
 * One drift against a general-purpose integrator on the same equations in the same run, and drifts a
 * second on all cores.
 * @param {(what: string, value: number, unit: string, budget?: number) => void} print
 */
export async function driftAlone(print) {
	const url = await bundled('bench', 'core.ts');
	const core = await import(url);
	print(
		'drift: made ready (fly tabulated on its tippet)',
		median(() => core.readyDrift(), 15),
		'ms'
	);
	print(
		'  and the hand found for it',
		median(() => core.foundHand(), 5),
		'ms'
	);
	const seconds = core.finePath().path.at(-1).time;
	const fine = median(() => core.finePath(), 15);
	print(`  one path of ${seconds.toFixed(1)} s, fine`, fine, 'ms');
	const rough = median(() => core.roughDrifts(AT_ONCE), 10) / AT_ONCE;
	print('  one of a band, in another world, with eddies', rough, 'ms');
	const two = median(() => core.roughPairs(AT_ONCE), 10) / AT_ONCE;
	print('  the same with a second fly above, over one alone', two / rough, '×', TWO_FLIES);
	/** @param {(many: number) => () => void} made @returns {number} */
	const steps = (made) => {
		const work = made(AT_ONCE);
		const start = process.cpuUsage();
		work();
		const { user } = process.cpuUsage(start);
		return user;
	};
	/** @param {(many: number) => () => void} made */
	const middle = (made) =>
		Array.from({ length: 9 }, () => steps(made)).sort((a, b) => a - b)[4] ?? NaN;
	const kernel = middle(core.stepsByKernel) / middle(core.stepsByReference);
	print('  the compiled kernel over the plain reference', kernel, '×', KERNEL);
	const { rate, from } = core.chainEquations();
	const start = performance.now();
	const solver = new odex.Solver(from.length);
	solver.relativeTolerance = 1e-4;
	solver.absoluteTolerance = 1e-6;
	solver.maxSteps = 1e6;
	// A tenth of it is enough to see.
	solver.solve(rate, 0, from, seconds / 10);
	const library = 10 * (performance.now() - start);
	print('  the same equations by a library’s integrator', library, 'ms');
	print('  the library over ours', library / fine, '×');
	const workers = Array.from(
		{ length: availableParallelism() },
		() => new Worker(new URL(import.meta.url), { workerData: { url } })
	);
	/** @param {Worker} worker @returns {Promise<any>} */
	const next = (worker) => new Promise((resolve) => worker.once('message', resolve));
	await Promise.all(workers.map(next));
	const rates = workers.map(next);
	for (const worker of workers) worker.postMessage('go');
	const all = (await Promise.all(rates)).reduce((sum, one) => sum + one, 0);
	print(`  drifts a second on ${workers.length} cores`, all, '/s');
	await Promise.all(workers.map((worker) => worker.terminate()));
}

/**
 * A changed tippet on the Drift view: until the new path is drawn, and until 150 and 300 drifts are, with which it ends.
 * @param {string} address @param {(what: string, value: number, unit: string, budget?: number) => void} print
 */
export async function driftOnPage(address, print) {
	const browser = await chromium.launch(launchOptions);
	const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
	await page.goto(`${address}drift`);
	await page.waitForSelector('[data-ready]');
	await page.getByText(/^300 drifts:/).waitFor();
	await page.keyboard.press('r');
	const field = page.getByRole('spinbutton', { name: 'Tippet', exact: true });
	await field.focus();
	/** @type {{ path: number, first: number, whole: number }[]} */
	const found = [];
	for (let i = 0; i < 7; i++) {
		const times = page.evaluate(
			() =>
				new Promise((resolve) => {
					const drawn = () =>
						document
							.querySelector('path[stroke="var(--water)"][stroke-width="2.5"]')
							?.getAttribute('d');
					const said = () => document.querySelector('[data-testid=verdict]')?.textContent ?? '';
					const before = drawn();
					addEventListener(
						'keydown',
						() => {
							const start = performance.now();
							const seen = { path: 0, first: 0, whole: 0 };
							let gone = false;
							const look = () => {
								const now = performance.now() - start;
								if (!seen.path && drawn() !== before) seen.path = now;
								const answered = /good in/.test(said());
								gone ||= !answered;
								if (!seen.first && gone && answered) seen.first = now;
								if (gone && /300 drifts:/.test(document.body.textContent ?? '')) {
									seen.whole = now;
									resolve(seen);
								} else requestAnimationFrame(look);
							};
							requestAnimationFrame(look);
						},
						{ capture: true, once: true }
					);
				})
		);
		await page.waitForTimeout(200);
		await field.press(i % 2 ? 'ArrowDown' : 'ArrowUp');
		found.push(/** @type {any} */ (await times));
	}
	await page.goto(`${address}beads`);
	await page.waitForSelector('[data-ready]');
	await page.getByText('each from 60 drifts').waitFor({ timeout: 60_000 });
	const depth = page.getByRole('spinbutton', { name: 'Depth', exact: true });
	await depth.focus();
	/** @type {number[]} */
	const beads = [];
	for (let i = 0; i < 7; i++) {
		const first = page.evaluate(
			() =>
				new Promise((resolve) => {
					addEventListener(
						'keydown',
						() => {
							const start = performance.now();
							let gone = false;
							const look = () => {
								const said = document.querySelector('[data-testid=bead]')?.textContent ?? '';
								gone ||= /followed …/.test(said);
								if (gone && /of 10|bead alone/.test(said)) resolve(performance.now() - start);
								else requestAnimationFrame(look);
							};
							requestAnimationFrame(look);
						},
						{ capture: true, once: true }
					);
				})
		);
		await depth.press(i % 2 ? 'ArrowDown' : 'ArrowUp');
		beads.push(/** @type {number} */ (await first));
	}
	await browser.close();
	/** @param {'path' | 'first' | 'whole'} key */
	const middle = (key) => found.map((one) => one[key]).sort((a, b) => a - b)[3] ?? NaN;
	print('a changed tippet: until its path is drawn', middle('path'), 'ms', 34);
	print('  until 150 drifts have answered, hand found, error and all', middle('first'), 'ms', 1500);
	print('  until 300 have', middle('whole'), 'ms', 4000);
	beads.sort((a, b) => a - b);
	print('which bead: until its first answer', beads[3] ?? NaN, 'ms', 1000);
}
