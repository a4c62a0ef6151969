import { math } from '../quantity/index';
import { STRIP, type DragElements } from '../body/index';

/**
 * Lamb's coefficients of added mass for a prolate spheroid along and across its axis, as multiples of
 * the displaced water.
 *
 * @param slenderness length over diameter; below 1 it counts as a sphere (½ both ways)
 * Source: Lamb, Hydrodynamics (1932), art. 114.
 */
export function lambCoefficients(slenderness: number): {
	readonly along: number;
	readonly across: number;
} {
	const shape = 1 - 1 / math.square(Math.max(slenderness, 1));
	// Near the sphere the closed forms lose their digits.
	if (shape < 1e-4) return { along: 0.5, across: 0.5 };
	const e = Math.sqrt(shape);
	const log = math.log((1 + e) / (1 - e));
	const alpha = ((2 * (1 - shape)) / math.cube(e)) * (log / 2 - e);
	const beta = 1 / shape - ((1 - shape) / (2 * math.cube(e))) * log;
	return { along: alpha / (2 - alpha), across: beta / (2 - beta) };
}

/** Lamb's coefficients of the dressed body as one spheroid. */
export type Envelope = ReturnType<typeof lambCoefficients>;

/** Length over diameter of the dressed body; null without one. */
export function slendernessOf({ count, kind, slenderness }: DragElements): number | null {
	for (let i = 0; i < count; i++) {
		// All strips are of one body, and carry its slenderness.
		if (kind[i] === STRIP) return slenderness[i]!;
	}
	return null;
}

/** Volume of a strip's envelope, m³. */
export const stripVolume = ({ length, diameter }: DragElements, i: number) =>
	(Math.PI / 4) * length[i]! * math.square(diameter[i]!);
