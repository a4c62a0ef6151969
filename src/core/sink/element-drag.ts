import type { BeliefValues } from '../belief/index';
import {
	BASE,
	FIBRES,
	SHOULDER,
	SPHERE,
	STRIP,
	TRAIL,
	WIRE,
	type DragElements,
	type Point
} from '../body/index';
import type { Fluid } from '../water/index';
import {
	axialFriction,
	cylinderDrag,
	effectiveLength,
	finiteLength,
	sphereDrag
} from './drag-laws';

/** Form drag of a blunt shoulder on its annulus (our estimate, half of a flat disc's 1.1). */
const SHOULDER_DRAG = 0.55;
/** A dressed body is rougher than a plate; its friction is this much higher (our estimate). */
const ROUGH_BODY = 1.5;
/** Cross-flow that a swept fibre still sees, as a share of the speed (our estimate: it lies at about 17°). */
const SWEPT_ACROSS = 0.3;
/** Mean of |sin³| over a ring of fibres that lies along the flow: 4/(3π). */
const RING_ACROSS = 4 / (3 * Math.PI);

/** The beliefs about drag, looked up once for a whole solve. */
export interface DragFactors {
	readonly beadWake: number;
	readonly crossFlow: number;
	readonly friction: number;
	readonly dressing: number;
	readonly blunt: number;
}

export function dragFactors(values: BeliefValues): DragFactors {
	return {
		beadWake: values['model.beadWake'],
		crossFlow: values['model.crossFlow'],
		friction: values['model.friction'],
		dressing: values['dressing.drag'],
		blunt: values['model.blunt']
	};
}

/**
 * Drag of one element along the flow.
 *
 * @param flow unit direction of the water past the fly, in the fly's frame
 * @param speed m/s, > 0
 * @returns N, along the flow
 *
 * Wire, strips: cross-flow principle (Hoerner). The pressure part acts square to the axis with the
 * square of the normal speed; friction acts along it.
 */
export function elementDrag(
	elements: DragElements,
	i: number,
	flow: Point,
	speed: number,
	fluid: Fluid,
	factors: DragFactors
): number {
	const { density, viscosity } = fluid;
	const pressure = 0.5 * density * speed * speed;
	const diameter = elements.diameter[i]!;
	const length = elements.length[i]!;
	const along = elements.axisX[i]! * flow.x + elements.axisY[i]! * flow.y;
	const reynolds = (density * diameter) / viscosity;
	switch (elements.kind[i]) {
		case SPHERE: {
			// The body fills the wake only as far as it lies behind the bead.
			const wake = 1 - (1 - factors.beadWake) * Math.abs(along);
			return wake * sphereDrag(reynolds * speed) * pressure * (Math.PI / 4) * diameter * diameter;
		}
		case WIRE:
		case STRIP: {
			const strip = elements.kind[i] === STRIP;
			const across = Math.sqrt(Math.max(0, 1 - along * along));
			const normal = speed * across;
			const re = reynolds * normal;
			let drag = 0;
			if (re > 1e-9) {
				const short = strip ? finiteLength(elements.slenderness[i]!) : 1;
				drag =
					factors.crossFlow *
					short *
					cylinderDrag(re) *
					pressure *
					across *
					across *
					across *
					diameter *
					length;
			}
			const tangent = speed * Math.abs(along);
			let friction = Math.PI * viscosity * tangent * axialFriction(re) * length;
			if (strip) {
				// Laminar plate friction over the whole run, where there is hardly any cross-flow.
				const run = elements.slenderness[i]! * diameter;
				const reRun = (density * tangent * run) / viscosity;
				const plate = 1.328 / Math.sqrt(Math.max(reRun, 1));
				friction = Math.max(
					friction,
					ROUGH_BODY * plate * pressure * along * along * Math.PI * diameter * length
				);
			}
			return drag + factors.friction * friction * Math.abs(along);
		}
		case FIBRES: {
			const re = reynolds * speed;
			const cd = cylinderDrag(re);
			const cauchy = (cd * pressure * diameter * length * length * length) / elements.stiffness[i]!;
			const share = effectiveLength(cauchy);
			const standing = cd * pressure * diameter * length * share;
			const swept =
				Math.PI * viscosity * speed * axialFriction(SWEPT_ACROSS * re) * length * (1 - share);
			const ring = along * along + (1 - along * along) * RING_ACROSS;
			return (
				factors.dressing *
				elements.number[i]! *
				(factors.crossFlow * standing * ring + factors.friction * swept)
			);
		}
		case TRAIL: {
			// Trailing fibres stand across the flow only as far as the flow comes from the side.
			const across = Math.sqrt(Math.max(0, 1 - along * along));
			const re = reynolds * speed;
			const cd = cylinderDrag(re);
			const cauchy = (cd * pressure * diameter * length * length * length) / elements.stiffness[i]!;
			const share = effectiveLength(cauchy);
			const standing = cd * pressure * across * across * across * diameter * length * share;
			const swept =
				Math.PI *
				viscosity *
				speed *
				axialFriction(SWEPT_ACROSS * re) *
				length *
				(1 - across * share);
			return (
				factors.dressing *
				elements.number[i]! *
				(factors.crossFlow * standing + factors.friction * swept)
			);
		}
		case SHOULDER:
			return along < 0
				? factors.blunt * SHOULDER_DRAG * pressure * along * along * area(diameter)
				: 0;
		case BASE: {
			if (along <= 0) return 0;
			// Hoerner's base drag, 0.029/√(forebody friction on the base), from memory.
			const wetted = elements.slenderness[i]!;
			// Wetted over base area is 4 L/d, which gives the run's length back.
			const reRun = Math.max(1, (reynolds * speed * wetted) / 4);
			const friction = (ROUGH_BODY * 1.328) / Math.sqrt(reRun);
			const coefficient = 0.029 / Math.sqrt(friction * wetted);
			return factors.blunt * coefficient * pressure * along * along * area(diameter);
		}
		default:
			throw new Error(`elementDrag: unknown element kind ${elements.kind[i]}`);
	}
}

const area = (diameter: number) => (Math.PI / 4) * diameter * diameter;
