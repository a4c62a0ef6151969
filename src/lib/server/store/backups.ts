import { join } from 'node:path';
import {
	dailyIsDue,
	listBackups,
	makeBackup,
	restoreBackup,
	type Backup,
	type BackupKind
} from '../db/backup';
import type { Database } from '../db/database';
import { Refusal } from './refusal';

/** The copies of one database, kept beside it. */
export interface Backups {
	list(): Backup[];
	make(kind: BackupKind): Promise<Backup>;
	/** Puts everything back as it was in a backup, after a copy of what is there now. */
	restore(name: string): Promise<void>;
	/** Ends the daily copies. */
	stop(): void;
}

const LOOK_EVERY = 600_000;
const FIRST_LOOK = 20_000;

/** Starts the daily copies of a database into `folder`. */
export function keepBackups(db: Database, folder: string): Backups {
	const make = (kind: BackupKind) => makeBackup(db, folder, kind);
	const daily = async () => {
		if (!dailyIsDue(listBackups(folder), Date.now())) return;
		await make('daily');
		// Nothing else takes out what updates left behind.
		await db.script('vacuum analyze');
	};
	const look = () =>
		void daily().catch((error: unknown) => {
			console.error(`The daily backup was not made: ${String(error)}`);
		});
	const first = setTimeout(look, FIRST_LOOK).unref();
	const timer = setInterval(look, LOOK_EVERY).unref();
	return {
		list: () => listBackups(folder),
		make,
		restore: async (name) => {
			if (!listBackups(folder).some((backup) => backup.name === name)) {
				throw new Refusal(404, `There is no backup “${name.slice(0, 100)}”.`);
			}
			await makeBackup(db, folder, 'before-restore', { spare: name });
			await restoreBackup(db, join(folder, name));
		},
		stop: () => {
			clearTimeout(first);
			clearInterval(timer);
		}
	};
}
