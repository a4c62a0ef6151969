import type { TyingStep } from './steps';

/** What one fly takes between two times of drying. */
export interface TyingStretch {
	/** Places in the list of steps, first and last. */
	readonly from: number;
	readonly to: number;
	/** Of work, s. */
	readonly seconds: number;
	/** Of drying after it, s; 0 after the last, or where the next goes on at once. */
	readonly dries: number;
}

/** One piece of the run: a stretch of one fly. */
export interface Turn {
	readonly fly: number;
	/** Of the stretches of its kind. */
	readonly stretch: number;
	/** s from the beginning of the run. */
	readonly start: number;
	readonly end: number;
}

/** This many flies that are tied alike. */
export interface Kind {
	readonly steps: readonly Pick<TyingStep, 'seconds' | 'dries'>[];
	readonly count: number;
}

export interface Plan {
	/** Of each fly; those of one kind have the same. */
	readonly stretches: readonly (readonly TyingStretch[])[];
	readonly turns: readonly Turn[];
	/** s until the last fly is looked over. */
	readonly total: number;
	/** s in which nothing can be done but wait. */
	readonly waits: number;
	/** The most flies that are under way together. */
	readonly carried: number;
}

/** The steps of one fly as stretches of work with drying between them. */
export function stretchesOf(
	steps: readonly Pick<TyingStep, 'seconds' | 'dries'>[]
): TyingStretch[] {
	const stretches: TyingStretch[] = [];
	let from = 0;
	let seconds = 0;
	steps.forEach((step, k) => {
		seconds += step.seconds;
		const last = k === steps.length - 1;
		if (step.dries === 0 && !last) return;
		stretches.push({ from, to: k, seconds, dries: last ? 0 : step.dries });
		from = k + 1;
		seconds = 0;
	});
	return stretches;
}

/**
 * The order in which a run is tied, so that it takes the least time: what dries while what is tied, with
 * no more flies under way together than can be carried.
 *
 * Flies of a kind are alike, so one that is further on is never held back for one behind it: at each
 * moment the choice is which stretch to do next, or to wait. Rules are tried first (the furthest on first;
 * a new fly first, while more can be carried; rounds of each size, the kinds in either order); then every
 * order that may still be quicker, by branch and bound, as long as that stays small. On small runs that is
 * the optimum (tested against every order).
 *
 * @param kinds at least one fly in all; the flies of the first come first
 * @param carry most flies under way together, at least 1
 */
export function planOf(kinds: readonly Kind[], carry: number): Plan {
	const flies: TyingStretch[][] = [];
	for (const { steps, count } of kinds) {
		const stretches = stretchesOf(steps);
		for (let k = 0; k < count; k++) flies.push(stretches);
	}
	const forward = flies.map((_, fly) => fly);
	const tried = [
		run(flies, carry, (ready) => ready.reduce((a, b) => (b.stretch > a.stretch ? b : a))),
		run(flies, carry, (ready) => ready.reduce((a, b) => (b.stretch < a.stretch ? b : a)))
	];
	for (let size = 1; size <= Math.min(carry, flies.length); size++) {
		tried.push(rounds(flies, forward, size));
		if (kinds.length > 1) tried.push(rounds(flies, [...forward].reverse(), size));
	}
	const best = tried.reduce((a, b) => (b.total < a.total - 1e-9 ? b : a));
	return quicker(flies, carry, best) ?? best;
}

/** Orders that are looked at before the search is given up (our choice). */
const MOST_ORDERS = 20_000;

