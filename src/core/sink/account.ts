import { math } from '../quantity/index';
import type { ParameterValues } from '../parameter/index';
import { STRIP, type FlyBody } from '../body/index';
import type { Fluid } from '../water/index';
import { dragFactors } from './drag-factors';
import { noPull, pullOnRows } from './element-force';
import { submerge } from './balance';
import type { Sink } from './settle';

/** What the water does to one part of a fly that sinks steadily. */
export interface PartDrag {
	/** The part's number, as the body's maker gave it. */
	readonly part: number;
	/** Share of the fly's weight in water that this part's drag carries; negative where it pushes down. */
	readonly share: number;
	/** Reynolds numbers of its pieces on their diameters, from and to. */
	readonly reynolds: readonly [number, number];
}

/** Drag of each part, the largest first; their shares make up 1. Empty when the fly floats. */
export function dragAccount(
	body: FlyBody,
	fluid: Fluid,
	values: ParameterValues,
	{ steady, submergedWeight, floats }: Sink
): PartDrag[] {
	if (floats) return [];
	const { elements } = body;
	const { rows } = submerge(body, fluid, dragFactors(values));
	const force = noPull();
	const { speed, angle, up } = steady;
	const parts = new Map<number, { share: number; low: number; high: number }>();
	const stream = { x: speed * math.cos(angle), y: speed * math.sin(angle), z: 0, spin: 0 };
	for (let i = 0; i < elements.count; i++) {
		pullOnRows(rows, i, i + 1, stream, up, force);
		const share = (force.x * up.x + force.y * up.y) / submergedWeight;
		const reynolds = (fluid.density * speed * elements.diameter[i]!) / fluid.viscosity;
		const part = elements.part[i]!;
		const before = parts.get(part) ?? { share: 0, low: Infinity, high: 0 };
		parts.set(part, {
			share: before.share + share,
			low: Math.min(before.low, reynolds),
			high: Math.max(before.high, reynolds)
		});
	}
	return [...parts]
		.map(([part, { share, low, high }]) => ({ part, share, reynolds: [low, high] as const }))
		.sort((a, b) => b.share - a.share);
}

/** Surface tension of water against air, N/m, 10 °C (IAPWS, memory). */
const SURFACE_TENSION = 0.0742;

/**
 * Whether the surface film can hold the fly up while its dressing is dry: its weight against the
 * tension along both sides of the dressed body (Keller 1998: the weight of what the film lifts).
 * Hackle that stands out holds more; a rough hint, no figure.
 */
export function filmHolds({ elements }: FlyBody, submergedWeight: number): boolean {
	let length = 0;
	for (let i = 0; i < elements.count; i++) {
		if (elements.kind[i] === STRIP) length += elements.length[i]!;
	}
	return submergedWeight < 2 * SURFACE_TENSION * length;
}
