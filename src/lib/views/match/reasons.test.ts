import { describe, expect, test } from 'vitest';
import { USUAL_WISHES, type FoundBuild } from '$core/match/index';
import { reasonFor } from './reasons';

/** As far as reasons look at it. */
const build = (change: Partial<FoundBuild> = {}) =>
	({
		mass: 2e-4,
		speed: 0.2,
		bulk: 0.08,
		gap: 0.6,
		gapLeft: 3e-3,
		head: 0.5,
		pitch: 20,
		price: 0.5,
		troubles: 0,
		departures: 0,
		tungsten: false,
		apart: false,
		chance: 0.8,
		miss: 0,
		...change
	}) as FoundBuild;
const first = build();
const reason = (one: FoundBuild, wishes = USUAL_WISHES, mark = 0.7) =>
	reasonFor(one, first, mark, wishes, 1);

describe('why a build stands where it does', () => {
	test('the first for what it is', () => {
		expect(reason(first)).toBe('the lightest and slimmest that does the job');
		expect(reason(first, { ...USUAL_WISHES, enough: 0.9 })).toBe(
			'the lightest and slimmest that comes near the best'
		);
		expect(reason(first, USUAL_WISHES, 0.85)).toBe(
			'comes nearest to the zone, 0 cm above it on average'
		);
		const high = build({ chance: 0.1, miss: 0.123 });
		expect(reasonFor(high, high, 0.7, USUAL_WISHES, 1)).toBe(
			'comes nearest to the zone, 12 cm above it on average'
		);
		expect(reason(build({ chance: 0.5 }))).toBe('good less often than the others');
	});

	test('another for what sets it back, in a tier’s words', () => {
		const said: readonly [Partial<FoundBuild>, string][] = [
			[{ mass: 2.2e-4 }, '10 % heavier'],
			[{ bulk: 0.1 }, '25 % thicker'],
			// Under two per cent of mass nothing is said.
			[{ mass: 2.02e-4 }, 'as good as the first'],
			[{ gap: 0.4, gapLeft: 2.2e-3 }, '0.8 mm less gap'],
			[{ price: null, departures: 1 }, 'further from the pattern'],
			[{ price: 1 }, 'dearer'],
			[{ apart: true }, 'its wire does not hold the bead'],
			// Troubles stand beside it by themselves.
			[{ troubles: 1 }, 'as good as the first'],
			[{ chance: 0.74 }, 'good a little less often'],
			[{ chance: 0.76 }, 'as good as the first']
		];
		for (const [change, words] of said) expect(reason(build(change)), words).toBe(words);
		expect(reasonFor(build({ price: null }), build({ price: 0 }), 0.7, USUAL_WISHES, 1)).toBe(
			'price not known'
		);
	});

	test('what a person leans towards is named where it sets a build back', () => {
		const wishing = (change: Partial<typeof USUAL_WISHES>) => ({ ...USUAL_WISHES, ...change });
		expect(reason(build({ tungsten: true }), wishing({ spareTungsten: true }))).toBe(
			'takes tungsten'
		);
		expect(reason(build({ tungsten: true }))).toBe('as good as the first');
		expect(reason(build({ head: 0.7 }), wishing({ slim: 'head' }))).toBe('a bigger head');
		expect(reason(build({ pitch: 5 }), wishing({ hang: 'head-down' }))).toBe(
			'hangs otherwise than you like'
		);
		expect(reason(build({ pitch: -30 }), wishing({ hang: 'level' }))).toBe(
			'hangs otherwise than you like'
		);
	});

	test('of several the two that count most, the worse first', () => {
		const one = build({ mass: 2.1e-4, bulk: 0.12, departures: 1, chance: 0.7 });
		expect(reason(one)).toBe('good a little less often, 50 % thicker, further from the pattern');
	});
});
