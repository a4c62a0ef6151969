import type { Section } from '$core/fly/index';
import { MILLIMETRE } from '$core/quantity/index';
import type { Shape } from './art';

const escaped = (text: string) =>
	text.replace(/[&<>]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;' })[c]!);

const pathsOf = (shapes: readonly Shape[], colour: (value: string) => string): string[] =>
	shapes.map(({ d, fill, fillOpacity, stroke, strokeMm, strokeOpacity, dash }) => {
		const more = [
			fillOpacity === undefined ? '' : ` fill-opacity="${fillOpacity}"`,
			strokeOpacity === undefined ? '' : ` stroke-opacity="${strokeOpacity}"`,
			dash ? ' stroke-dasharray="0.4 0.3"' : ''
		].join('');
		return `<path d="${d}" fill="${colour(fill)}" stroke="${colour(stroke)}" stroke-width="${(strokeMm ?? 0.03).toFixed(3)}" stroke-linecap="round"${more}/>`;
	});

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
	return [
		`<svg xmlns="http://www.w3.org/2000/svg" width="${width.toFixed(2)}mm" height="${height.toFixed(2)}mm" viewBox="${x.toFixed(2)} ${y.toFixed(2)} ${width.toFixed(2)} ${height.toFixed(2)}">`,
		`<title>${escaped(title)}</title>`,
		...pathsOf(shapes, colour),
		'</svg>',
		''
	].join('\n');
}

/** A drawing on its ground, and the colours of words below it. */
export interface Figure {
	readonly shapes: readonly Shape[];
	readonly frame: Section['frame'];
	readonly colour: (value: string) => string;
	readonly ground: string;
	readonly ink: string;
}

/** Of a figure, in pixels at its own size: wide enough for a line of words. */
const WIDE = 800;
const PADDING = 32;
const DRAWN = { width: WIDE - 2 * PADDING, height: 360 };

/** A picture file: the drawing as large as there is room, its name, and lines of words below. */
export function figureFile(
	title: string,
	lines: readonly string[],
	{ shapes, frame: { min, max }, colour, ground, ink }: Figure
): string {
	const [wide, high] = [(max.x - min.x) / MILLIMETRE, (max.y - min.y) / MILLIMETRE];
	const scale = Math.min(DRAWN.width / wide, DRAWN.height / high);
	const left = (WIDE - scale * wide) / 2 - (scale * min.x) / MILLIMETRE;
	const top = PADDING + (scale * max.y) / MILLIMETRE;
	const below = PADDING + scale * high + 56;
	const height = below + 30 * lines.length + PADDING;
	/** Words are squeezed where they are longer than the picture is wide. */
	const words = (text: string, y: number, size: number, more = '') => {
		const long = text.length * size * 0.55 > DRAWN.width;
		const squeezed = long ? ` textLength="${DRAWN.width}" lengthAdjust="spacingAndGlyphs"` : '';
		return `<text x="${PADDING}" y="${y.toFixed(1)}" font-size="${size}"${squeezed}${more}>${escaped(text)}</text>`;
	};
	return [
		`<svg xmlns="http://www.w3.org/2000/svg" width="${WIDE}" height="${height.toFixed(0)}" viewBox="0 0 ${WIDE} ${height.toFixed(0)}" font-family="Helvetica, Arial, sans-serif" fill="${ink}">`,
		`<title>${escaped(title)}</title>`,
		`<rect width="100%" height="100%" fill="${ground}"/>`,
		`<g transform="translate(${left.toFixed(2)} ${top.toFixed(2)}) scale(${scale.toFixed(4)})">`,
		...pathsOf(shapes, colour),
		'</g>',
		words(title, below, 34, ' font-weight="bold"'),
		...lines.map((line, k) => words(line, below + 30 * (k + 1) + 6, 22)),
		'</svg>',
		''
	].join('\n');
}

/** Twice as many pixels as its own size, so that it is sharp on a phone. */
const SHARP = 2;

/** An SVG of ours as PNG. @throws Error where the browser does not draw it */
export async function pngOf(svg: string): Promise<Blob> {
	const image = new Image();
	image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
	await image.decode();
	const canvas = document.createElement('canvas');
	canvas.width = SHARP * image.naturalWidth;
	canvas.height = SHARP * image.naturalHeight;
	canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
	return new Promise((resolve, reject) =>
		canvas.toBlob((blob) => (blob ? resolve(blob) : reject(new Error('no picture'))), 'image/png')
	);
}
