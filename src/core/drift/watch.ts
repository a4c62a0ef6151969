import type { Column, Line } from '../body/index';
import { math, quantile } from '../quantity/index';
import { bedTop } from './bed';
import type { Chain } from './chain';
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
/** What has lain still for this long is given up, s (our choice). */
const GIVEN_UP = 10;
/** A drift is followed for this many times as long as the surface takes over approach and hold, within bounds, s (our choice). */
const TIMES_SURFACE = 4;
const LEAST = 20;
const LONGEST = 240;
/** Where nothing drifts: the time to settle, and for how long it then is watched, s (our choice). */
const SETTLE = 10;
const HANGS_FOR = 5;
/** The pull is smoothed over this time, s, and the share of the time given in which it is less: a peak of one step says nothing (our choice). */
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

/** Chance that a fly hangs up on this many metres of bed. @param roughness height, m */
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
 * @param which of the flies, from the line's lower end up
 */
export function watchOf(column: Column, line: Line, luck = 0.5, which = 0): Watch {
	return new Watcher(column, line, luck, which);
}

class Watcher implements Watch {
	readonly longest: number;
	private readonly retrieve: Extract<Line['top'], { kind: 'retrieve' }> | null;
	private readonly drifting: boolean;
	private readonly bed: number;
	/** When and where it first was in the zone; null before. And whether that was early enough. */
	private time: number | null;
	private distance: number | null;
	private early: boolean;
	/** Of the hold, in metres where it drifts and in seconds where it hangs: passed, and of that in the zone. */
	private passed = 0;
	private inZone = 0;
	/** Integral of the height over what is passed. */
	private heights = 0;
	/** In the hold: s, of those on the bed; integrals of the slip and of the line's angle. */
	private seconds = 0;
	private lying = 0;
	private slip = 0;
	private angle = 0;
	/** Way among the stones, m. */
	private between = 0;
	/** s in the water, and of those on the bed. */
	private all = 0;
	private allLying = 0;
	/** s for which it has lain where it is. */
	private stuck = 0;
	/** Means of the pull at the fly over pieces of this length, N; the piece under way, N s and s. */
	private readonly pulls: number[] = [];
	private pulled = 0;
	private pulling = 0;
	private under: number | null = null;
	/** Where the retrieve began. */
	private from: number | null = null;

	constructor(
		private readonly column: Column,
		{ top }: Line,
		private readonly luck: number,
		private readonly which: number
	) {
		const { zoneTop, depth, surfaceSpeed } = column;
		this.retrieve = top.kind === 'retrieve' ? top : null;
		this.drifting = !this.retrieve && top.kind !== 'hand' && surfaceSpeed > STANDS;
		this.longest = this.lasts();
		this.bed = bedTop(column);
		this.early = zoneTop >= depth;
		this.time = this.distance = this.early ? 0 : null;
	}

	/** Whether it comes through the hold; where not, it hangs in it. */
	private get passes(): boolean {
		return this.drifting || this.retrieve !== null;
	}

	private lasts(): number {
		const { approach, hold, surfaceSpeed } = this.column;
		if (this.retrieve) {
			const { wait, speed } = this.retrieve;
			return Math.min(600, wait + (2 * hold) / Math.max(speed, 0.01) + 2);
		}
		if (!this.drifting) return SETTLE + HANGS_FOR;
		return Math.max(LEAST, Math.min(LONGEST, (TIMES_SURFACE * (approach + hold)) / surfaceSpeed));
	}

	see(moment: Moment, eddies: Eddies): boolean {
		const { time: now, step, state, before, chain } = moment;
		const point = chain.flyAt[this.which]!;
		const [x0, x, z] = [before.x[point]!, state.x[point]!, state.z[point]!];
		this.arrive(moment);
		const dx = Math.max(0, x - x0);
		const { top: end } = chain;
		if (end.free && this.under === null && end.under(state.z[0]!)) this.under = now;
		const held = chain.heldBy[this.which]!;
		if (held >= 0) this.pull(step, chain.tension(state, held));
		if (z < this.bed) {
			this.between += dx;
			this.allLying += step;
		}
		this.all += step;
		if (this.retrieve && now >= this.retrieve.wait) this.from ??= x;
		const { approach, hold } = this.column;
		const start = this.drifting ? approach : (this.from ?? Infinity);
		// The part of this step that lies within the hold, m.
		const part = this.passes ? overlap(x0, x, start, start + hold) : 0;
		const inside = x >= start && x < start + hold;
		const share = this.passes ? (dx > 0 ? part / dx : Number(inside)) : Number(now > SETTLE);
		if (share > 0) this.count(share, part, moment, eddies);
		this.stuck = this.drifting && z < this.bed && dx < STANDS * step ? this.stuck + step : 0;
		return (this.passes && x >= start + hold) || this.stuck > GIVEN_UP;
	}

