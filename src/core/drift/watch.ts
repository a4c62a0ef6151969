import type { Column, Line } from '../body/index';
import { math, quantile } from '../quantity/index';
import { bedTop } from './bed';
import type { Drift, Fault, Wanted } from './outcome';
import type { Eddies } from './eddies';
import { slipOf, type Moment } from './trace';

/** Keeps count of a drift while it is followed. */
export interface Watch {
	/** s after which it is given up. */
	readonly longest: number;
	/** @returns whether there is nothing more to see */
	see(moment: Moment, eddies: Eddies): boolean;
	/** @param fault why it never began, or could not be followed */
	verdict(fault: 'unsolved' | 'short' | null, wanted: Wanted): Drift;
}

/** Slower than this, m/s, nothing drifts (our choice). */
export const STANDS = 0.01;
/** What has lain still for so long is given up, s (our choice). */
const GIVEN_UP = 10;
/** A drift is followed for so many times as long as the surface takes over approach and hold, within bounds, s. */
const TIMES_SURFACE = 4;
const LEAST = 20;
const LONGEST = 240;
/** Where nothing drifts: the time to settle, and for how long it then is watched, s (our choice). */
const SETTLE = 10;
const HANGS_FOR = 5;
/** The pull is smoothed over so long, s, and the share of the time given in which it is less: a peak of one step says nothing. */
const SMOOTHED = 0.1;
const STRONG = 0.95;
/**
 * Chance to hang up on one stone that it passes while it is down between them, and how far one is from the
 * next in roughness heights; what is smaller than so much, m, catches a hook in proportion less, and lies no
 * closer for it (our estimates).
 */
const CATCHES = 0.03;
const STONES_APART = 2;
const LEAST_STONE = 0.05;

/** Chance that a fly hangs up on so many metres of bed. @param roughness height, m */
export const hangUpOver = (way: number, roughness: number): number => {
	const stone = Math.max(LEAST_STONE, roughness);
	return 1 - math.exp((-CATCHES * Math.min(1, roughness / stone) * way) / (STONES_APART * stone));
};

/**
 * The one event behind every chance and every verdict. A drift is good when the fly
 * - is in the zone before the approach ends,
 * - passes at least `wanted.inZone` of the hold in it,
 * - is on the bed (below `bedTop`) for at most `wanted.onBed` of its time in the hold,
 * - and does not hang up: of the drifts that pass as many stones, the share that does is drawn by `luck`.
 *
 * The hold is a piece of the way where the fly drifts: from the end of the approach on. Drawn in
 * through still water it begins where the retrieve does, and is as long. A fly that hangs in the
 * current, or in still water, is looked at after it has had time to settle.
 *
 * @param luck 0 to 1; it hangs up where the chance of that is larger
 */
