import { localDay } from '$lib/contract/day';
import {
	batchWords,
	fliesOf,
	itemOf,
	type BatchBodyDocument,
	type BatchItem,
	type OutOfBox,
	type StepTime,
	type TakenLot,
	type TiedFly,
	type TyingProgress,
	type TyingRow
} from '$lib/documents/batch/body';
import type { BatchRow, LotRow } from '$lib/documents/kinds';
import { clipped } from '$lib/contract/names';
import { api, type ActionChange } from './client';
import type { Documents } from './documents.svelte';
import { freeName } from './rows';

/** Batches, what they take from the stock, and the box: what is tied and still there. */
export class Batches {
	/** Where one is at the vise with each batch; kept at each key. */
	private tyingRows: readonly TyingRow[];
	// eslint-disable-next-line svelte/prefer-svelte-reactivity -- nothing shown is derived from it
	private readonly waiting = new Map<string, TyingProgress>();
	private sending: Promise<void> | null = null;
	/** Something of the vise is not on the server yet. */
	keeping = $state(false);

	constructor(
		private readonly documents: Documents,
		tying: readonly TyingRow[]
	) {
		this.tyingRows = tying;
	}

	batch(id: string): BatchRow | null {
		return this.documents.find('batch', id) ?? null;
	}

	/**
	 * Begins a run and reserves its materials, as one action.
	 *
	 * @returns its id; null when it was not begun
	 */
	async beginBatch(
		items: BatchItem[],
		carry: number,
		order: BatchBodyDocument['order'],
		taken: TakenLot[]
	): Promise<string | null> {
		const body: BatchBodyDocument = {
			on: localDay(),
			state: 'tying',
			carry,
			items,
			order,
			flies: [],
			taken,
			times: []
		};
		const entries = taken.map(({ lotId, amount }) => [lotId, 'reserved', amount] as const);
		return this.newBatch(items, body, entries, 'begun');
	}

	/**
	 * Ends a run: what was tied stays in the box, what was reserved goes back, and what was used leaves the
	 * stock.
	 *
	 * @param used of each lot, for those that were tied
	 * @param times what the steps took
	 */
	async endBatch(row: BatchRow, used: readonly TakenLot[], times: StepTime[]): Promise<boolean> {
		const entries = [
			...row.body.taken.map(({ lotId, amount }) => [lotId, 'returned', amount] as const),
			...used.map(({ lotId, amount }) => [lotId, 'used', amount] as const)
		];
		return this.documents.act(`${clipped(row.name, 60)}: ended`, () => {
			const now = this.batch(row.id);
			if (now?.body.state !== 'tying') {
				this.documents.notice = {
					words: `“${row.name}” was ended or deleted in another window.`,
					choices: []
				};
				return null;
			}
			const body: BatchBodyDocument = { ...now.body, state: 'done', taken: [...used], times };
			const document = { name: now.name, body };
			const batch = { kind: 'batch', id: now.id, revision: now.revision, document } as const;
			return [batch, ...this.entered(now.id, entries)];
		});
	}

	/** Flies that were tied without the app, straight into the box. */
	async putInBox(item: BatchItem, used: TakenLot[]): Promise<boolean> {
		const flies = Array.from({ length: item.count }, (_, fly): TiedFly => ({
			fly,
			on: localDay()
		}));
		const body: BatchBodyDocument = {
			on: localDay(),
			state: 'done',
			carry: 1,
			items: [item],
			order: [],
			flies,
			taken: used,
			times: []
		};
		const entries = used.map(({ lotId, amount }) => [lotId, 'used', amount] as const);
		return (await this.newBatch([item], body, entries, 'in the box')) !== null;
	}

	/** A fly left the vise, with its weight where it was weighed. */
	flyTied(id: string, tied: Omit<TiedFly, 'on'>): void {
		const row = this.batch(id);
		if (!row) return;
		const { flies } = row.body;
		const known = flies.find(({ fly }) => fly === tied.fly);
		const now: TiedFly = { ...known, ...tied, on: known?.on ?? localDay() };
		const rest = known ? flies.map((one) => (one === known ? now : one)) : [...flies, now];
		this.documents.change({ ...row, body: { ...row.body, flies: rest } });
	}

	/** Flies weighed together share what the scale says. */
	weighedTogether(id: string, which: readonly number[], grams: number, step: number | null): void {
		const row = this.batch(id);
		if (!row) return;
		const each = Number((grams / which.length).toFixed(5));
		const flies = row.body.flies.map((one): TiedFly => {
			if (!which.includes(one.fly)) return one;
			const together = which.length > 1 ? { together: which.length } : {};
			return { ...one, massG: each, ...together, ...(step ? { scaleStepG: step } : {}) };
		});
		this.documents.change({ ...row, body: { ...row.body, flies } });
	}

