import { math } from '../quantity/index';
import type { Point } from '../body/index';
import { GRAVITY } from '../material/index';
import { pullOf, type Submerged } from './balance';
import { noPull } from './element-force';

/** A way of sinking in which the forces balance; whether the moments do too is another matter. */
export interface Steady {
	/** Direction from which the water comes, radians in the fly's frame: 0 along the shank from the eye. */
	readonly angle: number;
	/** Speed through the water, m/s. */
	readonly speed: number;
	/** Moment left over about the centre of mass, N m; positive turns the fly so that `angle` falls. */
	readonly moment: number;
	/** Straight up, as a unit direction in the fly's frame. */
	readonly up: Point;
	/** By which power of the speed the pull grows there: 1 creeping to 2 inertial. */
	readonly exponent: number;
}

const pull = noPull();
const MOST_STEPS = 40;

/**
 * The speed at which the water carries the fly's weight, with the stream from a given side.
 *
 * @param guess a speed to begin with, m/s, and by which power the pull grows there
 * @param tolerance relative error of the speed; a loose one takes one look
 */
export function steadyAt(
	fly: Submerged,
	angle: number,
	guess: { readonly speed: number; readonly exponent: number },
	tolerance: number
): Steady {
	const { body, fluid, weight } = fly;
	const x = math.cos(angle);
	const y = math.sin(angle);
	let { speed, exponent } = guess;
	let before = NaN;
	let last = NaN;
	let size = 0;
	for (let step = 0; step < MOST_STEPS; step++) {
		pullOf(fly, speed * x, speed * y, 0, 0, pull);
		size = math.hypot(pull.x, pull.y);
		// Between the powers of a creeping and of an inertial body, found as it goes.
		if (step > 0 && last !== speed) {
			const found = math.log(size / before) / math.log(speed / last);
			if (found > 0.8 && found < 2.2) exponent = found;
		}
		const change = math.log(weight / size) / exponent;
		if (Math.abs(change) < tolerance) break;
		before = size;
		last = speed;
		speed *= math.exp(Math.max(-3, Math.min(3, change)));
	}
	// The last small step; the moment goes with it as the pull does.
	const grow = weight / size;
	const up = { x: pull.x / size, y: pull.y / size };
	const { centreOfMass: cm, centreOfBuoyancy: cb } = body;
	const lift = fluid.density * body.volume * GRAVITY;
	return {
		angle,
		speed: speed * math.pow(grow, 1 / exponent),
		moment: pull.moment * grow + lift * ((cb.x - cm.x) * up.y - (cb.y - cm.y) * up.x),
		up,
		exponent
	};
}

/** Tilt out of the plane at which it is tried whether the fly stays in it, radians. */
const TRIED_TILT = 0.1;

/**
 * Whether a fly that tips a little out of the hook's plane comes back: where the water pushes back
 * against its sliding sideways must lie above the centre of mass (buoyancy counted).
 */
export function staysUpright(fly: Submerged, { angle, speed, up }: Steady): boolean {
	const { body, fluid, weight } = fly;
	const { centreOfMass: cm, centreOfBuoyancy: cb } = body;
	const x = speed * math.cos(angle);
	const y = speed * math.sin(angle);
	pullOf(fly, x, y, TRIED_TILT * speed, 0, pull, up);
	const lift = fluid.density * body.volume * GRAVITY;
	const buoyant = lift * ((cb.x - cm.x) * up.x + (cb.y - cm.y) * up.y);
	return (weight * pull.lever) / pull.z + buoyant > 0;
}

/** A look at one angle of the stream. */
export type PitchSample = Pick<Steady, 'angle' | 'moment'>;

/** How closely a solve looks. */
export interface Care {
	/** The law of the cylinder's drag, or its table. */
	readonly cylinder: (re: number) => number;
	/** Looks round the circle; two balances within a quarter of a step of it are seen as none. */
	readonly looks: number;
	/** Relative error of the speed at a look, where only the moment's sign counts. */
	readonly rough: number;
	/** That of the answer. */
	readonly tolerance: number;
}

/**
 * All attitudes in which the fly sinks steadily and to which it comes back when it is turned a
 * little in the hook's plane; the speed follows at once (quasi-steady).
 *
 * @returns `after`: behind which of the looks round the circle each of them lies
 */
