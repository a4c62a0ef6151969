import type { FlyBody, Point } from '../body/index';
import { GRAVITY } from '../material/index';
import type { Fluid } from '../water/index';
import { cylinderDragTabled, finiteLength } from './drag-laws';
import type { DragFactors } from './drag-factors';
import { packed, pullOnRows, type Pull, type Rows, type Stream } from './element-force';
import { lambCoefficients, slendernessOf, type Envelope } from './envelope';

/** A body in its water, with what does not change while its attitude is sought. */
export interface Submerged {
	readonly body: FlyBody;
	readonly fluid: Fluid;
	readonly envelope: Envelope | null;
	readonly rows: Rows;
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
	const turning = envelope === null ? 0 : factors.munk * (envelope.across - envelope.along);
	const laws = { fluid, factors, cylinder, short, turning };
	const rows = packed(body.elements, body.centreOfMass, laws);
	return { body, fluid, envelope, rows, weight };
}

/** A direction for those that ask for no lever. */
const NO_WAY: Point = { x: 0, y: 0 };
const stream: Stream = { x: 0, y: 0, z: 0, spin: 0 };

/**
 * The water's force and moment on a fly held in a stream.
 *
 * @param ux velocity of the water past the fly, m/s, in the fly's frame; uz out of the hook's plane
 * @param spin how fast the fly turns from x towards y, rad/s
 * @param out where the result is left; the moment about the centre of mass
 * @param up unit direction along which `lever` is taken; only looked at with uz
 */
export function pullOf(
	{ rows }: Submerged,
	ux: number,
	uy: number,
	uz: number,
	spin: number,
	out: Pull,
	up: Point = NO_WAY
): void {
	stream.x = ux;
	stream.y = uy;
	stream.z = uz;
	stream.spin = spin;
	pullOnRows(rows, 0, rows.count, stream, up, out);
}