	/** Takes flies of an item out of the box, the oldest first. @returns how many were there */
	takeOut(row: BatchRow, item: number, out: OutOfBox, count = 1): number {
		let left = count;
		const flies = row.body.flies.map((one): TiedFly => {
			if (left === 0 || one.out !== undefined || itemOf(row.body, one.fly) !== item) return one;
			left--;
			return { ...one, out, outOn: localDay() };
		});
		if (left < count) this.documents.change({ ...row, body: { ...row.body, flies } });
		return count - left;
	}

	/** Where one was at the vise; null when it was not begun. */
	tyingOf(id: string): TyingProgress | null {
		return this.waiting.get(id) ?? this.tyingRows.find(({ batchId }) => batchId === id) ?? null;
	}

	/** Keeps where one is; the newest counts, and it is tried again until the server has it. */
	keepTying(id: string, progress: TyingProgress): void {
		this.tyingRows = [
			...this.tyingRows.filter(({ batchId }) => batchId !== id),
			{ batchId: id, ...progress }
		];
		this.waiting.set(id, progress);
		this.keeping = true;
		this.sending ??= this.sendTying().finally(() => (this.sending = null));
	}

	/** Settles when the vise's place is on the server. */
	async flush(): Promise<void> {
		await this.sending;
	}

	private async sendTying(): Promise<void> {
		let wait = 300;
		while (this.waiting.size > 0) {
			const [[id, progress]] = this.waiting as unknown as [[string, TyingProgress]];
			try {
				await api.tying(id, progress);
				if (this.waiting.get(id) === progress) this.waiting.delete(id);
				wait = 300;
			} catch (error) {
				// A batch that is gone needs no place; a server that does not answer is asked again.
				if ((error as { status?: number }).status === 404) this.waiting.delete(id);
				else await new Promise((resolve) => setTimeout(resolve, wait));
				wait = Math.min(4000, 2 * wait);
			}
		}
		this.keeping = false;
	}

	private nameFor(items: readonly BatchItem[]): string {
		return freeName(clipped(batchWords({ items }), 72), this.documents.made('batch'));
	}

	/** A new batch with the entries of its lots, as one action. @returns its id; null when it was not kept */
	private async newBatch(
		items: readonly BatchItem[],
		body: BatchBodyDocument,
		entries: readonly LotMove[],
		what: string
	): Promise<string | null> {
		const id = crypto.randomUUID();
		const name = this.nameFor(items);
		const batch = { kind: 'batch', id, document: { name, body } } as const;
		const done = await this.documents.act(`${clipped(name, 60)}: ${what}`, () => [
			batch,
			...this.entered(id, entries)
		]);
		return done ? id : null;
	}

	/** The lots as they are now with entries of a batch added: whatever else was changed of them stays. */
	private entered(batchId: string, moves: readonly LotMove[]): ActionChange[] {
		// eslint-disable-next-line svelte/prefer-svelte-reactivity -- local
		const lots = new Map<string, LotRow>();
		for (const [lotId, kind, amount] of moves) {
			const lot = lots.get(lotId) ?? this.documents.find('lot', lotId);
			// A lot that is gone has nothing to count.
			if (!lot) continue;
			// Named by its batch, so that two windows that reserve alike are two entries.
			const entry = { on: localDay(), kind, amount: Number(amount.toFixed(3)), batchId };
			if (entry.amount === 0) continue;
			const more = [...lot.body.entries, entry];
			lots.set(lotId, { ...lot, body: { ...lot.body, entries: more } });
		}
		return [...lots.values()].map(({ id, name, revision, body }) => ({
			kind: 'lot',
			id,
			revision,
			document: { name, body }
		}));
	}
}

/** What a batch does with so much of a lot. */
type LotMove = readonly [lotId: string, kind: 'reserved' | 'returned' | 'used', amount: number];

/** Of how many flies of a run how many are tied. */
export const tiedOf = ({ body }: BatchRow) => `${body.flies.length} of ${fliesOf(body)}`;

/** The batches of a window. */
export const batchesOf = (holder: {
	batches: Batches | null;
	readonly documents: Documents;
	readonly tying: readonly TyingRow[];
}) => (holder.batches ??= new Batches(holder.documents, holder.tying));
