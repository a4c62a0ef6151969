/** Path data of a line through points given in pixels, to a tenth of a pixel. */
export function linePath(points: readonly (readonly [number, number])[]): string {
	return points.map(([x, y], i) => `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`).join('');
}
