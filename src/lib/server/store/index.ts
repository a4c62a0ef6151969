import { existsSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { checkBackup, isPart, makeBackup, restoreBackup } from '../db/backup';
import { DatabaseError, SilentEngineError, type Database } from '../db/database';
import { closeToOthers, damagedInside, silent } from '../db/folder';
import { lockDataFolder } from '../db/lock';
import { migrate } from '../db/migrate';
import { openPglite } from '../db/pglite';
import { findDamage } from '../db/tables';
import { keepBackups } from './backups';
import { startDemo, startEmpty } from './first-content';
import { createStore, nameDatabase, speakIn, type Store } from './store';

export { Refusal } from './refusal';
export type { Store } from './store';

export interface OpenOptions {
	/** Whether a new database starts with the demo. */
	readonly demo: boolean;
	/** A backup to put in place of what is there, which is kept beside it. */
	readonly restore?: string;
}

/**
 * Opens a data folder: lock, database, a look through all of it, migrations, first content.
 *
 * @throws DataFolderError when the folder cannot be used, with the way out
 */
export async function openStore(folder: string, { demo, restore }: OpenOptions): Promise<Store> {
	const release = lockDataFolder(folder);
	try {
		const database = join(folder, 'database');
		const backups = join(folder, 'backups');
		closeOurs(folder);
		sweep(database, backups);
		finishReplacing(database);
		if (restore !== undefined) await replace(database, restore);
		const db = await openPglite(database);
		try {
			await lookThrough(db, database);
			await migrate(db, () => makeBackup(db, backups, 'before-migration'));
			await (demo ? startDemo(db) : startEmpty(db));
			await nameDatabase(db);
			await speakIn(db);
			return createStore(db, keepBackups(db, backups), release);
		} catch (error) {
			await db.close().catch(() => undefined);
			throw error;
		}
	} catch (error) {
		release();
		throw error;
	}
}

/** What Gravitas makes in the data folder is for the person alone; the folder itself stays as they have it. */
function closeOurs(folder: string): void {
	for (const name of readdirSync(folder)) {
		if (name === 'lock' || name === 'backups' || name.startsWith('database')) {
			closeToOthers(join(folder, name));
		}
	}
}

/** Takes away what a program that was killed left half made. */
function sweep(database: string, backups: string): void {
	for (const half of [`${database}.new`, making(database), `${making(database)}.new`]) {
		rmSync(half, { recursive: true, force: true });
	}
	if (!existsSync(backups)) return;
	for (const name of readdirSync(backups)) {
		if (isPart(name)) rmSync(join(backups, name));
	}
}

async function lookThrough(db: Database, database: string): Promise<void> {
	let damage: string | null;
	try {
		damage = await db.read(findDamage);
	} catch (error) {
		if (!(error instanceof DatabaseError)) throw error;
		if (error instanceof SilentEngineError) throw silent(database, error.message);
		damage = error.message;
	}
	if (damage !== null) throw damagedInside(database, damage);
}

/**
 * Makes a database from a backup beside the one that is there, then changes places. Cut off at any
 * moment, the old one or the new one is there at the next start.
 */
async function replace(database: string, backup: string): Promise<void> {
	await checkBackup(backup);
	const half = making(database);
	rmSync(half, { recursive: true, force: true });
	try {
		const db = await openPglite(half);
		try {
			await restoreBackup(db, backup);
		} finally {
			await db.close();
		}
	} catch (error) {
		rmSync(half, { recursive: true, force: true });
		throw error;
	}
	renameSync(half, ready(database));
	finishReplacing(database);
}

const making = (database: string) => `${database}.restoring`;
const ready = (database: string) => `${database}.ready`;

function finishReplacing(database: string): void {
	if (!existsSync(ready(database))) return;
	if (existsSync(database)) {
		const stamp = new Date().toISOString().replace(/[-:.]/g, '');
		renameSync(database, `${database}.before-restore-${stamp}`);
	}
	renameSync(ready(database), database);
}
