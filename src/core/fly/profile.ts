/**
 * A round outline along the shank, as runs between cuts in which the diameter changes evenly; it may
 * jump at a cut. Metres. What is wound is the space between one profile and the next.
 */
export interface Profile {
	/** n + 1 places along the shank, rising. */
	readonly cuts: readonly number[];
	/** Diameters at the start and at the end of each of the n runs. */
	readonly from: readonly number[];
	readonly to: readonly number[];
}

/** Places closer than this are one, m. */
const SAME = 1e-9;

/** The places between two ends, with the ends, in order and without doubles. */
export function cutsOf(places: readonly number[], low: number, high: number): number[] {
	const cuts = [low, high];
	for (const s of places) {
		if (!(s > low + SAME && s < high - SAME)) continue;
		// A handful of places: walking back to where it belongs beats a general sort.
		let i = cuts.length - 1;
		while (cuts[i - 1]! > s) i--;
		if (s - cuts[i - 1]! > SAME && cuts[i]! - s > SAME) cuts.splice(i, 0, s);
	}
	return cuts;
}

/** A bar of one diameter. */
export function bar(cuts: readonly number[], diameter: number): Profile {
	const even = new Array<number>(cuts.length - 1).fill(diameter);
	return { cuts, from: even, to: even };
}

/**
 * The profile with a layer of the given thickness (on the radius) between two of its cuts.
 *
 * @param thickness at a place; it must bend only at cuts
 */
export function wound(
	profile: Profile,
	start: number,
	end: number,
	thickness: (s: number) => number
): Profile {
	return reshaped(profile, start, end, (diameter, s) => diameter + 2 * thickness(s));
}

/** The profile filled up between two of its cuts to at least the given diameter. */
export function filled(
	profile: Profile,
	start: number,
	end: number,
	diameter: (s: number) => number
): Profile {
	return reshaped(profile, start, end, (now, s) => Math.max(now, diameter(s)));
}

function reshaped(
	{ cuts, from, to }: Profile,
	start: number,
	end: number,
	shape: (diameter: number, s: number) => number
): Profile {
	const newFrom: number[] = [];
	const newTo: number[] = [];
	for (let i = 0; i < from.length; i++) {
		const a = cuts[i]!;
		const b = cuts[i + 1]!;
		const within = a >= start - SAME && b <= end + SAME;
		newFrom.push(within ? shape(from[i]!, a) : from[i]!);
		newTo.push(within ? shape(to[i]!, b) : to[i]!);
	}
	return { cuts, from: newFrom, to: newTo };
}

/** Volume between two profiles on the same cuts, m³, and its centre along the shank, m. */
export function shell(under: Profile, over: Profile): { volume: number; centre: number } {
	let volume = 0;
	let moment = 0;
	for (let i = 0; i < over.from.length; i++) {
		const a = over.cuts[i]!;
		const length = over.cuts[i + 1]! - a;
		const [o1, o2, u1, u2] = [over.from[i]!, over.to[i]!, under.from[i]!, under.to[i]!];
		if (o1 === u1 && o2 === u2) continue;
		// A frustum's volume is π h/12 (D₁² + D₁D₂ + D₂²), its first moment from the end of D₁
		// π h²/48 (D₁² + 2 D₁D₂ + 3 D₂²).
		const piece = o1 * o1 + o1 * o2 + o2 * o2 - u1 * u1 - u1 * u2 - u2 * u2;
		const first = o1 * o1 + 2 * o1 * o2 + 3 * o2 * o2 - u1 * u1 - 2 * u1 * u2 - 3 * u2 * u2;
		volume += (Math.PI / 12) * length * piece;
		moment += (Math.PI / 12) * length * piece * a + (Math.PI / 48) * length * length * first;
	}
	return { volume, centre: volume > 0 ? moment / volume : over.cuts[0]! };
}

/** Diameter at a place, m; at a jump the larger. Beyond the ends that of the end. */
export function diameterAt({ cuts, from, to }: Profile, s: number): number {
	const last = from.length - 1;
	if (s <= cuts[0]!) return from[0]!;
	if (s >= cuts[last + 1]!) return to[last]!;
	let widest = 0;
	for (let i = 0; i <= last; i++) {
		const a = cuts[i]!;
		const b = cuts[i + 1]!;
		if (s < a || s > b) continue;
		widest = Math.max(widest, from[i]! + ((to[i]! - from[i]!) * (s - a)) / (b - a));
	}
	return widest;
}

/** The largest diameter anywhere. */
export const girthOf = ({ from, to }: Profile) => Math.max(...from, ...to);
