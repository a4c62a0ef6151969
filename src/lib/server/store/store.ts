import { randomUUID } from 'node:crypto';
import type {
	ActionAnswer,
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
	type Collection,
	type Collections,
	type DocumentContent,
	type DocumentKind,
	type DocumentRow,
	type FlyRow
} from '$lib/documents/kinds';
import type { WeightCode } from '$lib/documents/fly/weight-code';
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
	stepHistory
} from './actions';
import type { Backups } from './backups';
import { changed, current, made, parts, removed, told, written, type ActionPart } from './changes';
import { documentTexts, type DocumentTexts } from './document-texts';
import {
	findDocument,
	firstFly,
	listCollections,
	listDocuments,
	listPage,
	type ListPage
} from './documents';
import type { Photo } from '../photo';
import type { Write } from './import';
import { News, versionIn, type Listener } from './news';
import { findPhoto, putPhoto } from './photos';
import { Refusal } from './refusal';
import {
	dropSetting,
	keepSetting,
	keepStrip,
	keepWorkedOut,
	setting,
	unitsIn,
	workedOut
} from './settings';
import { showIn, type ShownUnits } from '$core/quantity/index';
import { listTying, putTying } from './tying';

/** Presses closer together than this, on the same value, are one action; in milliseconds. */
const RUN_MS = 2500;

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
	 * @param photos that come with it
	 */
	together<T>(
		plan: (tx: Queryable) => Promise<{ result: T; label: string; writes: readonly Write[] }>,
		photos?: readonly Photo[]
	): Promise<{ result: T; answer: ActionAnswer }>;
	history(kind: DocumentKind, id: string): Promise<HistoryEntry[]>;
	/** What was done last, newest first. */
	done(): Promise<Done[]>;
	undo(): Promise<ActionAnswer>;
	redo(): Promise<ActionAnswer>;
	setStrip(selection: StripSelection): Promise<void>;
	/** What figures are shown in from now on: in pages, and in the words of what is done. */
	setUnits(units: ShownUnits): Promise<void>;
	/** How weights are told apart in the box from now on; null: they are not. */
	setWeightCode(code: WeightCode | null): Promise<void>;
	/** What was kept of a long work, and what it was done from; null when nothing was. */
	workedOut(what: string): Promise<{ readonly origin: string; readonly answer: unknown } | null>;
	/** Keeps the answer of a long work between starts, in place of the last one. */
	keepWorkedOut(what: string, origin: string, answer: unknown): Promise<void>;
	/** Where one is at the vise with a batch. @throws Refusal with 404 when that is not there */
	setTying(batchId: string, progress: TyingProgress): Promise<void>;
	/** Keeps a photo, for flies to name. */
	keepPhoto(photo: Photo): Promise<void>;
	/** @throws Refusal with 404 when it is not here */
	photo(hash: string): Promise<Photo>;
	/** Work that only reads, on one state of everything. */
	read<T>(work: (tx: Queryable) => Promise<T>): Promise<T>;
	/** Calls `listener` after each change, and with null when the store closes. @returns ends that */
	listen(listener: Listener): () => void;
	/** What the snapshot of this moment would say. */
	snapshotVersion(): Promise<string>;
	/** Changes whenever something is kept that is learned from: from what the database counts of those rows. */
	foundSum(): Promise<string>;
	/** All that is learned from, and its sum. */
	found(): Promise<{ readonly sum: string; readonly texts: DocumentTexts }>;
	readonly backups: Backups;
	/** Where the data are: a folder, or the address of a server's database without its password. */
	readonly place: string;
	/** Whether the database answers. @throws DatabaseError when it does not */
	answers(): Promise<void>;
	close(): Promise<void>;
}

/** Gives the database an id of its own, unless it has one; a backup brings its own. */
export const nameDatabase = (db: Database): Promise<unknown> =>
	db.transaction((tx) =>
		tx.query(
			`insert into setting (key, value) values ('database', to_jsonb($1::text)) on conflict do nothing`,
			[randomUUID()]
		)
	);

