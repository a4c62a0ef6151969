import { describe, expect, test } from 'vitest';
import { prior } from '../parameter/index';
import { starterRecipe, type Recipe } from '../fly/index';
import { predict } from '../predict/index';
import {
	expand,
	gains,
	learn,
	summaryOf,
	massOf,
	measurableOf,
	surely,
	timeOf,
	worthAWord,
	type NextMeasurement,
	type TimedDrop,
	type Weighing
} from './index';

const GRAM = 1e-3;
const LIE = { depth: 0.9, surfaceSpeed: 0.6, bed: 'gravel', zoneTop: 0.2, approach: 3 } as const;
const bead = { metal: 'tungsten', shape: 'round', diameter: 0.0028, lot: 'my beads' } as const;
const recipe: Recipe = { ...starterRecipe, bead };
const nothing = { scores: [], mean: [], covariance: [] };
const noted = { key: 'next', on: '2026-01-01' };

const weigh = (of: Weighing['of'], count: number): Weighing => ({
	kind: 'weighing',
	...noted,
	of,
	count,
	mass: count * GRAM,
	step: 0.001 * GRAM
});
const drop: TimedDrop = {
	kind: 'drop',
	...noted,
	recipe,
	wet: 'soaked',
	celsius: 15,
	distance: 0.6,
	seconds: [1, 1, 1],
	reaction: 0.1
};
/** As it would be found if the prediction were right. */
function asPredicted(one: NextMeasurement): NextMeasurement {
	const usual = Math.exp(expand({ ...measurableOf(one), about: [] }, {})[0]!.value);
	if (one.kind === 'drop') return { ...one, seconds: one.seconds.map(() => usual) };
	return { ...one, mass: usual * one.count };
}
const width = ({ low, high }: { readonly low: number; readonly high: number }) =>
	Math.log(high / low);

describe('what to measure next', () => {
	const candidates: NextMeasurement[] = [
		weigh({ kind: 'beads', bead }, 10),
		weigh({ kind: 'hooks', hook: recipe.hook }, 10),
		weigh({ kind: 'fly', recipe }, 1),
		drop
	].map(asPredicted);

	test.each([
		['mass', massOf({ kind: 'fly', recipe }, prior)],
		['speed', timeOf({ recipe, wet: 'soaked', celsius: 15, distance: 1, gates: true }, prior)]
	] as const)(
		'the gain that is promised for the %s is about the one that comes: it is of straight slopes, the interval of bent ones',
		(figure, target) => {
			const before = width(predict(recipe, LIE, 15)[figure]!);
			gains(target, candidates, nothing).forEach(({ narrower }, k) => {
				const { learned } = learn([candidates[k]!]);
				const after = width(predict(recipe, LIE, 15, { ...prior, learned })[figure]!);
				expect(Math.abs(after / before - narrower), `candidate ${k}`).toBeLessThan(0.12);
			});
		}
	);

	test('the fly itself tells most of its weight, a drop most of its sink rate; twice tells less the second time', () => {
		const least = (all: readonly { readonly narrower: number }[]) =>
			all.map(({ narrower }) => narrower).indexOf(Math.min(...all.map(({ narrower }) => narrower)));
		const mass = massOf({ kind: 'fly', recipe }, prior);
		expect(least(gains(mass, candidates, nothing))).toBe(2);
		const speed = timeOf({ recipe, wet: 'soaked', celsius: 15, distance: 1, gates: true }, prior);
		expect(least(gains(speed, candidates, nothing))).toBe(3);
		const { learned } = learn([candidates[2]!]);
		const again = gains(mass, candidates, learned)[2]!.narrower;
		expect(again).toBeGreaterThan(gains(mass, candidates, nothing)[2]!.narrower);
		expect(again).toBeLessThan(1);
	});
});

test('a lesson is said where something moved for sure, and where nothing did it is not', () => {
	const of = massOf({ kind: 'beads', bead }, prior);
	const usual = asPredicted(weigh({ kind: 'beads', bead }, 25)) as Weighing;
	const light = learn([{ ...usual, mass: 0.92 * usual.mass }]).learned;
	const lesson = summaryOf(of, light);
	expect(lesson.ratio.value).toBeGreaterThan(0.915);
	expect(lesson.ratio.value).toBeLessThan(0.94);
	expect([surely(lesson), worthAWord(lesson)]).toEqual([true, true]);
	const same = summaryOf(of, learn([usual]).learned);
	expect(surely(same)).toBe(false);
	expect(same.narrower).toBeLessThan(0.5);
	const none = summaryOf(of, nothing);
	expect([none.ratio.value, none.narrower, worthAWord(none)]).toEqual([1, 1, false]);
});
