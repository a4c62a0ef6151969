import { buildFly, sectionOf, starterRecipe, troubleWith, type Recipe } from '$core/fly/index';
import { predict } from '$core/predict/index';
import { priorBeliefs, valuesAt } from '$core/belief/index';
import { compileColumn, type Lie } from '$core/water/index';
import {
	FIRST_LIE,
	lieFromDocument,
	lieToDocument,
	recipeFromDocument,
	recipeToDocument,
	type ActionAnswer,
	type DocumentChange,
	type DocumentKind,
	type DocumentRow,
	type FlyRow,
	type HistoryEnds,
	type LieRow,
	type RiverRow,
	type Snapshot,
	type StripSelection
} from '$lib/contract/documents';
import { api, RequestError } from './client';
import { byName, freeName, neighbour, withChange } from './rows';
import { Saver } from './saver';

/** Something the person has to know, with what can be done about it. */
export interface Notice {
	readonly words: string;
	readonly choices: readonly { readonly words: string; readonly act: () => void }[];
}

/** Still water of ordinary depth, for the figures of a fly while there is no lie. */
const NO_LIE: Lie = { depth: 1, surfaceSpeed: 0, bed: 'gravel', zoneTop: 0.2, approach: 3 };
const NO_TEMPERATURE = 10;
const MEDIANS = valuesAt(priorBeliefs);

/** The fly, the lie and their answer; every change goes through here and is kept by itself. */
export class Bench {
	private flyRows = $state.raw<readonly FlyRow[]>([]);
	private lieRows = $state.raw<readonly LieRow[]>([]);
	private riverRows = $state.raw<readonly RiverRow[]>([]);
	private selection = $state.raw<StripSelection>({ flyId: null, lieId: null });
	history = $state.raw<HistoryEnds>({ undo: null, redo: null });
	notice = $state.raw<Notice | null>(null);
	saving = $state(false);
	private readonly saver: Saver;
	private selecting: Promise<unknown> = Promise.resolve();

	readonly flies = $derived([...this.flyRows].sort(byName));
	readonly lies = $derived([...this.lieRows].sort(byName));
	readonly rivers = $derived([...this.riverRows].sort(byName));
	readonly fly = $derived(
		this.flyRows.find((row) => row.id === this.selection.flyId) ?? this.flies[0] ?? null
	);
	readonly lie = $derived(
		this.lieRows.find((row) => row.id === this.selection.lieId) ?? this.lies[0] ?? null
	);
	readonly river = $derived(
		this.riverRows.find((row) => row.id === this.lie?.riverId) ?? this.rivers[0] ?? null
	);

	// By way of the bodies, which stay the same objects when only a revision moves on: the answer is
	// then not worked out a second time.
	private readonly flyBody = $derived(this.fly?.body ?? null);
	private readonly lieBody = $derived(this.lie?.body ?? null);
	/** True until a new person has said anything about the water they fish. */
	readonly asksForWater = $derived(
		this.lieRows.length === 1 && this.lie?.name === FIRST_LIE && this.lie.revision === 1
	);
	readonly recipe = $derived(this.flyBody && recipeFromDocument(this.flyBody.recipe));
	readonly water = $derived(this.lieBody && lieFromDocument(this.lieBody));
	readonly temperature = $derived(this.river?.body.temperatureC ?? NO_TEMPERATURE);
	readonly prediction = $derived(
		this.recipe && predict(this.recipe, this.water ?? NO_LIE, this.temperature)
	);
	readonly column = $derived(this.water && compileColumn(this.water, this.temperature, MEDIANS));
	private readonly build = $derived(this.recipe && buildFly(this.recipe, MEDIANS));
	readonly section = $derived(this.build && sectionOf(this.build));
	readonly trouble = $derived(this.build ? troubleWith(this.build) : []);

	constructor(data: Snapshot) {
		this.flyRows = data.flies;
		this.lieRows = data.lies;
		this.riverRows = data.rivers;
		this.selection = data.strip;
		this.history = data.history;
		this.saver = new Saver({
			saved: (answer, newer) => this.saved(answer, newer),
			failed: (row, error, retrying) => this.failed(row, error, retrying)
		});
	}

	setRecipe(recipe: Recipe): void {
		if (this.fly) this.change({ ...this.fly, body: { recipe: recipeToDocument(recipe) } });
	}

	setWater(lie: Lie): void {
		if (this.lie) this.change({ ...this.lie, body: lieToDocument(lie) });
	}

	setTemperature(temperatureC: number): void {
		if (this.river) this.change({ ...this.river, body: { temperatureC } });
	}

	/** @returns what is wrong with the name, in words; null when it was taken */
	rename(row: DocumentRow, name: string): string | null {
		const clean = name.trim();
		if (clean.length < 1 || clean.length > 80) return 'A name has 1 to 80 characters.';
		if (clean !== row.name) this.change({ ...row, name: clean });
		return null;
	}

	selectFly(id: string | null): void {
		this.select({ ...this.selection, flyId: id });
	}

	selectLie(id: string | null): void {
		this.select({ ...this.selection, lieId: id });
	}

	/** The next or previous fly or lie by name, round the ends. */
	turn(kind: 'fly' | 'lie', by: 1 | -1): void {
		const rows: readonly DocumentRow[] = kind === 'fly' ? this.flies : this.lies;
		const current = kind === 'fly' ? this.fly : this.lie;
		if (!current || rows.length < 2) return;
		const next = neighbour(rows, current.id, by)!;
		if (kind === 'fly') this.selectFly(next.id);
		else this.selectLie(next.id);
	}

