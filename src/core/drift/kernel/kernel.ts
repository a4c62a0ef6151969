import { cylinderRows } from '../../sink/index';
import type { Chain } from '../chain';
import { isEnd } from '../chain-parts';
import type { State } from '../state';
import { GAMMA } from '../step';
import type { Trace } from '../trace';
import { decays, meanSpeeds, turbulenceOf } from '../water-table';
import { WASM } from './wasm';

/** A chain with more nodes or flies than there is room for uses the plain reference. */
const MOST_NODES = 64;
const MOST_FLIES = 3;
const FLY_NUMBERS = 88;
/** Bytes of a number. */
const NUMBER = 8;
/** From one column of nodes to the next, in numbers: two a node. */
const NEXT = 2 * (MOST_NODES + 1);

export type LaneNumber = 0 | 1;
export const LANES: readonly LaneNumber[] = [0, 1];

const places = [
	'ends',
	'state',
	'segments',
	'worlds',
	'decay',
	'speeds',
	'drags',
	'flies'
] as const;
type Place = (typeof places)[number];

interface Exports extends Readonly<Record<Place, WebAssembly.Global<'i32'>>> {
	readonly memory: WebAssembly.Memory;
	shape(segments: number, afloat: number): void;
	begin(lane: LaneNumber): void;
	run(): number;
}

/**
 * The compiled kernel (assembly/index.ts): steps of two chains at once, to the last bit as `stepperOf` does them.
 * Both must be of one shape: as many segments, droppers at the same nodes, and both upper ends afloat or both held.
 */
export class Kernel {
	private readonly code: Exports;
	private readonly numbers: Float64Array;
	/** Where the worlds' numbers, the states and the rest begin, in numbers. */
	private readonly at: Readonly<Record<Place, number>>;
	private readonly turbulence = [
		{ along: 0, across: 0 },
		{ along: 0, across: 0 }
	];

	constructor() {
		const bytes = Uint8Array.from(atob(WASM), (letter) => letter.charCodeAt(0));
		const instance = new WebAssembly.Instance(new WebAssembly.Module(bytes));
		this.code = instance.exports as unknown as Exports;
		this.numbers = new Float64Array(this.code.memory.buffer);
		this.at = Object.fromEntries(
			places.map((place) => [place, this.code[place].value / NUMBER])
		) as Record<Place, number>;
		this.numbers.set(decays, this.at.decay);
		this.numbers.set(cylinderRows(), this.at.drags);
	}

	static fits({ n, flyAt }: Chain): boolean {
		return n <= MOST_NODES && flyAt.length <= MOST_FLIES;
	}

	/** Both lanes are at rest and take chains of this shape from now on. */
	shape({ n, to, top }: Chain): void {
		for (let i = 0; i <= n; i++) this.numbers[this.at.ends + i] = Number(isEnd(to, i));
		this.code.shape(n, top.free ? 1 : 0);
		for (const lane of LANES) this.empty(lane);
	}

	/** Puts a drift into a lane. */
	load(lane: LaneNumber, { chain, state, way }: Trace): void {
		const { numbers, at } = this;
		const { column, rest, diameter, halfMass, halfWater, top, hung } = chain;
		const to = at.segments;
		[rest, diameter, halfMass, halfWater].forEach((values, k) =>
			this.spread(lane, to + k * NEXT, values)
		);
		const { x, z, u, w } = state;
		[x, z, u, w].forEach((values, k) => this.spread(lane, at.state + k * NEXT, values));
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
		this.spread(lane, at.worlds, world);
		this.turbulence[lane] = turbulenceOf(column);
		const speeds = meanSpeeds(column);
		numbers.set(speeds, at.speeds + lane * speeds.length);
		hung.forEach(({ fly, at: node }, k) => {
			const place = at.flies + (lane * MOST_FLIES + k) * FLY_NUMBERS;
			numbers.set([node, fly.mass, fly.inertia, fly.weight], place);
			numbers.set(fly.along, place + 4);
			numbers.set(fly.across, place + 4 + fly.along.length);
		});
	}

	/** There is nothing more to follow in a lane. */
	empty(lane: LaneNumber): void {
		this.numbers[this.at.worlds + 2 * FLIES + lane] = 0;
	}

	/** Begins the step that is due of the drift in a lane. */
	begin(lane: LaneNumber, { chain, way, time, step }: Trace): void {
		const { eddies } = way;
		const { along, across } = this.turbulence[lane]!;
		const { numbers } = this;
		const place = this.at.worlds + 2 * STEP_FROM + lane;
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
		for (let i = 0, at = this.at.state + lane; i < x.length; i++, at += 2) {
			x[i] = numbers[at]!;
			z[i] = numbers[at + NEXT]!;
			u[i] = numbers[at + 2 * NEXT]!;
			w[i] = numbers[at + 3 * NEXT]!;
		}
	}

	private spread(lane: LaneNumber, to: number, values: ArrayLike<number>): void {
		for (let i = 0; i < values.length; i++) this.numbers[to + lane + 2 * i] = values[i]!;
	}
}

/** Which of a world's numbers says how many flies there are, and from which on they are the step's. */
const FLIES = 7;
const STEP_FROM = 11;
