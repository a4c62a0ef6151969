import type { BeliefValues } from '../belief/index';
import { fibre, materials } from '../material/index';
import type { BeadGeometry } from './bead';
import type { CoilGeometry } from './coil';
import type { HookGeometry } from './hook';
import type { DressingChoice, Fullness } from './recipe';

/**
 * What a fullness stands for until every part has its own amount (our estimate): the body's
 * greatest thickness in gapes, the share of solid matter in it, and the hackle, legs and tail as
 * one bundle of fibres with its length in gapes.
 */
const FULLNESS: Readonly<
	Record<Fullness, { girth: number; solid: number; fibres: number; fibreLength: number }>
> = {
	sparse: { girth: 0.3, solid: 0.45, fibres: 10, fibreLength: 0.8 },
	medium: { girth: 0.42, solid: 0.32, fibres: 20, fibreLength: 1.0 },
	full: { girth: 0.58, solid: 0.22, fibres: 38, fibreLength: 1.2 }
};

/** The largest girth and the longest fibres of any fullness, in gapes. */
export const FULLEST = { girth: FULLNESS.full.girth, fibre: FULLNESS.full.fibreLength } as const;

/** Thread over shank and coil, on the diameter, m (our estimate). */
const THREAD = 0.12e-3;
/** The dam's ramp runs down from the coil over this many wire diameters (our estimate). */
const RAMP = 3;
const STATIONS = 7;

/** One cut through the dressed body, square to the shank. Metres. */
export interface Station {
	/** Along the shank from its front end. */
	readonly s: number;
	readonly diameter: number;
	/** Diameter of shank, coil and ramp below the dressing. */
	readonly under: number;
}

export interface DressingGeometry {
	readonly stations: readonly Station[];
	/** kg of fibre and thread, dry weight. */
	readonly mass: number;
	/** m³ of solid matter. */
	readonly volume: number;
	/** Centre along the shank, m. */
	readonly centre: number;
	readonly fibres: {
		readonly root: number;
		readonly count: number;
		readonly length: number;
		readonly diameter: number;
		readonly stiffness: number;
	};
}

/**
 * The dressed body from behind the bead to the bend: it tapers from its full girth at the front to
 * the thread-covered shank, and never lies inside what it covers.
 */
export function dressingGeometry(
	dressing: DressingChoice,
	hook: HookGeometry,
	bead: BeadGeometry | null,
	seatCentre: number,
	coil: CoilGeometry | null,
	values: BeliefValues
): DressingGeometry {
	const kind = FULLNESS[dressing.fullness];
	const start = Math.min(bead ? seatCentre + bead.rear : 0.06 * hook.shank, 0.9 * hook.shank);
	const end = Math.max(hook.shank, coil ? coil.end : 0);
	const front = Math.max(kind.girth * hook.gape * values['dressing.girth'], hook.wire + THREAD);
	const tail = hook.wire + 2 * THREAD;

	const stations: Station[] = [];
	for (let i = 0; i < STATIONS; i++) {
		const share = i / (STATIONS - 1);
		const s = start + share * (end - start);
		const under = underAt(s, hook.wire, coil);
		// Fullest a little behind the head, then an even taper.
		const shape = share < 0.25 ? 0.85 + 0.6 * share : 1 - (share - 0.25) / 0.75;
		const envelope = tail + Math.max(0, front - tail) * shape;
		stations.push({ s, under, diameter: Math.max(envelope, under + THREAD) });
	}

	let solid = 0;
	let moment = 0;
	for (let i = 1; i < stations.length; i++) {
		const a = stations[i - 1]!;
		const b = stations[i]!;
		const area = (Math.PI / 8) * (a.diameter ** 2 - a.under ** 2 + b.diameter ** 2 - b.under ** 2);
		const piece = area * (b.s - a.s);
		solid += piece;
		moment += (piece * (a.s + b.s)) / 2;
	}
	const fibreLength = kind.fibreLength * hook.gape;
	const volume = solid * kind.solid * values['dressing.mass'];
	return {
		stations,
		mass: volume * materials.keratin.density,
		volume,
		centre: moment / solid,
		fibres: {
			root: start + 0.04 * hook.shank,
			count: kind.fibres,
			length: fibreLength,
			diameter: fibre.diameter,
			stiffness: fibre.youngModulus * (Math.PI / 64) * fibre.diameter ** 4
		}
	};
}

function underAt(s: number, wire: number, coil: CoilGeometry | null): number {
	if (!coil || s < coil.start) return wire + (coil ? THREAD : 0);
	if (s <= coil.end) return coil.outerDiameter;
	const ramp = 1 - (s - coil.end) / (RAMP * coil.wire);
	return wire + THREAD + Math.max(0, ramp) * (coil.outerDiameter - wire);
}
