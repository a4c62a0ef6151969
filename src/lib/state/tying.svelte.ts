import { planOf, type Plan, type TyingStep } from '$core/batch/index';

/** One step of one fly, in the order of the run. */
export interface Place {
	readonly fly: number;
	readonly step: TyingStep;
	/** How often the run has come to this step before: the fly that it is at. */
	readonly index: number;
}

const KEY = 'gravitas-tying';
interface Kept {
	/** Which run: fly, count and carry. */
	readonly run: string;
	readonly place: number;
	readonly counted: number;
	/** When each fly that dries is dry, ms since 1970. */
	readonly dryAt: Readonly<Record<number, number>>;
}

/** A run at the vise: where one is, how many turns are counted, what dries. Kept in the browser at each step. */
export class Tying {
	place = $state(0);
	counted = $state(0);
	dryAt = $state.raw<Readonly<Record<number, number>>>({});
	private run = '';
	order: readonly Place[] = [];
	plan: Plan | null = null;

	/** Takes up a run where it was left, or begins it. */
	begin(run: string, steps: readonly TyingStep[], count: number, carry: number): void {
		const plan = planOf(steps, count, carry);
		this.plan = plan;
		this.order = plan.turns.flatMap(({ fly, stretch }) => {
			const { from, to } = plan.stretches[stretch]!;
			return steps.slice(from, to + 1).map((step, k): Place => ({ fly, step, index: from + k }));
		});
		this.run = run;
		const kept = this.kept();
		const same = kept?.run === run && kept.place <= this.order.length;
		this.place = same ? kept.place : 0;
		this.counted = same ? kept.counted : 0;
		this.dryAt = same ? kept.dryAt : {};
	}

	/** Whether a run like this was left before its end. */
	left(run: string): boolean {
		const kept = this.kept();
		return kept?.run === run && kept.place > 0;
	}

	get now(): Place | null {
		return this.order[this.place] ?? null;
	}

	/** Goes on: in a counted step a turn, until they are full; else to the next step. */
	on(at: number): void {
		const { now } = this;
		if (!now) return;
		if (this.counted < now.step.turns) {
			this.counted++;
			if (this.counted < now.step.turns) return this.keep();
		}
		if (now.step.dries > 0) this.dryAt = { ...this.dryAt, [now.fly]: at + 1000 * now.step.dries };
		this.place++;
		this.counted = 0;
		this.keep();
	}

	/** Goes back: a turn, or to the step before. */
	back(): void {
		if (this.counted > 0) this.counted--;
		else if (this.place > 0) this.place--;
		this.keep();
	}

	again(): void {
		this.place = 0;
		this.counted = 0;
		this.dryAt = {};
		this.keep();
	}

	private kept(): Kept | null {
		try {
			const kept = JSON.parse(localStorage.getItem(KEY) ?? 'null') as Kept | null;
			return kept && typeof kept.place === 'number' && typeof kept.counted === 'number'
				? kept
				: null;
		} catch {
			return null;
		}
	}

	private keep(): void {
		const { run, place, counted, dryAt } = this;
		try {
			localStorage.setItem(KEY, JSON.stringify({ run, place, counted, dryAt } satisfies Kept));
		} catch {
			// Storage is forbidden: the run lasts as long as the page.
		}
	}
}
