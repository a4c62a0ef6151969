import { randomUUID } from 'node:crypto';
import { difference } from '$lib/documents/changes';
import type {
	ActionAnswer,
	ChangeNews,
	DocumentChange,
	Done,
	HistoryEntry,
	Opening,
	Snapshot,
	StripSelection
} from '$lib/api/answers';
import {
	documentKinds,
	growingKinds,
	kinds,
	withinOf,
	type Collection,
	type Collections,
	type DocumentContent,
	type DocumentKind,
	type DocumentRow,
	type FlyRow
} from '$lib/documents/kinds';
import { taughtBy } from '$lib/evidence/observations';
import type { TyingProgress } from '$lib/documents/batch/body';
import type { Database, Queryable } from '../db/database';
import { sumOf } from '../db/tables';
import {
	doneLately,
	historyEnds,
	historyOf,
	recordAction,
	recordEdit,
	stateAt,
	stepHistory,
	type ChangeRecord
} from './actions';
import type { Backups } from './backups';
import {
	findDocument,
	findWithin,
	firstFly,
	listCollections,
	listDocuments,
	listPage,
	putDocument,
	removeDocument,
	type ListPage
} from './documents';
import { documentTexts, type DocumentTexts } from './document-texts';
import { listTying, putTying } from './tying';
import { checkContent } from './content';
import type { Write } from './import';
import { returnReserved } from './reserved';
import { Refusal } from './refusal';

/** Presses closer together than this, on the same value, are one action; in milliseconds. */
const RUN_MS = 2500;

export type Listener = (news: ChangeNews | null) => void;

/** Everything a person does, each a transaction with its entry in the action log. */
export interface Store {
	snapshot(): Promise<Snapshot>;
	/** What a page needs to stand at once; its work does not grow with what is kept. */
	opening(): Promise<Opening>;
	list(kind: DocumentKind): Promise<DocumentRow[]>;
	/** Some of them, oldest first. @param after `next` of the page before; null for the first @throws Refusal when it is none */
	page(kind: DocumentKind, after: string | null, most: number): Promise<ListPage>;
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
	/**
	 * Several changes as one action: all are done or none.
	 *
	 * @throws Refusal that names the change which cannot be
	 */
	act(label: string, changes: readonly ActionPart[]): Promise<ActionAnswer>;
	/**
	 * What an import brings, as one action.
	 *
	 * @param plan reads what is there, and says what to write and under which label; null for nothing
	 */
	together<T>(
		plan: (tx: Queryable) => Promise<{ result: T; label: string; writes: readonly Write[] }>
	): Promise<{ result: T; answer: ActionAnswer }>;
	history(kind: DocumentKind, id: string): Promise<HistoryEntry[]>;
	/** What was done last, newest first. */
	done(): Promise<Done[]>;
	undo(): Promise<ActionAnswer>;
	redo(): Promise<ActionAnswer>;
	setStrip(selection: StripSelection): Promise<void>;
	/** What was kept of a long work, and what it was done from; null when nothing was. */
	workedOut(what: string): Promise<{ readonly origin: string; readonly answer: unknown } | null>;
	/** Keeps the answer of a long work between starts, in place of the last one. */
	keepWorkedOut(what: string, origin: string, answer: unknown): Promise<void>;
	/** Where one is at the vise with a batch. @throws Refusal with 404 when that is not there */
	setTying(batchId: string, progress: TyingProgress): Promise<void>;
	/** Work that only reads, on one state of everything. */
	read<T>(work: (tx: Queryable) => Promise<T>): Promise<T>;
	/** Calls `listener` after each change, and with null when the store closes. @returns ends that */
	listen(listener: Listener): () => void;
	/** What the snapshot of this moment would say. */
	stand(): string;
	/** Changes whenever something is kept that is learned from. */
	foundStand(): string;
	/** As foundStand, and the same after a start: from what the database counts of the rows that are learned from. */
	foundSum(): Promise<string>;
	/** All that is learned from, and its sum. */
	found(): Promise<{ readonly sum: string; readonly texts: DocumentTexts }>;
	readonly backups: Backups;
	close(): Promise<void>;
}

