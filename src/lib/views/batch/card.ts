import { gaugeLengths, marksOf, stepsOf, type Amount } from '$core/batch/index';
import type { Distribution } from '$core/parameter/index';
import { buildFly, compileBuild, mediansFor, sectionOf, type Recipe } from '$core/fly/index';
import { tiersWayOf, type TyingWay } from '$lib/documents/fly/about';
import { MILLIMETRE, shown } from '$core/quantity/index';
import { artOf } from '$lib/ui/section/art';
import { duration } from '$lib/ui/when';
import { amountWords, cautionWords, gauged, markNumber } from './words';

/** Pages a card fits on, mm. */
export const cardPages = {
	A5: { width: 148, height: 210 },
	letter: { width: 215.9, height: 279.4 }
} as const;
export type CardPage = keyof typeof cardPages;

export interface Card {
	readonly name: string;
	readonly recipe: Recipe;
	readonly count: number;
	/** As it is tied, where that is not as usual. */
	readonly tying?: TyingWay;
	readonly amounts: readonly Amount[];
	/** Weight and sink, in a line. */
	readonly figures: string;
	/** How it is known in the box, in a line; empty where nothing says. */
	readonly known: string;
	/** By which it is drawn. */
	readonly distribution: Distribution;
}

/** The materials in greys, for paper. */
const GREYS: Readonly<Record<string, string>> = {
	'--m-tungsten': '#333333',
	'--m-brass': '#8a8a8a',
	'--m-lead': '#777777',
	'--m-leadFree': '#999999',
	'--m-copper': '#666666',
	'--m-hook': '#555555',
	'--m-dressing': '#999999',
	'--m-glass': '#aaaaaa',
	'--m-thread': '#777777'
};
const grey = (colour: string) =>
	colour.startsWith('var(') ? (GREYS[colour.slice(4, -1)] ?? '#666666') : colour;

const escaped = (text: string) =>
	text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');

/** Mean width of a letter as a share of the type's size. */
const LETTER = 0.5;
const MARGIN = 10;

/** Words in lines of at most this many millimetres. */
function lines(text: string, width: number, size: number): string[] {
	const most = Math.max(8, Math.floor(width / (LETTER * size)));
	const found: string[] = [];
	for (const word of text.split(' ')) {
		const last = found[found.length - 1];
		if (last !== undefined && last.length + word.length + 1 <= most) {
			found[found.length - 1] = `${last} ${word}`;
		} else found.push(word);
	}
	return found;
}

/**
 * The bench card as a drawing of its own, black on white, in millimetres: the fly four times its size or
 * as large as the page holds, marks, amounts, steps, weight and sink.
 */
