/** A quantile of sorted values, drawn straight between neighbours; 0 of none. @param level 0 to 1 */
export function quantile(sorted: readonly number[], level: number): number {
	if (sorted.length === 0) return 0;
	const place = level * (sorted.length - 1);
	const k = Math.floor(place);
	const next = sorted[Math.min(k + 1, sorted.length - 1)]!;
	return sorted[k]! + (place - k) * (next - sorted[k]!);
}
