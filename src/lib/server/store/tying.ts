import type { TyingProgress, TyingRow } from '$lib/documents/batch/body';
import type { Queryable } from '../db/database';

/** Where one is at the vise with each batch that is there. */
export async function listTying(db: Queryable): Promise<TyingRow[]> {
	const rows = await db.query<{ batch_id: string; progress: TyingProgress }>(
		'select batch_id, progress from tying join batch on batch.id = batch_id order by batch_id'
	);
	return rows.map(({ batch_id, progress }) => ({ batchId: batch_id, ...progress }));
}

export async function putTying(
	db: Queryable,
	batchId: string,
	progress: TyingProgress
): Promise<void> {
	await db.query(
		`insert into tying (batch_id, progress) values ($1, $2)
		on conflict (batch_id) do update set progress = excluded.progress, updated_at = clock_timestamp()`,
		[batchId, JSON.stringify(progress)]
	);
}
