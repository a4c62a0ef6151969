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

/** Solves L Lᵀ x = b. @param factor L, of a matrix that is surely positive */
export function solved(factor: readonly Float64Array[], b: ArrayLike<number>): Float64Array {
	const x = Float64Array.from(b);
	const n = factor.length;
	for (let i = 0; i < n; i++) {
		for (let k = 0; k < i; k++) x[i]! -= factor[i]![k]! * x[k]!;
		x[i]! /= factor[i]![i]!;
	}
	for (let i = n - 1; i >= 0; i--) {
		for (let k = i + 1; k < n; k++) x[i]! -= factor[k]![i]! * x[k]!;
		x[i]! /= factor[i]![i]!;
	}
	return x;
}

/** The inverse of L Lᵀ. */
export function inverse(factor: readonly Float64Array[]): number[][] {
	return factor.map((_, k) => {
		const unit = new Float64Array(factor.length);
		unit[k] = 1;
		return Array.from(solved(factor, unit));
	});
}
