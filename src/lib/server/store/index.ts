import { join } from 'node:path';
import { openPglite } from '../db/pglite';
import { lockDataFolder } from '../db/lock';
import { migrate } from '../db/migrate';
import { startDemo, startEmpty } from './first-content';
import { createStore, type Store } from './store';

export { Refusal, type Store } from './store';

/**
 * Opens a data folder: lock, database, migrations, first content.
 *
 * @throws DataFolderError when another process has the folder or it cannot be written
 */
export async function openStore(folder: string, demo: boolean): Promise<Store> {
	const release = lockDataFolder(folder);
	try {
		const db = await openPglite(join(folder, 'database'));
		try {
			await migrate(db);
			await (demo ? startDemo(db) : startEmpty(db));
			return createStore(db, release);
		} catch (error) {
			await db.close();
			throw error;
		}
	} catch (error) {
		release();
		throw error;
	}
}