	/** The first time in the zone, within the step. */
	private arrive({ time: now, step, state, before, chain }: Moment): void {
		const { zoneTop, approach } = this.column;
		const point = chain.flyAt[this.which]!;
		const z = state.z[point]!;
		if (this.time !== null || z > zoneTop) return;
		const [vz0, vz1] = [before.w[point]!, state.w[point]!];
		const share = crossing(before.z[point]!, z, vz0, vz1, step, zoneTop);
		this.time = now - step + share * step;
		const [x0, x1] = [before.x[point]!, state.x[point]!];
		this.distance = hermite(x0, x1, before.u[point]!, state.u[point]!, step, share);
		this.early = this.drifting
			? this.distance < approach
			: this.retrieve
				? this.time <= this.retrieve.wait
				: true;
	}

	/** The pull at the fly, N. */
	private pull(step: number, tension: number): void {
		this.pulled += step * tension;
		this.pulling += step;
		if (this.pulling < SMOOTHED - 1e-9) return;
		this.pulls.push(this.pulled / this.pulling);
		this.pulled = this.pulling = 0;
	}

	/** What of a step lies within the hold. @param share of its time @param part of its way, m */
	private count(share: number, part: number, moment: Moment, eddies: Eddies): void {
		const { step, state, chain } = moment;
		const z = state.z[chain.flyAt[this.which]!]!;
		const { zoneTop, depth } = this.column;
		const dt = share * step;
		const counted = this.passes ? part : dt;
		this.passed += counted;
		this.heights += counted * z;
		if (z <= zoneTop) this.inZone += counted;
		this.seconds += dt;
		if (z < this.bed) this.lying += dt;
		this.slip += dt * slipOf(state, chain.flyAt[this.which]!, this.column, eddies);
		this.angle += dt * entryAngle(entrySegment(state, chain, depth));
	}

	verdict(failed: 'unsolved' | 'short' | null, wanted: Wanted): Drift {
		const result = this.result();
		// In the order in which they spoil a drift; each is true of the drift that it is said of.
		const faults: readonly (readonly [Fault, boolean])[] = [
			['under', this.under !== null],
			['never', this.time === null],
			['late', !this.early],
			['hung', result.hangUp > this.luck],
			['bed', result.onBed > wanted.onBed],
			['lifted', result.inZone < wanted.inZone]
		];
		const fault = failed ?? faults.find(([, is]) => is)?.[0] ?? null;
		return { ...result, good: fault === null, fault };
	}

	private result() {
		const { time, distance, under, seconds, passed } = this;
		const whole = this.passes ? this.column.hold : HANGS_FOR;
		const over = (sum: number) => (seconds > 0 ? sum / seconds : 0);
		return {
			time,
			distance,
			under,
			tension: quantile(
				this.pulls.sort((a, b) => a - b),
				STRONG
			),
			inZone: Math.min(1, this.inZone / whole),
			onBed: this.onBed(),
			hangUp: hangUpOver(this.between, 30 * this.column.roughnessLength),
			height: passed > 0 ? this.heights / passed : null,
			slip: over(this.slip),
			angle: over(this.angle)
		};
	}

	/** Share of its time in the hold; one that never came through is judged by all of its way. */
	private onBed(): number {
		if (this.stuck > GIVEN_UP) return 1;
		if (this.seconds > 0) return this.lying / this.seconds;
		return this.all > 0 ? this.allLying / this.all : 0;
	}
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
	{ n, to }: Chain,
	depth: number
) {
	let i = 0;
	while (to[i]! < n && z[to[i]!]! > depth) i = to[i]!;
	return { dx: x[to[i]!]! - x[i]!, dz: z[to[i]!]! - z[i]! };
}

const entryAngle = ({ dx, dz }: { dx: number; dz: number }) =>
	math.atan2(Math.abs(dx), Math.max(0, -dz)) * (180 / Math.PI);
