import type { Queryable } from '../db/database';
import type { Photo } from '../photo';

/** Keeps a photo; once, however often it comes. */
export const putPhoto = (tx: Queryable, { hash, width, height, jpeg }: Photo): Promise<unknown> =>
	tx.query(
		'insert into photo (hash, width, height, jpeg) values ($1, $2, $3, $4) on conflict do nothing',
		[hash, width, height, jpeg]
	);

/** @returns null when it is not here */
export async function findPhoto(tx: Queryable, hash: string): Promise<Photo | null> {
	const [row] = await tx.query<Photo>(
		'select hash, width, height, jpeg from photo where hash = $1',
		[hash]
	);
	return row ?? null;
}

/** Those that flies name, for an archive. */
export const namedPhotos = (tx: Queryable): Promise<Pick<Photo, 'hash' | 'jpeg'>[]> =>
	tx.query(
		`select hash, jpeg from photo
		where hash in (select body #>> '{about,photo}' from fly) order by hash`
	);
