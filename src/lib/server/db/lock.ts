import { accessSync, closeSync, constants, mkdirSync, openSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { PlaceError } from './folder';

interface FileLocks {
	tryLock(fd: number): boolean;
	unlock(fd: number): void;
}

/**
 * Takes a file for this process alone, by an operating-system lock that ends with the process, however it ends.
 *
 * @returns gives it back; null when another process has it
 */
export function tryLock(path: string): (() => void) | null {
	const locks = createRequire(import.meta.url)('fs-native-extensions') as FileLocks;
	const fd = openSync(path, 'a+', 0o600);
	if (!locks.tryLock(fd)) {
		closeSync(fd);
		return null;
	}
	return () => {
		locks.unlock(fd);
		closeSync(fd);
	};
}

/**
 * Takes the data folder for this process alone. Two engines on one folder would ruin it without a word.
 *
 * @returns gives the folder back
 * @throws PlaceError when another process has it, or it cannot be written
 */
export function lockDataFolder(folder: string): () => void {
	let release: (() => void) | null;
	try {
		mkdirSync(folder, { recursive: true, mode: 0o700 });
		accessSync(folder, constants.W_OK);
		release = tryLock(join(folder, 'lock'));
	} catch (error) {
		throw new PlaceError(
			`Gravitas cannot write to its data folder ${folder} (${(error as NodeJS.ErrnoException).code}). ` +
				'Make it writable, or name another one with GRAVITAS_DATA.'
		);
	}
	if (!release) {
		throw new PlaceError(
			`Gravitas is already running on ${folder}. Use the window that is open, or stop it first.`
		);
	}
	return release;
}
