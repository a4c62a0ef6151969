/**
 * npm run mutate -- sample [seed [part]]: a seeded sample of small changes (Stryker's), as many in each of seven parts of the
 * program, each of which must turn a quick unit test red. Prints the share noticed of each part and those that were
 * not, and ends with code 1 where they are too many. Takes about an hour on two cores. The seed is the commit's where
 * none is given, so that every release is tried elsewhere.
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, rmSync, symlinkSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { commonTokens } from '@stryker-mutator/api/plugin';
import { Stryker } from '@stryker-mutator/core';
import { createInstrumenter } from '@stryker-mutator/instrumenter';
import { createInjector } from 'typed-inject';
import { root } from './prepare.mjs';

/** Each with the tests that must notice: its own, and the panel of the model's answers. */
const PANEL = 'src/core/learn/model-panel.test.ts';
const PARTS = {
	'core/sink': ['src/core/sink/*.test.ts', PANEL],
	'core/fly': [
		'src/core/fly/**/*.test.ts',
		'src/core/batch/*.test.ts',
		// A fly with one parameter moved, against one that is built from the beginning.
		'src/core/predict/predict.test.ts',
		PANEL
	],
	'core/drift': ['src/core/drift/**/*.test.ts', PANEL],
	'lib/documents': [
		'src/lib/documents/**/*.test.ts',
		'src/lib/contract/*.test.ts',
		'src/lib/server/stock.test.ts',
		'src/lib/server/store/*.test.ts'
	],
	'core/learn': ['src/core/learn/*.test.ts'],
	'core/match': ['src/core/match/*.test.ts'],
	'lib/server': ['src/lib/server/**/*.test.ts', 'src/routes/**/*.test.ts']
};
/** Changes in each of them; with a third that are not counted (below) some four hundred are left. */
const EACH = 70;
/** Least share noticed, in all and in each part. */
const IN_ALL = 0.8;
const IN_EACH = 0.7;

const quiet = {
	isTraceEnabled: () => false,
	isDebugEnabled: () => false,
	isInfoEnabled: () => false,
	isWarnEnabled: () => true,
	isErrorEnabled: () => true,
	isFatalEnabled: () => true,
	trace: () => undefined,
	debug: () => undefined,
	info: () => undefined,
	warn: console.warn,
	error: console.error,
	fatal: console.error
};

/** @typedef {{ file: string, range: string, from: number, to: number }} Spot */

/** Where a part can be changed: `file` and `range` as Stryker wants them, with its bounds. @param {string} part @returns {Promise<Spot[]>} */
async function spotsOf(part) {
	const folder = join('src', part);
	const files = readdirSync(join(root, folder), { recursive: true, encoding: 'utf8' })
		.filter(
			(name) => /(?<!\.test|\.testing|\.d)\.ts$/.test(name) && !/assembly|wasm\.ts/.test(name)
		)
		.sort()
		.map((name) => join(folder, name));
	const instrumenter = createInjector()
		.provideValue(commonTokens.logger, quiet)
		.injectFunction(createInstrumenter);
	const { mutants } = await instrumenter.instrument(
		files.map((name) => ({ name, content: readFileSync(join(root, name), 'utf8'), mutate: true })),
		{ plugins: null, excludedMutations: [], ignorers: [] }
	);
	return mutants.map(({ fileName, location: { start, end } }) => ({
		file: fileName,
		range: `${start.line + 1}:${start.column}-${end.line + 1}:${end.column}`,
		from: start.line * 1000 + start.column,
		to: end.line * 1000 + end.column
	}));
}

/** Numbers from 0 to 1 after a seed (mulberry32). @param {string} seed */
function randomAfter(seed) {
	let a = [...seed].reduce((sum, letter) => (Math.imul(sum, 31) + letter.charCodeAt(0)) | 0, 7);
	return () => {
		a = (a + 0x6d2b79f5) | 0;
		let t = Math.imul(a ^ (a >>> 15), 1 | a);
		t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
		return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
	};
}

/**
 * Ranges that hold so many changes together. One that holds many (a whole function) brings all within it, so it is
 * not drawn.
 * @param {readonly Spot[]} spots @param {() => number} random
 */
