import { closeSync, fsyncSync, openSync } from 'node:fs';

/** Puts a file, or the entries of a folder, on the disk. */
export function fsyncPath(path: string): void {
	const fd = openSync(path, 'r');
	try {
		fsyncSync(fd);
	} finally {
		closeSync(fd);
	}
}
