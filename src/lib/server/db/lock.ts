import { accessSync, closeSync, constants, mkdirSync, openSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { DataFolderError } from './folder';

interface FileLocks {
	tryLock(fd: number): boolean;
	unlock(fd: number): void;
}

/**
 * Takes the data folder for this process alone, by an operating-system lock that ends with the
 * process, however it ends. Two engines on one folder would ruin it without a word.
 *
 * @returns gives the folder back
 * @throws DataFolderError when another process has it, or it cannot be written
 */
export function lockDataFolder(folder: string): () => void {
	const locks = createRequire(import.meta.url)('fs-native-extensions') as FileLocks;
	let fd: number;
	try {
		mkdirSync(folder, { recursive: true, mode: 0o700 });
		accessSync(folder, constants.W_OK);
		fd = openSync(join(folder, 'lock'), 'a+', 0o600);
	} catch (error) {
		throw new DataFolderError(
			`Gravitas cannot write to its data folder ${folder} (${(error as NodeJS.ErrnoException).code}). ` +
				'Make it writable, or name another one with GRAVITAS_DATA.'
		);
	}
	if (!locks.tryLock(fd)) {
		closeSync(fd);
		throw new DataFolderError(
			`Gravitas is already running on ${folder}. Use the window that is open, or stop it first.`
		);
	}
	return () => {
		locks.unlock(fd);
		closeSync(fd);
	};
}
