import { join } from 'node:path';
import { makeBackup, makeBackupBeforeRestore, restoreBackup } from '../db/backup';
import { DatabaseError, type Database } from '../db/database';
import { migrate, schemaOf } from '../db/migrate';
import { openPglite } from '../db/pglite';
import { openPostgres } from '../db/postgres';
import { damagedOnServer, notOpened, withoutPassword } from '../db/postgres-words';
import { findServerDamage } from '../db/tables';
import { keepBackups } from './backups';
import { holdFolder, lookThrough, replace } from './data-folder';
import { startDemo, startEmpty } from './first-content';
import { countOn, tellAll } from './news';
import { createStore, nameDatabase, speakIn, type Store } from './store';

export { Refusal } from './refusal';
export type { Store } from './store';

export interface OpenOptions {
	/** Whether a new database starts with the demo. */
	readonly demo: boolean;
	/** A backup to put in place of what is there, which is kept beside it. */
	readonly restore?: string;
	/** The address of a database of a PostgreSQL server; the data folder then holds the copies only. */
	readonly url?: string;
}

/**
 * Opens the data: those of a server where its address is given, or else those in the folder.
 *
 * @throws PlaceError when they cannot be used, with the way out
 */
export const openStore = (folder: string, options: OpenOptions): Promise<Store> =>
	options.url === undefined
		? openFolder(folder, options)
		: openServer(folder, options.url, options);

/** Opens a data folder: lock, database, a look through all of it, migrations, first content. */
async function openFolder(folder: string, { demo, restore }: OpenOptions): Promise<Store> {
	const { database, backups, release } = holdFolder(folder);
	try {
		if (restore !== undefined) await replace(database, restore);
		const db = await openPglite(database);
		return await opened(db, {
			demo,
			backups,
			release,
			place: folder,
			look: () => lookThrough(db, database)
		});
	} catch (error) {
		release();
		throw error;
	}
}

/** Opens a database of a server, which other processes may have open, too. */
async function openServer(
	folder: string,
	url: string,
	{ demo, restore }: OpenOptions
): Promise<Store> {
	const backups = join(folder, 'backups');
	const place = withoutPassword(url);
	const db = await openPostgres(url);
	const look = async () => {
		if (restore !== undefined) {
			if ((await schemaOf(db)) > 0) await makeBackupBeforeRestore(db, backups, restore);
			await restoreBackup(db, restore, { told: (tx) => tellAll(db, tx) });
		}
		const damage = await db.read(findServerDamage);
		if (damage !== null) throw damagedOnServer(place, damage);
	};
	try {
		return await opened(db, { demo, backups, release: () => undefined, place, look });
	} catch (error) {
		throw error instanceof DatabaseError ? notOpened(place, error) : error;
	}
}

/** What differs between the two. */
interface Opening {
	readonly demo: boolean;
	/** The folder of the copies. */
	readonly backups: string;
	readonly release: () => void;
	readonly place: string;
	/** Looks through what is there, before anything is changed. */
	readonly look: () => Promise<void>;
}

async function opened(
	db: Database,
	{ demo, backups, release, place, look }: Opening
): Promise<Store> {
	try {
		await look();
		await migrate(db, () => makeBackup(db, backups, 'before-migration'));
		await countOn(db);
		await (demo ? startDemo(db) : startEmpty(db));
		await nameDatabase(db);
		await speakIn(db);
		return await createStore(db, { backups: keepBackups(db, backups), release, place });
	} catch (error) {
		await db.close().catch(() => undefined);
		throw error;
	}
}
