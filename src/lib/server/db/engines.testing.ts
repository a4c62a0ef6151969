import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startPostgres } from '../../../../scripts/postgres.mjs';
import { openStore, type OpenOptions, type Store } from '../store/index';
import type { Database } from './database';
import { openPglite } from './pglite';
import { openPostgres } from './postgres';

/** One of the two kinds of database, ready for tests. */
export interface EngineUnderTest {
	/** A new, empty database. */
	database(): Promise<Database>;
	/** A store on a new database. */
	store(options: OpenOptions): Promise<Store>;
	/** Takes away all that was made; what was opened is closed before. */
	end(): Promise<void>;
}

/** What all that Gravitas does with a database is held to on both. */
export const engines: readonly {
	readonly name: string;
	readonly start: () => Promise<EngineUnderTest>;
}[] = [
	{
		name: 'PGlite',
		start: () => {
			const { path, remove } = temporary();
			let made = 0;
			return Promise.resolve({
				database: () => openPglite(join(path, `${++made}`)),
				store: (options) => openStore(join(path, `${++made}`), options),
				end: () => Promise.resolve(remove())
			});
		}
	},
	{
		name: 'PostgreSQL',
		start: async () => {
			const server = await startPostgres();
			const { path, remove } = temporary();
			let made = 0;
			return {
				database: () => openPostgres(server.database(`d${++made}`)),
				store: (options) => {
					const name = `d${++made}`;
					return openStore(join(path, name), { ...options, url: server.database(name) });
				},
				end: async () => {
					await server.stop();
					remove();
				}
			};
		}
	}
];

function temporary(): { path: string; remove: () => void } {
	const path = mkdtempSync(join(tmpdir(), 'gravitas-engine-'));
	return { path, remove: () => rmSync(path, { recursive: true, force: true }) };
}
