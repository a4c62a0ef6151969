import { math } from '../quantity/index';
import type { Lie } from './lie';

/** By which powers of the flow depth and speed grow at a place. */
export interface FlowExponents {
	readonly depth: number;
	readonly speed: number;
}

/**
 * At-a-station hydraulic geometry: mean exponents of many rivers; a single place may differ by half.
 *
 * Source: Leopold & Maddock (1953), USGS Professional Paper 252: width 0.26, depth 0.40, speed 0.34.
 */
export const USUAL_EXPONENTS: FlowExponents = { depth: 0.4, speed: 0.34 };

/** Beyond this many times the surveyed flow, up or down, the powers say little (our choice). */
const TRUSTED_RATIO = 4;

/**
 * A lie that was surveyed at one flow as it is at another: H = H₀ + (H_s − H₀)(Q/Q_s)^f,
 * U = U_s (Q/Q_s)^m, H₀ the residual depth of a pool.
 *
 * @param flow m³/s, > 0; null or a lie without its own flow leaves it as it was surveyed
 * @returns the lie, and whether the flow is too far from that of the survey to be trusted
 */
export function lieAtFlow(
	lie: Lie,
	flow: number | null,
	{ depth: f, speed: m }: FlowExponents = USUAL_EXPONENTS
): { readonly lie: Lie; readonly farOff: boolean } {
	if (flow === null || lie.surveyedAt === undefined) return { lie, farOff: false };
	const ratio = flow / lie.surveyedAt;
	const residual = Math.min(lie.residualDepth ?? 0, lie.depth);
	const depth = residual + (lie.depth - residual) * math.pow(ratio, f);
	return {
		lie: { ...lie, depth, surfaceSpeed: lie.surfaceSpeed * math.pow(ratio, m) },
		farOff: Math.abs(math.log(ratio)) > math.log(TRUSTED_RATIO)
	};
}

/** Depth × speed of the whole column, m²/s, and what that means for one who wades. */
export interface WadingCaution {
	readonly product: number;
	readonly level: 'low' | 'care' | 'danger';
}

/** Share of the surface speed that the mean of the column has, as a rule. Rantz et al. (1982). */
const MEAN_SHARE = 0.86;

/**
 * A caution, never a permission: the product of depth and mean speed beside figures at which adults in
 * trials lost their footing.
 *
 * Source: Cox, Shand & Blacka (2010), Australian Rainfall and Runoff: adults begin to lose their
 * footing near 0.6 m²/s, and not above 1.2 m or 3 m/s; "care" from half of that (our choice).
 */
export function wadingCaution({ depth, surfaceSpeed }: Lie): WadingCaution {
	const speed = MEAN_SHARE * surfaceSpeed;
	const product = depth * speed;
	const danger = product >= 0.6 || depth > 1.2 || speed > 3;
	return { product, level: danger ? 'danger' : product >= 0.3 || depth > 0.8 ? 'care' : 'low' };
}
