import { solveBoth, type Factor } from '../quantity/index';

/** A row of a matrix of which few entries are not zero. */
export interface Row {
	/** Places of the scores that it touches, each once. */
	readonly places: Int32Array;
	readonly values: Float64Array;
}

/** What one figure, or one thing seen, adds to a curve: stiff · r rᵀ. */
export interface Bend extends Row {
	readonly stiff: number;
}

/** How steeply the posterior's logarithm falls about its mode. */
export interface Curve {
	/** C⁻¹ b */
	solve(b: Float64Array): Float64Array;
	/** The diagonal of C⁻¹. */
	variances(): Float64Array;
	/** L, its rows and columns by rank. */
	readonly factor: Factor;
	/** Where each score stands in it. */
	readonly rank: Int32Array;
}

/** Which scores are joined by rows, and in which order they are best eliminated. */
export interface FactorEnvelope {
	readonly order: Int32Array;
	/** Where each score stands in it. */
	readonly rank: Int32Array;
	/** By rank, the first that it is joined to. */
	readonly first: Int32Array;
}

/**
 * Scores that few rows touch, a lot's own, come first: they meet only each other and what all share, and the
 * factor's row begins where the first score is that any row joins to it (George & Liu 1981). So lots cost in
 * proportion to their number.
 *
 * @param count of scores
 */
export function envelopeOf(count: number, rows: readonly Pick<Row, 'places'>[]): FactorEnvelope {
	const touched = new Int32Array(count);
	for (const { places } of rows) for (const k of places) touched[k]!++;
	const order = Int32Array.from(touched, (_, k) => k);
	order.sort((a, b) => touched[a]! - touched[b]! || a - b);
	const rank = new Int32Array(count);
	order.forEach((k, i) => (rank[k] = i));
	const first = Int32Array.from(order, (_, i) => i);
	for (const { places } of rows) {
		let low = count;
		for (const k of places) low = Math.min(low, rank[k]!);
		for (const k of places) first[rank[k]!] = Math.min(first[rank[k]!]!, low);
	}
	return { order, rank, first };
}

/**
 * The curve of the prior and of all that was found, C = I + Σ stiff r rᵀ, as L Lᵀ.
 *
 * @param bends none that joins scores which the envelope keeps apart
 * @returns null where it falls some way, so that there is no lowest point near
 */
export function curveOf(
	{ order, rank, first }: FactorEnvelope,
	bends: readonly Bend[]
): Curve | null {
	// All rows in one: entry (i, j) stands at start[i] + j.
	const start = new Int32Array(first.length);
	let room = 0;
	first.forEach((from, i) => {
		start[i] = room - from;
		room += i - from + 1;
	});
	const all = new Float64Array(room);
	const rows = Array.from(first, (from, i) => {
		const row = all.subarray(start[i]! + from, start[i]! + i + 1);
		row[i - from] = 1;
		return row;
	});
	const at = new Int32Array(order.length);
	for (const { places, values, stiff } of bends) {
		for (let n = 0; n < places.length; n++) {
			const i = (at[n] = rank[places[n]!]!);
			const by = stiff * values[n]!;
			for (let m = 0; m <= n; m++) {
				const j = at[m]!;
				all[i > j ? start[i]! + j : start[j]! + i]! += by * values[m]!;
			}
		}
	}
	if (!factorize(rows, first)) return null;
	const factor: Factor = { first, rows };
	const x = new Float64Array(order.length);
	return {
		factor,
		rank,
		solve(b) {
			for (let i = 0; i < x.length; i++) x[i] = b[order[i]!]!;
			solveBoth(factor, x);
			return Float64Array.from(rank, (i) => x[i]!);
		},
		variances() {
			const within = inverseWithin(factor);
			return Float64Array.from(rank, (i) => within[i]![i - first[i]!]!);
		}
	};
}

/**
 * Z = C⁻¹, as far as the factor's own rows reach, from the last column to the first:
 *
 *     Z_ij = (δ_ij / L_ii − Σ_{k > i} L_ki Z_kj) / L_ii
 *
 * which asks for no other of its entries (Takahashi, Fagan & Chin 1973; Erisman & Tinney 1975).
 */
function inverseWithin({ first, rows }: Factor): Float64Array[] {
	const z = rows.map(({ length }) => new Float64Array(length));
	// Of each column the rows below the diagonal that reach it.
	const below: number[][] = rows.map(() => []);
	rows.forEach((_, k) => {
		for (let i = first[k]!; i < k; i++) below[i]!.push(k);
	});
	for (let i = rows.length - 1; i >= 0; i--) {
		const reach = below[i]!;
		const pivot = rows[i]![i - first[i]!]!;
		let own = 1 / pivot;
		for (const j of reach) {
			let sum = 0;
			for (const k of reach) {
				const by = rows[k]![i - first[k]!]!;
				sum += by * (k < j ? z[j]![k - first[j]!]! : z[k]![j - first[k]!]!);
			}
			z[j]![i - first[j]!] = -sum / pivot;
			own += (rows[j]![i - first[j]!]! * sum) / pivot;
		}
		z[i]![i - first[i]!] = own / pivot;
	}
	return z;
}

/** A pivot below this, beside the prior's 1, is none. */
const LEAST_PIVOT = 1e-3;

/** C = L Lᵀ in place; row i from its column `first[i]` on. @returns whether there is such a factor */
function factorize(rows: readonly Float64Array[], first: Int32Array): boolean {
	for (let i = 0; i < rows.length; i++) {
		const row = rows[i]!;
		const from = first[i]!;
		for (let j = from; j <= i; j++) {
			const other = rows[j]!;
			const start = Math.max(from, first[j]!);
			let sum = row[j - from]!;
			for (let k = start; k < j; k++) sum -= row[k - from]! * other[k - first[j]!]!;
			if (i === j && !(sum > LEAST_PIVOT)) return false;
			row[j - from] = i === j ? Math.sqrt(sum) : sum / other[j - first[j]!]!;
		}
	}
	return true;
}

/** row · b */
export function dot({ places, values }: Row, b: Float64Array): number {
	let sum = 0;
	for (let i = 0; i < places.length; i++) sum += values[i]! * b[places[i]!]!;
	return sum;
}
