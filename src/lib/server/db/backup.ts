import { createHash } from 'node:crypto';
import {
	closeSync,
	createReadStream,
	createWriteStream,
	existsSync,
	fsyncSync,
	mkdirSync,
	openSync,
	readdirSync,
	renameSync,
	rmSync,
	statSync
} from 'node:fs';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import type { Database, Queryable } from './database';
import { migrations, runMigrations, schemaOf } from './migrate';
import { tablesOf } from './tables';

/**
 * A backup is a file of JSON lines, compressed: a header, every row of every table, and a last line
 * with the counts and a checksum. It does not depend on the engine's version.
 */
const FORMAT = 'gravitas/backup';
const VERSION = 0;
const ROWS_AT_ONCE = 200;

interface Header {
	readonly format: typeof FORMAT;
	readonly version: number;
	/** Number of the newest migration. */
	readonly schema: number;
	readonly madeAt: string;
	readonly tables: readonly string[];
}

/** Why a backup was made; each kind is kept by a count of its own. */
export type BackupKind = 'daily' | 'before-migration' | 'before-restore' | 'by-hand';

/** How many of each kind are kept. */
const KEEP: Readonly<Record<BackupKind, number>> = {
	daily: 14,
	'before-migration': 6,
	'before-restore': 6,
	'by-hand': 10
};

export interface Backup {
	readonly name: string;
	readonly kind: BackupKind;
	/** ISO 8601, UTC. */
	readonly madeAt: string;
	readonly bytes: number;
}

/** A backup that cannot be used, in words. */
export class BackupError extends Error {
	override readonly name = 'BackupError';
}

const nameForm =
	/^gravitas-(\d{4})(\d\d)(\d\d)T(\d\d)(\d\d)(\d\d)(\d{3})Z-(daily|before-migration|before-restore|by-hand)\.jsonl\.gz$/;

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
 * Writes a copy of everything, reads it back, and only then gives it its name; then lets the oldest
 * of its kind go.
 *
 * @param spare the name of a backup that must not go now
 * @throws BackupError when what was read back is not what was written; an Error of the disk
 */
export async function makeBackup(
	db: Database,
	folder: string,
	kind: BackupKind,
	{ now = new Date(), spare = '' } = {}
): Promise<Backup> {
	mkdirSync(folder, { recursive: true, mode: 0o700 });
	const name = `gravitas-${now.toISOString().replace(/[-:.]/g, '')}-${kind}.jsonl.gz`;
	const path = join(folder, name);
	const part = `${path}.part`;
	const digest = createHash('sha256');
	try {
		await db.read(async (tx) => {
			const header: Header = {
				format: FORMAT,
				version: VERSION,
				schema: await schemaOf(tx),
				madeAt: now.toISOString(),
				tables: await tablesOf(tx)
			};
			await pipeline(
				Readable.from(linesOf(tx, header, digest)),
				createGzip(),
				createWriteStream(part, { mode: 0o600 })
			);
		});
		const read = createHash('sha256');
		for await (const line of checkedLines(part)) read.update(line).update('\n');
		if (read.digest('hex') !== digest.digest('hex')) {
			throw new BackupError(`The backup ${name} did not read back as it was written.`);
		}
		flush(part);
		renameSync(part, path);
		flush(folder);
	} catch (error) {
		rmSync(part, { force: true });
		throw error;
	}
	const kept = listBackups(folder).filter((backup) => backup.kind === kind);
	const old = kept.slice(KEEP[kind]).filter((backup) => backup.name !== spare);
	old.forEach((backup) => rmSync(join(folder, backup.name)));
	return kept.find((backup) => backup.name === name)!;
}

function flush(path: string): void {
	const fd = openSync(path, 'r');
	try {
		fsyncSync(fd);
	} finally {
		closeSync(fd);
	}
}