/** One of several changes. */
export interface ActionPart {
	readonly kind: DocumentKind;
	readonly id: string;
	/** That it started from; null for a new document. */
	readonly revision: number | null;
	/** null: it is deleted. */
	readonly content: DocumentContent | null;
}

/** Gives the database an id of its own, unless it has one; a backup brings its own. */
export const nameDatabase = (db: Database): Promise<unknown> =>
	db.transaction((tx) =>
		tx.query(
			`insert into setting (key, value) values ('database', to_jsonb($1::text)) on conflict do nothing`,
			[randomUUID()]
		)
	);

/** Each kind has a table of its name. */
const foundSum = (db: Queryable) => sumOf(db, taughtBy);

/**
 * @param backups makes and restores copies of this database
 * @param release gives the data folder back
 */
export function createStore(db: Database, backups: Backups, release: () => void): Store {
	// The stand is this process's own: a window that outlives it finds another one, and reads anew.
	const epoch = randomUUID().slice(0, 8);
	let count = 0;
	let found = 0;
	const stand = () => `${epoch}.${count}`;
	/** All documents, as they were read at a stand: who asks for an answer does not pay for all that is kept. */
	let held: { readonly at: number; readonly collections: Collections } | null = null;
	const listeners = new Set<Listener>();
	const tell = (news: Omit<ChangeNews, 'stand'>) => {
		count++;
		if (news.changes?.every(({ kind }) => !taughtBy.includes(kind)) !== true) found++;
		for (const listener of listeners) listener({ ...news, stand: stand() });
	};

	// Not by the day's clock, which may be set back over minutes.
	let lastEdit = -Infinity;
	const soon = () => performance.now() - lastEdit < RUN_MS;

	const current = async (tx: Queryable, kind: DocumentKind, id: string) => {
		const row = await findDocument(tx, kind, id);
		if (!row)
			throw new Refusal(404, `This ${kinds[kind].one} is not there; it may have been deleted.`);
		return row;
	};
	const expect = async (tx: Queryable, row: DocumentRow, revision: number) => {
		if (row.revision === revision) return;
		const seen = await stateAt(tx, row.id, revision);
		const changed = seen ? difference(seen, row).words : '';
		const what = changed ? `: ${changed}` : '';
		throw new Refusal(
			409,
			`“${row.name}” was changed after revision ${revision} was read${what}. It is at revision ${row.revision} now.`,
			{ current: row, changed }
		);
	};
	const needsOuter = async (tx: Queryable, kind: DocumentKind, content: DocumentContent) => {
		const within = withinOf(kind);
		if (!within || (await findDocument(tx, within.kind, content[within.key]!))) return;
		const outer = `${kinds[within.kind].one} (${within.key})`;
		throw new Refusal(422, `The ${outer} of this ${kinds[kind].one} is not there.`);
	};
	/** A transaction whose changes every window is told of, once they are on the disk. */
	const act = async (
		work: (tx: Queryable) => Promise<readonly DocumentChange[]>
	): Promise<ActionAnswer> => {
		const answer = await db.transaction(async (tx) => {
			const changes = await work(tx);
			return { changes, history: await historyEnds(tx) };
		});
		lastEdit = -Infinity;
		if (answer.changes.length > 0) tell(answer);
		return { ...answer, stand: stand() };
	};
	/** A new document, checked and put. */
	const made = async (tx: Queryable, kind: DocumentKind, id: string, content: DocumentContent) => {
		if (await findDocument(tx, kind, id)) {
			throw new Refusal(409, `A ${kinds[kind].one} with this id is already there.`);
		}
		await needsOuter(tx, kind, content);
		checkContent(kind, content, null);
		const after = await putDocument(tx, kind, id, content);
		return { kind, id, before: null, after };
	};
	/** A document as it is changed, checked and put. */
	const changed = async (
		tx: Queryable,
		{ kind, id }: Pick<ActionPart, 'kind' | 'id'>,
		revision: number,
		content: DocumentContent
	) => {
		const before = await current(tx, kind, id);
		await expect(tx, before, revision);
		await needsOuter(tx, kind, content);
		checkContent(kind, content, before);
		return { kind, id, before, after: await putDocument(tx, kind, id, content) };
	};
	/** A document that goes, and what goes with it. */
	const removed = async (tx: Queryable, kind: DocumentKind, id: string, revision: number) => {
		const before = await current(tx, kind, id);
		await expect(tx, before, revision);
		const inner = await findWithin(tx, kind, id);
		if (inner) {
			const { many } = kinds[inner];
			throw new Refusal(409, `“${before.name}” still has ${many}. Delete or move them first.`);
		}
		const returned = before.kind === 'batch' ? await returnReserved(tx, before) : [];
		await removeDocument(tx, kind, id);
		return { before, records: [...returned, { kind, id, before, after: null }] };
	};
	const oneOf = async (tx: Queryable, change: ActionPart): Promise<readonly ChangeRecord[]> => {
		const { kind, id, revision, content } = change;
		if (content === null) {
			if (revision === null) {
				throw new Refusal(422, 'To delete takes the revision that was seen; to make, a document.');
			}
			return (await removed(tx, kind, id, revision)).records;
		}
		if (revision === null) return [await made(tx, kind, id, content)];
		return [await changed(tx, change, revision, content)];
	};
	const told = (records: readonly ChangeRecord[]): DocumentChange[] =>
		records.map(({ kind, id, after }) => ({ kind, id, row: after }));
	const step = (direction: 'undo' | 'redo') =>
		act(async (tx) => {
			const changes = await stepHistory(tx, direction);
			if (!changes) throw new Refusal(409, `There is nothing to ${direction}.`);
			return changes;
		});

	/** What is asked of everything at once, beside the documents. */
	const aboutAll = async (tx: Queryable, at: number) => {
		const setting = async <T>(key: string) => {
			const sql = 'select value from setting where key = $1';
			return (await tx.query<{ value: T }>(sql, [key]))[0]?.value;
		};
		const chosen = await setting<StripSelection>('strip');
		return {
			stand: `${epoch}.${at}`,
			trouble: backups.trouble(),
			database: (await setting<string>('database')) ?? '',
			tying: await listTying(tx),
			strip: { flyId: null, lieId: null, rigId: null, ...chosen },
			history: await historyEnds(tx)
		};
	};

	return {
		snapshot: () =>
			db.read(async (tx) => {
				// A change that is told of meanwhile may be in it or not: with this stand it is asked for.
				const at = count;
				if (held?.at !== at) held = { at, collections: await listCollections(tx) };
				const { collections } = held;
				return { ...collections, ...(await aboutAll(tx, at)) };
			}),
		opening: () =>
			db.read(async (tx) => {
				const about = await aboutAll(tx, count);
				const { strip } = about;
				const all: Partial<Record<Collection, DocumentRow[]>> = {};
				for (const kind of documentKinds) {
					const grows = growingKinds.includes(kind);
					all[kinds[kind].collection] = grows ? [] : await listDocuments(tx, kind);
				}
				const fly =
					(strip.flyId && (await findDocument(tx, 'fly', strip.flyId))) || (await firstFly(tx));
				return {
					...about,
					...(all as Collections),
					flies: fly ? [fly as FlyRow] : [],
					strip: { ...strip, flyId: fly?.id ?? null },
					left: growingKinds
				};
			}),
		list: (kind) => listDocuments(db, kind),
		page: async (kind, after, most) => {
			const page = await listPage(db, kind, after, most);
			if (!page) {
				throw new Refusal(422, 'after must be what the page before names as its next one.');
			}
			return page;
		},
		get: (kind, id) => current(db, kind, id),
		create: (kind, id, content) =>
			act(async (tx) => {
				const record = await made(tx, kind, id, content);
				await recordAction(tx, `${record.after.name}: new ${kinds[kind].one}`, [], [record]);
				return told([record]);
			}),
		edit: (kind, id, revision, content) =>
			act(async (tx) => {
				const record = await changed(tx, { kind, id }, revision, content);
				await recordEdit(tx, record.before, record.after, soon());
				return told([record]);
			}).then((answer) => {
				lastEdit = performance.now();
				return answer;
			}),
		remove: (kind, id, revision) =>
			act(async (tx) => {
				const { before, records } = await removed(tx, kind, id, revision);
				await recordAction(tx, `${before.name}: ${kinds[kind].one} deleted`, [], records);
				return told(records);
			}),
		act: (label, changes) =>
			act(async (tx) => {
				const records: ChangeRecord[] = [];
				for (const [k, change] of changes.entries()) {
					try {
						records.push(...(await oneOf(tx, change)));
					} catch (error) {
						if (!(error instanceof Refusal)) throw error;
						throw new Refusal(error.status, error.message, { ...error.more, change: k });
					}
				}
				if (records.length > 0) await recordAction(tx, label, [], records);
				return told(records);
			}),
		together: async <T>(
			plan: (tx: Queryable) => Promise<{ result: T; label: string; writes: readonly Write[] }>
		) => {
			let planned: T;
			const answer = await act(async (tx) => {
				const { result, label, writes } = await plan(tx);
				planned = result;
				const records: ChangeRecord[] = [];
				for (const { kind, id, content } of writes) {
					const before = await findDocument(tx, kind, id);
					await needsOuter(tx, kind, content);
					checkContent(kind, content, before);
					records.push({ kind, id, before, after: await putDocument(tx, kind, id, content) });
				}
				if (records.length > 0) await recordAction(tx, label, [], records);
				return told(records);
			});
			return { result: planned!, answer };
		},
		history: (kind, id) =>
			db.read(async (tx) => {
				const entries = await historyOf(tx, id);
				// A deleted document still has its history; one that never was has none.
				if (entries.length === 0) await current(tx, kind, id);
				return entries;
			}),
		done: () => db.read(doneLately),
		undo: () => step('undo'),
		redo: () => step('redo'),
		setStrip: async (selection) => {
			await db.transaction((tx) =>
				tx.query(
					// The rig that is put away for none stays the one that chances are meant by.
					`insert into setting (key, value) values ('strip', $1::jsonb)
					on conflict (key) do update set value = excluded.value || coalesce((
						select jsonb_build_object('lastRigId', last) from (select coalesce(
							excluded.value ->> 'rigId', excluded.value ->> 'lastRigId',
							setting.value ->> 'rigId', setting.value ->> 'lastRigId') as last) as used
						where last is not null), '{}'::jsonb)`,
					[JSON.stringify(selection)]
				)
			);
		},
		workedOut: async (what) => {
			const [row] = await db.query<{ origin: string; answer: string }>(
				'select origin, answer from worked_out where what = $1',
				[what]
			);
			return row ? { origin: row.origin, answer: JSON.parse(row.answer) as unknown } : null;
		},
		keepWorkedOut: async (what, origin, answer) => {
			await db.transaction((tx) =>
				tx.query(
					`insert into worked_out (what, origin, answer) values ($1, $2, $3)
					on conflict (what) do update set origin = excluded.origin, answer = excluded.answer`,
					[what, origin, JSON.stringify(answer)]
				)
			);
		},
		setTying: async (batchId, progress) => {
			await db.transaction(async (tx) => {
				await current(tx, 'batch', batchId);
				await putTying(tx, batchId, progress);
			});
		},
		read: (work) => db.read(work),
		listen: (listener) => {
			listeners.add(listener);
			return () => listeners.delete(listener);
		},
		stand,
		foundStand: () => `${epoch}.${found}`,
		foundSum: () => foundSum(db),
		found: () =>
			db.read(async (tx) => ({
				sum: await foundSum(tx),
				texts: await documentTexts(tx, taughtBy)
			})),
		backups: {
			...backups,
			restore: async (name) => {
				await backups.restore(name);
				await nameDatabase(db);
				tell({ changes: null, history: await db.read(historyEnds) });
			}
		},
		close: async () => {
			backups.stop();
			for (const listener of listeners) listener(null);
			listeners.clear();
			try {
				await db.close();
			} finally {
				release();
			}
		}
	};
}
