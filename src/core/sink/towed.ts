import { math } from '../quantity/index';
import type { ParameterValues } from '../parameter/index';
import type { FlyBody } from '../body/index';
import { GRAVITY } from '../material/index';
import type { Fluid } from '../water/index';
import { pullOf, submerge, type Submerged } from './balance';
import { dragFactors } from './drag-factors';
import { noPull } from './element-force';
import { movedWater } from './motion';
import type { Sink } from './settle';

/**
 * A fly on a tippet as a point: what the water does to it at any speed and from any side, its
 * attitude following at once.
 */
export interface Towed {
	/** kg, and with the water that it moves along. */
	readonly mass: number;
	readonly inertia: number;
	/** Weight less buoyancy, N. */
	readonly weight: number;
	/** Sink rate free of the tippet, m/s; 0 when it floats. */
	readonly speed: number;
	/** Drag over the square of the speed, N s²/m², along the stream and square to it (towards up); speeds × sides. */
	readonly along: Float64Array;
	readonly across: Float64Array;
	/** Radians by which the eye's end points down, the stream coming towards the eye's side; the same layout. */
	readonly pitch: Float64Array;
}

/** Speeds of the table: m/s, even in the logarithm. */
const SLOWEST = 0.02;
const SPEEDS = 6;
const LOG_STEP = math.log(2.6);
/** Sides from which the water comes: 0 from below (sinking), π from above, even. */
const SIDES = 7;
const SIDE_STEP = Math.PI / (SIDES - 1);

/**
 * Tabulates the drag of a fly that a tippet pulls at its eye.
 *
 * Quasi-steady: at each speed and side of the stream the tippet's pull is what weight and drag leave
 * over, and the attitude is that in which the moments of drag, buoyancy and that pull vanish. So the
 * force depends on the water's velocity alone. A tippet cannot push: where it would have to, the fly is
 * taken as free. The fly is taken to turn about the tippet so that its eye's side meets the stream.
 * Scaled (by a few per cent at most) so that straight sinking gives the sink rate that `settle` found,
 * whose small glide is left out.
 *
 * @param sink the answer of `settle` for the same body
 */
export function towed(body: FlyBody, fluid: Fluid, values: ParameterValues, sink: Sink): Towed {
	const fly = submerge(body, fluid, dragFactors(values));
	const along = new Float64Array(SPEEDS * SIDES);
	const across = new Float64Array(SPEEDS * SIDES);
	const pitch = new Float64Array(SPEEDS * SIDES);
	const { up } = sink.steady;
	const free = math.atan2(up.x, up.y);
	for (let i = SPEEDS - 1; i >= 0; i--) {
		let at = i === SPEEDS - 1 ? free : pitch[(i + 1) * SIDES]!;
		for (let j = 0; j < SIDES; j++) {
			const speed = SLOWEST * math.exp(i * LOG_STEP);
			at = attitudeAt(fly, speed, j * SIDE_STEP, at);
			forcesAt(fly, speed, j * SIDE_STEP, at);
			const k = i * SIDES + j;
			along[k] = found.along / (speed * speed);
			// Straight from below or above neither side is favoured.
			across[k] = j === 0 || j === SIDES - 1 ? 0 : found.across / (speed * speed);
			pitch[k] = at;
		}
	}
	const table = { along, across, pitch };
	const thing: Towed = {
		mass: body.mass,
		inertia: body.mass + movedWater(fly),
		weight: fly.weight,
		speed: sink.speed,
		...table
	};
	if (sink.speed > 0) {
		pullOn(thing, 0, sink.speed, drag);
		const scale = fly.weight / drag.z;
		for (let k = 0; k < along.length; k++) {
			along[k]! *= scale;
			across[k]! *= scale;
		}
	}
	return thing;
}

/**
 * A fly that differs a little in weight and drag from one that is tabulated: the same table, scaled to
 * its own weight and sink rate.
 */
export function towedAlike(of: Towed, mass: number, weight: number, speed: number): Towed {
	const inertia = of.inertia + mass - of.mass;
	if (!(of.speed > 0) || !(speed > 0)) return { ...of, mass, inertia, weight, speed };
	pullOn(of, 0, speed, drag);
	const scale = weight / drag.z;
	return {
		mass,
		inertia,
		weight,
		speed,
		pitch: of.pitch,
		along: of.along.map((value) => value * scale),
		across: of.across.map((value) => value * scale)
	};
}

/** Force of the water on a towed fly, N, and its derivative by the water's velocity, N s/m. */
export interface Drag {
	x: number;
	z: number;
	xx: number;
	xz: number;
	zx: number;
	zz: number;
}
export const noDrag = (): Drag => ({ x: 0, z: 0, xx: 0, xz: 0, zx: 0, zz: 0 });
const drag = noDrag();

/**
 * @param wx velocity of the water past the fly, m/s, downstream
 * @param wz and up
 * @param out where force and derivatives are left
 */
