import { math } from '../quantity/index';
import type { ParameterValues } from '../parameter/index';
import type { FlyBody, Point } from '../body/index';
import { GRAVITY } from '../material/index';
import type { Fluid } from '../water/index';
import {
	stableAttitudes,
	staysUpright,
	steadyAt,
	type Care,
	type PitchSample,
	type Steady
} from './attitude';
import { submerge, type Submerged } from './balance';
import { cylinderDrag, cylinderDragTabled } from './drag-laws';
import { dragFactors } from './drag-factors';

export type Attitude = 'nose down' | 'level' | 'tail down';

/** How a fly hangs while it sinks steadily. */
export interface Hang {
	/** Sink rate, m/s, straight down. */
	readonly speed: number;
	/** Degrees by which the eye's end of the shank points below the level; negative: the tail does. */
	readonly pitch: number;
	readonly attitude: Attitude;
	/** Whether the hook's point looks up rather than down. */
	readonly pointUp: boolean;
	/** Degrees off the plumb line by which it slides forward or back as it sinks. */
	readonly glide: number;
	/** False when it would tip out of the hook's plane, where the model does not follow it. */
	readonly upright: boolean;
	/** What a calculation near this one starts from. */
	readonly steady: Steady;
}

/** A fly sinking steadily in still water. */
export interface Sink extends Hang {
	/** Weight less buoyancy, N; negative when the fly floats. */
	readonly submergedWeight: number;
	/** It does not sink: speed 0, and the attitude says nothing. */
	readonly floats: boolean;
	/** The moments balance nowhere: it keeps turning over, and the speed is that across the stream. */
	readonly tumbles: boolean;
	/** Every attitude to which the fly comes back when it is turned a little. */
	readonly hangs: readonly Hang[];
	/** Lying flat with the point down it tips over sideways and comes to hang the other way up. */
	readonly turnsOver: boolean;
	/** Which of them it reaches when it enters with the eye first, and lying flat (this one). */
	readonly noseFirst: Hang;
	readonly flat: Hang;
	/** How fast the moment grows with the angle, N m a radian; what holds the attitude. */
	readonly stiffness: number;
	/** How fast the sink rate grows with the angle there, m/s a radian. */
	readonly speedSlope: number;
	/** And the pitch, degrees a radian. */
	readonly pitchSlope: number;
}

/** From this pitch on, degrees, a fly is not level any more (our choice). */
const LEVEL = 30;
/** The plain reference, and what every key press asks for: the same answer to a hundredth of a percent. */
export const EXACT: Care = { cylinder: cylinderDrag, looks: 96, rough: 1e-4, tolerance: 1e-11 };
export const FAST: Care = { cylinder: cylinderDragTabled, looks: 24, rough: 0.05, tolerance: 1e-5 };
/** An attitude further off than this, radians, is another branch. */
const NEAR_BRANCH = 0.35;
const DEGREE = Math.PI / 180;

/**
 * Terminal sink and attitude in still water: speed and angle at which forces and moments balance, by
 * strip theory in the hook's plane, looked for round the full circle.
 *
 * Quasi-steady: the speed follows the attitude at once. Slow helical sinking, and flutter, stay
 * outside the model; `descend` follows the motion in time. Where there are several stable attitudes,
 * the answer is the one reached from lying flat, point down, as most casts land a fly.
 *
 * @param care how closely to look; FAST unless said
 * @returns for every body an answer: a speed, or that it floats
 */
export function settle(
	body: FlyBody,
	fluid: Fluid,
	values: ParameterValues,
	care: Care = FAST
): Sink {
	const fly = submerge(body, fluid, dragFactors(values), care.cylinder);
	if (fly.weight <= 0) return floating(fly);
	const { stable, looks } = stableAttitudes(fly, care);
	if (stable.length === 0) return tumbling(fly, care);
	const hangs = stable.map(({ steady }) => hangOf(fly, steady));
	const upright = hangs.find((hang) => hang.upright);
	/** Where it would tip over sideways, it comes to rest in one in which it does not. */
	const rest = (hang: Hang) => (hang.upright ? hang : (upright ?? hang));
	const plane = hangs[reached(stable, looks, Math.PI / 2)]!;
	const flat = rest(plane);
	const noseFirst = rest(hangs[reached(stable, looks, 0)]!);
	return {
		...flat,
		submergedWeight: fly.weight,
		floats: false,
		tumbles: false,
		turnsOver: flat !== plane,
		hangs,
		flat,
		noseFirst,
		...slopesAt(fly, flat.steady)
	};
}

