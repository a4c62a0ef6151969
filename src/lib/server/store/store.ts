import { recipeChange } from '$core/fly/index';
import { lieChange } from '$core/water/index';
import {
	lieFromDocument,
	recipeFromDocument,
	type ActionAnswer,
	type DocumentChange,
	type DocumentKind,
	type DocumentRow,
	type FlyRow,
	type LieRow,
	type RiverRow,
	type Snapshot,
	type StripSelection
} from '$lib/contract/documents';
import type { Database, Queryable } from '../db/database';
import { historyEnds, recordAction, recordEdit, stepHistory } from './actions';
import {
	findDocument,
	listDocuments,
	putDocument,
	removeDocument,
	type DocumentContent
} from './documents';

/** A request that cannot be met, with words for the person; nothing was changed. */
export class Refusal extends Error {
	override readonly name = 'Refusal';
	constructor(
		readonly status: 404 | 409 | 422,
		message: string,
		readonly current: DocumentRow | null = null
	) {
		super(message);
	}
}

/** Everything a person does, each a transaction with its entry in the action log. */
export interface Store {
	snapshot(): Promise<Snapshot>;
	list(kind: DocumentKind): Promise<DocumentRow[]>;
	get(kind: DocumentKind, id: string): Promise<DocumentRow>;
	create(kind: DocumentKind, id: string, content: DocumentContent): Promise<ActionAnswer>;
	/** @param revision the revision that the edit started from */
	edit(
		kind: DocumentKind,
		id: string,
		revision: number,
		content: DocumentContent
	): Promise<ActionAnswer>;
	remove(kind: DocumentKind, id: string, revision: number): Promise<ActionAnswer>;
	undo(): Promise<ActionAnswer>;
	redo(): Promise<ActionAnswer>;
	setStrip(selection: StripSelection): Promise<void>;
	close(): Promise<void>;
}

const words: Readonly<Record<DocumentKind, string>> = { fly: 'fly', lie: 'lie', river: 'river' };

function describe(a: DocumentRow, b: DocumentRow) {
	const change =
		a.kind === 'fly' && b.kind === 'fly'
			? recipeChange(recipeFromDocument(a.body.recipe), recipeFromDocument(b.body.recipe))
			: a.kind === 'lie' && b.kind === 'lie'
				? lieChange(lieFromDocument(a.body), lieFromDocument(b.body))
				: a.kind === 'river' && b.kind === 'river' && a.body.temperatureC !== b.body.temperatureC
					? {
							paths: ['temperature'],
							words: `water ${a.body.temperatureC} °C to ${b.body.temperatureC} °C`
						}
					: { paths: [], words: '' };
	if (a.name === b.name) return change;
	const renamed = `renamed from ${a.name}`;
	return {
		paths: [...change.paths, 'name'],
		words: change.words ? `${change.words}, ${renamed}` : renamed
	};
}

export function createStore(db: Database, release: () => void = () => undefined): Store {
	const current = async (tx: Queryable, kind: DocumentKind, id: string) => {
		const row = await findDocument(tx, kind, id);
		if (!row) throw new Refusal(404, `This ${words[kind]} is not there; it may have been deleted.`);
		return row;
	};
	const expect = (row: DocumentRow, revision: number) => {
		if (row.revision !== revision) {
			throw new Refusal(
				409,
				`“${row.name}” was changed in another window after this one read it.`,
				row
			);
		}
	};
	const answer = async (tx: Queryable, changes: DocumentChange[]): Promise<ActionAnswer> => ({
		changes,
		history: await historyEnds(tx)
	});
	const needsRiver = async (tx: Queryable, kind: DocumentKind, content: DocumentContent) => {
		if (kind !== 'lie') return;
		if (!(await findDocument(tx, 'river', content.riverId!))) {
			throw new Refusal(422, 'The river (riverId) of this lie is not there.');
		}
	};
	const step = (direction: 'undo' | 'redo') =>
		db.transaction(async (tx) => {
			const changes = await stepHistory(tx, direction);
			if (!changes) throw new Refusal(409, `There is nothing to ${direction}.`);
			return answer(tx, changes);
		});

	return {
		snapshot: () =>
			db.transaction(async (tx) => {
				const [strip] = await tx.query<{ value: StripSelection }>(
					`select value from setting where key = 'strip'`
				);
				return {
					flies: await listDocuments<FlyRow>(tx, 'fly'),
					lies: await listDocuments<LieRow>(tx, 'lie'),
					rivers: await listDocuments<RiverRow>(tx, 'river'),
					strip: strip?.value ?? { flyId: null, lieId: null },
					history: await historyEnds(tx)
				};
			}),
		list: (kind) => listDocuments(db, kind),
		get: (kind, id) => current(db, kind, id),
		create: (kind, id, content) =>
			db.transaction(async (tx) => {
				if (await findDocument(tx, kind, id)) {
					throw new Refusal(409, `A ${words[kind]} with this id is already there.`);
				}
				await needsRiver(tx, kind, content);
				const row = await putDocument(tx, kind, id, content);
				await recordAction(
					tx,
					`${row.name}: new ${words[kind]}`,
					[],
					[{ kind, id, before: null, after: row }]
				);
				return answer(tx, [{ kind, id, row }]);
			}),
		edit: (kind, id, revision, content) =>
			db.transaction(async (tx) => {
				const before = await current(tx, kind, id);
				expect(before, revision);
				await needsRiver(tx, kind, content);
				const row = await putDocument(tx, kind, id, content);
				if (describe(before, row).paths.length > 0) await recordEdit(tx, before, row, describe);
				return answer(tx, [{ kind, id, row }]);
			}),
		remove: (kind, id, revision) =>
			db.transaction(async (tx) => {
				const before = await current(tx, kind, id);
				expect(before, revision);
				if (kind === 'river') {
					const [lie] = await tx.query('select id from lie where river_id = $1 limit 1', [id]);
					if (lie) {
						throw new Refusal(409, `“${before.name}” still has lies. Delete or move them first.`);
					}
				}
				await removeDocument(tx, kind, id);
				await recordAction(
					tx,
					`${before.name}: ${words[kind]} deleted`,
					[],
					[{ kind, id, before, after: null }]
				);
				return answer(tx, [{ kind, id, row: null }]);
			}),
		undo: () => step('undo'),
		redo: () => step('redo'),
		setStrip: async (selection) => {
			await db.query(
				`insert into setting (key, value) values ('strip', $1)
				on conflict (key) do update set value = excluded.value`,
				[JSON.stringify(selection)]
			);
		},
		close: async () => {
			await db.close();
			release();
		}
	};
}
