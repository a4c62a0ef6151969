import { math } from '../../quantity/index';
import type { BeadMeasures, BeadShapeDefinition, Outside } from './shape';

/** A ball, cut off where bore and recess come out. */
export function ballOutside({ diameter, bore, recess }: BeadMeasures): Outside {
	const radius = diameter / 2;
	const face = (width: number) =>
		Math.sqrt(Math.max(0, math.square(radius) - math.square(width / 2)));
	return { radius, nose: null, front: -face(bore), rear: face(recess) };
}

export const ballOuter = ({ radius }: Outside, s: number): number =>
	Math.sqrt(Math.max(0, math.square(radius) - math.square(s)));

export const round = {
	words: '',
	slotted: false,
	counterpart: 'slotted',
	meanWidth: 1,
	outside: ballOutside,
	outer: ballOuter
} as const satisfies BeadShapeDefinition;
