import { existsSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { makeBackup, restoreBackup } from '../db/backup';
import { checkBackup } from '../db/backup-file';
import { DatabaseError, type Database } from '../db/database';
import { damagedInside } from '../db/folder';
import { lockDataFolder } from '../db/lock';
import { migrate } from '../db/migrate';
import { openPglite } from '../db/pglite';
import { findDamage } from '../db/tables';
import { keepBackups } from './backups';
import { startDemo, startEmpty } from './first-content';
import { createStore, type Store } from './store';

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
		finishReplacing(database);
		if (restore !== undefined) await replace(database, restore);
		const db = await openPglite(database);
		try {
			await lookThrough(db, database);
			const backups = join(folder, 'backups');
			await migrate(db, () => makeBackup(db, backups, 'before-migration'));
			await (demo ? startDemo(db) : startEmpty(db));
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

async function lookThrough(db: Database, database: string): Promise<void> {
	let damage: string | null;
	try {
		damage = await db.read(findDamage);
	} catch (error) {
		if (!(error instanceof DatabaseError)) throw error;
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
	const making = `${database}.restoring`;
	rmSync(making, { recursive: true, force: true });
	try {
		const db = await openPglite(making);
		try {
			await restoreBackup(db, backup);
		} finally {
			await db.close();
		}
	} catch (error) {
		rmSync(making, { recursive: true, force: true });
		throw error;
	}
	renameSync(making, ready(database));
	finishReplacing(database);
}

const ready = (database: string) => `${database}.ready`;

function finishReplacing(database: string): void {
	if (!existsSync(ready(database))) return;
	if (existsSync(database)) {
		const stamp = new Date().toISOString().replace(/[-:.]/g, '');
		renameSync(database, `${database}.before-restore-${stamp}`);
	}
	renameSync(ready(database), database);
}
