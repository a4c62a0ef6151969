/**
 * npm run move -- --to [url]     brings your data, with their history, from their folder to a PostgreSQL server
 * npm run move -- --from [url]   brings them back into the folder; what was there is kept beside it
 *
 * Without an address that of DATABASE_URL is taken. --demo moves the demo's data.
 */
import { pathToFileURL } from 'node:url';
import { join } from 'node:path';
import { dataFolder, ensureBuilt, ensureInstalled } from './prepare.mjs';

/** The server was lost while it committed. */
const UNKNOWN_OUTCOME = '08007';

const HOW = `npm run move -- --to postgres://user@host/database     to a server
npm run move -- --from postgres://user@host/database   and back
The password comes from DATABASE_URL (then the address may be left out), PGPASSWORD or ~/.pgpass.`;

const flags = process.argv.slice(2);
const demo = flags.includes('--demo');
const [direction = '', given, ...more] = flags.filter((flag) => flag !== '--demo');
if (!['--to', '--from'].includes(direction) || more.length > 0) {
	console.error(`This is not understood. It reads:\n${HOW}`);
	process.exit(2);
}
if (given && URL.canParse(given) && new URL(given).password) {
	console.error(
		'A password on the command line can be read by everybody on this machine, and stays in the history of the shell. Nothing was done. Give the address without it, and the password in PGPASSWORD or ~/.pgpass; or the whole address in DATABASE_URL.'
	);
	process.exit(2);
}
const url = given ?? process.env.DATABASE_URL;
if (!url) {
	console.error(`Where to is missing. It reads:\n${HOW}`);
	process.exit(2);
}

ensureInstalled();
const build = ensureBuilt();
const folder = dataFolder(demo);
process.env.DATABASE_URL = url;
process.env.GRAVITAS_DATA = folder;
process.env.GRAVITAS_MOVE = direction.slice(2);
process.env.ORIGIN = 'http://127.0.0.1';
try {
	await import(pathToFileURL(join(build, 'handler.js')).href);
	const moved =
		await /** @type {{ gravitasMoved: Promise<import('../src/lib/server/store/move').Moved> }} */ (
			/** @type {unknown} */ (globalThis)
		).gravitasMoved;
	const rows = moved.contents.reduce((sum, one) => sum + one.rows, 0);
	const filled = moved.contents.filter((one) => one.rows > 0).length;
	console.log(
		moved.already
			? `All of it is there already: ${rows} rows of ${filled} tables in ${moved.to}.`
			: `Moved ${rows} rows of ${filled} tables from ${moved.from} to ${moved.to}; counts and checksums agree.`
	);
	console.log(
		direction === '--to'
			? `What is in ${moved.from} stays as it was. From now on start Gravitas with DATABASE_URL; without it, it opens the folder.`
			: `What is on the server stays as it was. Start Gravitas without DATABASE_URL.`
	);
} catch (error) {
	const { name, message, stack, code } = /** @type {Error & { code?: string }} */ (error);
	console.error(['PlaceError', 'BackupError', 'DatabaseError'].includes(name) ? message : stack);
	console.error(
		code === UNKNOWN_OUTCOME
			? 'Give the same command once more: it says whether all of it is there, or moves it.'
			: 'Nothing was moved.'
	);
	process.exit(2);
}
process.exit(0);
