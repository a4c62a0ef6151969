import {
	accessSync,
	chmodSync,
	constants,
	existsSync,
	lstatSync,
	readdirSync,
	readFileSync,
	rmdirSync,
	statfsSync,
	statSync
} from 'node:fs';
import { dirname, join } from 'node:path';
import { closedMode } from './modes';

/** Why the place of the data, a folder or a server, cannot be used; in words for the person who started the program. */
export class PlaceError extends Error {
	override readonly name = 'PlaceError';
}

/** PostgreSQL's major version, as PGlite writes it into the folder. */
const POSTGRES = '18';
const MEGABYTE = 2 ** 20;
/** A new database with its first change log is about 40 MB, made beside the place and moved there. */
const ROOM_TO_CREATE = 120 * MEGABYTE;
const ROOM_TO_OPEN = 32 * MEGABYTE;

const RESTORE =
	'“npm run restore” lists the backups and brings one back; the damaged folder is kept beside it.';

/** Room left where the folder is or will be, in bytes. */
export function freeBytes(folder: string): number {
	const { bavail, bsize } = statfsSync(existsSync(folder) ? folder : dirname(folder));
	return bavail * bsize;
}

/**
 * Looks at a database's folder before an engine touches it: an engine would make a new database over
 * a folder that it does not recognise.
 *
 * @param folder the database's own folder, which need not be there yet
 * @throws PlaceError saying what is wrong and the way out
 */
export function inspectFolder(folder: string): void {
	const free = freeBytes(folder);
	if (!existsSync(folder) || removedEmpty(folder)) {
		if (free < ROOM_TO_CREATE) throw tooFull(folder, free, ROOM_TO_CREATE);
		return;
	}
	if (!statSync(folder).isDirectory()) {
		throw new PlaceError(
			`${folder} is a file, but the database's folder belongs there. Move the file away and start again.`
		);
	}
	let version: string;
	try {
		version = readFileSync(join(folder, 'PG_VERSION'), 'utf8').trim();
		readFileSync(join(folder, 'global', 'pg_control'));
	} catch (error) {
		throw new PlaceError(
			`${folder} is not empty, yet no database can be read in it (${(error as NodeJS.ErrnoException).code}). ` +
				`If it was Gravitas's database it is damaged: ${RESTORE} If it is something else, name another folder with GRAVITAS_DATA.`
		);
	}
	if (version !== POSTGRES) {
		throw new PlaceError(otherVersion(folder, `it says “${version.slice(0, 20)}”`));
	}
	try {
		accessSync(folder, constants.W_OK);
		accessSync(join(folder, 'global', 'pg_control'), constants.W_OK);
	} catch (error) {
		throw new PlaceError(
			`Gravitas may not write to ${folder} (${(error as NodeJS.ErrnoException).code}). ` +
				'Make the folder and what is in it writable for you, or name another one with GRAVITAS_DATA.'
		);
	}
	if (free < ROOM_TO_OPEN) throw tooFull(folder, free, ROOM_TO_OPEN);
}

/** What is said of a database that opens but cannot be read through. */
export function damagedInside(folder: string, reason: string): PlaceError {
	return new PlaceError(
		`The database in ${folder} is damaged (${reason.slice(0, 300)}). ${RESTORE}`
	);
}

/** What is said of an engine that stood still: nothing is known to be damaged. */
export function silent(folder: string, reason: string): PlaceError {
	return new PlaceError(
		`The database in ${folder} could not be opened now. ${reason} Either its disk does not answer or this machine is ` +
			`far too busy; nothing says that it is damaged. Start again when the machine is quieter. If it stays so: ${RESTORE}`
	);
}

/** Takes from others what they may do with a file, or with a folder and all that is in it. */
export function closeToOthers(path: string): void {
	const found = lstatSync(path);
	// What a link points at is not ours.
	if (found.isSymbolicLink()) return;
	if (found.mode & 0o077) chmodSync(path, closedMode(found.mode & 0o7777));
	if (found.isDirectory()) for (const name of readdirSync(path)) closeToOthers(join(path, name));
}

/** The engine's reason for not opening, put into words with the way out. */
export function whyNotOpened(folder: string, reason: string): PlaceError {
	const clean = reason.slice(0, 300);
	if (/incompatible with server|not initialized by/i.test(reason)) {
		return new PlaceError(otherVersion(folder, clean));
	}
	if (/no space left/i.test(reason)) {
		return new PlaceError(
			`The disk that holds ${folder} is full, so the database cannot be opened. Nothing is lost: make room and start again.`
		);
	}
	return new PlaceError(
		`The database in ${folder} cannot be opened; it is damaged (${clean}). ${RESTORE}`
	);
}

function removedEmpty(folder: string): boolean {
	if (!statSync(folder).isDirectory() || readdirSync(folder).length > 0) return false;
	rmdirSync(folder);
	return true;
}

function otherVersion(folder: string, detail: string): string {
	return (
		`The database in ${folder} was written by another version of the database engine (${detail}). Nothing was changed. ` +
		'Start the Gravitas that wrote it, or bring its newest backup in here with “npm run restore”.'
	);
}

function tooFull(folder: string, free: number, needed: number): PlaceError {
	const mb = (bytes: number) => `${Math.floor(bytes / MEGABYTE)} MB`;
	return new PlaceError(
		`The disk that holds ${folder} has ${mb(free)} left and Gravitas needs ${mb(needed)} to be safe. ` +
			'Nothing was changed: make room and start again, or name another folder with GRAVITAS_DATA.'
	);
}
