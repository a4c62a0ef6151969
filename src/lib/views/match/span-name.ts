import { depthField, speedField } from '$core/quantity/index';
import type { Lie } from '$core/water/index';

/** What a water of a span is called. */
export const spanName = ({ depth, surfaceSpeed }: Lie): string =>
	`${depthField.show(depth)}, ${speedField.show(surfaceSpeed)}`;
