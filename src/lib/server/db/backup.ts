import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { documentKinds } from '$lib/documents/kinds';
import {
	DATA_CORRUPTED,
	DatabaseError,
	DISK_FULL,
	type Database,
	type Queryable
} from './database';
import { PlaceError } from './folder';
import { fsyncPath } from './fsync';
import { BackupError, checkedLines, headerFor, type Header } from './backup-file';
import { BackupWriter } from './backup-writer';
import { dropAll, newestSchema, runMigrations, schemaOf } from './migrate';
import { findDamage, tablesOf } from './tables';

/**
 * Why a backup was made; each kind is kept by a count of its own. A damaged one is what was left of a database
 * that lacks what was written, before another copy took its place: less than there was.
 */
export type BackupKind = 'daily' | 'before-migration' | 'before-restore' | 'by-hand' | 'damaged';

/** How many of each kind are kept. */
const KEEP: Readonly<Record<BackupKind, number>> = {
	daily: 14,
	'before-migration': 6,
	'before-restore': 6,
	'by-hand': 10,
	damaged: 6
};

export interface Backup {
	readonly name: string;
	readonly kind: BackupKind;
	/** ISO 8601, UTC. */
	readonly madeAt: string;
	readonly bytes: number;
}

const nameForm =
	/^gravitas-(\d{4})(\d\d)(\d\d)T(\d\d)(\d\d)(\d\d)(\d{3})Z-(daily|before-migration|before-restore|by-hand|damaged)\.jsonl\.gz$/;

/** Rows that are fetched and written in one piece. */
const ROWS_AT_ONCE = 200;
/** A photo is up to 2 MB as text. */
const atOnce = (table: string) => (table === 'photo' ? 8 : ROWS_AT_ONCE);

/** While it is written and not yet read back. */
const PART = '.part';
export const isPart = (name: string) =>
	name.endsWith(PART) && nameForm.test(name.slice(0, -PART.length));

/** The backups in a folder, newest first; files that are none are passed over. */
export function listBackups(folder: string): Backup[] {
	if (!existsSync(folder)) return [];
	return readdirSync(folder)
		.flatMap((name) => {
			const parts = nameForm.exec(name);
			if (!parts) return [];
			const [, y, mo, d, h, mi, s, ms, kind] = parts;
			return [
				{
					name,
					kind: kind as BackupKind,
					madeAt: `${y}-${mo}-${d}T${h}:${mi}:${s}.${ms}Z`,
					bytes: statSync(join(folder, name)).size
				}
			];
		})
		.sort((a, b) => b.name.localeCompare(a.name));
}

/**
 * Writes a copy of what is there before something else takes its place. Of a damaged database it is one of less
 * than there was, and called so.
 *
 * @param spare the name of a backup that must not go now
 */
export async function makeBackupBeforeRestore(
	db: Database,
	folder: string,
	spare: string
): Promise<Backup> {
	const damage = await db.read(findDamage);
	return makeBackup(db, folder, damage === null ? 'before-restore' : 'damaged', { spare });
}

/**
 * Writes a copy of everything, reads it back, and only then gives it its name; then lets the oldest
 * of its kind go. The database is others' again as soon as its rows are read.
 *
 * @param spare the name of a backup that must not go now
 * @param gone aborted when nobody wants it any more
 * @throws DatabaseError when the database is damaged, unless the copy is made of what is left of it
 * @throws BackupError when what was read back is not what was written; an Error of the disk
 */
export async function makeBackup(
	db: Database,
	folder: string,
	kind: BackupKind,
	{ now = new Date(), spare = '', gone }: { now?: Date; spare?: string; gone?: AbortSignal } = {}
): Promise<Backup> {
	try {
		mkdirSync(folder, { recursive: true, mode: 0o700 });
	} catch (error) {
		throw notWritten(folder, error);
	}
	const name = `gravitas-${now.toISOString().replace(/[-:.]/g, '')}-${kind}.jsonl.gz`;
	const path = join(folder, name);
	const part = `${path}${PART}`;
	const writer = new BackupWriter({ part, name, newest: newestSchema });
	try {
		await db.read(async (tx) => {
			const damage = kind === 'damaged' ? null : await findDamage(tx);
			if (damage !== null) throw new DatabaseError(damage, DATA_CORRUPTED);
			const tables = await tablesOf(tx);
			writer.header(headerFor(await schemaOf(tx), now, tables));
			for (const table of tables) {
				for await (const rows of rowsOf(tx, table)) {
					gone?.throwIfAborted();
					await writer.rows(table, rows);
				}
			}
			// What is written cannot be taken back.
		}, true);
		await writer.end();
		gone?.throwIfAborted();
		renameSync(part, path);
		fsyncPath(folder);
	} catch (error) {
		// It may be writing still.
		await writer.stop();
		rmSync(part, { force: true });
		throw notWritten(folder, error);
	}
	const its = listBackups(folder).filter((backup) => backup.kind === kind);
	// When the clock was set back, those from before it seem to come; neither may push the others out.
	for (const group of [
		its.filter(({ madeAt }) => Date.parse(madeAt) > +now),
		its.filter(({ madeAt }) => Date.parse(madeAt) <= +now)
	]) {
		const old = group.slice(KEEP[kind]).filter((backup) => backup.name !== spare);
		old.forEach((backup) => rmSync(join(folder, backup.name)));
	}
	return its.find((backup) => backup.name === name)!;
}

