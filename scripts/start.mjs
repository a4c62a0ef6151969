/**
 * npm run demo [-- --fresh]   the demo scenario; --fresh starts it anew, keeping the old data beside it
 * npm start                   a person's own data
 */
import { existsSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { dataFolder, ensureBuilt, ensureInstalled } from './prepare.mjs';
import { serve } from './serve.mjs';

const flags = process.argv.slice(2);
const unknown = flags.find((flag) => flag !== '--demo' && flag !== '--fresh');
const demo = flags.includes('--demo');
if (unknown || (flags.includes('--fresh') && !demo)) {
	console.error(
		unknown
			? `“${unknown}” is not known. npm run demo takes --fresh; npm start takes nothing.`
			: '--fresh belongs to the demo: npm run demo -- --fresh'
	);
	process.exit(2);
}

ensureInstalled();
const build = ensureBuilt();

const folder = dataFolder(demo);

const onServer = Boolean(process.env.DATABASE_URL);
if (flags.includes('--fresh') && onServer) {
	console.error(
		'--fresh starts the demo’s folder anew, and DATABASE_URL names a server. Make an empty database there instead.'
	);
	process.exit(2);
}
if (flags.includes('--fresh') && existsSync(join(folder, 'database'))) {
	await setAside(folder);
}
if (!onServer && !existsSync(join(folder, 'database')))
	console.log('Creating the database (some seconds) …');
await serve({ folder, demo, build });

/** Moves the demo's database out of the way, unless a running Gravitas holds it. @param {string} path */
async function setAside(path) {
	const { createRequire } = await import('node:module');
	const { openSync, closeSync } = await import('node:fs');
	const locks = createRequire(import.meta.url)('fs-native-extensions');
	const fd = openSync(join(path, 'lock'), 'a+');
	if (!locks.tryLock(fd)) {
		console.error(`The demo is running on ${path}. Stop it first, then start it afresh.`);
		process.exit(2);
	}
	const old = join(path, 'database.before-fresh');
	rmSync(old, { recursive: true, force: true });
	renameSync(join(path, 'database'), old);
	locks.unlock(fd);
	closeSync(fd);
	console.log(`The demo starts afresh; what was there is kept in ${old}.`);
}
