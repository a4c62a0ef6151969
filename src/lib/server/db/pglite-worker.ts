/**
 * The database thread. PGlite blocks its thread while a statement runs, so it has one of its own.
 */
import { existsSync, renameSync, rmSync } from 'node:fs';
import { parentPort, workerData } from 'node:worker_threads';
import type { PGlite } from '@electric-sql/pglite';
import type { Answer, Request, WorkerSettings } from './messages';

const { folder, pglite } = workerData as WorkerSettings;
const port = parentPort!;

async function open(): Promise<PGlite> {
	const module = (await import(pglite)) as { PGlite: typeof PGlite };
	if (!existsSync(folder)) {
		// A creation that is cut off must not leave a half-made database under the final name.
		const unfinished = `${folder}.new`;
		rmSync(unfinished, { recursive: true, force: true });
		const fresh = await module.PGlite.create(unfinished);
		await fresh.close();
		renameSync(unfinished, folder);
	}
	const db = await module.PGlite.create(folder);
	await db.exec(`set time zone 'UTC'`);
	return db;
}

function failure(id: number, error: unknown): Answer {
	const { message, code } = error as { message?: string; code?: string };
	return { id, ok: false, message: message ?? String(error), code: code ?? 'XX000' };
}

async function handle(db: PGlite, request: Request): Promise<Answer> {
	switch (request.kind) {
		case 'query':
			return {
				id: request.id,
				ok: true,
				rows: (await db.query(request.sql, [...request.params])).rows
			};
		case 'script':
			await db.exec(request.sql);
			return { id: request.id, ok: true, rows: [] };
		case 'close':
			await db.close();
			return { id: request.id, ok: true, rows: [] };
	}
}

const opening = open();
opening.then(
	() => port.postMessage({ id: 0, ok: true, rows: [] } satisfies Answer),
	(error: unknown) => port.postMessage(failure(0, error))
);

port.on('message', (request: Request) => {
	opening
		.then((db) => handle(db, request))
		.catch((error: unknown) => failure(request.id, error))
		.then((answer) => {
			port.postMessage(answer);
			if (request.kind === 'close') port.close();
		});
});