/** Every line but the last goes into the digest, and the last line carries it. */
async function* linesOf(
	tx: Queryable,
	header: Header,
	whole: ReturnType<typeof createHash>
): AsyncGenerator<string> {
	const content = createHash('sha256');
	const counts: Record<string, number> = {};
	const say = (line: string) => {
		whole.update(line).update('\n');
		return `${line}\n`;
	};
	const keep = (line: string) => {
		content.update(line).update('\n');
		return say(line);
	};
	yield keep(JSON.stringify(header));
	for (const table of header.tables) {
		counts[table] = 0;
		await tx.query(
			`declare rows no scroll cursor for select to_jsonb(t)::text as row from "${table}" t`
		);
		for (;;) {
			const rows = await tx.query<{ row: string }>(`fetch ${ROWS_AT_ONCE} from rows`);
			for (const { row } of rows) yield keep(`["${table}",${row}]`);
			counts[table] += rows.length;
			if (rows.length < ROWS_AT_ONCE) break;
		}
		await tx.query('close rows');
	}
	yield say(JSON.stringify({ counts, sha256: content.digest('hex') }));
}

/**
 * The lines of a backup, checked as they pass.
 *
 * @throws BackupError when it is cut off, altered or of another version
 */
async function* checkedLines(path: string): AsyncGenerator<string> {
	const bad = (why: string) => new BackupError(`The backup ${path} cannot be used: ${why}.`);
	const content = createHash('sha256');
	const counts: Record<string, number> = {};
	let header: Header | null = null;
	let held: string | null = null;
	const file = createReadStream(path);
	const unpacked = createGunzip();
	const copying = pipeline(file, unpacked).catch((error: unknown) =>
		unpacked.destroy(error as Error)
	);
	try {
		for await (const line of createInterface({ input: unpacked, crlfDelay: Infinity })) {
			if (held !== null) {
				if (header === null) header = headerOf(held, bad);
				else {
					const table = /^\["([a-z_]+)",/.exec(held)?.[1];
					if (table === undefined) throw bad('a row in it cannot be read');
					counts[table] = (counts[table] ?? 0) + 1;
				}
				content.update(held).update('\n');
				yield held;
			}
			held = line;
		}
		await copying;
	} catch (error) {
		if (error instanceof BackupError) throw error;
		throw bad(error instanceof Error ? error.message : String(error));
	} finally {
		file.destroy();
	}
	let end: { counts?: Record<string, number>; sha256?: string };
	try {
		end = JSON.parse(held ?? '{}') as typeof end;
	} catch {
		throw bad('its last line is missing');
	}
	if (header === null || end.sha256 !== content.digest('hex')) {
		throw bad('it was cut off or altered');
	}
	for (const table of header.tables) {
		if ((counts[table] ?? 0) !== end.counts?.[table]) throw bad(`rows of ${table} are missing`);
	}
	yield held!;
}

function headerOf(line: string, bad: (why: string) => BackupError): Header {
	let header: Partial<Header>;
	try {
		header = JSON.parse(line) as Partial<Header>;
	} catch {
		throw bad('its first line is not a header');
	}
	if (header.format !== FORMAT || !Array.isArray(header.tables))
		throw bad('it is no Gravitas backup');
	const newest = migrations.at(-1)!.number;
	if (header.version !== VERSION || !(Number(header.schema) <= newest)) {
		throw bad('it was made by a newer Gravitas; update the program');
	}
	return header as Header;
}

/** Reads a backup through. @throws BackupError when it cannot be used */
export async function checkBackup(path: string): Promise<void> {
	for await (const line of checkedLines(path)) void line;
}

/** A window that slept through a restore must not save over it by a chance meeting of revisions. */
const REVISION_JUMP = 1000;

/**
 * Puts a backup in place of everything that the database holds, in one transaction: it is restored
 * whole, and brought up to this program's schema, or nothing changes.
 *
 * @throws BackupError when it cannot be used
 */
export async function restoreBackup(db: Database, path: string): Promise<void> {
	// Before anything is touched: a damaged backup must not cost a long transaction.
	await checkBackup(path);
	await db.transaction(async (tx) => {
		await tx.script('drop schema public cascade; create schema public');
		const lines = checkedLines(path);
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
			if (row[1] !== table || rows.length === ROWS_AT_ONCE) await insert();
			table = row[1]!;
			rows.push(line.slice(row[0].length, -1));
		}
		await insert();
		await continueCounting(tx);
		await runMigrations(tx, header.schema);
		for (const kind of ['river', 'lie', 'fly']) {
			await tx.query(`update ${kind} set revision = revision + $1`, [REVISION_JUMP]);
		}
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
