import type {
	ActionAnswer,
	ChangeNews,
	DocumentChange,
	HistoryEnds,
	Opening,
	Snapshot
} from '$lib/api/answers';
import { INVISIBLE, isVisible } from '$lib/contract/names';
import {
	contentOf,
	growingKinds,
	kinds,
	type DocumentKind,
	type DocumentRow,
	type RowOf
} from '$lib/documents/kinds';
import type { WeightCode } from '$lib/documents/fly/weight-code';
import { sameContent } from '$lib/documents/difference';
import { api, RequestError, type ActionChange } from './client';
import { lost, meet } from './meeting';
import type { Notice } from './notice';
import { freeName } from './rows';
import { Saver } from './saver';
import { Shelves } from './shelves.svelte';
import { Unsent, type UnsentChange } from './unsent';

/** All documents as this window shows them; every change is kept by itself. */
export class Documents {
	private readonly shelves: Shelves;
	history = $state.raw<HistoryEnds>({ undo: null, redo: null });
	notice = $state.raw<Notice | null>(null);
	/** How weights are told apart in the box; null where they are not. */
	weightCode = $state.raw<WeightCode | null>(null);
	saving = $state(false);
	/** What is wrong with the keeping of the data, as the server last said; null when nothing is known. */
	trouble = $state<string | null>(null);
	/** Why a change is on this page alone, in words; it is tried again. null while all is on the server. */
	unsaved = $state<string | null>(null);
	/** When all this was said, where the program does not answer and nothing can be changed; null otherwise. */
	saidAt = $state<string | null>(null);
	/** Kinds of which not all are here yet. */
	left = $state.raw<readonly DocumentKind[]>([]);
	/** Kinds that are being fetched, each until it is here. */
	// eslint-disable-next-line svelte/prefer-svelte-reactivity -- nothing shown is derived from it
	private readonly fetching = new Map<DocumentKind, Promise<void>>();
	/** Told of a document that undo or redo brought or changed, so that it is seen. */
	stepped: (row: DocumentRow) => void = () => undefined;
	/** Told of what was kept, here or in another window; of null when it may be everything. */
	kept: (changes: readonly DocumentChange[] | null) => void = () => undefined;
	private readonly saver: Saver;
	private readonly unsent: Unsent;
	private snapshotVersion: string;
	/** The snapshot version that the history is of. */
	private heard: string;

	/** @param storage where changes wait that could not be sent; null while the page is made on the server */
	constructor(data: Snapshot & Partial<Opening>, storage: Storage | null = null) {
		this.left = data.left ?? [];
		this.unsent = new Unsent(data.database, storage);
		this.shelves = new Shelves(data);
		this.history = data.history;
		this.trouble = data.trouble;
		this.weightCode = data.weightCode;
		this.snapshotVersion = data.snapshotVersion;
		this.heard = data.snapshotVersion;
		this.saver = new Saver({
			saved: (answer, newer) => this.saved(answer, newer),
			failed: (row, error, retrying) => this.failed(row, error, retrying)
		});
	}

	/** All of a kind, in the order of its lists. */
	all<Kind extends DocumentKind>(kind: Kind): readonly RowOf<Kind>[] {
		return this.shelves.of(kind).inOrder;
	}

	/** All of a kind, in the order in which they were made. */
	made<Kind extends DocumentKind>(kind: Kind): readonly RowOf<Kind>[] {
		return this.shelves.of(kind).rows;
	}

	find<Kind extends DocumentKind>(kind: Kind, id: string | null | undefined) {
		return this.shelves.find(kind, id);
	}

	/** Whether all of these kinds is here. */
	has(wanted: readonly DocumentKind[]): boolean {
		return !wanted.some((kind) => this.left.includes(kind));
	}

	/** Fetches what the opening left out of these kinds. @returns once it is here, however often it has to be tried */
	async want(wanted: readonly DocumentKind[]): Promise<void> {
		for (const kind of wanted) {
			if (this.has([kind])) continue;
			const under = this.fetching.get(kind) ?? this.fetchAll(kind);
			this.fetching.set(kind, under);
			await under;
			this.fetching.delete(kind);
		}
	}

	private readonly toSend = (id: string) => this.saver.has(id);

	private async fetchAll(kind: DocumentKind): Promise<void> {
		let told: Notice | null = null;
		while (!this.has([kind])) {
			try {
				const rows: DocumentRow[] = [];
				for await (const page of api.pages(kind)) rows.push(...page);
				// It may have come whole meanwhile.
				if (this.has([kind])) continue;
				this.shelves.fill(kind, rows, this.toSend);
				this.left = this.left.filter((other) => other !== kind);
			} catch (error) {
				if (!(error instanceof RequestError)) throw error;
				this.notice = told = { words: error.message, choices: [], passing: true };
				await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
			}
		}
		if (told && this.notice === told) this.notice = null;
	}

