/**
 * npm test: everything, from a clean checkout. Installs what it needs, then format, lint, types,
 * build, unit and end-to-end tests; the last line is "N passed, N failed".
 */
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, statfsSync } from 'node:fs';
import { freemem, tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { ensureChromium, ensureInstalled, root } from './prepare.mjs';

/**
 * What the tests write goes into memory where the machine has plenty of it: a third of the database's tests was
 * waiting for a disk. What must be on the disk is known by what was asked of it (faults/preload.mjs).
 */
function writeIntoMemory() {
	const memory = '/dev/shm';
	const plenty = 4 * 2 ** 30;
	if (process.env.TMPDIR || !existsSync(memory) || freemem() < 2 * plenty) return;
	const { bavail, bsize } = statfsSync(memory);
	if (bavail * bsize > plenty) process.env.TMPDIR = memory;
}

const debian = spawn(process.execPath, [join(root, 'scripts', 'debian.mjs')], { stdio: 'inherit' });
const debianEnded = new Promise((resolve) => debian.once('exit', resolve));
ensureInstalled();
writeIntoMemory();

const reports = mkdtempSync(join(tmpdir(), 'gravitas-test-'));
let passed = 0;
let failed = 0;
/** What failed, said once more at the end: whoever sees only that still knows where to look. @type {string[]} */
const failures = [];
/** What passed at the second try only. @type {string[]} */
const secondTries = [];
/** Every test's time, s: the slowest are named at the end. @type {{ name: string, took: number }[]} */
const times = [];
const SLOWEST = 20;
/** Lines of a failed step that are said again. */
const LAST_LINES = 25;

/** @param {string} name @param {string[]} command @param {NodeJS.ProcessEnv} [env] @returns {Promise<boolean>} */
async function run(name, command, env = {}) {
	const start = Date.now();
	console.log(`\n— ${name}`);
	const [file = '', ...args] = command;
	const child = spawn(process.execPath, [join('node_modules', file), ...args], {
		cwd: root,
		stdio: ['ignore', 'pipe', 'pipe'],
		env: { ...process.env, ...env }
	});
	let said = '';
	for (const [from, to] of /** @type {const} */ ([
		[child.stdout, process.stdout],
		[child.stderr, process.stderr]
	])) {
		from.on('data', (chunk) => {
			to.write(chunk);
			said = (said + chunk).slice(-20_000);
		});
	}
	const code = await new Promise((resolve) => child.once('exit', resolve));
	console.log(
		`  ${name}: ${code === 0 ? 'ok' : 'FAILED'} in ${((Date.now() - start) / 1000).toFixed(0)} s`
	);
	if (code !== 0) {
		const last = said.trimEnd().split('\n').slice(-LAST_LINES);
		failures.push(`${name} ended with ${code}:\n${last.join('\n')}`);
	}
	return code === 0;
}

/** @param {string} name @param {string[]} command */
async function step(name, command) {
	if (await run(name, command)) passed++;
	else failed++;
}

/**
 * Runs a test runner and adds what it counted; one that counted nothing or ended badly has failed.
 * @param {string} name @param {string[]} command @param {string} report @param {NodeJS.ProcessEnv} env
 * @param {(report: any) => { passed: number, failed: number, names: string[], again?: string[], times: typeof times }} count
 */
async function suite(name, command, report, env, count) {
	const ok = await run(name, command, env);
	/** @type {ReturnType<typeof count>} */
	let counted = { passed: 0, failed: 0, names: [], times: [] };
	try {
		counted = count(JSON.parse(readFileSync(report, 'utf8')));
	} catch {
		console.error(`  ${name}: no report was written`);
	}
	passed += counted.passed;
	failed += counted.failed;
	failures.push(...counted.names.map((words) => `${name}: ${words}`));
	secondTries.push(...(counted.again ?? []));
	times.push(...counted.times);
	if ((!ok && counted.failed === 0) || counted.passed + counted.failed === 0) failed++;
}

/**
 * The end-to-end tests that ended so, with their errors.
 * @param {any[]} suites @param {'unexpected' | 'flaky'} status @returns {string[]}
 */
function ended(suites, status) {
	return suites.flatMap(({ suites: inner = [], specs = [] }) => [
		...ended(inner, status),
		...specs
			.filter((/** @type {any} */ { tests }) =>
				tests.some((/** @type {any} */ one) => one.status === status)
			)
			.map((/** @type {any} */ { file, line, title, tests }) => {
				const errors = tests.flatMap((/** @type {any} */ one) =>
					one.results.flatMap((/** @type {any} */ { errors }) => errors)
				);
				const words = errors.map((/** @type {any} */ { message }) => message).join('\n');
				return `e2e/${file}:${line} ${title}\n${words.slice(0, 2000)}`;
			})
	]);
}

/** What each end-to-end test took. @param {any[]} suites @returns {typeof times} */
function timed(suites) {
	return suites.flatMap(({ suites: inner = [], specs = [] }) => [
		...timed(inner),
		...specs.map((/** @type {any} */ { file, title, tests }) => ({
			name: `e2e/${file} ${title}`,
			took: Math.max(
				...tests.flatMap((/** @type {any} */ { results }) =>
					results.map((/** @type {any} */ { duration }) => duration / 1000)
				)
			)
		}))
	]);
}

// Where the aliases lead stands in what it writes.
await run('sync', ['@sveltejs/kit/svelte-kit.js', 'sync']);
// Two things at a time, as a small machine has two cores; what takes longest first.
const { default: PQueue } = await import('p-queue');
await new PQueue({ concurrency: 2 }).addAll(
	/** @type {[string, string[]][]} */ ([
		['lint', ['eslint/bin/eslint.js', '--max-warnings', '0', '.']],
		// Not beside the unit tests: their loader writes the same generated files, and a build that meets them half
		// way gives pages that do not come to life.
		['build', [join('..', 'scripts', 'build.mjs')]],
		[
			'types',
			[
				'svelte-check/bin/svelte-check',
				// The compiler's native build does this in a third of the time.
				'--tsgo',
				'--tsconfig',
				'./tsconfig.json',
				'--fail-on-warnings',
				'--output',
				'human'
			]
		],
		['format', ['prettier/bin/prettier.cjs', '--check', '--log-level', 'warn', '.']],
		['unused', ['knip/bin/knip.js', '--no-progress']],
		['circles', ['dependency-cruiser/bin/dependency-cruise.mjs', 'src', 'bench', 'e2e']]
	]).map(
		([name, command]) =>
			() =>
				step(name, command)
	)
);

if ((await debianEnded) !== 0) process.exit(1);
process.env.CHROMIUM = ensureChromium();

const unit = join(reports, 'unit.json');
// The faults mostly wait for programs to start and end; the unit tests compute meanwhile.
const faults = step('faults', [join('..', 'faults', 'run.mjs'), '--short']);
await suite(
	'unit tests',
	['vitest/vitest.mjs', 'run', '--reporter=dot', '--reporter=json', `--outputFile.json=${unit}`],
	unit,
	{},
	(report) => ({
		passed: report.numPassedTests,
		failed: report.numFailedTests,
		names: report.testResults
			.flatMap((/** @type {any} */ file) => file.assertionResults)
			.filter((/** @type {any} */ one) => one.status === 'failed')
			.map((/** @type {any} */ one) => `${one.fullName}\n${one.failureMessages.join('\n')}`),
		times: report.testResults.flatMap((/** @type {any} */ { name, assertionResults }) =>
			assertionResults.map((/** @type {any} */ { title, duration }) => ({
				name: `${relative(root, name)} ${title}`,
				took: (duration ?? 0) / 1000
			}))
		)
	})
);
await faults;

const e2e = join(reports, 'e2e.json');
await suite(
	'end-to-end tests',
	['@playwright/test/cli.js', 'test'],
	e2e,
	{ PLAYWRIGHT_JSON_OUTPUT_NAME: e2e },
	(report) => ({
		passed: report.stats.expected + report.stats.flaky,
		failed: report.stats.unexpected,
		names: ended(report.suites, 'unexpected'),
		again: ended(report.suites, 'flaky'),
		times: timed(report.suites)
	})
);

rmSync(reports, { recursive: true, force: true });
console.log(`\n— the slowest`);
for (const { name, took } of times.sort((a, b) => b.took - a.took).slice(0, SLOWEST))
	console.log(`  ${took.toFixed(1).padStart(6)} s  ${name}`);
if (secondTries.length > 0)
	console.log(`\n— what passed at the second try only\n\n${secondTries.join('\n\n')}`);
if (failures.length > 0) console.log(`\n— what failed\n\n${failures.join('\n\n')}`);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
