import { STRIP, type FlyBody, type Point } from '../body/index';
import { GRAVITY } from '../material/index';
import type { Fluid } from '../water/index';
import { cylinderDragTabled, finiteLength } from './drag-laws';
import { elementForce, type DragFactors, type Laws, type Vector } from './element-force';
import { lambCoefficients, slendernessOf, stripVolume, type Envelope } from './envelope';

/** A body in its water, with what does not change while its attitude is sought. */
export interface Submerged {
	readonly body: FlyBody;
	readonly fluid: Fluid;
	readonly envelope: Envelope | null;
	readonly laws: Laws;
	/** Weight less buoyancy, N; negative when it floats. */
	readonly weight: number;
}

/** @param cylinder the cylinder's drag; a table of it unless said */
export function submerge(
	body: FlyBody,
	fluid: Fluid,
	factors: DragFactors,
	cylinder: (re: number) => number = cylinderDragTabled
): Submerged {
	const weight = GRAVITY * (body.mass - fluid.density * body.volume);
	const slenderness = slendernessOf(body.elements);
	const envelope = slenderness === null ? null : lambCoefficients(slenderness);
	const short = slenderness === null ? 1 : finiteLength(slenderness);
	return { body, fluid, envelope, laws: { fluid, factors, cylinder, short }, weight };
}

/** What the water does to the whole fly. */
export interface Pull {
	/** N, in the fly's frame. */
	x: number;
	y: number;
	z: number;
	/** N m about the centre of mass, out of the hook's plane, from x towards y. */
	moment: number;
	/** Σ of the force out of the plane × how far up along `up` it acts, N m. */
	lever: number;
}

const past: Vector = { x: 0, y: 0, z: 0 };
const one: Vector = { x: 0, y: 0, z: 0 };

/**
 * The water's force and moment on a fly held in a stream.
 *
 * @param ux velocity of the water past the fly, m/s, in the fly's frame; uz out of the hook's plane
 * @param spin how fast the fly turns from x towards y, rad/s
 * @param out where the result is left
 * @param up unit direction along which `lever` is taken; only looked at with uz
 */
export function pullOf(
	{ body, fluid, envelope, laws }: Submerged,
	ux: number,
	uy: number,
	uz: number,
	spin: number,
	out: Pull,
	up: Point = body.centreOfMass
): void {
	out.x = out.y = out.z = out.moment = out.lever = 0;
	const { elements, centreOfMass } = body;
	const { factors } = laws;
	past.z = uz;
	for (let i = 0; i < elements.count; i++) {
		const rx = elements.x[i]! - centreOfMass.x;
		const ry = elements.y[i]! - centreOfMass.y;
		// The water past a place that the turning fly moves itself.
		past.x = ux + spin * ry;
		past.y = uy - spin * rx;
		elementForce(elements, i, past, laws, one);
		out.x += one.x;
		out.y += one.y;
		out.z += one.z;
		out.moment += rx * one.y - ry * one.x;
		out.lever += one.z * (rx * up.x + ry * up.y);
		if (envelope && elements.kind[i] === STRIP) {
			// Munk's moment: ideal flow turns a slender body across the stream.
			const axisX = elements.axisX[i]!;
			const axisY = elements.axisY[i]!;
			const along = axisX * past.x + axisY * past.y;
			const across = axisX * past.y - axisY * past.x;
			const turning = factors.munk * (envelope.across - envelope.along);
			out.moment -= turning * fluid.density * stripVolume(elements, i) * along * across;
		}
	}
	const { whole } = factors;
	if (whole === 1) return;
	out.x *= whole;
	out.y *= whole;
	out.z *= whole;
	out.moment *= whole;
	out.lever *= whole;
}