/** Makes the words of this process say figures as the person reads them. */
export async function speakIn(db: Database): Promise<void> {
	const units = await db.read(unitsIn);
	showIn(() => units);
}

/** Each kind has a table of its name. */
const foundSum = (db: Queryable) => sumOf(db, taughtBy);

/** What stands beside the database of a store. */
export interface Surroundings {
	/** Makes and restores copies of this database. */
	readonly backups: Backups;
	/** Gives the data folder back. */
	readonly release: () => void;
	readonly place: string;
}

export async function createStore(
	db: Database,
	{ backups, release, place }: Surroundings
): Promise<Store> {
	const news = await News.of(db, () => speakIn(db));
	return {
		...readsOf(db, backups),
		...writesOf(db, news),
		...besides(db, news),
		listen: (listener) => news.listen(listener),
		snapshotVersion: () => versionIn(db),
		backups: {
			...backups,
			restore: async (name) => {
				await backups.restore(name);
				await nameDatabase(db);
				await speakIn(db);
				await news.tellAnew();
			}
		},
		place,
		answers: async () => void (await db.query('select 1')),
		close: async () => {
			backups.stop();
			news.end();
			try {
				await db.close();
			} finally {
				release();
			}
		}
	};
}

/** What a window or a script reads of documents. */
function readsOf(
	db: Database,
	backups: Backups
): Pick<Store, 'snapshot' | 'opening' | 'list' | 'page' | 'get' | 'history' | 'done' | 'read'> {
	/** All documents, as they were read at a snapshot version: who asks for an answer does not pay for all that is kept. */
	let held: { readonly at: string; readonly collections: Collections } | null = null;
	/** What is asked of everything at once, beside the documents. */
	const aboutAll = async (tx: Queryable, at: string) => ({
		snapshotVersion: at,
		trouble: backups.trouble(),
		database: (await setting<string>(tx, 'database')) ?? '',
		tying: await listTying(tx),
		strip: {
			flyId: null,
			lieId: null,
			rigId: null,
			...(await setting<StripSelection>(tx, 'strip'))
		},
		units: await unitsIn(tx),
		weightCode: (await setting<WeightCode | null>(tx, 'weight code')) ?? null,
		history: await historyEnds(tx)
	});
	return {
		snapshot: () =>
			db.read(async (tx) => {
				const at = await versionIn(tx);
				if (held?.at !== at) held = { at, collections: await listCollections(tx) };
				const { collections } = held;
				return { ...collections, ...(await aboutAll(tx, at)) };
			}),
		opening: () =>
			db.read(async (tx) => {
				const about = await aboutAll(tx, await versionIn(tx));
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
		history: (kind, id) =>
			db.read(async (tx) => {
				const entries = await historyOf(tx, id);
				// A deleted document still has its history; one that never was has none.
				if (entries.length === 0) await current(tx, kind, id);
				return entries;
			}),
		done: () => db.read(doneLately),
		read: (work) => db.read(work)
	};
}

/** Everything that changes documents; each an action with its entry. */
function writesOf(
	db: Database,
	news: News
): Pick<Store, 'create' | 'edit' | 'remove' | 'act' | 'together' | 'undo' | 'redo'> {
	// Not by the day's clock, which a person may set back over minutes; that of a server nobody does.
	let lastEdit = -Infinity;
	/** A transaction whose changes every window is told of, once they are on the disk. */
	const act = async (
		work: (tx: Queryable) => Promise<readonly DocumentChange[]>
	): Promise<ActionAnswer> => {
		const answer = await db.transaction(async (tx) => {
			const changes = await work(tx);
			const snapshotVersion =
				changes.length > 0 ? await news.count(tx, changes) : await versionIn(tx);
			return { snapshotVersion, changes, history: await historyEnds(tx) };
		});
		lastEdit = -Infinity;
		if (answer.changes.length > 0) news.tell(answer);
		return answer;
	};
	const step = (direction: 'undo' | 'redo') =>
		act(async (tx) => {
			const changes = await stepHistory(tx, direction);
			if (!changes) throw new Refusal(409, `There is nothing to ${direction}.`);
			return changes;
		});
	return {
		create: (kind, id, content) =>
			act(async (tx) => {
				const record = await made(tx, { kind, id, content });
				await recordAction(tx, `${record.after.name}: new ${kinds[kind].one}`, [], [record]);
				return told([record]);
			}),
		edit: async (kind, id, revision, content) => {
			const answer = await act(async (tx) => {
				const record = await changed(tx, { kind, id, content }, revision);
				// In its turn: the edit before may still have been under way when this one came.
				const soon = db.others ? RUN_MS : performance.now() - lastEdit < RUN_MS;
				await recordEdit(tx, record.before, record.after, soon);
				return told([record]);
			});
			lastEdit = performance.now();
			return answer;
		},
		remove: (kind, id, revision) =>
			act(async (tx) => {
				const { before, records } = await removed(tx, kind, id, revision);
				await recordAction(tx, `${before.name}: ${kinds[kind].one} deleted`, [], records);
				return told(records);
			}),
		act: (label, changes) =>
			act(async (tx) => {
				const records = await parts(tx, changes);
				if (records.length > 0) await recordAction(tx, label, [], records);
				return told(records);
			}),
		together: async <T>(
			plan: (tx: Queryable) => Promise<{ result: T; label: string; writes: readonly Write[] }>,
			photos: readonly Photo[] = []
		) => {
			let planned: T;
			const answer = await act(async (tx) => {
				for (const photo of photos) await putPhoto(tx, photo);
				const { result, label, writes } = await plan(tx);
				planned = result;
				const records = [];
				for (const write of writes) records.push(await written(tx, write));
				if (records.length > 0) await recordAction(tx, label, [], records);
				return told(records);
			});
			return { result: planned!, answer };
		},
		undo: () => step('undo'),
		redo: () => step('redo')
	};
}

/** What is kept beside the documents, and what is learned from. */
function besides(
	db: Database,
	news: News
): Pick<
	Store,
	| 'setStrip'
	| 'setUnits'
	| 'setWeightCode'
	| 'workedOut'
	| 'keepWorkedOut'
	| 'setTying'
	| 'foundSum'
	| 'found'
	| 'keepPhoto'
	| 'photo'
> {
	return {
		keepPhoto: async (photo) => {
			await db.transaction((tx) => putPhoto(tx, photo));
		},
		photo: async (hash) => {
			const photo = await findPhoto(db, hash);
			if (!photo) throw new Refusal(404, 'There is no such photo here.');
			return photo;
		},
		setStrip: async (selection) => {
			await db.transaction((tx) => keepStrip(tx, selection));
		},
		setUnits: async (units) => {
			await db.transaction(async (tx) => {
				await keepSetting(tx, 'units', units);
				await news.settings(tx);
			});
			await speakIn(db);
		},
		setWeightCode: async (code) => {
			await db.transaction((tx) =>
				code ? keepSetting(tx, 'weight code', code) : dropSetting(tx, 'weight code')
			);
		},
		workedOut: (what) => workedOut(db, what),
		keepWorkedOut: async (what, origin, answer) => {
			await keepWorkedOut(db, what, origin, answer);
		},
		setTying: (batchId, progress) =>
			db.transaction(async (tx) => {
				await current(tx, 'batch', batchId);
				await putTying(tx, batchId, progress);
			}),
		foundSum: () => foundSum(db),
		found: () =>
			db.read(async (tx) => ({
				sum: await foundSum(tx),
				texts: await documentTexts(tx, taughtBy)
			}))
	};
}
