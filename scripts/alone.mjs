import { closeSync, mkdirSync, openSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname } from 'node:path';

const LOOK_AGAIN_MS = 200;

/**
 * Does something while no other process does what is kept apart by the same file. One that dies lets go by itself.
 * @template T @param {string} file @param {() => T} work @param {() => void} [waits] called once where it has to wait
 * @returns {T}
 */
export function alone(file, work, waits = () => undefined) {
	// Asked for here: it is not there before the packages are.
	const locks = createRequire(import.meta.url)('fs-native-extensions');
	mkdirSync(dirname(file), { recursive: true });
	const fd = openSync(file, 'a+');
	try {
		for (let k = 0; !locks.tryLock(fd); k++) {
			if (k === 0) waits();
			Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, LOOK_AGAIN_MS);
		}
		return work();
	} finally {
		closeSync(fd);
	}
}