/** An order that is quicker than the one there is; null where none is found. */
function quicker(
	flies: readonly (readonly TyingStretch[])[],
	carry: number,
	than: Plan
): Plan | null {
	/** Work that is left of a fly from a stretch on, and the same with its drying. */
	const left = flies.map((stretches) => {
		const work = Array.from({ length: stretches.length + 1 }, () => 0);
		const chain = [...work];
		for (let k = stretches.length - 1; k >= 0; k--) {
			work[k] = work[k + 1]! + stretches[k]!.seconds;
			chain[k] = chain[k + 1]! + stretches[k]!.seconds + stretches[k]!.dries;
		}
		return { work, chain };
	});
	const kind = flies.map((stretches) => flies.indexOf(stretches));
	let best = than.total;
	let found: readonly Turn[] | null = null;
	let looked = 0;
	const next = flies.map(() => 0);
	const free = flies.map(() => 0);
	const turns: Turn[] = [];
	const go = (now: number): void => {
		if (++looked > MOST_ORDERS) return;
		let work = 0;
		let under = 0;
		let longest = 0;
		flies.forEach((stretches, fly) => {
			const at = next[fly]!;
			work += left[fly]!.work[at]!;
			if (at > 0 && at < stretches.length) under++;
			if (at < stretches.length) {
				longest = Math.max(longest, Math.max(now, free[fly]!) + left[fly]!.chain[at]!);
			}
		});
		if (Math.max(now + work, longest) >= best - 1e-9) return;
		if (work === 0) {
			best = now;
			found = [...turns];
			return;
		}
		const seen = new Set<string>();
		// Those furthest on first.
		const order = flies.map((_, fly) => fly).sort((a, b) => next[b]! - next[a]! || a - b);
		for (const fly of order) {
			const stretch = next[fly]!;
			if (stretch === flies[fly]!.length || (stretch === 0 && under >= carry)) continue;
			// Flies in the same state are alike.
			const state = `${kind[fly]} ${stretch} ${free[fly]}`;
			if (seen.has(state)) continue;
			seen.add(state);
			const { seconds, dries } = flies[fly]![stretch]!;
			const before = free[fly]!;
			const start = Math.max(now, before);
			next[fly] = stretch + 1;
			free[fly] = start + seconds + dries;
			turns.push({ fly, stretch, start, end: start + seconds });
			go(start + seconds);
			turns.pop();
			free[fly] = before;
			next[fly] = stretch;
		}
	};
	go(0);
	return found && planned(flies, found);
}

interface Ready {
	readonly fly: number;
	readonly stretch: number;
}

/** Always does something that can be done; `choose` says what. */
function run(
	flies: readonly (readonly TyingStretch[])[],
	carry: number,
	choose: (ready: readonly Ready[]) => Ready
): Plan {
	const next = flies.map(() => 0);
	const free = flies.map(() => 0);
	const turns: Turn[] = [];
	let now = 0;
	let begun = 0;
	let finished = 0;
	while (finished < flies.length) {
		const ready: Ready[] = [];
		for (let fly = 0; fly < begun; fly++) {
			if (next[fly]! < flies[fly]!.length && free[fly]! <= now + 1e-9) {
				ready.push({ fly, stretch: next[fly]! });
			}
		}
		if (begun < flies.length && begun - finished < carry) ready.push({ fly: begun, stretch: 0 });
		if (ready.length === 0) {
			now = Math.min(...free.filter((_, fly) => fly < begun && next[fly]! < flies[fly]!.length));
			continue;
		}
		const { fly, stretch } = choose(ready);
		const { seconds, dries } = flies[fly]![stretch]!;
		turns.push({ fly, stretch, start: now, end: now + seconds });
		now += seconds;
		if (stretch === 0) begun++;
		next[fly] = stretch + 1;
		free[fly] = now + dries;
		if (stretch === flies[fly]!.length - 1) finished++;
	}
	return planned(flies, turns);
}

/** This many flies together through each stretch, then the next ones. @param order in which they are taken up */
function rounds(
	flies: readonly (readonly TyingStretch[])[],
	order: readonly number[],
	size: number
): Plan {
	const turns: Turn[] = [];
	let now = 0;
	for (let first = 0; first < order.length; first += size) {
		const together = order.slice(first, first + size);
		const free = new Map<number, number>();
		const most = Math.max(...together.map((fly) => flies[fly]!.length));
		for (let stretch = 0; stretch < most; stretch++) {
			for (const fly of together) {
				const one = flies[fly]![stretch];
				if (!one) continue;
				now = Math.max(now, free.get(fly) ?? 0);
				turns.push({ fly, stretch, start: now, end: now + one.seconds });
				now += one.seconds;
				free.set(fly, now + one.dries);
			}
		}
	}
	return planned(flies, turns);
}

function planned(stretches: readonly (readonly TyingStretch[])[], turns: readonly Turn[]): Plan {
	const total = turns.reduce((end, turn) => Math.max(end, turn.end), 0);
	const work = turns.reduce((sum, { start, end }) => sum + end - start, 0);
	const isLast = ({ fly, stretch }: Turn) => stretch === stretches[fly]!.length - 1;
	let carried = 0;
	for (const { start } of turns) {
		const begun = turns.filter((turn) => turn.stretch === 0 && turn.start <= start).length;
		const done = turns.filter((turn) => isLast(turn) && turn.end <= start).length;
		carried = Math.max(carried, begun - done);
	}
	return { stretches, turns, total, waits: total - work, carried };
}
