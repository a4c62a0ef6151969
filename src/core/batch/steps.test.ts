import fc from 'fast-check';
import { expect, test } from 'vitest';
import { anyRecipe } from '$lib/documents/fly/any-recipe.testing';
import { prior, valuesAt } from '../parameter/index';
import { buildFly, starterRecipe, type Recipe } from '../fly/index';
import { moved, stepKeys, stepsOf, type StepKey } from './index';

const median = valuesAt(prior);
const scud: Recipe = {
	...starterRecipe,
	rib: { kind: 'copper', wire: 0.15e-3, turns: 5, against: true },
	back: { kind: 'film', rib: 'under' },
	wingCase: { kind: 'feather', length: 0.33 },
	thorax: { kind: 'dubbingLoose', thickness: 0.3 },
	finish: { glue: 2, resin: 2, lacquer: 0 }
};
const keysOf = (recipe: Recipe, order?: readonly StepKey[]) =>
	stepsOf(buildFly(recipe, median), undefined, order ? { order } : {}).map(({ key }) => key);

test('the usual order holds to what must come before what (common practice, no source)', () => {
	const keys = keysOf(scud);
	for (const [first, then] of [
		['bead', 'hook'],
		['coil', 'dam'],
		['rib-in', 'body'],
		['back-in', 'body'],
		['body', 'back-over'],
		['back-over', 'rib'],
		['case-in', 'thorax'],
		['thorax', 'case-over'],
		['case-over', 'whip'],
		['whip', 'glue']
	] as const) {
		expect(keys.indexOf(first), `${first} before ${then}`).toBeLessThan(keys.indexOf(then));
	}
	// Each step of it where it usually stands, so none of them stands in another's way.
	expect(keys).toEqual(stepKeys.filter((key) => keys.includes(key)));
});

test('the order is the tier’s, as far as it can be', () => {
	const usual = keysOf(scud);
	const at = (key: StepKey) => usual.indexOf(key);
	// Some tie the rib in first, some the tail.
	const swapped = moved(usual, at('rib-in'), at('tail')) as readonly StepKey[];
	expect(keysOf(scud, swapped)).toEqual(swapped);
	expect(swapped.indexOf('rib-in')).toBeLessThan(swapped.indexOf('tail'));
	// A back before what it covers.
	expect(moved(usual, at('back-in'), at('body'))).toEqual({ first: 'back-in', then: 'body' });
	expect(moved(usual, at('weigh'), 0)).toHaveProperty('then', 'weigh');
	// What cannot be is put right when the recipe has changed since.
	expect(keysOf(scud, ['body', 'rib-in', 'tail'])).toEqual(
		expect.arrayContaining(['rib-in', 'body'])
	);
	const wrong = keysOf(scud, ['body', 'rib-in', 'tail']);
	expect(wrong.indexOf('rib-in')).toBeLessThan(wrong.indexOf('body'));
});

test('resin twice has its drops shared, glue on the thread comes where it is asked for, words stand at their step', () => {
	const order: StepKey[] = ['case-over', 'resin', 'glue-thread', 'whip', 'resin', 'whip'];
	const steps = stepsOf(buildFly(scud, median), () => 1, {
		order,
		handling: { body: 'Twist it to a rope.' }
	});
	const keys = steps.map(({ key }) => key);
	expect(keys.filter((key) => ['resin', 'whip'].includes(key))).toEqual([
		'resin',
		'whip',
		'resin',
		'whip'
	]);
	expect(keys.indexOf('glue-thread')).toBe(keys.indexOf('whip') - 1);
	expect(steps.find(({ key }) => key === 'resin')!.words).toBe('1 drop of resin, and the lamp.');
	expect(steps.find(({ key }) => key === 'glue')!.words).toBe(
		'2 drops of glue on the whip finish.'
	);
	expect(steps.filter(({ handling }) => handling !== '').map(({ key }) => key)).toEqual(['body']);
	expect(keysOf(scud)).not.toContain('glue-thread');
});

test('whatever was wished for, every step that the fly has is done, and what must come first does', () => {
	fc.assert(
		fc.property(
			anyRecipe,
			fc.array(fc.constantFrom(...stepKeys), { maxLength: 40 }),
			(recipe, order) => {
				const usual = keysOf(recipe);
				const keys = keysOf(recipe, order);
				for (const key of usual) expect(keys).toContain(key);
				// In its own order again it stays as it is, and each step may stand where it stands.
				expect(keysOf(recipe, keys)).toEqual(keys);
				keys.forEach((_, k) => expect(moved(keys, k, k)).toEqual(keys));
				expect(keys.slice(-2)).toEqual(['look', 'weigh']);
			}
		),
		{ numRuns: 150 }
	);
});