export function watchOf(column: Column, { top }: Line, luck = 0.5): Watch {
	const { zoneTop, approach, hold, depth } = column;
	const retrieve = top.kind === 'retrieve' ? top : null;
	const drifting = !retrieve && top.kind !== 'hand' && column.surfaceSpeed > STANDS;
	const longest = retrieve
		? Math.min(600, retrieve.wait + (2 * hold) / Math.max(retrieve.speed, 0.01) + 2)
		: drifting
			? Math.max(
					LEAST,
					Math.min(LONGEST, (TIMES_SURFACE * (approach + hold)) / column.surfaceSpeed)
				)
			: SETTLE + HANGS_FOR;
	const roughness = 30 * column.roughnessLength;
	const bed = bedTop(column);
	let time: number | null = zoneTop >= depth ? 0 : null;
	let distance: number | null = time === null ? null : 0;
	/** Whether the first time in the zone was early enough. */
	let early = time !== null;
	let passed = 0;
	let inZone = 0;
	let seconds = 0;
	let lying = 0;
	let slip = 0;
	let angle = 0;
	let between = 0;
	/** Integral of the height over what is counted of the hold. */
	let heights = 0;
	/** s in the water, and of those on the bed. */
	let all = 0;
	let allLying = 0;
	/** s for which it has lain where it is. */
	let stuck = 0;
	/** Means of the pull at the fly over pieces of so long, N; the piece under way, N s and s. */
	const pulls: number[] = [];
	let pulled = 0;
	let pulling = 0;
	let under: number | null = null;
	/** Where the retrieve began. */
	let from: number | null = null;

	function see({ time: now, step, state, before, chain }: Moment, eddies: Eddies): boolean {
		const point = chain.flyAt[0]!;
		const [x0, z0, x1, z1] = [before.x[point]!, before.z[point]!, state.x[point]!, state.z[point]!];
		if (time === null && z1 <= zoneTop) {
			const share = crossing(z0, z1, before.w[point]!, state.w[point]!, step, zoneTop);
			time = now - step + share * step;
			distance = hermite(x0, x1, before.u[point]!, state.u[point]!, step, share);
			early = drifting ? distance < approach : retrieve ? time <= retrieve.wait : true;
		}
		const dx = Math.max(0, x1 - x0);
		const { top: end } = chain;
		if (end.free && under === null && end.under(state.z[0]!)) under = now;
		if (point > 0) {
			pulled += step * chain.tension(state, point - 1);
			pulling += step;
			if (pulling >= SMOOTHED - 1e-9) {
				pulls.push(pulled / pulling);
				pulled = pulling = 0;
			}
		}
		if (z1 < bed) {
			between += dx;
			allLying += step;
		}
		all += step;
		if (retrieve && now >= retrieve.wait) from ??= x1;
		// The part of this step that lies within the hold.
		const start = drifting ? approach : (from ?? Infinity);
		const part = drifting || retrieve ? overlap(x0, x1, start, start + hold) : 0;
		const share =
			drifting || retrieve
				? dx > 0
					? part / dx
					: x1 >= start && x1 < start + hold
						? 1
						: 0
				: now > SETTLE
					? 1
					: 0;
		if (share > 0) {
			const dt = share * step;
			const counted = drifting || retrieve ? part : dt;
			passed += counted;
			heights += counted * z1;
			if (z1 <= zoneTop) inZone += counted;
			seconds += dt;
			if (z1 < bed) lying += dt;
			slip += dt * slipOf(state, point, column, eddies);
			angle += dt * entryAngle(entrySegment(state, chain.n, depth));
		}
		stuck = drifting && z1 < bed && dx < STANDS * step ? stuck + step : 0;
		return ((drifting || retrieve !== null) && x1 >= start + hold) || stuck > GIVEN_UP;
	}

	return {
		longest,
		see,
		verdict(failed, wanted) {
			const whole = drifting || retrieve ? hold : HANGS_FOR;
			const caught = hangUpOver(between, roughness);
			const result = {
				time,
				distance,
				under,
				tension: quantile(
					pulls.sort((a, b) => a - b),
					STRONG
				),
				inZone: Math.min(1, inZone / whole),
				// One that never came through the hold is judged by all of its way.
				onBed: stuck > GIVEN_UP ? 1 : seconds > 0 ? lying / seconds : all > 0 ? allLying / all : 0,
				hangUp: caught,
				height: passed > 0 ? heights / passed : null,
				slip: seconds > 0 ? slip / seconds : 0,
				angle: seconds > 0 ? angle / seconds : 0
			};
			// In the order in which they spoil a drift; each is true of the drift that it is said of.
			const faults: readonly (readonly [Fault, boolean])[] = [
				['under', under !== null],
				['never', time === null],
				['late', !early],
				['hung', caught > luck],
				['bed', result.onBed > wanted.onBed],
				['lifted', result.inZone < wanted.inZone]
			];
			const fault = failed ?? faults.find(([, is]) => is)?.[0] ?? null;
			return { ...result, good: fault === null, fault };
		}
	};
}

const overlap = (a: number, b: number, from: number, to: number) =>
	Math.max(0, Math.min(b, to) - Math.max(a, from));

/** Cubic through both ends with their slopes. @param share of the step */
function hermite(a: number, b: number, va: number, vb: number, h: number, share: number): number {
	const s = share;
	const q = 1 - s;
	return q * q * (1 + 2 * s) * a + s * s * (1 + 2 * q) * b + h * s * q * (q * va - s * vb);
}

/** Share of the step at which a falling height passes a level, by halving the cubic. */
function crossing(a: number, b: number, va: number, vb: number, h: number, level: number): number {
	let low = 0;
	let high = 1;
	for (let k = 0; k < 30; k++) {
		const middle = (low + high) / 2;
		if (hermite(a, b, va, vb, h, middle) > level) low = middle;
		else high = middle;
	}
	return high;
}

/** The segment at which the line goes into the water; the lowest one where all of it is under. */
function entrySegment(
	{ x, z }: { readonly x: Float64Array; readonly z: Float64Array },
	n: number,
	depth: number
) {
	let i = 0;
	while (i < n - 1 && z[i + 1]! > depth) i++;
	return { dx: x[i + 1]! - x[i]!, dz: z[i + 1]! - z[i]! };
}

const entryAngle = ({ dx, dz }: { dx: number; dz: number }) =>
	math.atan2(Math.abs(dx), Math.max(0, -dz)) * (180 / Math.PI);