function drawn(spots, random) {
	const within = (/** @type {Spot} */ outer) =>
		spots.filter(
			({ file, from, to }) => file === outer.file && from >= outer.from && to <= outer.to
		);
	const left = spots.filter((spot) => within(spot).length <= MOST_WITHIN);
	/** @type {Set<Spot>} */
	const changes = new Set();
	/** @type {Set<string>} */
	const ranges = new Set();
	while (changes.size < EACH && left.length > 0) {
		const [spot] = left.splice(Math.floor(random() * left.length), 1);
		if (!spot || changes.has(spot)) continue;
		ranges.add(`${spot.file}:${spot.range}`);
		within(spot).forEach((one) => changes.add(one));
	}
	return [...ranges];
}
const MOST_WITHIN = 4;

/** @param {string | undefined} given the seed @param {string | undefined} only one part @returns {Promise<boolean>} whether enough was noticed */
export async function sample(given, only) {
	const git = (/** @type {string[]} */ ...args) =>
		execFileSync('git', args, { cwd: root, maxBuffer: 1 << 30 });
	const seed = given ?? git('rev-parse', '--short', 'HEAD').toString().trim();
	console.log(`Seed ${seed}`);
	const random = randomAfter(seed);
	const copy = mkdtempSync(join(tmpdir(), 'gravitas-mutation-'));
	/** @type {Mutant[]} */
	const all = [];
	let enough = true;
	try {
		execFileSync('tar', ['x', '-C', copy], { input: git('archive', 'HEAD') });
		symlinkSync(join(root, 'node_modules'), join(copy, 'node_modules'));
		process.chdir(copy);
		execFileSync(process.execPath, ['node_modules/@sveltejs/kit/svelte-kit.js', 'sync']);
		for (const [part, tests] of Object.entries(PARTS)) {
			// Drawn in any case, so that a part alone is changed where it is among all.
			const ranges = drawn(await spotsOf(part), random);
			if (only && part !== only) continue;
			process.env.GRAVITAS_MUTATED = tests.join(',');
			const found = await changed(ranges);
			all.push(...found);
			tell(part, found);
			for (const one of found) if (!seen(one)) console.log(`  ${placed(one)}`);
			enough &&= share(found) >= IN_EACH;
		}
	} finally {
		process.chdir(root);
		rmSync(copy, { recursive: true, force: true });
	}
	tell('in all', all);
	return enough && share(all) >= IN_ALL;
}

/** What became of each change in these ranges. @param {string[]} mutate @returns {Promise<Mutant[]>} */
async function changed(mutate) {
	const found = await new Stryker({
		mutate,
		inPlace: true,
		testRunner: 'vitest',
		// Which test reaches the native core is not seen in what it imports.
		vitest: { related: false },
		// What is worked out once at the start (tables, schemas) would need every test for each change; constants are
		// held by the model's panel and changed by name in mutants.mjs.
		ignoreStatic: true,
		plugins: ['@stryker-mutator/vitest-runner'],
		concurrency: 2,
		coverageAnalysis: 'perTest',
		dryRunTimeoutMinutes: 30,
		timeoutMS: 20_000,
		disableTypeChecks: true,
		reporters: ['progress-append-only'],
		allowConsoleColors: false
	}).runMutationTest();
	return found.filter(({ status }) => COUNTED.includes(status));
}
const NOTICED = ['Killed', 'Timeout'];
const COUNTED = [...NOTICED, 'Survived', 'NoCoverage'];

/** @typedef {Awaited<ReturnType<Stryker['runMutationTest']>>[number]} Mutant */
const seen = (/** @type {Mutant} */ { status }) => NOTICED.includes(status);
const share = (/** @type {Mutant[]} */ some) => some.filter(seen).length / Math.max(1, some.length);

/** @param {string} what @param {Mutant[]} some */
function tell(what, some) {
	const noticed = `${(share(some) * 100).toFixed(1)} %`;
	console.log(`${what.padEnd(14)} ${String(some.length).padStart(4)} changes, ${noticed} noticed`);
}

/** @param {Mutant} mutant */
function placed({ fileName, location: { start }, status, mutatorName, replacement }) {
	const place = `${fileName.slice(fileName.indexOf('src/'))}:${start.line}:${start.column}`;
	return `${status} ${place} ${mutatorName} → ${replacement.replace(/\s+/g, ' ').slice(0, 100)}`;
}
