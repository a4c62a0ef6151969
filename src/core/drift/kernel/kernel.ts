import { cylinderRows } from '../../sink/index';
import type { Chain } from '../chain';
import type { State } from '../state';
import { GAMMA } from '../step';
import type { Trace } from '../trace';
import { decays, meanSpeeds, turbulenceOf } from '../water-table';
import { WASM } from './wasm';

/** A chain with more nodes or flies than there is room for uses the plain reference. */
const MOST_NODES = 64;
const MOST_FLIES = 3;
const FLY_NUMBERS = 88;
/** Bytes of a number, and of one of each lane. */
const NUMBER = 8;
const BOTH = 16;
const COLUMN = BOTH * (MOST_NODES + 1);

export type LaneNumber = 0 | 1;
export const LANES: readonly LaneNumber[] = [0, 1];

interface Exports {
	readonly memory: WebAssembly.Memory;
	readonly state: WebAssembly.Global<'i32'>;
	readonly segments: WebAssembly.Global<'i32'>;
	readonly worlds: WebAssembly.Global<'i32'>;
	readonly decay: WebAssembly.Global<'i32'>;
	readonly speeds: WebAssembly.Global<'i32'>;
	readonly drags: WebAssembly.Global<'i32'>;
	readonly flies: WebAssembly.Global<'i32'>;
	shape(segments: number, afloat: number): void;
	begin(lane: LaneNumber): void;
	run(): number;
}

/**
 * The compiled kernel (assembly/index.ts): steps of two chains at once, to the last bit as `stepperOf` does them.
 * Both must be of one shape: as many segments, and both upper ends afloat or both held.
 */
export class Kernel {
	private readonly code: Exports;
	private readonly numbers: Float64Array;
	private readonly turbulence = [
		{ along: 0, across: 0 },
		{ along: 0, across: 0 }
	];

	constructor() {
		const bytes = Uint8Array.from(atob(WASM), (letter) => letter.charCodeAt(0));
		const instance = new WebAssembly.Instance(new WebAssembly.Module(bytes));
		this.code = instance.exports as unknown as Exports;
		this.numbers = new Float64Array(this.code.memory.buffer);
		this.numbers.set(decays, this.code.decay.value / NUMBER);
		this.numbers.set(cylinderRows(), this.code.drags.value / NUMBER);
	}

	static fits({ n, flyAt }: Chain): boolean {
		return n <= MOST_NODES && flyAt.length <= MOST_FLIES;
	}

	/** Both lanes are at rest and take chains of this shape from now on. */
	shape({ n, top }: Chain): void {
		this.code.shape(n, top.free ? 1 : 0);
		for (const lane of LANES) this.empty(lane);
	}

	/** Puts a drift into a lane. */
	load(lane: LaneNumber, { chain, state, way }: Trace): void {
		const { numbers, code } = this;
		const { column, rest, diameter, halfMass, halfWater, top, hung } = chain;
		const to = code.segments.value;
		[rest, diameter, halfMass, halfWater].forEach((values, k) =>
			this.spread(lane, to + k * COLUMN, values)
		);
		const { x, z, u, w } = state;
		[x, z, u, w].forEach((values, k) => this.spread(lane, code.state.value + k * COLUMN, values));
		// In the order in which assembly/index.ts names them.
		const world = [
			column.depth,
			column.density,
			column.viscosity,
			chain.stiffness,
			chain.bedSpring,
			column.surfaceSpeed,
			way.fineness.enough,
			hung.length,
			...(top.free ? [top.diameter, top.mass, top.lift] : [])
		];
		this.spread(lane, code.worlds.value, world);
		this.turbulence[lane] = turbulenceOf(column);
		const speeds = meanSpeeds(column);
		numbers.set(speeds, code.speeds.value / NUMBER + lane * speeds.length);
		hung.forEach(({ fly, at }, k) => {
			const place = code.flies.value / NUMBER + (lane * MOST_FLIES + k) * FLY_NUMBERS;
			numbers.set([at, fly.mass, fly.inertia, fly.weight], place);
			numbers.set(fly.along, place + 4);
			numbers.set(fly.across, place + 4 + fly.along.length);
		});
	}

	/** There is nothing more to follow in a lane. */
	empty(lane: LaneNumber): void {
		this.numbers[this.code.worlds.value / NUMBER + 2 * FLIES + lane] = 0;
	}

	/** Begins the step that is due of the drift in a lane. */
	begin(lane: LaneNumber, { chain, way, time, step }: Trace): void {
		const { eddies } = way;
		const { along, across } = this.turbulence[lane]!;
		const at = this.code.worlds.value + STEP_FROM * BOTH;
		const { numbers } = this;
		const place = at / NUMBER + lane;
		numbers[place] = eddies.u * along;
		numbers[place + 2] = eddies.w * across;
		numbers[place + 4] = step;
		if (!chain.top.free) {
			[time + GAMMA * step, time + step].forEach((when, k) => {
				const { x, z, u, w } = (chain.top as Extract<Chain['top'], { free: false }>).at(when);
				const held = place + 6 + 8 * k;
				numbers[held] = x;
				numbers[held + 2] = z;
				numbers[held + 4] = u;
				numbers[held + 6] = w;
			});
		}
		this.code.begin(lane);
	}

	/**
	 * Goes on until a step is at its end.
	 *
	 * @returns of each lane whether its step was solved; null where it is still under way, or there is none
	 */
	run(): readonly [boolean | null, boolean | null] {
		const ended = this.code.run();
		const of = (lane: LaneNumber) =>
			(ended >> lane) & 1 ? true : (ended >> (lane + 2)) & 1 ? false : null;
		return [of(0), of(1)];
	}

	/** Places and velocities of the drift in a lane. */
	read(lane: LaneNumber, { x, z, u, w }: State): void {
		const { numbers } = this;
		const from = this.code.state.value / NUMBER + lane;
		const next = COLUMN / NUMBER;
		for (let i = 0, at = from; i < x.length; i++, at += 2) {
			x[i] = numbers[at]!;
			z[i] = numbers[at + next]!;
			u[i] = numbers[at + 2 * next]!;
			w[i] = numbers[at + 3 * next]!;
		}
	}

	private spread(lane: LaneNumber, to: number, values: ArrayLike<number>): void {
		const from = to / NUMBER + lane;
		for (let i = 0; i < values.length; i++) this.numbers[from + 2 * i] = values[i]!;
	}
}

/** Which of a world's numbers says how many flies there are, and from which on they are the step's. */
const FLIES = 7;
const STEP_FROM = 11;