	newFly(): Promise<void> {
		return this.create('fly', {
			name: freeName('New nymph', this.flyRows),
			body: { recipe: recipeToDocument(starterRecipe) }
		});
	}

	async newLie(): Promise<void> {
		let riverId = this.river?.id;
		if (!riverId) {
			await this.create('river', { name: 'My river', body: { temperatureC: NO_TEMPERATURE } });
			riverId = this.rivers[0]?.id;
			if (!riverId) return;
		}
		const body = this.lie?.body ?? lieToDocument({ ...NO_LIE, surfaceSpeed: 0.6 });
		await this.create('lie', { name: freeName('New lie', this.lieRows), riverId, body });
	}

	/** A copy beside the original, and on the strip. */
	duplicate(row: FlyRow | LieRow): Promise<void> {
		const { kind, name, body } = row;
		const copy = freeName(
			`${name.slice(0, 70)} copy`,
			kind === 'fly' ? this.flyRows : this.lieRows
		);
		return this.create(kind, {
			name: copy,
			body,
			...(row.kind === 'lie' ? { riverId: row.riverId } : {})
		});
	}

	/** Deletes without asking: undo brings it back. */
	async remove(row: FlyRow | LieRow): Promise<void> {
		await this.saver.flush();
		const now = this.find(row.kind, row.id);
		if (!now) return;
		const rows: readonly DocumentRow[] = row.kind === 'fly' ? this.flies : this.lies;
		const left = rows.length > 1 ? neighbour(rows, row.id, 1) : null;
		await this.attempt(async () => {
			this.take(await api.remove(row.kind, row.id, now.revision));
			if (row.kind === 'fly') this.selectFly(left?.id ?? null);
			else this.selectLie(left?.id ?? null);
		});
	}

	undo = () => this.step('undo');
	redo = () => this.step('redo');

	/** Sends what still waits; for a page that is about to go. */
	flush(): Promise<void> {
		return this.saver.flush();
	}

	dismiss(): void {
		this.notice = null;
	}

	private async step(direction: 'undo' | 'redo'): Promise<void> {
		await this.saver.flush();
		if (!this.history[direction]) return;
		await this.attempt(async () => {
			const answer = await api.history(direction);
			this.take(answer);
			const shown = answer.changes.find((change) => change.row);
			if (shown?.kind === 'fly') this.selectFly(shown.id);
			if (shown?.kind === 'lie') this.selectLie(shown.id);
		});
	}

	private change(row: DocumentRow): void {
		this.put({ kind: row.kind, id: row.id, row });
		this.saving = true;
		this.saver.save(row);
	}

	private async create(kind: DocumentKind, document: object): Promise<void> {
		await this.saver.flush();
		await this.attempt(async () => {
			const id = crypto.randomUUID();
			this.take(await api.create(kind, { id, ...document }));
			if (kind === 'fly') this.selectFly(id);
			if (kind === 'lie') this.selectLie(id);
		});
	}

	private select(selection: StripSelection): void {
		this.selection = selection;
		// One after the other, or two quick turns may arrive the wrong way round. Losing one is no loss
		// of data: the next is tried on its own.
		this.selecting = this.selecting
			.then(() => (selection === this.selection ? api.strip(selection) : undefined))
			.catch(() => undefined);
	}

	private take(answer: ActionAnswer): void {
		answer.changes.forEach((change) => this.put(change));
		this.history = answer.history;
	}

	private put(change: DocumentChange): void {
		if (change.kind === 'fly') this.flyRows = withChange(this.flyRows, change);
		else if (change.kind === 'lie') this.lieRows = withChange(this.lieRows, change);
		else this.riverRows = withChange(this.riverRows, change);
	}

	private find(kind: DocumentKind, id: string): DocumentRow | undefined {
		const rows: readonly DocumentRow[] =
			kind === 'fly' ? this.flyRows : kind === 'lie' ? this.lieRows : this.riverRows;
		return rows.find((row) => row.id === id);
	}

	private saved(answer: ActionAnswer, newerWaiting: boolean): void {
		this.history = answer.history;
		for (const change of answer.changes) {
			const shown = this.find(change.kind, change.id);
			if (!shown || !change.row) continue;
			// What the page shows was sent, or is newer than that: only the revision moves on.
			this.put({ ...change, row: { ...shown, revision: change.row.revision } });
		}
		this.saving = !this.saver.idle && newerWaiting;
		if (this.notice?.choices.length === 0) this.notice = null;
	}

	private failed(row: DocumentRow, error: RequestError, retrying: boolean): void {
		if (retrying) {
			this.notice = {
				words: `Not saved yet: ${error.message} Your change is on this page and is tried again.`,
				choices: []
			};
			return;
		}
		this.saving = false;
		const theirs = error.answer?.current;
		if (error.status === 409 && theirs) {
			this.notice = {
				words: error.message,
				choices: [
					{ words: 'Keep mine', act: () => this.change({ ...row, revision: theirs.revision }) },
					{
						words: 'Take the other',
						act: () => {
							this.saver.drop(row.id);
							this.put({ kind: row.kind, id: row.id, row: theirs });
						}
					}
				]
			};
			return;
		}
		this.notice = { words: `Not saved: ${error.message}`, choices: [] };
	}

	private async attempt(work: () => Promise<void>): Promise<void> {
		try {
			await work();
		} catch (error) {
			if (!(error instanceof RequestError)) throw error;
			this.notice = { words: error.message, choices: [] };
		}
	}
}
