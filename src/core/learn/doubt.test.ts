import { describe, expect, test } from 'vitest';
import { prior, valuesAt } from '../parameter/index';
import { starterRecipe, type Recipe } from '../fly/index';
import { predict } from '../predict/index';
import { doubtAbout, learn, massOf, timeOf, type TimedDrop, type Weighing } from './index';

const fly = starterRecipe;
const LIE = { depth: 0.9, surfaceSpeed: 0.6, bed: 'gravel', zoneTop: 0.2 } as const;
const usual = predict(fly, LIE, 15);
const weighed = (grams: number, more: Partial<Weighing> = {}): Weighing => ({
	kind: 'weighing',
	key: 'one',
	on: '2026-01-01',
	of: { kind: 'fly', recipe: fly },
	count: 1,
	mass: grams * 1e-3,
	step: 1e-6,
	...more
});
const timed = (seconds: number[]): TimedDrop => ({
	kind: 'drop',
	key: 'drop',
	on: '2026-01-01',
	recipe: fly,
	seconds,
	wet: 'soaked',
	celsius: 15,
	distance: 0.5,
	reaction: 0.1
});
const grams = usual.mass.value * 1e3;
const values = usual.median;
const time = timeOf(timed([1]), prior).figuresAbout(values)(values, null)[0]!;

describe('an entry that is hardly believable', () => {
	test.each([
		[10, 'ten times', 0.1],
		[0.1, 'a tenth', 10],
		[2, 'stuck', 0.5],
		[0.5, 'half', 2],
		// 15.4324 grains to the gram (from 64.79891 mg, international yard and pound agreement, 1959).
		[15.4324, 'grains', 1 / 15.4324],
		[1000, 'milligrams', 1e-3]
	] as const)('a weight %f times its own: %s', (by, name, meant) => {
		const { slip } = doubtAbout(weighed(by * grams), prior)!;
		expect(slip!.name).toBe(name);
		expect(slip!.meant).toBeCloseTo(meant, 6);
	});

	test('from 3.29 spreads on (one in a thousand, the normal’s table), reading and scatter with the parameters', () => {
		const { value, low, high } = usual.mass;
		// The interval is 1.645 spreads to either side, the fly's own scatter in it; the scale's 1 % besides.
		const spread = (end: number) =>
			Math.hypot(Math.log(Math.max(end / value, value / end)) / 1.6449, 0.01);
		const at = (z: number) =>
			doubtAbout(weighed(grams * Math.exp(z * spread(z > 0 ? high : low))), prior);
		expect([at(3.2), at(-3.2)]).toEqual([null, null]);
		expect(at(3.4)!.off).toBeGreaterThan(3.29);
		expect(at(-3.4)!.off).toBeLessThan(-3.29);
		// A coarse scale excuses more.
		const coarse = { step: 0.1e-3 };
		expect(doubtAbout(weighed(grams * Math.exp(3.4 * spread(high)), coarse), prior)).toBeNull();
	});

	test('what was learned narrows what is believable', () => {
		const light = { ...weighed(1.25 * grams) };
		expect(doubtAbout(light, prior)).toBeNull();
		const { learned } = learn([1, 2, 3, 4].map((k) => weighed(grams, { key: `${k}` })));
		expect(doubtAbout(light, { ...prior, learned })).not.toBeNull();
	});

	test('of a drop’s runs the one that is off, with what it should take', () => {
		const doubt = doubtAbout(timed([time, 10 * time, 1.05 * time]), prior)!;
		expect(doubt).toMatchObject({ run: 1, slip: { name: 'ten times' } });
		expect(doubt.low).toBeLessThan(time);
		expect(doubt.high).toBeGreaterThan(time);
		expect(doubtAbout(timed([time, 1.1 * time]), prior)).toBeNull();
	});

	test('ten beads with one too many are believable, twenty are not', () => {
		const bead = fly.bead!;
		const of = { kind: 'beads', bead } as const;
		const each = massOf(of, prior).figuresAbout(values)(values, null)[0]! * 1e3;
		const ten = (many: number) => weighed(many * each, { of, count: 10 });
		expect(doubtAbout(ten(11), prior)).toBeNull();
		expect(doubtAbout(ten(20), prior)!.slip!.name).toBe('stuck');
	});

	test('a light fly with the tippet left on is known by its time, once it was timed without', () => {
		const hook = { ...fly.hook, size: 16 };
		const light: Recipe = { ...fly, hook, bead: null, coil: null };
		const dropped = (seconds: number, more: Partial<TimedDrop> = {}): TimedDrop => ({
			...timed([seconds, seconds, seconds]),
			key: `${seconds} ${JSON.stringify(more)}`,
			recipe: light,
			distance: 1,
			...more
		});
		const usually = (drop: TimedDrop) => {
			const of = timeOf(drop, prior);
			const at = valuesAt(of.parameters);
			return of.figuresAbout(at)(at, null)[0]!;
		};
		const free = usually(dropped(1));
		const drawn = usually(dropped(1, { tippet: 0.16e-3 }));
		const drops = Array.from({ length: 12 }, (_, k) => dropped(free, { key: `${k}` }));
		const known = { ...prior, learned: learn(drops).learned };
		expect(doubtAbout(dropped(drawn), known)!.slip!.name).toBe('tippet');
		expect(doubtAbout(dropped(drawn, { tippet: 0.16e-3 }), known)).toBeNull();
	});

	test('a fly mistaken for another is known by the other’s name', () => {
		const heavy: Recipe = { ...fly, bead: { metal: 'tungsten', shape: 'round', diameter: 4e-3 } };
		const found = weighed(predict(heavy, LIE, 15).mass.value * 1e3);
		const others = [
			{ name: 'the light one', recipe: fly },
			{ name: 'the heavy one', recipe: heavy }
		];
		expect(doubtAbout(found, prior, others)!.other).toMatchObject({ name: 'the heavy one' });
		expect(doubtAbout(found, prior)!.other).toBeNull();
		expect(doubtAbout(weighed(10 * grams), prior, others)!.other).toBeNull();
		// Beads are no other fly's, whatever they weigh.
		const beads: Weighing = { ...found, of: { kind: 'beads', bead: fly.bead! } };
		expect(doubtAbout(beads, prior, others)!.other).toBeNull();
	});
});
