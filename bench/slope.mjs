/**
 * Of the straight line through the logarithms.
 * @param {number[]} xs
 * @param {number[]} ys
 */
export function slope(xs, ys) {
	const [x, y] = [xs, ys].map((all) => all.map(Math.log));
	/** @param {number[] | undefined} all */
	const mean = (all = []) => all.reduce((sum, one) => sum + one, 0) / all.length;
	const [mx, my] = [mean(x), mean(y)];
	const top = (x ?? []).reduce((sum, one, k) => sum + (one - mx) * ((y?.[k] ?? 0) - my), 0);
	return top / (x ?? []).reduce((sum, one) => sum + (one - mx) ** 2, 0);
}