export function stableAttitudes(
	fly: Submerged,
	{ looks: count, rough, tolerance }: Care
): {
	readonly stable: readonly { readonly steady: Steady; readonly after: number }[];
	readonly looks: readonly PitchSample[];
} {
	const round: Steady[] = [];
	let guess = { speed: 0.3, exponent: 1.75 };
	for (let k = 0; k < count; k++) {
		const look = steadyAt(fly, (k * 2 * Math.PI) / count, guess, k === 0 ? 1e-3 : rough);
		round.push(look);
		guess = look;
	}
	// Close to a balance the sign has to be right, and two that lie close together must not be seen as none.
	const near = round.map((_, k) => isNearZero(round, k));
	const finer = Math.min(rough, SIGN);
	const step = (2 * Math.PI) / count;
	const closer = round.flatMap((look, k) => {
		const own = near[k] ? steadyAt(fly, look.angle, look, finer) : look;
		if (!near[k] && !near[(k + 1) % count]) return [own];
		// About the shank's own line a body turns aside to both sides, often by a few degrees only.
		const beside = [
			...(isEndOn(k, count) ? [0.25] : []),
			0.5,
			...(isEndOn(k + 1, count) ? [0.75] : [])
		];
		return [own, ...beside.map((share) => steadyAt(fly, look.angle + share * step, own, finer))];
	});
	const looks = closer.flatMap((look, k) => {
		const between = nearMiss(closer, k);
		return between === null ? [look] : [look, steadyAt(fly, between, look, finer)];
	});
	const stable: { steady: Steady; after: number }[] = [];
	for (let k = 0; k < looks.length; k++) {
		const low = looks[k]!;
		const high = looks[(k + 1) % looks.length]!;
		if (low.moment < 0 && high.moment >= 0) {
			stable.push({ steady: balanced(fly, low, high, tolerance), after: k });
		}
	}
	return { stable, looks };
}

/** Relative error of the speed at a look that is close to a balance. */
const SIGN = 3e-3;
/** A moment below this share of one beside it is close to none. */
const NEAR_ZERO = 0.3;

/** Whether the stream comes along the shank at look k. */
const isEndOn = (k: number, count: number) => k % (count / 2) === 0;

function isNearZero(looks: readonly Steady[], k: number): boolean {
	const at = (i: number) => Math.abs(looks[(i + looks.length) % looks.length]!.moment);
	return at(k) < NEAR_ZERO * Math.max(at(k - 1), at(k + 1));
}

/**
 * Where between look k and the next the moment may cross zero and come back unseen: it turns round
 * there, close to zero. Null where it does not.
 */
function nearMiss(looks: readonly Steady[], k: number): number | null {
	const at = (i: number) => looks[(i + looks.length) % looks.length]!.moment;
	const [before, a, b, after] = [at(k - 1), at(k), at(k + 1), at(k + 2)];
	const sign = Math.sign(a);
	// On one side of zero, and nearer to it than the looks on either side.
	if (sign !== Math.sign(b) || sign * before < sign * a || sign * after < sign * b) return null;
	const rise = Math.min(sign * (before - a), sign * (after - b));
	if (Math.min(sign * a, sign * b) > rise) return null;
	const from = looks[k]!.angle;
	const to = k + 1 < looks.length ? looks[k + 1]!.angle : looks[0]!.angle + 2 * Math.PI;
	// The vertex lies nearer to the lower of the two.
	return from + ((to - from) * Math.abs(a)) / (Math.abs(a) + Math.abs(b));
}

/** The balance between two looks: false position (Illinois), halving where that creeps. */
function balanced(fly: Submerged, from: Steady, to: Steady, tolerance: number): Steady {
	let a = { angle: from.angle, moment: from.moment };
	let b = { angle: to.angle < from.angle ? to.angle + 2 * Math.PI : to.angle, moment: to.moment };
	let best: Steady = from;
	// The sink rate changes with the square of the angle at most times, but not at all.
	const enough = Math.max(1e-9, 0.03 * Math.sqrt(tolerance));
	const small = 1e-3 * Math.max(Math.abs(a.moment), Math.abs(b.moment));
	for (let step = 0; step < 60; step++) {
		const halve = step % 4 === 3;
		const angle = halve
			? (a.angle + b.angle) / 2
			: b.angle - (b.moment * (b.angle - a.angle)) / (b.moment - a.moment);
		best = steadyAt(fly, angle, best, tolerance);
		const { moment } = best;
		const close = Math.abs(angle - b.angle) < enough && Math.abs(moment) < small;
		if (moment === 0 || close || Math.abs(a.angle - b.angle) < enough) break;
		if (moment > 0 === b.moment > 0)
			a = { angle: a.angle, moment: halve ? a.moment : a.moment / 2 };
		else a = b;
		b = { angle, moment };
	}
	return best;
}
