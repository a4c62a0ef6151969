/**
 * The database thread. PGlite blocks its thread while a statement runs, so it has one of its own.
 */
import { existsSync, fsyncSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { parentPort, workerData } from 'node:worker_threads';
import type { PGlite, PGliteOptions } from '@electric-sql/pglite';
import type { NodeFS } from '@electric-sql/pglite/nodefs';
import { copyFirst, firstDatabase } from './first-database';
import { closeToOthers } from './folder';
import { fsyncPath } from './fsync';
import { DEAD_ENGINE, type EngineAnswer, type Request, type WorkerSettings } from './messages';
import { closedMode } from './modes';

const { folder, pglite, nodefs, code, beats } = workerData as WorkerSettings;
const beat = () => void Atomics.add(new Int32Array(beats), 0, 1);
const port = parentPort!;

/**
 * PGlite's own start parameters with two left out: -F, which turns fsync off, and -O, which lets
 * system tables be changed. The log of changes is kept small by our own checkpoints.
 */
const startParams = [
	'--single',
	'-j',
	...[
		'search_path=public',
		'exit_on_error=false',
		'log_checkpoints=false',
		'max_worker_processes=0',
		'max_parallel_workers=0',
		'max_parallel_workers_per_gather=0',
		'max_parallel_maintenance_workers=0',
		'io_method=sync',
		'wal_sync_method=fsync',
		'max_wal_size=64MB',
		'min_wal_size=32MB'
	].flatMap((setting) => ['-c', setting])
];

/** What the engine last said on its error stream: the only place where it gives the reason when it cannot open. */
const said: string[] = [];

type Operation = (...args: unknown[]) => unknown;
/** The parts of the engine's file system that are changed. */
interface EngineFiles {
	FS: { ErrnoError: new (code: number) => Error };
	NODEFS: {
		stream_ops: Record<string, Operation> & { fsync?: (stream: EngineStream) => number };
		node_ops: Record<string, Operation> & {
			setattr: (node: unknown, attr: { mode?: number }) => void;
			mknod: (parent: unknown, name: string, mode: number, dev: unknown) => unknown;
		};
		realPath(node: unknown): string;
		convertNodeCode(error: unknown): number;
	};
}
interface EngineStream {
	readonly nfd?: number;
	readonly node: unknown;
}

function fsyncTree(path: string): void {
	for (const entry of readdirSync(path, { withFileTypes: true })) {
		const below = join(path, entry.name);
		if (entry.isDirectory()) fsyncTree(below);
		else fsyncPath(below);
	}
	fsyncPath(path);
}

/** The engine makes its files for everybody: they are closed. And whoever waits sees that it moves. */
function closeAndCount({ node_ops, stream_ops }: EngineFiles['NODEFS']): void {
	const { mknod, setattr } = node_ops;
	node_ops.mknod = (parent, name, mode, dev) => mknod(parent, name, closedMode(mode), dev);
	node_ops.setattr = (node, attr) =>
		setattr(node, attr.mode === undefined ? attr : { ...attr, mode: closedMode(attr.mode) });
	for (const operations of [node_ops, stream_ops] as Record<string, Operation>[]) {
		for (const [name, operation] of Object.entries(operations)) {
			operations[name] = (...args) => {
				beat();
				const result = operation(...args);
				beat();
				return result;
			};
		}
	}
}

async function start(path: string): Promise<PGlite> {
	// Required, not imported: an import would read half a megabyte once more for what it exports.
	const require = createRequire(pglite);
	const { PGlite } = require(pglite) as { PGlite: new (o: PGliteOptions) => PGlite };
	const { NodeFS } = require(nodefs) as { NodeFS: new (dir: string) => NodeFS };

	/** PGlite's files on Node, with the fsync that they lack: without it a power cut loses acknowledged rows. */
	const files = new NodeFS(path);
	const init = files.init.bind(files);
	files.init = async (pg, options) => {
		const made = await init(pg, options);
		const hook = (module: EngineFiles) => {
			module.NODEFS.stream_ops.fsync = (stream) => {
				try {
					if (stream.nfd === undefined) fsyncPath(module.NODEFS.realPath(stream.node));
					else fsyncSync(stream.nfd);
					return 0;
				} catch (error) {
					throw new module.FS.ErrnoError(module.NODEFS.convertNodeCode(error));
				}
			};
			closeAndCount(module.NODEFS);
		};
		const preRun = [...(made.emscriptenOpts.preRun as unknown[]), hook];
		return { emscriptenOpts: { ...made.emscriptenOpts, preRun } } as typeof made;
	};
	const db = new PGlite({
		fs: files,
		pgliteWasmModule: code,
		startParams,
		onStderr: (text) => {
			said.push(text);
			if (said.length > 40) said.shift();
			return false;
		},
		onStdout: () => false
	});
	beat();
	await db.waitReady;
	beat();
	return db;
}

async function open(): Promise<PGlite> {
	if (!existsSync(folder)) {
		// A creation that is cut off must not leave a half-made database under the final name.
		const unfinished = `${folder}.new`;
		rmSync(unfinished, { recursive: true, force: true });
		mkdirSync(unfinished, { recursive: true, mode: 0o700 });
		const ready = copyFirst(firstDatabase(pglite), unfinished);
		beat();
		if (ready) closeToOthers(unfinished);
		else {
			const fresh = await start(unfinished);
			await fresh.close();
		}
		fsyncTree(unfinished);
		renameSync(unfinished, folder);
		fsyncPath(dirname(folder));
	}
	// The engine's own mark of who has the folder; one that a killed program left empty would keep it shut for
	// ever. Whoever is here holds the lock.
	rmSync(join(folder, 'postmaster.pid'), { force: true });
	const db = await start(folder);
	await db.exec(`set time zone 'UTC'`);
	return db;
}

/** An engine that has trapped answers nothing, without an error and without a command. */
function alive<T extends { command?: string }>(result: T): T {
	if (result.command === undefined) throw new Error('The database engine stopped working.');
	return result;
}

async function handle(db: PGlite, request: Request): Promise<unknown[]> {
	switch (request.kind) {
		case 'query':
			return alive(await db.query(request.sql, [...request.params])).rows;
		case 'script':
			(await db.exec(request.sql)).forEach(alive);
			return [];
		case 'close':
			await db.close();
			return [];
	}
}

function failure(id: number, error: unknown): EngineAnswer {
	const { message, code, severity } = error as Partial<
		Record<'message' | 'code' | 'severity', string>
	>;
	// PostgreSQL's errors have a severity. Any other means that the engine itself broke.
	const sqlState = severity === undefined ? undefined : code;
	return { id, ok: false, message: message ?? String(error), code: sqlState ?? DEAD_ENGINE };
}

/** The engine's own words about why it did not open, without times and process numbers. */
function reason(error: unknown): string {
	const lines = said
		.map((line) => /(?:PANIC|FATAL|ERROR):\s*(.*)$/.exec(line)?.[1])
		.filter((line) => line !== undefined);
	return lines.at(-1) ?? (error instanceof Error ? error.message : String(error));
}

const opening = open();
opening.then(
	() => port.postMessage({ id: 0, ok: true, rows: [] } satisfies EngineAnswer),
	(error: unknown) =>
		port.postMessage({
			id: 0,
			ok: false,
			message: reason(error),
			code: DEAD_ENGINE
		} satisfies EngineAnswer)
);

port.on('message', (request: Request) => {
	opening
		.then((db) => handle(db, request))
		.then(
			(rows): EngineAnswer => ({ id: request.id, ok: true, rows }),
			(error: unknown) => failure(request.id, error)
		)
		.then((answer) => {
			port.postMessage(answer);
			if (request.kind === 'close') port.close();
		});
});
