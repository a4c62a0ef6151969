/**
 * npm run coverage: which lines and branches the unit tests reach, a folder a line. A figure to look at, not a goal.
 * The core goes through the runner's own modules here, so that it is counted; that takes twice as long.
 */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { ensureInstalled, root } from './prepare.mjs';

ensureInstalled();
const folder = mkdtempSync(join(tmpdir(), 'gravitas-coverage-'));
const { status } = spawnSync(
	process.execPath,
	[
		'node_modules/vitest/vitest.mjs',
		'run',
		'--reporter=dot',
		'--coverage.enabled',
		'--coverage.provider=v8',
		'--coverage.include=src/**/*.{ts,svelte}',
		'--coverage.exclude=**/assembly/**',
		'--coverage.reporter=json-summary',
		`--coverage.reportsDirectory=${folder}`,
		...process.argv.slice(2)
	],
	{ cwd: root, stdio: 'inherit', env: { ...process.env, GRAVITAS_COVERAGE: '1' } }
);

/** @type {Record<string, Record<'lines' | 'branches', { total: number, covered: number }>>} */
const files = JSON.parse(readFileSync(join(folder, 'coverage-summary.json'), 'utf8'));
rmSync(folder, { recursive: true });
/** @type {Map<string, { lines: [number, number], branches: [number, number] }>} */
const folders = new Map();
for (const [file, found] of Object.entries(files)) {
	const name =
		file === 'total' ? 'all' : relative(root, file).split('/').slice(0, 4).slice(0, -1).join('/');
	const sum = folders.get(name) ?? { lines: [0, 0], branches: [0, 0] };
	for (const what of /** @type {const} */ (['lines', 'branches'])) {
		sum[what][0] += found[what].covered;
		sum[what][1] += found[what].total;
	}
	folders.set(name, sum);
}
/** @param {[number, number]} counts */
const share = ([covered, total]) => (total ? `${((100 * covered) / total).toFixed(0)} %` : '–');
console.log(`\n${'folder'.padEnd(36)} ${'lines'.padStart(8)} ${'branches'.padStart(9)}`);
for (const [name, { lines, branches }] of [...folders].sort(([a], [b]) => a.localeCompare(b))) {
	console.log(`${name.padEnd(36)} ${share(lines).padStart(8)} ${share(branches).padStart(9)}`);
}
process.exit(status ?? 1);
