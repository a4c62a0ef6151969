import { METRIC, type ShownUnits } from '$core/quantity/index';
import type { StripSelection } from '$lib/api/answers';
import type { Database, Queryable } from '../db/database';

/** What was kept under a key. */
export async function setting<T>(tx: Queryable, key: string): Promise<T | undefined> {
	const sql = 'select value from setting where key = $1';
	return (await tx.query<{ value: T }>(sql, [key]))[0]?.value;
}

/** In place of what was kept under it. */
export const keepSetting = (tx: Queryable, key: string, value: object): Promise<unknown> =>
	tx.query(
		`insert into setting (key, value) values ($1, $2::jsonb)
		on conflict (key) do update set value = excluded.value`,
		[key, JSON.stringify(value)]
	);

/** Forgets what was kept under it. */
export const dropSetting = (tx: Queryable, key: string): Promise<unknown> =>
	tx.query('delete from setting where key = $1', [key]);

/** What figures are shown in, in this database. */
export const unitsIn = async (tx: Queryable): Promise<ShownUnits> => ({
	...METRIC,
	...(await setting<Partial<ShownUnits>>(tx, 'units'))
});

/** The rig that is put away for none stays the one that chances are meant by. */
export const keepStrip = (tx: Queryable, selection: StripSelection): Promise<unknown> =>
	tx.query(
		`insert into setting (key, value) values ('strip', $1::jsonb)
		on conflict (key) do update set value = excluded.value || coalesce((
			select jsonb_build_object('lastRigId', last) from (select coalesce(
				excluded.value ->> 'rigId', excluded.value ->> 'lastRigId',
				setting.value ->> 'rigId', setting.value ->> 'lastRigId') as last) as used
			where last is not null), '{}'::jsonb)`,
		[JSON.stringify(selection)]
	);

/** What was kept of a long work. */
export async function workedOut(
	db: Queryable,
	what: string
): Promise<{ readonly origin: string; readonly answer: unknown } | null> {
	const [row] = await db.query<{ origin: string; answer: string }>(
		'select origin, answer from worked_out where what = $1',
		[what]
	);
	return row ? { origin: row.origin, answer: JSON.parse(row.answer) as unknown } : null;
}

/** In place of what was kept of it last. */
export const keepWorkedOut = (
	db: Database,
	what: string,
	origin: string,
	answer: unknown
): Promise<unknown> =>
	db.transaction((tx) =>
		tx.query(
			`insert into worked_out (what, origin, answer) values ($1, $2, $3)
			on conflict (what) do update set origin = excluded.origin, answer = excluded.answer`,
			[what, origin, JSON.stringify(answer)]
		)
	);