/**
 * The same for a fly that meets the water as the one already settled does, but weighs or floats
 * otherwise or elsewhere: to first order in the turn, without looking at the drag again. Good to a
 * percent of the speed for changes of weight up to a tenth.
 *
 * @param from the body that was settled, and its answer
 */
export function settleWeight(
	body: FlyBody,
	fluid: Fluid,
	{ body: before, sink }: { readonly body: FlyBody; readonly sink: Sink }
): { readonly speed: number; readonly pitch: number; readonly submergedWeight: number } {
	const submergedWeight = GRAVITY * (body.mass - fluid.density * body.volume);
	const { steady, stiffness, speedSlope } = sink;
	if (submergedWeight <= 0 || !(stiffness > 0)) {
		return { speed: submergedWeight > 0 ? sink.speed : 0, pitch: sink.pitch, submergedWeight };
	}
	const { up, exponent } = steady;
	const grow = submergedWeight / sink.submergedWeight;
	/** Moment of a force along `up` at a place, about another: what the place lies to the side. */
	const aside = (at: Point, about: Point) => (at.x - about.x) * up.y - (at.y - about.y) * up.x;
	const lift = (b: FlyBody) => fluid.density * b.volume * GRAVITY;
	// In balance the drag's moment is what buoyancy's lacked; about the new centre it has the drag's lever.
	const drag =
		-lift(before) * aside(before.centreOfBuoyancy, before.centreOfMass) +
		sink.submergedWeight * aside(before.centreOfMass, body.centreOfMass);
	const moment = grow * drag + lift(body) * aside(body.centreOfBuoyancy, body.centreOfMass);
	const turn = -moment / (stiffness * grow);
	const held = Math.max(-MOST_TURN, Math.min(MOST_TURN, turn));
	return {
		speed: Math.max(0, sink.speed * math.pow(grow, 1 / exponent) + speedSlope * held),
		pitch: sink.pitch + sink.pitchSlope * held,
		submergedWeight
	};
}
/** Beyond this turn, radians, first order says nothing any more. */
const MOST_TURN = 0.3;

/** As much of an answer as the next one near it starts from. */
export type Near = Pick<
	Sink,
	'speed' | 'pitch' | 'submergedWeight' | 'steady' | 'stiffness' | 'floats' | 'tumbles'
>;

/**
 * The same for a fly that is almost the one already settled, on the same branch.
 *
 * @param sink the answer that is near
 * @param tolerance relative error of the speed that is good enough
 * @returns the sink rate and pitch; those of another branch when this one is not there any more
 */
export function settleNear(
	body: FlyBody,
	fluid: Fluid,
	values: ParameterValues,
	sink: Near,
	tolerance: number
): Near {
	const fly = submerge(body, fluid, dragFactors(values));
	const submergedWeight = fly.weight;
	if (fly.weight <= 0) return { ...sink, speed: 0, submergedWeight, floats: true };
	if (!sink.floats && !sink.tumbles && sink.stiffness > 0) {
		let steady = steadyAt(fly, sink.steady.angle, sink.steady, tolerance);
		let { stiffness } = sink;
		const enough = ENOUGH_TURN * Math.sqrt(tolerance);
		for (let step = 0; step < 6; step++) {
			const turn = -steady.moment / stiffness;
			const next = steadyAt(fly, steady.angle + turn, steady, tolerance);
			const secant = (next.moment - steady.moment) / turn;
			if (!(Math.abs(next.angle - sink.steady.angle) < NEAR_BRANCH)) break;
			steady = next;
			if (Math.abs(turn) < enough) {
				return {
					speed: sinkRate(steady),
					pitch: pitchOf(steady),
					submergedWeight,
					steady,
					stiffness,
					floats: false,
					tumbles: false
				};
			}
			// Where the moment no longer drives it back, the branch has ended.
			if (!(secant > 0)) break;
			stiffness = secant;
		}
	}
	return settle(body, fluid, values);
}
/** The sink rate changes with the square of the last turn; this much of it, radians, at tolerance 1. */
const ENOUGH_TURN = 0.3;

