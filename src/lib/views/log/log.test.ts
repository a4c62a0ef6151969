import { describe, expect, test } from 'vitest';
import { prior } from '$core/parameter/index';
import { starterRecipe } from '$core/fly/index';
import { learn, type Learning } from '$core/learn/index';
import { recipeToDocument } from '$lib/documents/fly/recipe';
import type { EntryRow, FlyRow, LotRow } from '$lib/documents/kinds';
import type { EntryBodyDocument } from '$lib/documents/entry/body';
import { evidenceOf, weighedOf } from '$lib/evidence/observations';
import { expectedMass, expectedTime } from './expected';
import { handWords, taught } from './learned-words';
import { logRows, residuals } from './rows';

const recipe = recipeToDocument(starterRecipe);
const fly: FlyRow = { kind: 'fly', id: 'f', name: 'Sill Nymph', revision: 1, body: { recipe } };
const expected = expectedMass(weighedOf('fly', starterRecipe), prior)!;
const seconds = expectedTime(
	{ recipe: starterRecipe, wet: 'soaked', celsius: 15, distance: 0.6 },
	prior
)!;
let n = 0;
const entry = (body: Omit<EntryBodyDocument, 'at'>, name = 'Sill Nymph'): EntryRow => ({
	kind: 'entry',
	id: `e${n++}`,
	name,
	revision: 1,
	body: { at: 1e12 + n * 1e6, ...body }
});
const weighed = (massG: number, more: Partial<EntryBodyDocument> = {}) =>
	entry({
		weighing: { of: 'fly', recipe, count: 1, massG, scaleStepG: 0.001 },
		expected,
		...more
	});
const timed = (...runsS: number[]) =>
	entry({
		drop: { recipe, wet: 'soaked', temperatureC: 15, distanceM: 0.6, runsS, reactionS: 0.1 },
		expected: seconds
	});
const learningOf = (entries: EntryRow[], lots: LotRow[] = []): Learning => {
	const { observations, resets } = evidenceOf({ entries, lots, batches: [] });
	return learn(observations, { resets });
};
const none = { entries: [], lots: [], batches: [] };

describe('found against predicted', () => {
	test('each entry beside the prediction as it stood, the newest first; what is left out is still there', () => {
		const entries = [weighed(1.1 * expected.value), weighed(0.2, { excluded: true, note: 'wet' })];
		const rows = logRows({ ...none, entries }, learningOf(entries));
		expect(rows.map(({ excluded, note }) => [excluded, note])).toEqual([
			[true, 'wet'],
			[false, '']
		]);
		expect(rows[1]!.ratio!.found).toBeCloseTo(1.1, 3);
		expect(rows[1]!.ratio!.low).toBeLessThan(1);
		expect(rows[1]!.predicted).toContain(' g, ');
		// On the whole a tenth heavier; what is left out does not count.
		const [all, ...others] = residuals(rows);
		expect(others).toEqual([]);
		expect(all).toMatchObject({ group: 'flies', count: 1 });
		expect(all!.ratio).toBeCloseTo(1.1, 3);
	});

	test('a run that does not go with the others flags its entry', () => {
		const { value } = seconds;
		const entries = [timed(value, 1.02 * value, 0.97 * value), timed(value, 3 * value)];
		const rows = logRows({ ...none, entries }, learningOf(entries));
		expect(rows.map(({ flagged }) => flagged)).toEqual([true, false]);
	});
});

describe('what was learned, in words', () => {
	const tin: LotRow = {
		kind: 'lot',
		id: '6f1d1f2c-5a37-4c1e-9d3b-0a8d6b1f2e05',
		name: 'Grey tin',
		revision: 1,
		body: {
			bead: { metal: 'tungsten', shape: 'slotted', diameterMm: 2.8 },
			measured: { pieces: 25, togetherG: 2.86 },
			entries: []
		}
	};

	test('a lot that is light is named by its label, by how much, and with what it should be', () => {
		const [first] = taught(learningOf([], [tin]).learned, [], [tin]);
		expect(first!.words).toMatch(/^Your “Grey tin”: \d\.\d % lighter than tungsten should be$/);
		expect(first!.sure).toBe(true);
		expect(first!.score).toBe(`@${tin.id}`);
	});

	test('slow drops of one fly: its dressing drags more, and is called over-dressed', () => {
		const { value } = seconds;
		const entries = [timed(...[1.3, 1.28, 1.32, 1.3].map((by) => by * value)), timed(1.31 * value)];
		const words = taught(learningOf(entries).learned, [fly], []).map((one) => one.words);
		expect(words).toContainEqual(
			expect.stringMatching(
				/^The dressing of “Sill Nymph” drags \d+ % more than assumed: it is over-dressed, or fuller than the recipe says$/
			)
		);
	});

	test('what all share is said in general', () => {
		// Two spreads of 0.05: exp(0.1) = 1.105.
		const learned = { scores: ['watch.factor' as const], mean: [2], covariance: [[0.01]] };
		expect(taught(learned, [], []).map(({ words }) => words)).toEqual([
			'In general, what watch, jug and thumb say of a drop’s time: 11 % more than assumed'
		]);
	});

	test('how much the flies of a hand differ is said beside what is usual', () => {
		const nothing = { scores: [], mean: [], covariance: [] };
		expect(handWords(nothing)).toBeNull();
		expect(handWords({ ...nothing, tied: { 'tied.mass': 0.021 } })).toBe(
			'From one of your flies to the next of the same recipe: mass by 2.1 % (3.0 % is usual).'
		);
	});

	test('where all is as predicted, nothing is said to be off', () => {
		const entries = [weighed(expected.value), timed(seconds.value, seconds.value)];
		for (const summary of taught(learningOf(entries).learned, [fly], []))
			expect(summary.sure, summary.words).toBe(false);
	});
});
