import { cholesky, inverse, solved } from '../quantity/index';

/** What one figure, or one thing seen, adds to the curve: stiff · a aᵀ, where a has few entries. */
export interface Bend {
	/** Places of the scores that a touches; one may stand more than once. */
	readonly places: readonly number[];
	readonly slopes: readonly number[];
	/** 0 or more. */
	readonly stiff: number;
}

/** How steeply the posterior's logarithm falls about its mode. */
export interface Curve {
	/** C⁻¹ b */
	solve(b: Float64Array): Float64Array;
	/** C⁻¹ */
	inverse(): number[][];
}

/**
 * The curve of the prior and of all that was found, C = I + Σ stiff a aᵀ, by the smaller of two systems: of
 * the scores, or, where many lots were weighed once each, of the figures. With the rows √stiff a in B:
 *
 *   C⁻¹ = I − Bᵀ (I + B Bᵀ)⁻¹ B     (Woodbury 1950)
 *
 * @param count of scores
 */
export function curveOf(count: number, bends: readonly Bend[]): Curve {
	const rows = bends.flatMap((bend) => (bend.stiff > 0 ? [scaled(bend)] : []));
	return rows.length < count ? byFigures(count, rows) : byScores(count, rows);
}

/** A row of B: each place once. */
interface Row {
	readonly places: Int32Array;
	readonly values: Float64Array;
}

function scaled({ places, slopes, stiff }: Bend): Row {
	const row = new Map<number, number>();
	const by = Math.sqrt(stiff);
	places.forEach((k, i) => row.set(k, (row.get(k) ?? 0) + by * slopes[i]!));
	return { places: Int32Array.from(row.keys()), values: Float64Array.from(row.values()) };
}

function byScores(count: number, rows: readonly Row[]): Curve {
	const curve = identity(count);
	for (const { places, values } of rows) {
		places.forEach((k, i) => addTo(curve[k]!, values[i]!, places, values));
	}
	const factor = cholesky(curve);
	return { solve: (b) => solved(factor, b), inverse: () => inverse(factor) };
}

function byFigures(count: number, rows: readonly Row[]): Curve {
	const between = identity(rows.length);
	const dense = new Float64Array(count);
	rows.forEach((row, i) => {
		addTo(dense, 1, row.places, row.values);
		for (let j = 0; j <= i; j++) {
			const sum = dot(rows[j]!, dense);
			between[i]![j]! += sum;
			if (j < i) between[j]![i]! += sum;
		}
		for (const k of row.places) dense[k] = 0;
	});
	const factor = cholesky(between);
	return {
		solve(b) {
			const found = Float64Array.from(b);
			const inner = solved(
				factor,
				rows.map((row) => dot(row, b))
			);
			rows.forEach(({ places, values }, i) => addTo(found, -inner[i]!, places, values));
			return found;
		},
		inverse() {
			const found = identity(count);
			inverse(factor).forEach((weights, i) => {
				// Of (I + B Bᵀ)⁻¹ B the row i.
				const spread = new Float64Array(count);
				rows.forEach(({ places, values }, j) => addTo(spread, weights[j]!, places, values));
				rows[i]!.places.forEach((k, n) => {
					const into = found[k]!;
					const a = rows[i]!.values[n]!;
					for (let l = 0; l < count; l++) into[l]! -= a * spread[l]!;
				});
			});
			return found.map((row) => Array.from(row));
		}
	};
}

/** into += by · row */
function addTo(into: Float64Array, by: number, places: Int32Array, values: Float64Array): void {
	for (let i = 0; i < places.length; i++) into[places[i]!]! += by * values[i]!;
}

function dot({ places, values }: Row, b: Float64Array): number {
	let sum = 0;
	for (let i = 0; i < places.length; i++) sum += values[i]! * b[places[i]!]!;
	return sum;
}

const identity = (count: number) =>
	Array.from({ length: count }, (_, k) => {
		const row = new Float64Array(count);
		row[k] = 1;
		return row;
	});