/** The stable attitude that a fly turns into from an angle of the stream, driven by its moment alone. */
function reached(
	stable: readonly { readonly after: number }[],
	looks: readonly PitchSample[],
	angle: number
): number {
	const { length } = looks;
	const from = Math.max(
		0,
		looks.findIndex((look) => look.angle > angle - 1e-9)
	);
	// A positive moment lets the angle fall, to the first stable attitude below.
	const way = looks[from]!.moment >= 0 ? -1 : 1;
	for (let k = 0; k < length; k++) {
		const at = (from + way * k + length * length) % length;
		const bracket = way < 0 ? (at + length - 1) % length : at;
		const found = stable.findIndex(({ after }) => after === bracket);
		if (found >= 0) return found;
	}
	return 0;
}

const sinkRate = ({ speed, angle, up }: Steady) =>
	speed * (math.cos(angle) * up.x + math.sin(angle) * up.y);
const pitchOf = ({ up }: Steady) => math.asin(Math.max(-1, Math.min(1, up.x))) / DEGREE;

/** @param pitch degrees by which the eye's end points down */
export function attitudeOf(pitch: number): Attitude {
	if (pitch >= LEVEL) return 'nose down';
	return pitch <= -LEVEL ? 'tail down' : 'level';
}

function hangOf(fly: Submerged, steady: Steady): Hang {
	const pitch = pitchOf(steady);
	const speed = sinkRate(steady);
	const slip = math.cos(steady.angle) * steady.up.y - math.sin(steady.angle) * steady.up.x;
	return {
		speed,
		pitch,
		attitude: attitudeOf(pitch),
		pointUp: steady.up.y < 0,
		glide: math.atan2(Math.abs(slip) * steady.speed, speed) / DEGREE,
		upright: staysUpright(fly, steady),
		steady
	};
}

/** How fast moment and sink rate grow with the angle of the stream about a balance. */
function slopesAt(fly: Submerged, steady: Steady) {
	const turn = 0.02;
	const a = steadyAt(fly, steady.angle - turn, steady, 1e-3);
	const b = steadyAt(fly, steady.angle + turn, steady, 1e-3);
	return {
		stiffness: (b.moment - a.moment) / (2 * turn),
		speedSlope: (sinkRate(b) - sinkRate(a)) / (2 * turn),
		pitchSlope: (pitchOf(b) - pitchOf(a)) / (2 * turn)
	};
}

const nowhere: Steady = { angle: 0, speed: 0, moment: 0, up: { x: 1, y: 0 }, exponent: 2 };

function floating(fly: Submerged): Sink {
	const hang: Hang = {
		speed: 0,
		pitch: 0,
		attitude: 'level',
		pointUp: false,
		glide: 0,
		upright: true,
		steady: nowhere
	};
	const rest = { submergedWeight: fly.weight, floats: true, tumbles: false };
	return { ...hang, ...rest, ...unheld(hang) };
}

function tumbling(fly: Submerged, { tolerance }: Care): Sink {
	const hang = hangOf(fly, steadyAt(fly, Math.PI / 2, { speed: 0.3, exponent: 1.75 }, tolerance));
	const rest = { submergedWeight: fly.weight, floats: false, tumbles: true };
	return { ...hang, ...rest, ...unheld(hang) };
}

const unheld = (hang: Hang) =>
	({
		hangs: [],
		noseFirst: hang,
		flat: hang,
		turnsOver: false,
		stiffness: 0,
		speedSlope: 0,
		pitchSlope: 0
	}) as const;
