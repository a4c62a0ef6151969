/**
 * Loaded into a server under test before anything else (node --import), also into its threads.
 * Makes the disk behave as disks do at the worst moment:
 *
 * - GRAVITAS_SHADOW names a folder in which exactly that is kept of the data folder which an fsync
 *   has put on the disk: what a power cut would leave.
 * - GRAVITAS_TROUBLE names a file; while it is there and says "full" or "quietly full", writes fail
 *   with ENOSPC (quietly: while the free space still looks fine); while it says "stuck", they never return;
 *   while it says "slow 200", each read and write takes 200 ms; while it says "clock -600000", the clock
 *   is set back by this many ms.
 */
import fs from 'node:fs';
import { syncBuiltinESMExports } from 'node:module';
import { dirname, join, relative } from 'node:path';

const root = process.env.GRAVITAS_DATA_UNDER_TEST ?? '';
const shadow = process.env.GRAVITAS_SHADOW;
const trouble = process.env.GRAVITAS_TROUBLE;

const real = { ...fs };
/** @param {number} fd */
const pathOf = (fd) => real.readlinkSync(`/proc/self/fd/${fd}`);
/** @param {string} path */
const inData = (path) => path.startsWith(`${root}/`);

function troubleNow() {
	try {
		return trouble ? real.readFileSync(trouble, 'utf8') : '';
	} catch {
		return '';
	}
}

/** @param {number} ms */
const wait = (ms) => Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, ms);
const noRoom = () =>
	Object.assign(new Error('ENOSPC: no space left on device, write'), {
		code: 'ENOSPC',
		errno: -28
	});

/** How far the clock is off, in ms; looked up only now and then, as clocks are read often. */
let off = 0;
let lookedAt = -Infinity;
function clockOff() {
	if (performance.now() - lookedAt > 100) {
		off = Number(/^clock (-?\d+)/.exec(troubleNow())?.[1] ?? 0);
		lookedAt = performance.now();
	}
	return off;
}

if (trouble) {
	const Clock = Date;
	globalThis.Date = /** @type {DateConstructor} */ (
		class extends Clock {
			constructor(/** @type {any[]} */ ...args) {
				// @ts-expect-error: as the clock's own, of any number of arguments
				super(...(args.length === 0 ? [Clock.now() + clockOff()] : args));
			}
			static now() {
				return Clock.now() + clockOff();
			}
		}
	);
	fs.readSync = /** @type {typeof fs.readSync} */ (
		(/** @type {number} */ fd, /** @type {any[]} */ ...rest) => {
			const slow = Number(/^slow (\d+)/.exec(troubleNow())?.[1] ?? 0);
			if (slow && inData(pathOf(fd))) wait(slow);
			// @ts-expect-error: handed on as it came
			return real.readSync(fd, ...rest);
		}
	);
	for (const name of /** @type {const} */ (['write', 'writev'])) {
		// @ts-expect-error: handed on as it came
		fs[name] = (/** @type {number} */ fd, /** @type {any[]} */ ...rest) => {
			if (/full/.test(troubleNow()) && inData(pathOf(fd))) return rest.at(-1)(noRoom());
			// @ts-expect-error: handed on as it came
			return real[name](fd, ...rest);
		};
	}
	fs.writeSync = /** @type {typeof fs.writeSync} */ (
		(/** @type {number} */ fd, /** @type {any[]} */ ...rest) => {
			const now = troubleNow();
			if (now && inData(pathOf(fd))) {
				if (now === 'stuck') wait(Infinity);
				if (/full/.test(now)) throw noRoom();
				if (now.startsWith('slow')) wait(Number(now.slice(5)));
			}
			return real.writeSync(fd, ...rest);
		}
	);
	fs.statfsSync = /** @type {typeof fs.statfsSync} */ (
		(/** @type {any[]} */ ...args) => {
			const found = /** @type {any} */ (real.statfsSync)(...args);
			return troubleNow() === 'full' ? { ...found, bavail: 0 } : found;
		}
	);
}

if (shadow) {
	/** Written and not yet fsynced: file (by inode) to its ranges. @type {Map<number, [number, number][]>} */
	const dirty = new Map();
	/** Renames and removals since the last fsync; like a journal they reach the disk with the next one. */
	/** @type {(() => void)[]} */
	let journal = [];
	/** @param {string} path */
	const twin = (path) => join(shadow, relative(root, path));

	fs.writeSync = /** @type {typeof fs.writeSync} */ (
		(
			/** @type {number} */ fd,
			/** @type {Uint8Array} */ bytes,
			/** @type {number} */ offset,
			/** @type {number} */ length,
			/** @type {number | null} */ at
		) => {
			const written = real.writeSync(fd, bytes, offset, length, at);
			const { ino, size } = real.fstatSync(fd);
			const start = typeof at === 'number' ? at : size - written;
			dirty.set(ino, [...(dirty.get(ino) ?? []), [start, written]]);
			return written;
		}
	);
	fs.fsyncSync = (fd) => {
		for (const change of journal) change();
		journal = [];
		const path = pathOf(fd);
		if (!inData(path) && path !== root) return;
		const stat = real.fstatSync(fd);
		if (stat.isDirectory()) {
			real.mkdirSync(twin(path), { recursive: true });
			return;
		}
		real.mkdirSync(dirname(twin(path)), { recursive: true });
		const isNew = !real.existsSync(twin(path));
		const to = real.openSync(twin(path), real.constants.O_RDWR | real.constants.O_CREAT);
		const from = real.openSync(path, 'r');
		const ranges = isNew ? [[0, stat.size]] : (dirty.get(stat.ino) ?? []);
		for (const [start = 0, length = 0] of ranges) {
			const bytes = Buffer.alloc(length);
			const read = real.readSync(from, bytes, 0, length, start);
			real.writeSync(to, bytes, 0, read, start);
		}
		real.ftruncateSync(to, stat.size);
		real.closeSync(from);
		real.closeSync(to);
		dirty.delete(stat.ino);
	};
	fs.renameSync = (from, to) => {
		real.renameSync(from, to);
		journal.push(() => {
			if (!real.existsSync(twin(String(from)))) return;
			real.mkdirSync(dirname(twin(String(to))), { recursive: true });
			real.renameSync(twin(String(from)), twin(String(to)));
		});
	};
	fs.unlinkSync = (path) => {
		real.unlinkSync(path);
		journal.push(() => real.rmSync(twin(String(path)), { force: true }));
	};
}

syncBuiltinESMExports();