/** All rows of a table as JSON, some at a time. */
async function* rowsOf(tx: Queryable, table: string): AsyncGenerator<readonly string[]> {
	const most = atOnce(table);
	await tx.query(
		`declare rows no scroll cursor for select to_jsonb(t)::text as row from "${table}" t`
	);
	for (;;) {
		const rows = await tx.query<{ row: string }>(`fetch ${most} from rows`);
		yield rows.map(({ row }) => row);
		if (rows.length < most) break;
	}
	await tx.query('close rows');
}

/** Reads a backup through. @throws BackupError when it cannot be used */
export async function checkBackup(path: string): Promise<void> {
	for await (const line of checkedLines(path, newestSchema)) void line;
}

/** A disk's refusal in words; any other error as it is. */
function notWritten(folder: string, error: unknown): unknown {
	switch ((error as { code: string }).code) {
		case 'ENOSPC':
		case 'EDQUOT':
			return new DatabaseError(
				`The disk that holds ${folder} is full, so no copy was made. Make room on it and try again.`,
				DISK_FULL
			);
		case 'EACCES':
		case 'EPERM':
		case 'EROFS':
			return new PlaceError(
				`Gravitas may not write to ${folder} (${(error as NodeJS.ErrnoException).code}), so no copy was made. Make it writable and try again.`
			);
		default:
			return error;
	}
}

const DAY = 24 * 3600_000;

/** Whether a day has passed since the last daily copy; one from the future, by a clock that was set back since, does not count. */
export const dailyIsDue = (backups: readonly Backup[], now: number) =>
	!backups.some(({ kind, madeAt }) => {
		const age = now - Date.parse(madeAt);
		return kind === 'daily' && age >= 0 && age < DAY;
	});

/** A window that slept through a restore must not save over it by a chance meeting of revisions. */
const REVISION_JUMP = 1000;

export interface RestoreOptions {
	/** How far revisions are put above those of the backup. */
	readonly jump?: number;
	/** Looks at what is there, before it goes; what it throws leaves it as it is. */
	readonly first?: (tx: Queryable) => Promise<unknown>;
	/** Looks at what is back, before it is brought to this program's schema; what it throws takes all back. */
	readonly check?: (tx: Queryable) => Promise<unknown>;
	/** What belongs to the same transaction, once everything is done. */
	readonly told?: (tx: Queryable) => Promise<unknown>;
}

/**
 * Puts a backup in place of everything that the database holds, in one transaction: it is restored
 * whole, and brought up to this program's schema, or nothing changes.
 *
 * @throws BackupError when it cannot be used
 */
export async function restoreBackup(
	db: Database,
	path: string,
	options: RestoreOptions = {}
): Promise<void> {
	// Before anything is touched: a damaged backup must not cost a long transaction.
	await checkBackup(path);
	await db.transaction(async (tx) => {
		await options.first?.(tx);
		await dropAll(tx);
		const lines = checkedLines(path, newestSchema);
		const header = JSON.parse((await lines.next()).value as string) as Header;
		await runMigrations(tx, 0, header.schema);
		const known = await tablesOf(tx);
		let table = '';
		let rows: string[] = [];
		const insert = async () => {
			if (rows.length === 0) return;
			if (!known.includes(table)) {
				throw new BackupError(`The backup has a table ${table} that its schema does not have.`);
			}
			await tx.query(
				`insert into "${table}" overriding system value
				select * from jsonb_populate_recordset(null::"${table}", $1::jsonb)`,
				[`[${rows.join(',')}]`]
			);
			rows = [];
		};
		for await (const line of lines) {
			const row = /^\["([a-z_]+)",/.exec(line);
			if (!row) break;
			if (row[1] !== table || rows.length === atOnce(table)) await insert();
			table = row[1]!;
			rows.push(line.slice(row[0].length, -1));
		}
		await insert();
		await options.check?.(tx);
		await continueCounting(tx);
		await runMigrations(tx, header.schema);
		for (const kind of documentKinds) {
			await tx.query(`update ${kind} set revision = revision + $1`, [
				options.jump ?? REVISION_JUMP
			]);
		}
		await options.told?.(tx);
	});
}

/** Identity columns go on after the highest number that was restored. */
async function continueCounting(tx: Queryable): Promise<void> {
	const columns = await tx.query<{ table: string; column: string }>(
		`select table_name as table, column_name as column from information_schema.columns
		where table_schema = 'public' and is_identity = 'YES'`
	);
	for (const { table, column } of columns) {
		await tx.query(
			`select setval(pg_get_serial_sequence($1, $2), coalesce((select max("${column}") from "${table}"), 0) + 1, false)`,
			[table, column]
		);
	}
}
