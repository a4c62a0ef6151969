import type { Section } from '$core/fly/index';
import { MILLIMETRE } from '$core/quantity/index';
import type { Shape } from './art';

/** A drawing file: SVG in true millimetres, its colours written out. */
export function svgFile(
	title: string,
	shapes: readonly Shape[],
	{ min, max }: Section['frame'],
	colour: (value: string) => string
): string {
	const margin = 1;
	const x = min.x / MILLIMETRE - margin;
	const y = -max.y / MILLIMETRE - margin;
	const width = (max.x - min.x) / MILLIMETRE + 2 * margin;
	const height = (max.y - min.y) / MILLIMETRE + 2 * margin;
	const paths = shapes.map(({ d, fill, fillOpacity, stroke, strokeMm, strokeOpacity, dash }) => {
		const more = [
			fillOpacity === undefined ? '' : ` fill-opacity="${fillOpacity}"`,
			strokeOpacity === undefined ? '' : ` stroke-opacity="${strokeOpacity}"`,
			dash ? ' stroke-dasharray="0.4 0.3"' : ''
		].join('');
		return `<path d="${d}" fill="${colour(fill)}" stroke="${colour(stroke)}" stroke-width="${(strokeMm ?? 0.03).toFixed(3)}" stroke-linecap="round"${more}/>`;
	});
	return [
		`<svg xmlns="http://www.w3.org/2000/svg" width="${width.toFixed(2)}mm" height="${height.toFixed(2)}mm" viewBox="${x.toFixed(2)} ${y.toFixed(2)} ${width.toFixed(2)} ${height.toFixed(2)}">`,
		`<title>${title.replace(/[&<>]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;' })[c]!)}</title>`,
		...paths,
		'</svg>',
		''
	].join('\n');
}
