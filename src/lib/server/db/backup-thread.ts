/**
 * A backup's file, written and read back in a thread of its own: packing and hashing all that is kept would hold up
 * whoever asks for anything else.
 */
import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { parentPort, workerData } from 'node:worker_threads';
import { createGzip } from 'node:zlib';
import { BackupError, checkedLines, type Header } from './backup-file';
import { fsyncPath } from './fsync';

export interface WriterSettings {
	/** Where it is written, and what it will be called. */
	readonly part: string;
	readonly name: string;
	/** Number of the newest migration. */
	readonly newest: number;
}
export type WriterTold =
	| { readonly kind: 'header'; readonly header: Header }
	| { readonly kind: 'rows'; readonly table: string; readonly rows: readonly string[] }
	| { readonly kind: 'end' };
export type WriterSaid =
	/** Some rows, so that others may follow. */
	| { readonly kind: 'written' }
	/** And read back, and on the disk. */
	| { readonly kind: 'done' }
	| {
			readonly kind: 'failed';
			readonly code: string;
			readonly message: string;
			/** What was read back is not what was written. */
			readonly unusable: boolean;
	  };

const { part, name, newest } = workerData as WriterSettings;
const port = parentPort!;
const say = (said: WriterSaid) => port.postMessage(said);

const told: WriterTold[] = [];
let wake: () => void = () => undefined;
port.on('message', (message: WriterTold) => {
	told.push(message);
	wake();
});

/** The lines of the file. Every line but the last goes into a checksum, which the last one carries. */
async function* lines(whole: ReturnType<typeof createHash>): AsyncGenerator<string> {
	const content = createHash('sha256');
	const counts: Record<string, number> = {};
	const spoken = (line: string) => {
		whole.update(line).update('\n');
		return `${line}\n`;
	};
	const keep = (line: string) => {
		content.update(line).update('\n');
		return spoken(line);
	};
	for (;;) {
		while (told.length === 0) await new Promise<void>((resolve) => (wake = resolve));
		const message = told.shift()!;
		switch (message.kind) {
			case 'header':
				yield keep(JSON.stringify(message.header));
				for (const table of message.header.tables) counts[table] = 0;
				break;
			case 'rows':
				for (const row of message.rows) yield keep(`["${message.table}",${row}]`);
				counts[message.table]! += message.rows.length;
				say({ kind: 'written' });
				break;
			case 'end':
				yield spoken(JSON.stringify({ counts, sha256: content.digest('hex') }));
				return;
		}
	}
}

try {
	const written = createHash('sha256');
	await pipeline(
		Readable.from(lines(written)),
		createGzip(),
		createWriteStream(part, { mode: 0o600 })
	);
	const read = createHash('sha256');
	for await (const line of checkedLines(part, newest)) read.update(line).update('\n');
	if (read.digest('hex') !== written.digest('hex')) {
		throw new BackupError(`The backup ${name} did not read back as it was written.`);
	}
	fsyncPath(part);
	say({ kind: 'done' });
} catch (error) {
	const { code = '', message } = error as NodeJS.ErrnoException;
	say({ kind: 'failed', code, message, unusable: error instanceof BackupError });
}
port.close();
