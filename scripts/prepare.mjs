/** Installing and building only when something changed. Plain Node: nothing is installed yet when this runs. */
import { execFileSync, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
	existsSync,
	readFileSync,
	readdirSync,
	rmSync,
	statSync,
	utimesSync,
	writeFileSync
} from 'node:fs';
import { homedir } from 'node:os';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { firstDatabase } from '../src/lib/server/db/first-database.js';
import { alone } from './alone.mjs';
import { chromium, WITH_WINDOWS } from './browser.mjs';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const npm = process.platform === 'win32' ? 'npm.cmd' : 'npm';

/** Where the data are. @param {boolean} demo @returns {string} */
export const dataFolder = (demo) =>
	demo
		? resolve(process.env.GRAVITAS_DEMO_DATA ?? join(root, '.demo-data'))
		: resolve(process.env.GRAVITAS_DATA ?? join(homedir(), 'Gravitas'));

/** @param {string} path @returns {string[]} every file below it, sorted */
function filesBelow(path) {
	const full = join(root, path);
	if (!existsSync(full)) return [];
	if (!statSync(full).isDirectory()) return [path];
	return readdirSync(full)
		.sort()
		.flatMap((name) => filesBelow(join(path, name)));
}

/** @param {string[]} paths */
function fingerprint(paths) {
	const hash = createHash('sha256').update(process.version);
	for (const path of paths.flatMap(filesBelow)) {
		// Made of what stands beside it, maybe only by the build.
		if (path.endsWith('wasm.ts')) continue;
		hash
			.update(path)
			.update('\0')
			.update(readFileSync(join(root, path)));
	}
	return hash.digest('hex');
}

/** @param {string} stamp @param {string} now */
function isFresh(stamp, now) {
	return existsSync(stamp) && readFileSync(stamp, 'utf8') === now;
}

/** Installs the locked packages when the lockfile or Node changed. */
export function ensureInstalled() {
	const stamp = join(root, 'node_modules', '.gravitas-installed');
	const now = fingerprint(['package-lock.json']);
	if (isFresh(stamp, now)) {
		// Lint and types look for it before anything is built.
		if (!existsSync(join(root, 'src/core/drift/kernel/wasm.ts'))) {
			execFileSync(process.execPath, [join(root, 'scripts', 'kernel.mjs')], { stdio: 'inherit' });
		}
		makeFirstDatabase();
		return;
	}
	console.log('Installing packages (once, about a minute) …');
	const done = spawnSync(
		npm,
		['ci', '--include=dev', '--no-audit', '--no-fund', '--loglevel=error'],
		{
			cwd: root,
			stdio: 'inherit',
			shell: process.platform === 'win32'
		}
	);
	if (done.status !== 0) {
		console.error('The packages could not be installed; the lines above say why.');
		process.exit(done.status ?? 1);
	}
	writeFileSync(stamp, now);
	makeFirstDatabase();
}

/** What every new database is copied from. Where it cannot be made, each is made as it is wanted. */
function makeFirstDatabase() {
	const pglite = join(root, 'node_modules', '@electric-sql', 'pglite', 'dist', 'index.js');
	if (existsSync(firstDatabase(pglite).folder)) return;
	spawnSync(process.execPath, [join(root, 'scripts', 'first-database.mjs')], { stdio: 'inherit' });
}

/**
 * Builds the program when any source of it changed. Each state of the sources has a folder of its
 * own, so that a program that is running never loses the files it serves.
 * @returns {string} the folder of the build
 */
export function ensureBuilt() {
	const now = fingerprint([
		'src',
		'static',
		'demo',
		'tools',
		'package-lock.json',
		'svelte.config.js',
		'vite.config.ts',
		'tsconfig.json'
	]);
	const builds = join(root, 'build');
	const folder = join(builds, now.slice(0, 16));
	const stamp = join(folder, '.complete');
	if (existsSync(stamp)) {
		utimesSync(folder, new Date(), new Date());
		return folder;
	}
	// Two at once would take each other's pieces away.
	alone(
		join(builds, '.lock'),
		() => {
			if (!existsSync(stamp)) build(folder);
		},
		() => console.log('It is being built already …')
	);
	return folder;
}

/** @param {string} folder */
function build(folder) {
	console.log('Building (about half a minute) …');
	const done = spawnSync(
		process.execPath,
		[join('node_modules', 'vite', 'bin', 'vite.js'), 'build', '--logLevel', 'warn'],
		{
			cwd: root,
			stdio: ['ignore', 'pipe', 'pipe'],
			encoding: 'utf8',
			env: { ...process.env, GRAVITAS_BUILD: folder }
		}
	);
	if (done.status !== 0) {
		process.stderr.write(done.stdout + done.stderr);
		console.error('The build failed; the lines above say why.');
		process.exit(done.status ?? 1);
	}
	writeFileSync(join(folder, '.complete'), '');
	// The one before may still be running; older ones go.
	const builds = dirname(folder);
	const age = (/** @type {string} */ name) => statSync(join(builds, name)).mtimeMs;
	for (const name of readdirSync(builds)
		.filter((name) => !name.startsWith('.'))
		.sort((a, b) => age(b) - age(a))
		.slice(3)) {
		rmSync(join(builds, name), { recursive: true, force: true });
	}
}

/** The browser for the end-to-end tests, from Debian's packages. @returns {string} its path */
export function ensureChromium() {
	const found = chromium();
	const whole = existsSync(found);
	// One with windows is there: the other is worth its download only where nobody is asked for a password.
	if (whole && (found !== WITH_WINDOWS || process.getuid?.() !== 0)) return found;
	console.log('Installing Chromium from the Debian packages (once) …');
	try {
		aptInstall('chromium-headless-shell');
	} catch {
		// Older Debian does not have it by itself.
		if (!whole) aptInstall('chromium');
	}
	return chromium();
}

/** Whether Debian's list of packages is as of this run. */
let listed = false;

/** @param {string} name of a Debian package */
export function aptInstall(name) {
	const sudo = process.getuid?.() === 0 ? [] : ['sudo'];
	/** @param {string[]} command */
	const run = ([file, ...args]) =>
		execFileSync(/** @type {string} */ (file), args, {
			stdio: ['ignore', 'ignore', 'inherit'],
			env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
		});
	if (!listed) run([...sudo, 'apt-get', 'update', '-qq']);
	listed = true;
	run([...sudo, 'apt-get', 'install', '-y', '-qq', '--no-install-recommends', name]);
}
