import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { createGunzip } from 'node:zlib';

/**
 * A backup is a file of JSON lines, compressed: a header, every row of every table, and a last line
 * with the counts and a checksum. It does not depend on the engine's version.
 */
const FORMAT = 'gravitas/backup';
const VERSION = 0;

export interface Header {
	readonly format: typeof FORMAT;
	readonly version: number;
	/** Number of the newest migration. */
	readonly schema: number;
	readonly madeAt: string;
	readonly tables: readonly string[];
}

/** The first line of a new one. */
export const headerFor = (schema: number, now: Date, tables: readonly string[]): Header => ({
	format: FORMAT,
	version: VERSION,
	schema,
	madeAt: now.toISOString(),
	tables
});

/** A backup that cannot be used, in words. */
export class BackupError extends Error {
	override readonly name = 'BackupError';
}

/** The lines of a packed file. @throws what reading or unpacking throws */
async function* unpackedLines(path: string): AsyncGenerator<string> {
	const file = createReadStream(path);
	const unpacked = createGunzip().setEncoding('utf8');
	file.on('error', (error) => unpacked.destroy(error));
	// The loop below hears of an error too, unless it has been left already.
	unpacked.on('error', () => undefined);
	let rest = '';
	try {
		for await (const chunk of file.pipe(unpacked)) {
			const lines = (rest + (chunk as string)).split('\n');
			rest = lines.pop()!;
			yield* lines;
		}
	} finally {
		file.destroy();
		unpacked.destroy();
	}
	if (rest !== '') yield rest;
}

/** Counts a row to its table. */
function countRow(
	line: string,
	counts: Record<string, number>,
	bad: (why: string) => BackupError
): void {
	const table = /^\["([a-z_]+)",/.exec(line)?.[1];
	if (table === undefined) throw bad('a row in it cannot be read');
	counts[table] = (counts[table] ?? 0) + 1;
}

/**
 * The lines of a backup, checked as they pass.
 *
 * @param newest number of the newest migration that this program knows
 * @throws BackupError when it is cut off, altered or of another version
 */
export async function* checkedLines(path: string, newest: number): AsyncGenerator<string> {
	const bad = (why: string) => new BackupError(`The backup ${path} cannot be used: ${why}.`);
	const content = createHash('sha256');
	const counts: Record<string, number> = {};
	let header: Header | null = null;
	let held: string | null = null;
	try {
		for await (const line of unpackedLines(path)) {
			if (held !== null) {
				if (header === null) header = headerOf(held, newest, bad);
				else countRow(held, counts, bad);
				content.update(held).update('\n');
				yield held;
			}
			held = line;
		}
	} catch (error) {
		if (error instanceof BackupError) throw error;
		throw bad(error instanceof Error ? error.message : String(error));
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

function headerOf(line: string, newest: number, bad: (why: string) => BackupError): Header {
	let header: Partial<Header>;
	try {
		header = JSON.parse(line) as Partial<Header>;
	} catch {
		throw bad('its first line is not a header');
	}
	if (header.format !== FORMAT || !Array.isArray(header.tables))
		throw bad('it is no Gravitas backup');
	if (header.version !== VERSION || !(Number(header.schema) <= newest)) {
		throw bad('it was made by a newer Gravitas; update the program');
	}
	return header as Header;
}
