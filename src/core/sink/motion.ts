import { math } from '../quantity/index';
import { FIBRES, SPHERE, STRIP, TRAIL, WIRE } from '../body/index';
import { GRAVITY } from '../material/index';
import { pullOf, type Submerged } from './balance';
import { noPull } from './element-force';
import { stripVolume } from './envelope';
import type { Rate } from './runge-kutta';

/** Places in the state of a moving fly. */
export const DEPTH = 0;
/** Metres forward, to the side to which the eye points when the fly lies flat. */
export const FORWARD = 1;
/** Radians by which the eye's end points below the level. */
export const PITCH = 2;
/** Velocity in the fly's own frame, m/s, and how fast it turns, rad/s. */
export const U = 3;
export const V = 4;
const SPIN = 5;

/** Inertia of a body in water: kg, kg m, kg m² about the centre of mass. */
interface Inertia {
	/** Mass along x and y and what couples them, the water that is moved included. */
	readonly xx: number;
	readonly xy: number;
	readonly yy: number;
	/** How turning drags on x and y. */
	readonly xt: number;
	readonly yt: number;
	readonly tt: number;
}

/**
 * The fly's own inertia and that of the water it moves: half a bead's displacement, a wire's or a
 * fibre's across its axis, the dressed body as Lamb's spheroid with the water held between its fibres.
 */
function inertiaOf({ body, fluid, envelope }: Submerged): Inertia {
	const { elements, centreOfMass } = body;
	const sum = { xx: body.mass, xy: 0, yy: body.mass, xt: 0, yt: 0, tt: body.inertia };
	let strips = 0;
	for (let i = 0; i < elements.count; i++) {
		if (elements.kind[i] === STRIP) strips += stripVolume(elements, i);
	}
	for (let i = 0; i < elements.count; i++) {
		const d = elements.diameter[i]!;
		const wire = (Math.PI / 4) * d * d * elements.length[i]! * elements.number[i]!;
		let along = 0;
		let across = 0;
		switch (elements.kind[i]!) {
			case SPHERE:
				along = across = (0.5 * Math.PI * math.cube(d)) / 6;
				break;
			case STRIP: {
				const volume = stripVolume(elements, i);
				const held = strips > 0 ? (body.held * volume) / strips : 0;
				along = envelope!.along * volume + held;
				across = envelope!.across * volume + held;
				break;
			}
			case WIRE:
			case TRAIL:
				across = wire;
				break;
			case FIBRES:
				along = wire;
				across = wire / 2;
		}
		const [ex, ey] = [elements.axisX[i]!, elements.axisY[i]!];
		const xx = fluid.density * (across + (along - across) * ex * ex);
		const xy = fluid.density * (along - across) * ex * ey;
		const yy = fluid.density * (across + (along - across) * ey * ey);
		const rx = elements.x[i]! - centreOfMass.x;
		const ry = elements.y[i]! - centreOfMass.y;
		// A turn moves the place by (−ry, rx).
		sum.xx += xx;
		sum.xy += xy;
		sum.yy += yy;
		sum.xt += -ry * xx + rx * xy;
		sum.yt += -ry * xy + rx * yy;
		sum.tt += ry * ry * xx - 2 * rx * ry * xy + rx * rx * yy;
	}
	return sum;
}

/** Mass of the water that a fly moves along, taken evenly over both directions of its plane, kg. */
export function movedWater(fly: Submerged): number {
	const { xx, yy } = inertiaOf(fly);
	return (xx + yy) / 2 - fly.body.mass;
}

/**
 * The equations of a fly that moves and turns freely in the hook's plane: Kirchhoff's for a body with
 * added mass, the turning moment of ideal flow as in `pullOf`. State: DEPTH … SPIN.
 */
export function motionOf(fly: Submerged): Rate {
	const { body, fluid, weight } = fly;
	const m = inertiaOf(fly);
	const lift = fluid.density * body.volume * GRAVITY;
	const { centreOfMass: cm, centreOfBuoyancy: cb } = body;
	const pull = noPull();
	// Of the symmetric 3 × 3 of inertia: cofactors, once.
	const c00 = m.yy * m.tt - m.yt * m.yt;
	const c01 = m.xt * m.yt - m.xy * m.tt;
	const c02 = m.xy * m.yt - m.xt * m.yy;
	const c11 = m.xx * m.tt - m.xt * m.xt;
	const c12 = m.xy * m.xt - m.xx * m.yt;
	const c22 = m.xx * m.yy - m.xy * m.xy;
	const determinant = m.xx * c00 + m.xy * c01 + m.xt * c02;
	return (_, y, out) => {
		const u = y[U]!;
		const v = y[V]!;
		const spin = y[SPIN]!;
		const upX = math.sin(y[PITCH]!);
		const upY = math.cos(y[PITCH]!);
		pullOf(fly, -u, -v, 0, spin, pull);
		const px = m.xx * u + m.xy * v + m.xt * spin;
		const py = m.xy * u + m.yy * v + m.yt * spin;
		const fx = pull.x - weight * upX + spin * py;
		const fy = pull.y - weight * upY - spin * px;
		const moment = pull.moment + lift * ((cb.x - cm.x) * upY - (cb.y - cm.y) * upX);
		out[U] = (c00 * fx + c01 * fy + c02 * moment) / determinant;
		out[V] = (c01 * fx + c11 * fy + c12 * moment) / determinant;
		out[SPIN] = (c02 * fx + c12 * fy + c22 * moment) / determinant;
		// Turning from x towards y takes the eye's end, at −x, down.
		out[PITCH] = spin;
		out[DEPTH] = -(u * upX + v * upY);
		out[FORWARD] = -(u * upY - v * upX);
	};
}