	/** @returns what is wrong with the name, in words; null when it was taken */
	rename(row: DocumentRow, name: string): string | null {
		const clean = name.trim();
		if (clean.length < 1 || clean.length > 80) return 'A name has 1 to 80 characters.';
		if (!isVisible(clean)) return INVISIBLE;
		if (clean !== row.name) this.change({ ...row, name: clean });
		return null;
	}

	undo = () => this.step('undo');
	redo = () => this.step('redo');

	/** Sends what still waits; for a page that is about to go. */
	flush(): Promise<void> {
		return this.saver.flush();
	}

	/** Tells weights apart so from now on. @throws RequestError */
	async setWeightCode(code: WeightCode | null): Promise<void> {
		if (this.isAway()) return;
		await api.weightCode(code);
		this.weightCode = code;
	}

	dismiss(): void {
		this.notice = null;
	}

	/** Another window, a script or this one kept something. */
	receive(news: ChangeNews): void {
		const [epoch, count] = this.snapshotVersion.split('.');
		const next = `${epoch}.${Number(count) + 1}`;
		if (news.changes === null || news.snapshotVersion !== next) {
			if (news.snapshotVersion !== this.snapshotVersion) void this.refresh();
			return;
		}
		this.snapshotVersion = news.snapshotVersion;
		for (const change of news.changes) this.putNewer(change);
		this.hear(news);
	}

	/** The connection was made anew: what was missed meanwhile is fetched. */
	hello(snapshotVersion: string): void {
		if (snapshotVersion !== this.snapshotVersion) void this.refresh();
	}

	/** Takes over all that is here as it stands, but for what this window has still to send. */
	async refresh(): Promise<void> {
		await this.attempt(async () => {
			const data = await api.snapshot();
			const told = { ...data };
			for (const kind of growingKinds) {
				told[kinds[kind].collection] = (await this.nowOf(kind)) as never;
			}
			this.snapshotVersion = data.snapshotVersion;
			this.heard = data.snapshotVersion;
			this.history = data.history;
			this.trouble = data.trouble;
			this.weightCode = data.weightCode;
			this.shelves.renew(told, this.toSend);
			this.kept(null);
		});
	}

	/** What this window has of a kind, as it stands on the server: all of it, or the few that it was opened with. */
	private async nowOf(kind: DocumentKind): Promise<DocumentRow[]> {
		const rows: DocumentRow[] = [];
		if (this.has([kind])) for await (const page of api.pages(kind)) rows.push(...page);
		else {
			for (const { id } of this.shelves.of(kind).rows) {
				const row = await api.get(kind, id);
				if (row) rows.push(row);
			}
		}
		return rows;
	}

	/** What another window did, unless this one has a change of its own to send: the save then settles it. */
	private putNewer(change: DocumentChange): void {
		if (this.saver.has(change.id)) return;
		const shown = this.find(change.kind, change.id);
		if (change.row && shown && change.row.revision <= shown.revision) return;
		this.shelves.putKept(change);
	}

	change(row: DocumentRow): void {
		if (this.isAway()) return;
		this.shelves.put({ kind: row.kind, id: row.id, row });
		this.saving = true;
		this.saver.save(row);
		if (this.unsaved) this.keepUnsent();
	}

	/** @returns the id of what was made; null when it was not */
	create(kind: DocumentKind, document: object): Promise<string | null> {
		return this.attempt(async () => {
			const id = crypto.randomUUID();
			this.take(await api.create(kind, { id, ...document }));
			return id;
		});
	}

	/** Deletes without asking, and says so with the way back. @returns whether it is gone */
	async erase({ kind, id }: DocumentRow): Promise<boolean> {
		const gone = await this.attempt(async () => {
			const now = this.find(kind, id);
			if (now) this.take(await api.remove(kind, id, now.revision));
			return now;
		});
		if (!gone) return false;
		this.say(`“${gone.name}” is deleted.`, 'Bring it back');
		return true;
	}

	/** Says what was done, with the way back, until something else is. */
	say(words: string, back: string): void {
		this.saySo(words, { words: `${back} (Ctrl+Z)`, act: () => void this.step('undo') });
	}

	private sayStepped(direction: 'undo' | 'redo', { undo, redo }: HistoryEnds): void {
		if (direction === 'redo') this.say(`Done again: ${undo ?? ''}`, 'Undo');
		else
			this.saySo(`Undone: ${redo ?? ''}`, {
				words: 'Redo (Ctrl+Shift+Z)',
				act: () => void this.step('redo')
			});
	}

