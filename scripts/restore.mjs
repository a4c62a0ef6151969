/**
 * npm run restore                     lists the backups of your data
 * npm run restore -- <number or name> puts that one in place; what was there is kept beside it
 * npm run restore -- --demo …         the same for the demo's data
 */
import { existsSync, readdirSync, statSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { dataFolder, ensureBuilt, ensureInstalled } from './prepare.mjs';

const flags = process.argv.slice(2);
const demo = flags.includes('--demo');
const wanted = flags.filter((flag) => flag !== '--demo');
const folder = dataFolder(demo);
const backups = join(folder, 'backups');

const names = existsSync(backups)
	? readdirSync(backups)
			.filter((name) => /^gravitas-.*\.jsonl\.gz$/.test(name))
			.sort()
			.reverse()
	: [];

if (wanted.length === 0) {
	if (names.length === 0) console.log(`There are no backups in ${backups}.`);
	for (const [i, name] of names.entries()) {
		const less = name.includes('-damaged.') ? '  less than there was: of a damaged database' : '';
		const size = `${Math.ceil(statSync(join(backups, name)).size / 1000)} kB`;
		console.log(`${String(i + 1).padStart(3)}  ${name}  ${size}${less}`);
	}
	if (names.length > 0) {
		console.log(
			`Put one in place with: npm run restore -- ${demo ? '--demo ' : ''}1   (newest first; stop Gravitas before)`
		);
	}
	process.exit(0);
}

const [choice = ''] = wanted;
const path = [names[Number(choice) - 1], names.find((name) => name === choice)]
	.map((name) => name && join(backups, name))
	.concat(existsSync(choice) ? resolve(choice) : undefined)
	.find((found) => found !== undefined);
if (wanted.length > 1 || !path) {
	console.error(
		`“${wanted.join(' ')}” is no backup here. npm run restore lists them; give a number, a name or a file.`
	);
	process.exit(2);
}

ensureInstalled();
const build = ensureBuilt();
process.env.GRAVITAS_DATA = folder;
process.env.GRAVITAS_DEMO = demo ? '1' : '0';
process.env.GRAVITAS_RESTORE = path;
process.env.ORIGIN = 'http://127.0.0.1';
try {
	await import(pathToFileURL(join(build, 'handler.js')).href);
	const { gravitasStore } = /** @type {{ gravitasStore: Promise<{ close(): Promise<void> }> }} */ (
		/** @type {unknown} */ (globalThis)
	);
	await (await gravitasStore).close();
} catch (error) {
	const { name, message, stack } = /** @type {Error} */ (error);
	console.error(['PlaceError', 'BackupError'].includes(name) ? message : stack);
	console.error('Nothing was changed.');
	process.exit(2);
}
console.log(`Restored from ${path}.`);
if (process.env.DATABASE_URL) {
	console.log('What was there before is the newest of the backups “before-restore”.');
	process.exit(0);
}
const before = readdirSync(folder).filter((name) => name.startsWith('database.before-restore'));
if (before.length > 0) {
	console.log(
		`What was there before is in ${join(folder, before.sort().at(-1) ?? '')}; delete it when you no longer need it.`
	);
}
process.exit(0);
