import { Worker } from 'node:worker_threads';
import { BackupError, type Header } from './backup-file';
import type { WriterSaid, WriterSettings, WriterTold } from './backup-thread';
import code from './backup-thread.ts?nodeworker';

/** Pieces of rows that may wait for the disk: some ten thousand rows, so that the database is not held up by it. */
const MOST_WAITING = 64;

/** Writes one backup, in a thread of its own. */
export class BackupWriter {
	private readonly worker: Worker;
	private waiting = 0;
	private readonly ended: Promise<void>;
	private wake: () => void = () => undefined;

	constructor(settings: WriterSettings) {
		this.worker = new Worker(new URL(`data:text/javascript,${encodeURIComponent(code)}`), {
			workerData: settings
		});
		this.ended = new Promise<void>((done, fail) => {
			this.worker.on('message', (said: WriterSaid) => {
				switch (said.kind) {
					case 'written':
						this.waiting--;
						this.wake();
						break;
					case 'done':
						done();
						break;
					case 'failed': {
						const { code, message, unusable } = said;
						fail(unusable ? new BackupError(message) : Object.assign(new Error(message), { code }));
					}
				}
			});
			this.worker.on('error', fail);
			this.worker.on('exit', () => fail(new Error('The backup’s thread ended before its time.')));
		});
		// Whoever waits hears of it; until then it is nobody's.
		this.ended.catch(() => this.wake());
	}

	header(header: Header): void {
		this.tell({ kind: 'header', header });
	}

	/** @param rows JSON each @throws what writing throws */
	async rows(table: string, rows: readonly string[]): Promise<void> {
		this.waiting++;
		this.tell({ kind: 'rows', table, rows });
		while (this.waiting > MOST_WAITING) {
			await Promise.race([this.ended, new Promise<void>((resolve) => (this.wake = resolve))]);
		}
	}

	/** Waits until all is written, read back and on the disk. @throws what writing throws, or BackupError */
	async end(): Promise<void> {
		this.tell({ kind: 'end' });
		await this.ended;
	}

	/** Gives up, whatever it does. */
	async stop(): Promise<void> {
		await this.worker.terminate();
	}

	private tell(message: WriterTold): void {
		this.worker.postMessage(message);
	}
}
