import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { amountsFor, stepsOf } from '$core/batch/index';
import { buildFly, starterRecipe, type Recipe } from '$core/fly/index';
import { prior, valuesAt } from '$core/parameter/index';
import { inUnits, METRIC } from '$core/quantity/index';
import { anyRecipe } from '$lib/documents/fly/any-recipe.testing';
import { cardPages, cardSvg, type Card, type CardPage } from './card';
import { cautionWords } from './words';

const card = (recipe: Recipe, change: Partial<Card> = {}): Card => ({
	name: 'Ash <Jig> & "Co"',
	recipe,
	count: 6,
	amounts: amountsFor(recipe, 6, prior),
	figures: '0.243 g, 31 cm/s',
	known: 'black bead',
	distribution: prior,
	...change
});
interface Word {
	readonly text: string;
	readonly x: number;
	readonly y: number;
	readonly size: number;
}
const wordsOf = (svg: string): Word[] =>
	[...svg.matchAll(/<text x="([\d.]+)" y="([\d.]+)" font-size="([\d.]+)"[^>]*>([^<]*)</g)].map(
		([, x, y, size, text]) => ({ text: text!, x: Number(x), y: Number(y), size: Number(size) })
	);
const text = (svg: string) => wordsOf(svg).map((one) => one.text);

describe('the bench card', () => {
	const svg = cardSvg(card(starterRecipe), 'A5');

	test('is a page of its true size, black on white, of which nothing is coloured', () => {
		expect(svg).toMatch(/^<svg [^>]*width="148mm" height="210mm" viewBox="0 0 148 210"/);
		const colours = [...svg.matchAll(/(?:fill|stroke)="(#[0-9a-f]{6})"/g)].map(([, one]) => one!);
		expect(colours.length).toBeGreaterThan(10);
		for (const [, red, green, blue] of colours.map((one) => /#(..)(..)(..)/.exec(one)!))
			expect([green, blue]).toEqual([red, red]);
		expect(svg).not.toContain('var(');
	});

	test('says name, figures, how it is known, marks, the cut list, each step in turn, and the cautions', () => {
		const all = text(svg);
		expect(all[0]).toBe('Ash &lt;Jig&gt; &amp; &quot;Co&quot;');
		expect(all.slice(1, 3)).toEqual(['0.243 g, 31 cm/s', 'black bead']);
		for (const heading of ['Marks', 'Cut list for 6', 'Steps']) expect(all).toContain(heading);
		const steps = stepsOf(buildFly(starterRecipe, valuesAt(prior)));
		const numbers = wordsOf(svg).filter((one) => one.x === 10 && /^\d+$/.test(one.text));
		expect(numbers.map((one) => Number(one.text))).toEqual(steps.map((_, k) => k + 1));
		const joined = all.join(' ');
		for (const { words } of steps) expect(joined).toContain(words.split(' ').slice(0, 3).join(' '));
		expect(joined).toContain(cautionWords.hook.split(' ').slice(0, 4).join(' '));
	});

	test('the fly is drawn four times its size, as it says beside it', () => {
		const times = Number(/scale\(([\d.]+)\)/.exec(svg)![1]);
		expect(times).toBeGreaterThan(1);
		expect(times).toBeLessThanOrEqual(4);
		expect(text(svg)).toContain(`${times.toFixed(1)} times its size`);
	});

	test('handling and drying stand at their step; an empty line of how it is known takes no room', () => {
		const tying = { handling: [{ step: 'whip' as const, words: 'Five turns.' }] };
		const glued = { ...starterRecipe, finish: { glue: 0, resin: 0, lacquer: 2 } };
		const said = text(cardSvg(card(glued, { tying }), 'A5')).join(' ');
		expect(said).toContain('Five turns.');
		expect(said).toMatch(/Then it dries \d+ min\./);
		expect(text(cardSvg(card(starterRecipe, { known: '' }), 'A5'))).not.toContain('');
	});

	test('its lengths are in the units that are chosen', () => {
		inUnits({ ...METRIC, length: 'in' }, () => {
			const said = text(cardSvg(card(starterRecipe), 'letter')).join('\n');
			expect(said).toMatch(/[\d.]+ in from the eye/);
			expect(said).not.toMatch(/ mm\b/);
		});
	});

	test('of any fly everything lies on the page, whichever it is', () => {
		fc.assert(
			fc.property(anyRecipe, fc.constantFrom<CardPage>('A5', 'letter'), (recipe, page) => {
				const { width, height } = cardPages[page];
				for (const { x, y, size, text } of wordsOf(cardSvg(card(recipe), page))) {
					expect(y, text).toBeLessThanOrEqual(height);
					expect(y - size, text).toBeGreaterThanOrEqual(0);
					// By a letter's mean width, half of its size.
					expect(x + 0.5 * size * text.length, text).toBeLessThanOrEqual(width + 0.5);
					// Small print that one can still read, mm.
					expect(size, text).toBeGreaterThan(1.2);
				}
			}),
			{ numRuns: 60 }
		);
	});
});
