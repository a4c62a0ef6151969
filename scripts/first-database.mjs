/** Makes the database that a new one is copied from (src/lib/server/db/first-database.js); some seconds, once. */
import {
	existsSync,
	fsyncSync,
	closeSync,
	mkdirSync,
	mkdtempSync,
	openSync,
	readdirSync,
	renameSync,
	rmSync,
	writeFileSync
} from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { firstDatabase, sumOf } from '../src/lib/server/db/first-database.js';

const require = createRequire(import.meta.url);
const pglite = require.resolve('@electric-sql/pglite');
const { folder } = firstDatabase(pglite);
if (!existsSync(folder)) await make();

async function make() {
	const { PGlite } = require(pglite);
	const { NodeFS } = require('@electric-sql/pglite/nodefs');
	mkdirSync(dirname(folder), { recursive: true, mode: 0o700 });
	// Whole, or not at all: two programs may be at it.
	const part = mkdtempSync(`${folder}.`);
	try {
		const files = join(part, 'files');
		const database = new PGlite({ fs: new NodeFS(files) });
		await database.waitReady;
		await database.close();
		writeFileSync(join(part, 'sum'), sumOf(files));
		onDisk(part);
		renameSync(part, folder);
	} catch (error) {
		rmSync(part, { recursive: true, force: true });
		if (!existsSync(folder)) throw error;
	}
}

/** @param {string} path */
function onDisk(path) {
	for (const entry of readdirSync(path, { withFileTypes: true })) {
		const below = join(path, entry.name);
		if (entry.isDirectory()) onDisk(below);
		else sync(below);
	}
	sync(path);
}

/** @param {string} path */
function sync(path) {
	const fd = openSync(path, 'r');
	fsyncSync(fd);
	closeSync(fd);
}
