import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import {
	dailyIsDue,
	listBackups,
	makeBackup,
	makeBackupBeforeRestore,
	restoreBackup,
	type Backup,
	type BackupKind
} from '../db/backup';
import { DATA_CORRUPTED, DatabaseError, type Database } from '../db/database';
import { tryLock } from '../db/lock';
import { tellAll } from './news';
import { NOBODY_WAITS, Refusal } from './refusal';

/** The copies of one database, kept beside it. */
export interface Backups {
	/** Why the last daily copy was not made, in words; null when it was, or was not due. */
	trouble(): string | null;
	list(): Backup[];
	/** @param gone aborted when nobody waits for it any more: then there is none */
	make(kind: BackupKind, gone?: AbortSignal): Promise<Backup>;
	/** Puts everything back as it was in a backup, after a copy of what is there now. */
	restore(name: string): Promise<void>;
	/** Ends the daily copies. */
	stop(): void;
}

const WAY_OUT =
	'Stop Gravitas and run “npm run restore”, which lists the earlier copies; what is there now is kept beside them.';
const LOOK_EVERY = 600_000;
const FIRST_LOOK = 20_000;

/** Starts the daily copies of a database into `folder`. */
export function keepBackups(db: Database, folder: string): Backups {
	const make = (kind: BackupKind, gone?: AbortSignal) =>
		makeBackup(db, folder, kind, gone ? { gone } : {}).catch((error: unknown) => {
			throw gone?.aborted ? new Refusal(503, NOBODY_WAITS) : error;
		});
	const daily = async () => {
		if (!dailyIsDue(listBackups(folder), Date.now())) return;
		// Processes on one database may keep their copies in one folder: one of them makes it.
		mkdirSync(folder, { recursive: true, mode: 0o700 });
		const release = tryLock(join(folder, 'daily.lock'));
		if (!release) return;
		try {
			await make('daily');
			await db.tidy();
		} finally {
			release();
		}
	};
	let trouble: string | null = null;
	const look = () =>
		void daily().then(
			() => (trouble = null),
			(error: unknown) => {
				const why = error instanceof Error ? error.message : String(error);
				const damaged = error instanceof DatabaseError && error.code === DATA_CORRUPTED;
				trouble = damaged ? `The database is damaged: ${why}. ${WAY_OUT}` : why;
				console.error(`The daily copy was not made. ${trouble}`);
			}
		);
	const first = setTimeout(look, FIRST_LOOK).unref();
	const timer = setInterval(look, LOOK_EVERY).unref();
	return {
		trouble: () => trouble && `The daily copy was not made. ${trouble}`,
		list: () => listBackups(folder),
		make,
		restore: async (name) => {
			if (!listBackups(folder).some((backup) => backup.name === name)) {
				throw new Refusal(404, `There is no backup “${name.slice(0, 100)}”.`);
			}
			await makeBackupBeforeRestore(db, folder, name);
			await restoreBackup(db, join(folder, name), { told: (tx) => tellAll(db, tx) });
			trouble = null;
		},
		stop: () => {
			clearTimeout(first);
			clearInterval(timer);
		}
	};
}