export function cardSvg(
	{ name, recipe, count, amounts, figures, known, tying, distribution }: Card,
	page: CardPage
): string {
	const { width, height } = cardPages[page];
	const inner = width - 2 * MARGIN;
	const values = mediansFor(recipe, distribution);
	const build = buildFly(recipe, values);
	const section = sectionOf(build, compileBuild(build, values).body);
	const steps = stepsOf(build, undefined, tiersWayOf(tying));
	const cautions = [...new Set(steps.flatMap(({ caution }) => caution ?? []))];
	const parts: string[] = [];
	const draw = (scale: number): number => {
		parts.length = 0;
		const size = 3.2 * scale;
		let y = MARGIN;
		const write = (text: string, x: number, at: number, one = size, more = '') =>
			parts.push(
				`<text x="${x.toFixed(2)}" y="${at.toFixed(2)}" font-size="${one.toFixed(2)}" ${more}>${escaped(text)}</text>`
			);
		const heading = (text: string) => {
			y += 1.2 * size;
			write(text, MARGIN, (y += 1.2 * size), 1.2 * size, 'font-weight="bold"');
			y += 0.4 * size;
		};
		write(name, MARGIN, (y += 1.6 * size), 1.8 * size, 'font-weight="bold"');
		for (const line of lines(figures, inner, size)) write(line, MARGIN, (y += 1.4 * size));
		for (const line of lines(known, inner, size)) if (line) write(line, MARGIN, (y += 1.4 * size));
		const { min, max } = section.frame;
		const [wide, high] = [(max.x - min.x) / MILLIMETRE, (max.y - min.y) / MILLIMETRE];
		const times = Math.min(4, inner / wide, (42 * scale) / high);
		y += 2;
		const shapes = artOf(section)
			.map(
				({ d, fill, fillOpacity, stroke, strokeMm, strokeOpacity }) =>
					`<path d="${d}" fill="${fill === 'none' ? 'none' : grey(fill)}"${fillOpacity === undefined ? '' : ` fill-opacity="${fillOpacity}"`} stroke="${stroke === 'none' ? 'none' : grey(stroke)}" stroke-width="${strokeMm ?? 0.1 / times}"${strokeOpacity === undefined ? '' : ` stroke-opacity="${strokeOpacity}"`} stroke-linecap="round" stroke-linejoin="round"/>`
			)
			.join('');
		parts.push(
			`<g transform="translate(${(MARGIN - (times * min.x) / MILLIMETRE).toFixed(2)} ${(y + (times * max.y) / MILLIMETRE).toFixed(2)}) scale(${times.toFixed(4)})">${shapes}</g>`
		);
		y += times * high;
		write(`${times.toFixed(1)} times its size`, MARGIN, (y += size), 0.8 * size);
		/** Short texts in two columns, all of one size. */
		const columns = (texts: readonly string[]) => {
			const half = inner / 2;
			const longest = Math.max(1, ...texts.map(({ length }) => length));
			const one = Math.min(size, (half - 2) / (LETTER * longest));
			texts.forEach((text, k) => {
				if (k % 2 === 0) y += 1.4 * one;
				write(text, MARGIN + (k % 2) * half, y, one);
			});
		};
		heading('Marks');
		const gauges = gaugeLengths(build);
		columns(
			marksOf(build).map((mark) => {
				const from = mark.kind === 'place' ? ' from the eye' : '';
				const words = gauged(mark, gauges);
				return `${mark.words} ${markNumber(mark.length)} ${shown.small.unit}${from}${words ? ` (${words})` : ''}`;
			})
		);
		heading(`Cut list for ${count}`);
		columns(
			amounts.map((amount) => {
				const cut = amount.cut === null ? '' : `, ${shown.hand.words(amount.cut, 1)} each`;
				return `${amountWords(amount)}  ${amount.words}${cut}`;
			})
		);
		heading('Steps');
		steps.forEach(({ words, handling, dries }, k) => {
			const text = `${words}${handling ? ` ${handling}` : ''}${dries > 0 ? ` Then it dries ${duration(dries)}.` : ''}`;
			write(`${k + 1}`, MARGIN, y + 1.4 * size);
			for (const line of lines(text, inner - 7, size)) write(line, MARGIN + 7, (y += 1.4 * size));
		});
		y += size;
		for (const caution of cautions) {
			for (const line of lines(cautionWords[caution], inner, 0.85 * size)) {
				write(line, MARGIN, (y += 1.2 * size), 0.85 * size);
			}
		}
		return y + MARGIN;
	};
	// As large as the page holds.
	let scale = page === 'A5' ? 1 : 1.35;
	for (let k = 0; k < 12 && draw(scale) > height; k++) scale *= 0.93;
	return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}" font-family="Helvetica, Arial, sans-serif" fill="#000000"><rect width="${width}" height="${height}" fill="#ffffff"/>${parts.join('')}</svg>\n`;
}

/** The same as a PDF of one page; the libraries are fetched with it. */
export async function cardPdf(card: Card, page: CardPage): Promise<Blob> {
	const [{ jsPDF }, { svg2pdf }] = await Promise.all([import('jspdf'), import('svg2pdf.js')]);
	const { width, height } = cardPages[page];
	const pdf = new jsPDF({ unit: 'mm', format: [width, height], compress: true });
	const holder = document.createElement('div');
	// The standard fonts of a PDF know Western letters only; a minus of its own is none of them.
	holder.innerHTML = cardSvg(card, page).replace(/−/g, '-');
	holder.style.cssText = 'position:absolute;left:-10000px;top:0';
	document.body.append(holder);
	try {
		await svg2pdf(holder.firstElementChild!, pdf, { x: 0, y: 0, width, height });
	} finally {
		holder.remove();
	}
	return pdf.output('blob');
}
