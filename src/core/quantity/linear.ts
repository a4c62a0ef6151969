/**
 * Lower triangular Cholesky factor of a symmetric, positive matrix; a pivot that rounding takes to zero
 * counts as none (two rows that say the same).
 */
export function cholesky(matrix: readonly ArrayLike<number>[]): Float64Array[] {
	const factor = matrix.map((row) => new Float64Array(row.length));
	for (let i = 0; i < matrix.length; i++) {
		const row = factor[i]!;
		for (let j = 0; j <= i; j++) {
			const other = factor[j]!;
			let sum = matrix[i]![j]!;
			for (let k = 0; k < j; k++) sum -= row[k]! * other[k]!;
			if (i === j) row[j] = Math.sqrt(Math.max(0, sum));
			else row[j] = other[j]! > 1e-9 ? sum / other[j]! : 0;
		}
	}
	return factor;
}

/**
 * A lower triangular factor of which the rows begin late: row i holds its columns from `first[i]` up to the
 * diagonal.
 */
export interface Factor {
	readonly first: ArrayLike<number>;
	readonly rows: readonly ArrayLike<number>[];
}

/** Solves L x = b in place. @param start before which b is 0 */
function solveLower({ rows, first }: Factor, x: Float64Array, start = 0): void {
	for (let i = start; i < x.length; i++) {
		const [row, from] = [rows[i]!, first[i]!];
		let sum = x[i]!;
		for (let k = Math.max(from, start); k < i; k++) sum -= row[k - from]! * x[k]!;
		x[i] = sum / row[i - from]!;
	}
}

/** Solves L Lᵀ x = b in place. @param start before which b is 0 */
export function solveBoth(factor: Factor, x: Float64Array, start = 0): void {
	solveLower(factor, x, start);
	const { rows, first } = factor;
	for (let i = x.length - 1; i >= 0; i--) {
		const [row, from] = [rows[i]!, first[i]!];
		const value = (x[i]! /= row[i - from]!);
		for (let k = from; k < i; k++) x[k]! -= row[k - from]! * value;
	}
}
