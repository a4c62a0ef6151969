import { math } from '../quantity/index';
import type { Column, Line } from '../body/index';
import { speedAt, turbulenceAcross, turbulenceAlong } from '../water/index';
import { bedTop } from './bed';
import { chainOf, type Chain } from './chain';
import { NOISE_BLOCK, type Eddies } from './eddies';
import { type Hung, copyState, stateOf, type State } from './state';
import { stepperOf } from './step';

/** How finely a drift is followed. */
export interface Fineness {
	/** Pieces into which the line is cut, about. */
	readonly segments: number;
	/** s; a step with eddies is a whole number of the noise's blocks, or one halved some times. */
	readonly step: number;
	/** A velocity is found when another round of Newton's method would move no node by more than this, m/s. */
	readonly enough: number;
}
/** Of many drifts: within a percent of the mean time to the zone, in a third of the time. */
export const ROUGH: Fineness = { segments: 12, step: 2 * NOISE_BLOCK, enough: 1e-2 };
/** Of a single path in smooth water: within half a percent of the fine one. */
export const SMOOTH: Fineness = { segments: 20, step: 0.08, enough: 1e-4 };
/** The reference: within 2 % of a line cut twice as fine (see the tests). */
export const FINE: Fineness = { segments: 24, step: NOISE_BLOCK / 2, enough: 1e-5 };

/** What a looker-on sees after each step; the state is only lent. */
export interface Moment {
	readonly time: number;
	readonly step: number;
	readonly state: State;
	/** As it was a step before. */
	readonly before: State;
	readonly chain: Chain;
}

/** What is followed, and until when. */
export interface TracedWay {
	readonly flies: readonly Hung[];
	readonly column: Column;
	readonly line: Line;
	readonly eddies: Eddies;
	readonly fineness: Fineness;
	/** s */
	readonly longest: number;
	/** Called after each step; says whether to stop. */
	look(moment: Moment): boolean;
}

/**
 * A step is halved at most this often before a drift is given up: of 30,000 wild ones (a heavy fly on a hair, a
 * torrent over the ankles) none was with 16, and of 6,000 three with 12 and thirteen with 9.
 */
const MOST_HALVINGS = 16;

/** Flies and line on their way from the landing, step by step; whoever solves the steps calls `next` and `stepped` in turn. */
export class Trace {
	readonly chain: Chain;
	/** As it is now; whoever steps writes it. */
	readonly state: State;
	/** False when the equations could not be solved on the way; what was seen until then holds. */
	solved = true;
	/** s from the landing, and the step that is due. */
	time = 0;
	step: number;
	private readonly before: State;
	private readonly moment: { -readonly [K in keyof Moment]: Moment[K] };
	private readonly point: number;
	private readonly bed: number;
	private over = false;
	private halvings = 0;
	/** Steps done since a halving, in units of the finest. */
	private ticks = 0;

	constructor(readonly way: TracedWay) {
		const { flies, column, line, fineness } = way;
		const chain = chainOf(flies, column, line, fineness.segments);
		this.chain = chain;
		this.state = chain.start;
		this.before = stateOf(chain.n + 1);
		this.step = fineness.step;
		this.point = chain.flyAt[0]!;
		this.bed = bedTop(column);
		this.moment = { time: 0, step: 0, state: this.state, before: this.before, chain };
	}

	/** Gets the next step ready: its length, and the eddies in its middle. @returns whether there is one */
	next(): boolean {
		const { eddies, column, fineness, longest } = this.way;
		if (this.over || !(this.time < longest)) return false;
		this.step = fineness.step / 2 ** this.halvings;
		const { state, point } = this;
		const slip = slipOf(state, point, column, eddies);
		eddies.advance(this.time + this.step / 2, state.z[point]!, slip);
		copyState(state, this.before);
		return true;
	}

	/** The step was done, or could not be solved. */
	stepped(solved: boolean): void {
		if (!solved) {
			this.ticks *= 2;
			if (++this.halvings > MOST_HALVINGS) {
				this.solved = false;
				this.over = true;
			}
			return;
		}
		const { chain, moment } = this;
		this.time += this.step;
		if (!chain.top.free && this.state.z[this.point]! < this.bed) chain.top.touch?.(this.time);
		moment.time = this.time;
		moment.step = this.step;
		this.over = this.way.look(moment);
		// Back to longer steps where they meet the even ones again.
		this.ticks++;
		while (this.halvings > 0 && this.ticks % 2 === 0) {
			this.halvings--;
			this.ticks /= 2;
		}
	}
}

/** Follows a way to its end, by the plain reference. @returns it, at its end */
export function traced(trace: Trace): Trace {
	const { chain, state, way } = trace;
	const stepper = stepperOf(chain, way.fineness.enough);
	while (trace.next()) trace.stepped(stepper.step(state, trace.time, trace.step, way.eddies));
	return trace;
}

/** Velocity of the water past a node, m/s: downstream and up. */
export function pastNode(
	{ z, u, w }: State,
	i: number,
	column: Column,
	eddies: Eddies
): [number, number] {
	const height = z[i]!;
	return [
		speedAt(column, height) + eddies.u * turbulenceAlong(column, height) - u[i]!,
		eddies.w * turbulenceAcross(column, height) - w[i]!
	];
}

/** Speed of a node through the water, m/s. */
export const slipOf = (state: State, i: number, column: Column, eddies: Eddies): number =>
	math.hypot(...pastNode(state, i, column, eddies));