	private saySo(words: string, back: Notice['choices'][number]): void {
		const choices = [back, { words: 'Close', act: () => undefined }];
		this.notice = { words, choices, passing: true };
	}

	/** @returns what was changed; null when there was nothing to do or it failed */
	step(direction: 'undo' | 'redo'): Promise<ActionAnswer | null> {
		return this.attempt(async () => {
			if (!this.history[direction]) return null;
			const answer = await api.history(direction);
			this.take(answer);
			this.sayStepped(direction, answer.history);
			const shown = answer.changes.find((change) => change.row)?.row;
			if (shown) this.stepped(shown);
			return answer;
		});
	}

	private take(answer: ActionAnswer): void {
		for (const change of answer.changes) {
			// A change that was made meanwhile is met when it is saved, with the base that it has.
			if (!this.saver.has(change.id)) this.shelves.putKept(change);
		}
		this.hear(answer);
	}

	/** Shows what the server says of a document, and lets go what this window was to send of it. */
	takeOver(change: DocumentChange): void {
		this.saver.drop(change.id);
		this.shelves.putKept(change);
	}

	/** What undo would do, as of the newest snapshot version: news of an action may come after the answer to a later one. */
	private hear({ snapshotVersion, history, changes }: ActionAnswer | ChangeNews): void {
		// What this window did is told to it twice, by the answer and by the news.
		if (snapshotVersion !== this.heard) this.kept(changes);
		if (isBefore(snapshotVersion, this.heard)) return;
		this.heard = snapshotVersion;
		this.history = history;
	}

	private saved(answer: ActionAnswer, newerWaiting: boolean): void {
		this.hear(answer);
		for (const { kind, id, row } of answer.changes) {
			if (row) this.shelves.bases.set(id, row);
			const shown = this.find(kind, id);
			if (!shown || !row) continue;
			// What the page shows was sent, or is newer than that: only the revision moves on.
			this.shelves.put({ kind, id, row: { ...shown, revision: row.revision } });
		}
		this.saving = !this.saver.idle && newerWaiting;
		this.settled();
		if (this.notice?.passing) this.notice = null;
	}

	/** Something was kept, or refused: the server answers. */
	private settled(): void {
		this.unsaved = null;
		this.keepUnsent();
	}

	/** What is not on the server yet goes into the browser's storage, and what is there goes out of it. */
	private keepUnsent(): void {
		this.unsent.keep(
			this.saver.pending.map((row) => ({ row, base: this.shelves.bases.get(row.id) ?? null }))
		);
	}

	/** Changes of a window that is gone, which could not be sent: the person decides. */
	async offerUnsent(): Promise<void> {
		const unsent = await this.unsent.left();
		await this.want(unsent.map(({ row }) => row.kind));
		const left = unsent.filter(({ row }) => {
			const now = this.find(row.kind, row.id);
			return !now || !sameContent(contentOf(now), contentOf(row));
		});
		if (left.length === 0) return this.unsent.forget();
		const names = left.map(({ row }) => `“${row.name}”`);
		const several = names.length > 1;
		this.notice = {
			words: `${several ? 'Changes' : 'A change'} of ${names.join(', ')} could not be saved when a window was closed.`,
			choices: [
				{
					words: several ? 'Bring them back' : 'Bring it back',
					act: () => void this.bringBack(left)
				},
				{ words: 'Let it go', act: () => void this.unsent.forget() }
			]
		};
	}

	/**
	 * Changes go on as if their window had never been closed: what happened meanwhile is met as ever. A document
	 * that was deleted is made anew; while one cannot be, all stay where they are found at the next opening.
	 */
	private async bringBack(left: readonly UnsentChange[]): Promise<void> {
		let whole = true;
		for (const { row, base } of left) {
			if (!this.find(row.kind, row.id)) {
				whole = (await this.createFrom(row, row.name)) !== null && whole;
				continue;
			}
			if (base) this.shelves.bases.set(row.id, base);
			this.change(row);
		}
		if (whole) await this.unsent.forget();
	}

	private failed(row: DocumentRow, error: RequestError, retrying: boolean): void {
		if (retrying) {
			this.unsaved = `Not saved yet: ${error.message} Your change is on this page and is tried again.`;
			this.keepUnsent();
			return;
		}
		this.saving = false;
		this.settled();
		const mine = this.find(row.kind, row.id) ?? row;
		const theirs = error.answer?.current;
		if (error.status === 409 && theirs) {
			this.saver.drop(row.id);
			void meet(this, this.shelves, mine, theirs);
		} else if (error.status === 404) {
			this.saver.drop(row.id);
			lost(this, mine);
		} else this.notice = { words: `Not saved: ${error.message}`, choices: [] };
	}

