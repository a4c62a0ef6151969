import { math } from '../quantity/index';
import type { Build } from './build';
import type { PartMass } from './parts';
import { backTable, wraps } from './stuffs/index';

/** The air of a freshly dry fly, and how long the water takes to drive it out. */
export interface Soak {
	/** m³ */
	readonly air: number;
	/** Time under water until it is soaked, s, and its likely range. */
	readonly time: number;
	readonly low: number;
	readonly high: number;
}

/**
 * Water creeps into fur and feather as the square root of time (Washburn's law, from memory): t = k L², with L
 * how deep it has to go. k is our estimate, after what tiers say: a plain fly is wet after the first cast, a
 * hide strip or a thick plume after several.
 */
const CREEP = 1.2e8;
/** As little known as this factor, up and down. */
const UNSURE = 3;

/**
 * How long water takes to drive the air out: t = k L², L the depth of the thickest layer or strip that holds
 * some, or the radius of a lot of plume or hide that trails.
 *
 * @param parts of a freshly dry fly
 * @returns null where it holds no air
 */
export function soakOf(
	{ dressing: { back }, dressed }: Build,
	parts: readonly PartMass[]
): Soak | null {
	const air = parts.reduce((sum, part) => sum + part.air, 0);
	if (air <= 0) return null;
	let deepest = 0;
	for (const { kind, under, over } of dressed.layers) {
		if (wraps[kind].air === 0) continue;
		for (let i = 0; i < over.from.length; i++) {
			const thick = Math.max(over.from[i]! - under.from[i]!, over.to[i]! - under.to[i]!) / 2;
			deepest = Math.max(deepest, thick);
		}
	}
	const strip = back && backTable[back.kind];
	if (strip && strip.air > 0) deepest = Math.max(deepest, strip.thickness);
	for (const { tilt, count, lots, strand } of dressed.bundles) {
		// What stands out in single fibres is wet at once; what trails clings together.
		if (tilt !== 0 || !strand.air) continue;
		const radius = (strand.diameter / 2) * Math.sqrt((count / lots) * (1 + strand.air));
		deepest = Math.max(deepest, radius);
	}
	const time = CREEP * math.square(deepest);
	return { air, time, low: time / UNSURE, high: time * UNSURE };
}
