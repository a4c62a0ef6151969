import { lieAtFlow, USUAL_EXPONENTS, type Lie } from '$core/water/index';
import { lieFromDocument, lieKey } from './body';
import type { LieRow, RiverRow } from '../kinds';
import type { RiverBodyDocument } from '../river/body';

/** How depth and speed of a river's lies grow with its flow. */
export const exponentsOf = ({
	depthExponent,
	speedExponent
}: Pick<RiverBodyDocument, 'depthExponent' | 'speedExponent'>) => ({
	depth: depthExponent ?? USUAL_EXPONENTS.depth,
	speed: speedExponent ?? USUAL_EXPONENTS.speed
});

/** A lie as it is at the flow of the day of its river. */
export const lieToday = (lie: Lie, river: RiverBodyDocument): Lie =>
	lieAtFlow(lie, river.flowM3s ?? null, exponentsOf(river)).lie;

/** The lie of a kept row as it is today, by its river and with what was learned of it; null without its river. */
export function waterOf(
	row: LieRow,
	rivers: readonly RiverRow[]
): { readonly lie: Lie; readonly celsius: number } | null {
	const river = rivers.find(({ id }) => id === row.riverId);
	if (!river) return null;
	const lie = lieToday({ ...lieFromDocument(row.body), key: lieKey(row) }, river.body);
	return { lie, celsius: river.body.temperatureC };
}
