import { existsSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { checkBackup, isPart, restoreBackup, type RestoreOptions } from '../db/backup';
import { DatabaseError, SilentEngineError, type Database } from '../db/database';
import { closeToOthers, damagedInside, silent } from '../db/folder';
import { lockDataFolder } from '../db/lock';
import { openPglite } from '../db/pglite';
import { findDamage } from '../db/tables';

/** A data folder that this process holds. */
export interface HeldFolder {
	/** The folder of the database in it. */
	readonly database: string;
	/** The folder of the copies. */
	readonly backups: string;
	/** Gives it back. */
	readonly release: () => void;
}

/** Takes a data folder, and clears away what was left half made. @throws PlaceError when it cannot be used */
export function holdFolder(folder: string): HeldFolder {
	const release = lockDataFolder(folder);
	const held = { database: join(folder, 'database'), backups: join(folder, 'backups'), release };
	try {
		closeOurs(folder);
		sweep(held.database, held.backups);
		finishReplacing(held.database);
		return held;
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

export async function lookThrough(db: Database, database: string): Promise<void> {
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
export async function replace(
	database: string,
	backup: string,
	options: RestoreOptions = {}
): Promise<void> {
	await checkBackup(backup);
	const half = making(database);
	rmSync(half, { recursive: true, force: true });
	try {
		const db = await openPglite(half);
		try {
			await restoreBackup(db, backup, options);
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
