import { join } from 'node:path';
import { makeBackup, restoreBackup, type RestoreOptions } from '../db/backup';
import type { Database, Queryable } from '../db/database';
import { PlaceError } from '../db/folder';
import { schemaOf } from '../db/migrate';
import { openPglite } from '../db/pglite';
import { openPostgres, SERVING } from '../db/postgres';
import { withoutPassword } from '../db/postgres-words';
import { contentsOf, type Contents } from '../db/tables';
import { holdFolder, lookThrough, replace } from './data-folder';

/** What was moved: the same rows, by count and checksum, are here and there. */
export interface Moved {
	readonly from: string;
	readonly to: string;
	/** The copy that it went by, in the data folder. */
	readonly copy: string;
	readonly contents: readonly Contents[];
	/** Whether all of it was there before: the last move was cut off after it was done. */
	readonly already: boolean;
}

/**
 * Brings all that a data folder holds, with its history, to an empty database of a server. It is there whole, compared
 * row by row, or the server's database is as it was; the folder is only read.
 *
 * @throws PlaceError when one of them cannot be used, or the database there holds other data
 */
export async function moveToServer(folder: string, url: string): Promise<Moved> {
	const { database, backups, release } = holdFolder(folder);
	try {
		const source = await openPglite(database);
		try {
			await lookThrough(source, database);
			if ((await schemaOf(source)) === 0) throw nothingToMove(folder);
			const target = await openPostgres(url, MOVING);
			try {
				return await moved(source, target, { from: folder, to: withoutPassword(url), backups });
			} finally {
				await target.close();
			}
		} finally {
			await source.close();
		}
	} finally {
		release();
	}
}

async function moved(
	source: Database,
	target: Database,
	{ from, to, backups }: { from: string; to: string; backups: string }
): Promise<Moved> {
	const contents = await source.read(contentsOf);
	if ((await schemaOf(target)) > 0) {
		if (!isSame(contents, await target.read(contentsOf))) {
			throw holdsOther(to);
		}
		return { from, to, copy: '', contents, already: true };
	}
	const { name } = await makeBackup(source, backups, 'by-hand');
	const copy = join(backups, name);
	// Somebody may have started Gravitas there meanwhile.
	const first = async (tx: Queryable) => {
		if ((await schemaOf(tx)) > 0) throw holdsOther(to);
	};
	await restoreBackup(target, copy, { ...whole(contents), first });
	return { from, to, copy, contents, already: false };
}

/**
 * Brings all that a server's database holds, with its history, into a data folder. What was in the folder is kept
 * beside it; the server's database is only read.
 *
 * @throws PlaceError when one of them cannot be used, or Gravitas runs on the server's database
 */
export async function moveFromServer(folder: string, url: string): Promise<Moved> {
	const { database, backups, release } = holdFolder(folder);
	try {
		const source = await openPostgres(url, MOVING);
		try {
			const from = withoutPassword(url);
			if ((await schemaOf(source)) === 0) throw nothingToMove(from);
			await nobodyServes(source, from);
			const contents = await source.read(contentsOf);
			const { name } = await makeBackup(source, backups, 'by-hand');
			const copy = join(backups, name);
			await replace(database, copy, whole(contents));
			return { from, to: folder, copy, contents, already: false };
		} finally {
			await source.close();
		}
	} finally {
		release();
	}
}

const MOVING = { name: `${SERVING} move` };

const holdsOther = (place: string) =>
	new PlaceError(
		`${place} holds other data of Gravitas already. Nothing was changed. Name an empty database.`
	);

const nothingToMove = (place: string) =>
	new PlaceError(`There is nothing of Gravitas in ${place} that could be moved.`);

/** What is changed after the copy would be left behind. */
async function nobodyServes(db: Database, place: string): Promise<void> {
	const [row] = await db.query<{ lines: number }>(
		`select count(*)::int as lines from pg_stat_activity
		where datname = current_database() and application_name = $1`,
		[SERVING]
	);
	if (row!.lines > 0) {
		throw new PlaceError(
			`Gravitas runs on ${place}. Stop it, in all its processes, and move then: what is changed meanwhile would stay behind.`
		);
	}
}

/** With the revisions that they have, and nothing less than there was. @throws PlaceError */
const whole = (contents: readonly Contents[]): RestoreOptions => ({
	jump: 0,
	check: async (tx) => {
		const there = await contentsOf(tx);
		if (isSame(contents, there)) return;
		const wrong = contents.find(({ table, rows, sum }) => {
			const its = there.find((other) => other.table === table);
			return its?.rows !== rows || its.sum !== sum;
		});
		throw new PlaceError(
			`What arrived is not what was sent (table ${wrong?.table ?? there[0]!.table}), so nothing was moved. Was it changed meanwhile? Try again.`
		);
	}
});

const isSame = (one: readonly Contents[], other: readonly Contents[]) =>
	JSON.stringify(one) === JSON.stringify(other);