export function pullOn(fly: Towed, wx: number, wz: number, out: Drag): void {
	const side = wx < 0 ? -1 : 1;
	const speed = Math.sqrt(wx * wx + wz * wz);
	if (speed < 1e-9) {
		const slow = fly.along[0]! * SLOWEST;
		out.x = slow * wx;
		out.z = slow * wz;
		out.xx = out.zz = slow;
		out.xz = out.zx = 0;
		return;
	}
	const s = (side * wx) / speed;
	const c = wz / speed;
	const place = math.log(speed / SLOWEST) / LOG_STEP;
	const i = Math.max(0, Math.min(SPEEDS - 2, Math.floor(place)));
	const f = Math.max(0, Math.min(1, place - i));
	const turn = math.atan2(s, c) / SIDE_STEP;
	const j = Math.min(SIDES - 2, Math.floor(turn));
	const g = turn - j;
	const k = i * SIDES + j;
	const inside = f > 0 && f < 1 ? 1 : 0;
	// Below the table the drag is taken as creeping.
	const creeping = place < 0;
	const square = creeping ? SLOWEST * speed : speed * speed;
	/** Derivative of the square by the logarithm of the speed, over the square. */
	const power = creeping ? 1 : 2;
	look(fly.along, k, f, g);
	const p = seen[0]! * square;
	const pv = (seen[0]! * power + inside * seen[1]!) * square;
	const pt = seen[2]! * square;
	look(fly.across, k, f, g);
	const q = seen[0]! * square;
	const qv = (seen[0]! * power + inside * seen[1]!) * square;
	const qt = seen[2]! * square;
	// Along (s, c), and square to it: (−c, s), which is up when the stream is level.
	const x = p * s - q * c;
	const z = p * c + q * s;
	out.x = side * x;
	out.z = z;
	// By ln v and by the angle: d/dwx = (s/v) ∂ln v + (c/v) ∂θ, d/dwz = (c/v) ∂ln v − (s/v) ∂θ.
	const xv = pv * s - qv * c;
	const zv = pv * c + qv * s;
	const xt = pt * s - qt * c + p * c + q * s;
	const zt = pt * c + qt * s - p * s + q * c;
	out.xx = (s * xv + c * xt) / speed;
	out.xz = (side * (c * xv - s * xt)) / speed;
	out.zx = (side * (s * zv + c * zt)) / speed;
	out.zz = (c * zv - s * zt) / speed;
}

/** Between four entries of a table: the value and its slopes by ln v and by the side. */
function look(t: Float64Array, k: number, f: number, g: number): void {
	const low = t[k + 1]! - t[k]!;
	const high = t[k + SIDES + 1]! - t[k + SIDES]!;
	const a = t[k]! + g * low;
	const b = t[k + SIDES]! + g * high;
	seen[0] = a + f * (b - a);
	seen[1] = (b - a) / LOG_STEP;
	seen[2] = (low + f * (high - low)) / SIDE_STEP;
}
/** Value, and slopes by speed and side, of the last look: memory that is not made anew each time. */
const seen = new Float64Array(3);

/** Degrees by which the eye's end points down, at a velocity of the water past the fly. */
export function pitchOn(fly: Towed, wx: number, wz: number): number {
	const speed = Math.max(1e-9, math.hypot(wx, wz));
	const i = Math.round(math.log(speed / SLOWEST) / LOG_STEP);
	const row = Math.max(0, Math.min(SPEEDS - 1, i)) * SIDES;
	const pitch = fly.pitch[row + Math.round(math.atan2(Math.abs(wx), wz) / SIDE_STEP)]!;
	return math.asin(math.sin(pitch)) * (180 / Math.PI);
}

const pull = noPull();
const found = { along: 0, across: 0, moment: 0 };

/** Forces at an attitude, and the moment that is left with the tippet's pull at the eye. */
function forcesAt(fly: Submerged, speed: number, side: number, pitch: number): void {
	const { body, fluid, weight } = fly;
	const [sin, cos] = [math.sin(pitch), math.cos(pitch)];
	// The fly's x axis lies at (−cos, sin) and its y axis at (sin, cos) in (forward, up); the stream
	// comes against the eye's side.
	const against = -speed * math.sin(side);
	const rising = speed * math.cos(side);
	pullOf(fly, -cos * against + sin * rising, sin * against + cos * rising, 0, 0, pull);
	const forward = -cos * pull.x + sin * pull.y;
	const upward = sin * pull.x + cos * pull.y;
	const [s, c] = [math.sin(side), math.cos(side)];
	found.along = -forward * s + upward * c;
	found.across = forward * c + upward * s;
	// What weight and drag leave over; a tippet pulls, it never pushes down.
	const tippetForward = -forward;
	const tippetUp = weight - upward;
	const { centreOfMass: cm, centreOfBuoyancy: cb, eye } = body;
	const lift = fluid.density * body.volume * GRAVITY;
	let { moment } = pull;
	moment += lift * ((cb.x - cm.x) * cos - (cb.y - cm.y) * sin);
	if (tippetUp > 0) {
		const tx = -cos * tippetForward + sin * tippetUp;
		const ty = sin * tippetForward + cos * tippetUp;
		moment += (eye.x - cm.x) * ty - (eye.y - cm.y) * tx;
	}
	found.moment = moment;
}

/** Radians by which a change of sign is looked for. */
const FIRST_STEP = 0.1;
const MOST_STEP = 0.2;

/** The stable attitude next to `near`: the moment falls through zero as the eye's end goes down. */
function attitudeAt(fly: Submerged, speed: number, side: number, near: number): number {
	const at = (pitch: number) => {
		forcesAt(fly, speed, side, pitch);
		return found.moment;
	};
	let a = near;
	let ma = at(a);
	const way = ma > 0 ? 1 : -1;
	let b = a;
	let mb = ma;
	let step = FIRST_STEP;
	while (Math.abs(b - near) < 2 * Math.PI) {
		b = a + way * step;
		mb = at(b);
		if (mb > 0 !== ma > 0 || mb === 0) break;
		a = b;
		ma = mb;
		step = Math.min(MOST_STEP, 1.6 * step);
	}
	if (mb > 0 === ma > 0) return near;
	for (let k = 0; k < 2; k++) {
		const pitch = b - (mb * (b - a)) / (mb - ma);
		const moment = at(pitch);
		if (moment > 0 === ma > 0) {
			a = pitch;
			ma = moment;
		} else {
			b = pitch;
			mb = moment;
		}
	}
	return b - (mb * (b - a)) / (mb - ma || 1);
}
