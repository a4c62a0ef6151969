import type { TyingStep } from './steps';

/** What one fly takes between two times of drying. */
export interface Stretch {
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
	readonly stretch: number;
	/** s from the beginning of the run. */
	readonly start: number;
	readonly end: number;
}

export interface Plan {
	readonly stretches: readonly Stretch[];
	readonly turns: readonly Turn[];
	/** s until the last fly is looked over. */
	readonly total: number;
	/** s in which nothing can be done but wait. */
	readonly waits: number;
	/** The most flies that are under way together. */
	readonly carried: number;
}

/** The steps of one fly as stretches of work with drying between them. */
export function stretchesOf(steps: readonly Pick<TyingStep, 'seconds' | 'dries'>[]): Stretch[] {
	const stretches: Stretch[] = [];
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
 * Flies are alike, so one that is further on is never held back for one behind it: at each moment the
 * choice is which stretch to do next, or to wait. Rules are tried first (the furthest on first; a new fly
 * first, while more can be carried; rounds of each size); then every order that may still be quicker,
 * by branch and bound, as long as that stays small. On small runs that is the optimum (tested against
 * every order).
 *
 * @param count flies, at least 1
 * @param carry most flies under way together, at least 1
 */
export function planOf(
	steps: readonly Pick<TyingStep, 'seconds' | 'dries'>[],
	count: number,
	carry: number
): Plan {
	const stretches = stretchesOf(steps);
	const tried = [
		run(stretches, count, carry, (ready) =>
			ready.reduce((a, b) => (b.stretch > a.stretch ? b : a))
		),
		run(stretches, count, carry, (ready) => ready.reduce((a, b) => (b.stretch < a.stretch ? b : a)))
	];
	for (let size = 1; size <= Math.min(carry, count); size++) {
		tried.push(rounds(stretches, count, size));
	}
	const best = tried.reduce((a, b) => (b.total < a.total - 1e-9 ? b : a));
	return quicker(stretches, count, carry, best) ?? best;
}

/** Orders that are looked at before the search is given up. */
const MOST_ORDERS = 40_000;

/** An order that is quicker than the one there is; null where none is found. */
function quicker(
	stretches: readonly Stretch[],
	count: number,
	carry: number,
	than: Plan
): Plan | null {
	const last = stretches.length;
	/** Work that is left of a fly from a stretch on, and the same with its drying. */
	const work = Array.from({ length: last + 1 }, () => 0);
	const chain = Array.from({ length: last + 1 }, () => 0);
	for (let k = last - 1; k >= 0; k--) {
		work[k] = work[k + 1]! + stretches[k]!.seconds;
		chain[k] = chain[k + 1]! + stretches[k]!.seconds + stretches[k]!.dries;
	}
	let best = than.total;
	let found: readonly Turn[] | null = null;
	let looked = 0;
	const next = Array.from({ length: count }, () => 0);
	const free = Array.from({ length: count }, () => 0);
	const turns: Turn[] = [];
	const go = (now: number): void => {
		if (++looked > MOST_ORDERS) return;
		let left = 0;
		let under = 0;
		let longest = 0;
		for (let fly = 0; fly < count; fly++) {
			const at = next[fly]!;
			left += work[at]!;
			if (at > 0 && at < last) under++;
			if (at < last) longest = Math.max(longest, Math.max(now, free[fly]!) + chain[at]!);
		}
		if (Math.max(now + left, longest) >= best - 1e-9) return;
		if (left === 0) {
			best = now;
			found = [...turns];
			return;
		}
		const seen = new Set<string>();
		for (let stretch = last - 1; stretch >= 0; stretch--) {
			if (stretch === 0 && under >= carry) continue;
			for (let fly = 0; fly < count; fly++) {
				if (next[fly] !== stretch) continue;
				// Flies in the same state are alike.
				const state = `${stretch} ${free[fly]}`;
				if (seen.has(state)) continue;
				seen.add(state);
				const { seconds, dries } = stretches[stretch]!;
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
		}
	};
	go(0);
	return found && planned(stretches, found);
}

interface Ready {
	readonly fly: number;
	readonly stretch: number;
}

/** Always does something that can be done; `choose` says what. */
function run(
	stretches: readonly Stretch[],
	count: number,
	carry: number,
	choose: (ready: readonly Ready[]) => Ready
): Plan {
	const next = Array.from({ length: count }, () => 0);
	const free = Array.from({ length: count }, () => 0);
	const turns: Turn[] = [];
	let now = 0;
	let begun = 0;
	let finished = 0;
	while (finished < count) {
		const ready: Ready[] = [];
		for (let fly = 0; fly < begun; fly++) {
			if (next[fly]! < stretches.length && free[fly]! <= now + 1e-9) {
				ready.push({ fly, stretch: next[fly]! });
			}
		}
		if (begun < count && begun - finished < carry) ready.push({ fly: begun, stretch: 0 });
		if (ready.length === 0) {
			now = Math.min(...free.filter((_, fly) => fly < begun && next[fly]! < stretches.length));
			continue;
		}
		const { fly, stretch } = choose(ready);
		const { seconds, dries } = stretches[stretch]!;
		turns.push({ fly, stretch, start: now, end: now + seconds });
		now += seconds;
		if (stretch === 0) begun++;
		next[fly] = stretch + 1;
		free[fly] = now + dries;
		if (stretch === stretches.length - 1) finished++;
	}
	return planned(stretches, turns);
}

/** So many flies together through each stretch, then the next so many. */
function rounds(stretches: readonly Stretch[], count: number, size: number): Plan {
	const turns: Turn[] = [];
	let now = 0;
	for (let first = 0; first < count; first += size) {
		const flies = Array.from({ length: Math.min(size, count - first) }, (_, k) => first + k);
		const free = new Map<number, number>();
		stretches.forEach(({ seconds, dries }, stretch) => {
			for (const fly of flies) {
				now = Math.max(now, free.get(fly) ?? 0);
				turns.push({ fly, stretch, start: now, end: now + seconds });
				now += seconds;
				free.set(fly, now + dries);
			}
		});
	}
	return planned(stretches, turns);
}

function planned(stretches: readonly Stretch[], turns: readonly Turn[]): Plan {
	const total = turns.reduce((end, turn) => Math.max(end, turn.end), 0);
	const work = turns.reduce((sum, { start, end }) => sum + end - start, 0);
	const last = stretches.length - 1;
	let carried = 0;
	for (const { start } of turns) {
		const begun = turns.filter((turn) => turn.stretch === 0 && turn.start <= start).length;
		const done = turns.filter((turn) => turn.stretch === last && turn.end <= start).length;
		carried = Math.max(carried, begun - done);
	}
	return { stretches, turns, total, waits: total - work, carried };
}
