import { math, normalsFrom, randomFrom } from '../quantity/index';
import type { ScalePattern } from './scale';

/** How the simulated scale's lines are read. */
export const SIMULATED_PATTERN: ScalePattern = {
	number: 0,
	unit: 'g',
	steady: 'steady',
	moving: 'moving'
};

/** What a small jeweller's scale does (our estimates): g and s. */
const STEP = 0.001;
const CAPACITY = 20;
const NOISE = 0.0004;
const DRIFT = 0.0003;
const SETTLES = 0.35;
const RESTS_AFTER = 1.6;
const KNOCKED = 0.004;

/**
 * A stand-in for a scale: it drifts, trembles, takes its time after each change and is knocked now and
 * then; beyond its capacity it says so. Speaks in lines of its own, "0.134 g steady". Deterministic for a
 * seed.
 */
export class SimulatedScale {
	private readonly uniform: () => number;
	private readonly normal: () => number;
	private load = 0;
	private shown = 0;
	private zero = 0;
	private time = 0;
	private changed = -10;

	constructor(seed: number) {
		this.uniform = randomFrom(seed);
		this.normal = normalsFrom(this.uniform);
	}

	/** Puts a load on the pan. @param grams at least 0 */
	put(grams: number): void {
		if (grams !== this.load) this.changed = this.time;
		this.load = grams;
	}

	/** Sets the empty pan, or what lies on it, to zero. */
	tare(): void {
		this.zero = -this.load;
	}

	/** The next line. @param dt s since the one before */
	line(dt: number): string {
		this.time += dt;
		this.zero += DRIFT * Math.sqrt(dt / 60) * this.normal();
		if (this.uniform() < KNOCKED) this.changed = this.time;
		this.shown += (this.load - this.shown) * (1 - math.exp(-dt / SETTLES));
		if (this.load > CAPACITY) return 'over';
		const since = this.time - this.changed;
		const trembles = NOISE * (1 + 12 * math.exp(-since / SETTLES));
		const grams = this.shown + this.zero + trembles * this.normal();
		const rounded = Math.round(grams / STEP) * STEP;
		return `${rounded.toFixed(3)} g ${since > RESTS_AFTER ? 'steady' : 'moving'}`;
	}
}
