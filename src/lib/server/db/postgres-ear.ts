import pg from 'pg';
import type { Queryable } from './database';

const CHANNEL = 'gravitas';
/** Until the next try to hear again, ms; doubled to the last. */
const FIRST_TRY = 100;
const LAST_TRY = 5000;

/** Hears what the processes on a database tell each other, on a line of its own, which is replaced when it breaks. */
export class Ear {
	private client: pg.Client | null = null;
	private listener: ((words: string | null) => void) | null = null;
	private ended = false;
	private timer: NodeJS.Timeout | undefined;

	constructor(private readonly config: pg.ClientConfig) {}

	async tell(tx: Queryable, words: string): Promise<void> {
		await tx.query('select pg_notify($1, $2)', [CHANNEL, words]);
	}

	hear(listener: (words: string | null) => void): Promise<void> {
		this.listener = listener;
		return this.connect(FIRST_TRY);
	}

	async end(): Promise<void> {
		this.ended = true;
		clearTimeout(this.timer);
		await this.client?.end().catch(() => undefined);
	}

	private async connect(nextTry: number): Promise<void> {
		const client = new pg.Client(this.config);
		let gone = false;
		const again = (ms: number) => {
			if (gone) return;
			gone = true;
			this.client = null;
			client.end().catch(() => undefined);
			if (this.ended) return;
			this.timer = setTimeout(() => void this.connect(Math.min(2 * ms, LAST_TRY)), ms);
			this.timer.unref();
		};
		client.on('error', () => again(FIRST_TRY));
		client.on('end', () => again(FIRST_TRY));
		client.on('notification', ({ payload }) => this.listener?.(payload ?? null));
		try {
			await client.connect();
			await client.query(`listen ${CHANNEL}`);
			this.client = client;
			// What was told before it could hear.
			this.listener?.(null);
		} catch {
			again(nextTry);
		}
		if (this.ended) await client.end().catch(() => undefined);
	}
}
