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
