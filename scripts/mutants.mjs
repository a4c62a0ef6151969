/**
 * npm run mutate: constants and signs that once were changed without a test noticing, changed again one by one in a
 * copy; each must turn a unit test red. Ends with code 1 where one survives. With `-- sample [seed [part]]`: mutation.mjs.
 */
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sample } from './mutation.mjs';
import { ensureInstalled, root } from './prepare.mjs';

/** @type {readonly { what: string, file: string, from: string, to: string, tests: string }[]} */
const mutants = [
	{
		what: 'the flies’ table: sink rate ten times too large',
		file: 'src/lib/server/csv.ts',
		tests: 'src/lib/server',
		from: 'found.speed, 100)',
		to: 'found.speed, 1000)'
	},
	{
		what: 'the saver without retries',
		file: 'src/lib/state/saver.ts',
		tests: 'src/lib/state',
		from: '\t\t\tif (retrying) {',
		to: '\t\t\tif (!retrying) {'
	},
	{
		what: 'shoulder drag doubled',
		file: 'src/core/sink/element-force.ts',
		tests: 'src/core/sink/element-force',
		from: 'SHOULDER_DRAG = 0.55',
		to: 'SHOULDER_DRAG = 1.1'
	},
	{
		what: 'base drag tenfold',
		file: 'src/core/sink/element-force.ts',
		tests: 'src/core/sink/element-force',
		from: 'HOERNER_BASE = 0.029',
		to: 'HOERNER_BASE = 0.29'
	},
	{
		what: 'friction of swept fibres doubled',
		file: 'src/core/sink/element-force.ts',
		tests: 'src/core/sink/element-force',
		from: 'const sweeping = row',
		to: 'const sweeping = 2 * row'
	},
	{
		what: 'a jig’s seat',
		file: 'src/core/fly/bead/geometry.ts',
		tests: 'src/core/fly',
		from: '? 0.6 * bead.radius',
		to: '? 0.3 * bead.radius'
	},
	{
		what: 'fur lost',
		file: 'src/core/fly/stuffs/strands.ts',
		tests: 'src/core/fly',
		from: 'perTurn: 26',
		to: 'perTurn: 0'
	},
	{
		what: 'the hand’s spread',
		file: 'src/core/parameter/priors.ts',
		tests: 'src/core/learn/one-fly',
		from: "parameter('fly', 1, 0.03,",
		to: "parameter('fly', 1, 0.3,"
	},
	{
		what: 'the worth of a sight',
		file: 'src/core/learn/outing-likelihood.ts',
		tests: 'src/core/learn/learn',
		from: 'const SEEN = 0.7',
		to: 'const SEEN = 7'
	},
	{
		what: 'a drop’s scatter',
		file: 'src/core/learn/found.ts',
		tests: 'src/core/learn',
		from: 'DROP_SCATTER = 0.03',
		to: 'DROP_SCATTER = 0.3'
	},
	{
		what: 'hang-ups tenfold',
		file: 'src/core/drift/watch.ts',
		tests: 'src/core/predict/verdict',
		from: 'CATCHES = 0.03',
		to: 'CATCHES = 0.3'
	}
];

ensureInstalled();
if (process.argv[2] === 'sample')
	process.exit((await sample(process.argv[3], process.argv[4])) ? 0 : 1);

const copy = mkdtempSync(join(tmpdir(), 'gravitas-mutants-'));
let survived = 0;
try {
	const tree = execFileSync('git', ['archive', 'HEAD'], { cwd: root, maxBuffer: 1 << 30 });
	execFileSync('tar', ['x', '-C', copy], { input: tree });
	symlinkSync(join(root, 'node_modules'), join(copy, 'node_modules'));
	const run = (/** @type {string[]} */ args) =>
		spawnSync(process.execPath, args, { cwd: copy, encoding: 'utf8' });
	run(['node_modules/@sveltejs/kit/svelte-kit.js', 'sync']);
	for (const { what, file, from, to, tests } of mutants) {
		const path = join(copy, file);
		const plain = readFileSync(path, 'utf8');
		if (plain.split(from).length !== 2) throw new Error(`${file} does not hold “${from}” once.`);
		writeFileSync(path, plain.replace(from, to));
		const { status, stdout } = run(['node_modules/vitest/vitest.mjs', 'run', '--bail=1', tests]);
		writeFileSync(path, plain);
		const [, by] = / FAIL .*? > (.*)/.exec(stdout) ?? [];
		if (status === 0) survived++;
		console.log(`${status === 0 ? 'SURVIVED' : 'killed'.padEnd(8)}  ${what}${by ? `: ${by}` : ''}`);
	}
} finally {
	rmSync(copy, { recursive: true, force: true });
}
console.log(`${mutants.length - survived} of ${mutants.length} noticed`);
process.exit(survived === 0 ? 0 : 1);
