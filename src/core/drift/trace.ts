import { math } from '../quantity/index';
import type { Column, Line } from '../body/index';
import { speedAt, turbulenceAcross, turbulenceAlong } from '../water/index';
import { bedTop } from './bed';
import { chainOf, type Chain } from './chain';
import { NOISE_STEP, type Eddies } from './eddies';
import { type Hung, copyState, stateOf, type State } from './state';
import { stepperOf } from './step';

/** How finely a drift is followed. */
export interface Fineness {
	/** Pieces into which the line is cut, about. */
	readonly segments: number;
	/** s; a multiple of the noise's step. */
	readonly step: number;
	/** A velocity is found when another round of Newton's method would move no node by more than this, m/s. */
	readonly enough: number;
}
/** Of many drifts: within a percent of the mean time to the zone, in a third of the time. */
export const ROUGH: Fineness = { segments: 12, step: 40 * NOISE_STEP, enough: 2e-3 };
/** Of a single path in smooth water: within half a percent of the fine one. */
export const SMOOTH: Fineness = { segments: 20, step: 32 * NOISE_STEP, enough: 1e-4 };
/** The reference: within 2 % of a line cut twice as fine (see the tests). */
export const FINE: Fineness = { segments: 24, step: 16 * NOISE_STEP, enough: 1e-5 };

/** What a looker-on sees after each step; the state is only lent. */
export interface Moment {
	readonly time: number;
	readonly step: number;
	readonly state: State;
	/** As it was a step before. */
	readonly before: State;
	readonly chain: Chain;
}

/** A step is halved so often at most before a drift is given up. */
const MOST_HALVINGS = 9;

/**
 * Follows flies and line from the landing.
 *
 * @param look called after each step; says whether to stop
 * @param longest s
 * @returns false when the equations could not be solved on the way; what was seen until then holds
 */
export function trace(
	flies: readonly Hung[],
	column: Column,
	line: Line,
	eddies: Eddies,
	{ segments, step, enough }: Fineness,
	longest: number,
	look: (moment: Moment) => boolean
): boolean {
	const chain = chainOf(flies, column, line, segments);
	const stepper = stepperOf(chain, enough);
	const { start: state } = chain;
	const before = stateOf(chain.n + 1);
	const point = chain.flyAt[0]!;
	const bed = bedTop(column);
	const moment = { time: 0, step: 0, state, before, chain };
	let time = 0;
	let halvings = 0;
	/** Steps done since a halving, in units of the finest. */
	let ticks = 0;
	while (time < longest) {
		const h = step / 2 ** halvings;
		// As they are in the middle of the step.
		eddies.advance(time + h / 2, state.z[point]!, slipOf(state, point, column, eddies));
		copyState(state, before);
		if (!stepper.step(state, time, h, eddies)) {
			if (++halvings > MOST_HALVINGS) return false;
			ticks *= 2;
			continue;
		}
		time += h;
		if (!chain.top.free && state.z[point]! < bed) chain.top.touch?.(time);
		moment.time = time;
		moment.step = h;
		if (look(moment)) return true;
		// Back to longer steps where they meet the even ones again.
		ticks++;
		while (halvings > 0 && ticks % 2 === 0) {
			halvings--;
			ticks /= 2;
		}
	}
	return true;
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
