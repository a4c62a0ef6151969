import type { TyingStep } from '$core/batch/index';
import { itemOf, type BatchBodyDocument, type StepTime } from '$lib/documents/batch/body';
import type { BatchRow } from '$lib/documents/kinds';
import type { Batches } from './batches.svelte';

/** One step of one fly, in the order of the run. */
export interface TyingPlace {
	readonly fly: number;
	/** Which item of the batch the fly is of. */
	readonly item: number;
	readonly step: TyingStep;
	/** Which of its steps, from 0. */
	readonly index: number;
}

/** A step that took this many times its usual time was interrupted, and says nothing (our choice). */
const INTERRUPTED = 4;
const AT_LEAST = 20;
/** One that took less than this share of it was only paged through. */
const HARDLY = 0.15;

/** A run at the vise: where one is, how many turns are counted, what dries. Kept on the server at each key. */
export class Tying {
	readonly order: readonly TyingPlace[];
	place = $state(0);
	counted = $state(0);
	/** When each fly that dries is dry, ms since 1970. */
	drying = $state.raw<readonly { readonly fly: number; readonly at: number }[]>([]);
	private times: readonly StepTime[];
	/** When the present step was begun; null when one has just come back to the vise. */
	private since: number | null = null;

	/** @param steps of each item of the batch */
	constructor(
		private readonly batches: Batches,
		readonly id: string,
		body: BatchBodyDocument,
		steps: readonly (readonly TyingStep[])[]
	) {
		this.order = body.order.flatMap(({ fly, from, to }) => {
			const item = itemOf(body, fly);
			return steps[item]!.slice(from, to + 1).map((step, k): TyingPlace => ({
				fly,
				item,
				step,
				index: from + k
			}));
		});
		const kept = batches.tyingOf(id);
		this.place = Math.min(kept?.place ?? 0, this.order.length);
		this.counted = kept?.counted ?? 0;
		this.drying = kept?.drying ?? [];
		this.times = kept?.times ?? [];
	}

	get row(): BatchRow | null {
		return this.batches.batch(this.id);
	}

	get now(): TyingPlace | null {
		return this.order[this.place] ?? null;
	}

	/** Goes on: in a counted step a turn, until they are full; else to the next step. @param at ms since 1970 */
	on(at: number): void {
		const { now } = this;
		if (!now) return;
		if (this.counted < now.step.turns) {
			this.counted++;
			if (this.counted < now.step.turns) return this.keep();
		}
		this.took(now.step, at);
		if (now.step.dries > 0) {
			this.drying = [
				...this.drying.filter(({ fly }) => fly !== now.fly),
				{ fly: now.fly, at: at + 1000 * now.step.dries }
			];
		}
		this.place++;
		this.counted = 0;
		this.since = at;
		this.keep();
	}

	/** The fly leaves the vise, weighed or not, and the run goes on. */
	weighed(
		weight: { readonly massG: number; readonly scaleStepG?: number } | null,
		at: number
	): void {
		const { now } = this;
		if (!now) return;
		this.drying = this.drying.filter(({ fly }) => fly !== now.fly);
		this.batches.flyTied(this.id, { fly: now.fly, ...weight });
		this.on(at);
	}

	/** Goes back: a turn, or to the step before. */
	back(): void {
		if (this.counted > 0) this.counted--;
		else if (this.place > 0) this.place--;
		this.since = null;
		this.keep();
	}

	/** What the steps took so far, for the times that are learned. */
	get stepTimes(): StepTime[] {
		return [...this.times];
	}

	private took({ key, usual, seconds }: TyingStep, at: number): void {
		if (this.since === null) return;
		const took = (at - this.since) / 1000;
		if (took < HARDLY * seconds || took > AT_LEAST + INTERRUPTED * seconds) return;
		const known = this.times.find((time) => time.key === key);
		const sum: StepTime = {
			key,
			times: (known?.times ?? 0) + 1,
			seconds: Number(((known?.seconds ?? 0) + took).toFixed(1)),
			usual: Number(((known?.usual ?? 0) + usual).toFixed(1))
		};
		this.times = [...this.times.filter((time) => time.key !== key), sum];
	}

	private keep(): void {
		const { place, counted, drying, times } = this;
		this.batches.keepTying(this.id, {
			place,
			counted,
			drying: drying.map(({ fly, at }) => ({ fly, at })),
			times: [...times]
		});
	}
}
