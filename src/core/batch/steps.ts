import type { Build } from '../fly/index';
import { stepTable, type StepKey, type StepKind, type StepOnFly } from './step-table';

/** How a tier ties a fly where that is not as usual. */
export interface TiersWay {
	/** Steps in the tier's order; one that may be done again as often as it is. Those that are not named stand where they usually do. */
	readonly order?: readonly StepKey[];
	/** The tier's own words at a step. */
	readonly handling?: Readonly<Partial<Record<StepKey, string>>>;
}

/** One step at the vise. */
export interface TyingStep extends Required<StepOnFly> {
	/** The same for the same step on any fly. */
	readonly key: StepKey;
	/** How long it takes this tier, s. */
	readonly seconds: number;
	/** The tier's own words at it; empty where there are none. */
	readonly handling: string;
}

/**
 * The steps of a fly, from its recipe: in the usual order, or in the tier's as far as what must come before what
 * allows it.
 *
 * @param pace of a step's key the factor on what it usually takes
 */
export function stepsOf(
	build: Build,
	pace: (key: StepKey) => number = () => 1,
	{ order = [], handling = {} }: TiersWay = {}
): TyingStep[] {
	const times = (key: StepKey) => order.filter((one) => one === key).length;
	const there = new Map<StepKey, StepOnFly>();
	for (const { key, asked, on } of stepTable) {
		const step = asked && times(key) === 0 ? null : on(build, Math.max(1, times(key)));
		if (step) there.set(key, step);
	}
	return inOrder([...there.keys()], order).map((key) => {
		const step = there.get(key)!;
		const seconds = step.usual * pace(key);
		const words = handling[key] ?? '';
		return { marks: [], turns: 0, dries: 0, caution: null, ...step, key, seconds, handling: words };
	});
}

const kindOf = (key: StepKey): StepKind => stepTable.find((one) => one.key === key)!;

/** Whether a step may be done more than once. */
export const mayBeAgain = (key: StepKey): boolean => kindOf(key).again ?? false;

/** Steps that are done only where the tier asks for them, with the words by which they do. */
export const askedSteps: ReadonlyMap<StepKey, string> = new Map(
	stepTable.flatMap(({ key, asked }) => (asked ? [[key, asked] as const] : []))
);

/**
 * Some steps in a wanted order: each that it does not name after the one that it usually follows, then each as far
 * forward as what must come before it allows.
 *
 * @param there in the usual order, each once
 */
function inOrder(there: readonly StepKey[], wanted: readonly StepKey[]): StepKey[] {
	const list = wanted.filter(
		(key, k) => there.includes(key) && (mayBeAgain(key) || wanted.indexOf(key) === k)
	);
	there.forEach((key, k) => {
		if (list.includes(key)) return;
		const before = there.slice(0, k).findLast((other) => list.includes(other));
		list.splice(before === undefined ? 0 : list.lastIndexOf(before) + 1, 0, key);
	});
	const ordered: StepKey[] = [];
	while (list.length > 0) {
		const next = list.findIndex((key) => blockerOf(key, list, ordered) === null);
		ordered.push(...list.splice(next, 1));
	}
	return ordered;
}

/** What of those to come must be done before a step; null where nothing is. */
function blockerOf(
	key: StepKey,
	toCome: readonly StepKey[],
	done: readonly StepKey[]
): StepKey | null {
	const { after, ends } = kindOf(key);
	const waits = (other: StepKey) => toCome.includes(other) && !done.includes(other);
	return after.find(waits) ?? (ends ? (toCome.find((other) => !kindOf(other).ends) ?? null) : null);
}

/** What stands against a step in another place. */
export interface Against {
	readonly first: StepKey;
	readonly then: StepKey;
}

/**
 * A step in another place of the order.
 *
 * @param keys the order as it is @param from, to places in it
 * @returns the new order; or what must come before what, where it cannot be
 */
export function moved(
	keys: readonly StepKey[],
	from: number,
	to: number
): readonly StepKey[] | Against {
	const next = keys.toSpliced(from, 1).toSpliced(to, 0, keys[from]!);
	for (let k = 0; k < next.length; k++) {
		const first = blockerOf(next[k]!, next.slice(k + 1), next.slice(0, k));
		if (first !== null) return { first, then: next[k]! };
	}
	return next;
}
