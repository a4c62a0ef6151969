import { isEnd, type ChainParts } from './chain-parts';
import type { State } from './state';

/** Strain over which a segment goes from slack to taut (our choice). */
const SOFT = 2e-5;
/** Height over which something leaves the water, m (our estimate). */
const FILM = 0.004;

/**
 * Tension of a segment, N; none while it is slack:
 *
 *   T(ε) = ½ K (ε + √(ε² + SOFT²)),   ε = (length − rest) / rest
 *
 * @param stiffness K, N a unit of strain
 */
export function tensionOf(stiffness: number, strain: number): number {
	return 0.5 * stiffness * (strain + Math.sqrt(strain * strain + SOFT * SOFT));
}

/** A segment as it lies. */
export interface Segment {
	/** The node to which it leads, and whether another one has led there before it: it is a dropper. */
	lower: number;
	joins: boolean;
	/** Its direction, from its own node to that one. */
	tx: number;
	tz: number;
	/** m */
	length: number;
	/** Tension T, N; what it grows by a metre of stretch, dT/d(length), and a metre aside, T / length, N/m. */
	tension: number;
	along: number;
	across: number;
	/** Its share under water, and the height of that share's middle, m. */
	wet: number;
	middle: number;
}

/** How much of a place at height z is under water, smooth over the film: 3 s² − 2 s³. */
export function wetAt(z: number, depth: number): number {
	const share = (depth + FILM - z) / (2 * FILM);
	if (share <= 0) return 0;
	return share >= 1 ? 1 : share * share * (3 - 2 * share);
}

/** What looks at the segments of a chain: one after the other into the same `segment`. */
export function segmentsOf({ to, rest, stiffness, column: { depth } }: ChainParts) {
	const segment: Segment = {
		lower: 0,
		joins: false,
		tx: 0,
		tz: 0,
		length: 0,
		tension: 0,
		along: 0,
		across: 0,
		wet: 0,
		middle: 0
	};

	/** Tension and its derivatives. */
	function stretch(l: number): void {
		const strain = (segment.length - l) / l;
		const root = Math.sqrt(strain * strain + SOFT * SOFT);
		segment.tension = 0.5 * stiffness * (strain + root);
		segment.along = (0.5 * stiffness * (1 + strain / root)) / l;
		segment.across = segment.tension / segment.length;
	}

	/** How much of what lies between two heights is under water. */
	function immerse(low: number, high: number): void {
		segment.wet = 1;
		segment.middle = 0.5 * (low + high);
		if (high <= depth - FILM) return;
		if (high - low < FILM) segment.wet = wetAt(segment.middle, depth);
		else if (low >= depth) segment.wet = 0;
		else if (high > depth) {
			segment.wet = (depth - low) / (high - low);
			segment.middle = 0.5 * (low + depth);
		}
	}

	function look({ x, z }: State, i: number): void {
		const lower = to[i]!;
		segment.lower = lower;
		segment.joins = isEnd(to, i);
		const dx = x[lower]! - x[i]!;
		const dz = z[lower]! - z[i]!;
		const length = Math.max(1e-6, Math.sqrt(dx * dx + dz * dz));
		segment.length = length;
		segment.tx = dx / length;
		segment.tz = dz / length;
		stretch(rest[i]!);
		const za = z[i]!;
		const zb = z[lower]!;
		immerse(za < zb ? za : zb, za < zb ? zb : za);
	}
	return { segment, look };
}