	/**
	 * Makes, changes or deletes several documents as one action. What it changes is shown at once, and a change
	 * that is made meanwhile goes on from there. What another window changed is taken over, and the changes are
	 * made of that.
	 *
	 * @param plan the changes, by the documents as they are then; null where there is nothing to do any more
	 * @returns whether it was done
	 */
	async act(label: string, plan: () => readonly ActionChange[] | null): Promise<boolean> {
		if (this.isAway()) return false;
		return this.saver.alone(async () => {
			for (let tries = 0; tries < MOST_TRIES; tries++) {
				const changes = plan();
				if (!changes) return false;
				const ahead = this.showAhead(changes);
				try {
					const answer = await api.act(label, changes);
					for (const { id, row } of answer.changes) {
						if (row && ahead.some(({ now }) => now.id === id)) this.goOnFrom(row);
					}
					this.take(answer);
					return true;
				} catch (error) {
					this.takeBack(ahead);
					if (!(error instanceof RequestError)) throw error;
					const stale = changes[error.answer?.change ?? -1];
					const { current } = error.answer ?? {};
					if (error.status === 409 && current)
						this.shelves.putKept({ ...idOf(current), row: current });
					// Deleted elsewhere: planned anew without it.
					else if (error.status === 404 && stale)
						this.shelves.putKept({ ...idOf(stale), row: null });
					else {
						this.notice = { words: error.message, choices: [] };
						return false;
					}
				}
			}
			this.notice = {
				words: 'Not kept: another window keeps changing the same. Try it once more.',
				choices: []
			};
			return false;
		});
	}

	/** Shows changes before they are answered. */
	private showAhead(changes: readonly ActionChange[]): readonly Ahead[] {
		return changes.flatMap(({ kind, id, document }) => {
			const before = document && this.find(kind, id);
			if (!before) return [];
			const now = { ...before, ...document } as DocumentRow;
			this.shelves.put({ kind, id, row: now });
			return [{ before, now }];
		});
	}

	/** What was shown ahead is not so: what was changed of it meanwhile is met when it is saved. */
	private takeBack(ahead: readonly Ahead[]): void {
		for (const { before, now } of ahead) {
			if (this.find(now.kind, now.id) === now) this.shelves.put({ ...idOf(before), row: before });
		}
	}

	/** What was shown ahead is kept, and so a change that was made of it meanwhile is a change of that. */
	private goOnFrom(row: DocumentRow): void {
		const shown = this.find(row.kind, row.id);
		if (!shown || !this.saver.has(row.id)) return;
		this.saver.movedOn(row.id, row.revision);
		this.shelves.bases.set(row.id, row);
		this.shelves.put({ ...idOf(row), row: { ...shown, revision: row.revision } });
	}

	/** A new document with the content of this one, under a name that is free. */
	async createFrom(row: DocumentRow, name: string): Promise<string | null> {
		await this.want([row.kind]);
		return this.create(row.kind, {
			...contentOf(row),
			name: freeName(name, this.made(row.kind))
		});
	}

	/** Whether nothing can be changed, which is then said. */
	isAway(): boolean {
		if (this.saidAt !== null) this.notice = { words: AWAY, choices: [] };
		return this.saidAt !== null;
	}

	/** Asks the server for something after all that waits. @returns null when it failed, which is said */
	private async attempt<T>(work: () => Promise<T>): Promise<T | null> {
		if (this.isAway()) return null;
		return this.saver.alone(async () => {
			try {
				return await work();
			} catch (error) {
				if (!(error instanceof RequestError)) throw error;
				this.notice = { words: error.message, choices: [] };
				return null;
			}
		});
	}
}

/** A document as it was, and as an action that is not answered yet makes it. */
interface Ahead {
	readonly before: DocumentRow;
	readonly now: DocumentRow;
}

const AWAY = 'Nothing can be changed now. Start Gravitas, and this page goes on by itself.';

/** After so long what could not be fetched is tried again. */
const AGAIN_MS = 2000;

/** Another window changes the same at most so often in between. */
const MOST_TRIES = 4;
const idOf = ({ kind, id }: { kind: DocumentKind; id: string }) => ({ kind, id });

/** Whether a snapshot version is an earlier one of the same run of the server. */
function isBefore(snapshotVersion: string, other: string): boolean {
	const [run, count] = snapshotVersion.split('.');
	const [otherRun, otherCount] = other.split('.');
	return run === otherRun && Number(count) < Number(otherCount);
}
