import { describe, expect, test } from 'vitest';
import { buildFly, compileBuild, sectionOf, starterRecipe } from '$core/fly/index';
import { prior, valuesAt } from '$core/parameter/index';
import { artOf } from './art';
import { ticksBetween } from './ruler';
import { figureFile, svgFile } from './svg-file';

const values = valuesAt(prior);
const build = buildFly(starterRecipe, values);
const section = sectionOf(build, compileBuild(build, values).body);
const shapes = artOf(section);
const plain = (colour: string) => (colour.startsWith('var(') ? '#123456' : colour);
const attribute = (svg: string, name: string) => new RegExp(` ${name}="([^"]*)"`).exec(svg)![1]!;

describe('the ruler', () => {
	test('in millimetres from the front of the shank, every fifth long and numbered', () => {
		const ticks = ticksBetween(-1.2e-3, 6.1e-3, 'mm');
		expect(ticks.map(({ at }) => Math.round(1000 * at))).toEqual([-1, 0, 1, 2, 3, 4, 5, 6]);
		expect(ticks.filter(({ long }) => long).map(({ words }) => words)).toEqual(['0', '5']);
		expect(ticks.filter(({ long }) => !long).every(({ words }) => words === '')).toBe(true);
	});

	test('in sixteenths of an inch, the eighths long and written as fractions', () => {
		const inch = 25.4e-3;
		const ticks = ticksBetween(-0.26 * inch, 1.26 * inch, 'in');
		expect(ticks[1]!.at - ticks[0]!.at).toBeCloseTo(inch / 16, 12);
		expect(ticks.filter(({ long }) => long).map(({ words }) => words)).toEqual([
			'−¼',
			'−⅛',
			'0',
			'⅛',
			'¼',
			'⅜',
			'½',
			'⅝',
			'¾',
			'⅞',
			'1',
			'1⅛',
			'1¼'
		]);
	});
});

describe('a drawing as a file', () => {
	test('is in true millimetres with a millimetre round it, its colours written out', () => {
		const { min, max } = section.frame;
		const svg = svgFile('Ash & <Moss>', shapes, section.frame, plain);
		expect(Number(attribute(svg, 'width').replace('mm', ''))).toBeCloseTo(
			1000 * (max.x - min.x) + 2,
			2
		);
		const [x, y, width, height] = attribute(svg, 'viewBox').split(' ').map(Number);
		expect(x).toBeCloseTo(1000 * min.x - 1, 2);
		// Up is down on a page.
		expect(y).toBeCloseTo(-1000 * max.y - 1, 2);
		expect(`${width!.toFixed(2)}mm`).toBe(attribute(svg, 'width'));
		expect(`${height!.toFixed(2)}mm`).toBe(attribute(svg, 'height'));
		expect(svg).toContain('<title>Ash &amp; &lt;Moss&gt;</title>');
		expect(svg.match(/<path /g)).toHaveLength(shapes.length);
		expect(svg).not.toMatch(/var\(|NaN|undefined/);
	});

	test('a line that is broken, and what shines through, stay so', () => {
		const shape = {
			...shapes[0]!,
			dash: '1',
			fillOpacity: 0.3,
			strokeOpacity: 0.5,
			strokeMm: 0.2
		};
		const svg = svgFile('One', [shape], section.frame, plain);
		for (const words of [
			'stroke-dasharray="0.4 0.3"',
			'fill-opacity="0.3"',
			'stroke-opacity="0.5"'
		])
			expect(svg).toContain(words);
		expect(attribute(svg, 'stroke-width')).toBe('0.200');
	});

	test('a picture is 800 wide, the fly as large as fits, its lines below it and squeezed where they are long', () => {
		const figure = { shapes, frame: section.frame, colour: plain, ground: '#fff', ink: '#000' };
		const long = 'x'.repeat(80);
		const svg = figureFile('Ash', ['short', long], figure);
		const scale = Number(/scale\(([\d.]+)\)/.exec(svg)![1]);
		const { min, max } = section.frame;
		const [wide, high] = [1000 * (max.x - min.x), 1000 * (max.y - min.y)];
		expect(Math.max((scale * wide) / 736, (scale * high) / 360)).toBeCloseTo(1, 3);
		const [left, top] = /translate\(([-\d.]+) ([-\d.]+)\)/.exec(svg)!.slice(1).map(Number);
		// In the middle, its highest point 32 below the edge.
		expect(left! + scale * 1000 * ((min.x + max.x) / 2)).toBeCloseTo(400, 1);
		expect(top! - scale * 1000 * max.y).toBeCloseTo(32, 1);
		const lines = [...svg.matchAll(/<text [^>]*y="([\d.]+)"/g)].map(([, y]) => Number(y));
		expect(lines[0]).toBeCloseTo(32 + scale * high + 56, 1);
		expect(lines.slice(1).map((y) => y - lines[0]!)).toEqual(
			[36, 66].map((y) => expect.closeTo(y, 1))
		);
		expect(Number(attribute(svg, 'height'))).toBeGreaterThan(lines.at(-1)!);
		expect(svg.match(/textLength="736"/g)).toHaveLength(1);
	});
});
