import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { anyRecipe } from '$lib/documents/fly/any-recipe.testing';
import { prior, valuesAt } from '../parameter/index';
import { buildFly, compileBuild, turnLength, type Recipe } from '../fly/index';
import {
	amountsFor,
	causesFor,
	diagnose,
	gaugedWords,
	gaugeLengths,
	inGauge,
	marksOf,
	stepTimesOf,
	planOf,
	scatterOf,
	stepsOf,
	stretchesOf,
	type Kind
} from './index';

const median = valuesAt(prior);
const nymph: Recipe = {
	hook: { style: 'straight', size: 12, lengthX: 0, wireX: 0 },
	bead: { metal: 'tungsten', shape: 'round', diameter: 3.2e-3 },
	coil: { metal: 'lead', wire: 0.381e-3, turns: 5 },
	dressing: { fullness: 'medium' },
	wingCase: { kind: 'feather', length: 0.33 },
	finish: { glue: 1, resin: 1, lacquer: 0 }
};

describe('marks', () => {
	test('of any fly: places lie in tie-on order along the shank, lengths are positive', () => {
		fc.assert(
			fc.property(anyRecipe, (recipe) => {
				const build = buildFly(recipe, median);
				const marks = marksOf(build);
				const at = (code: string) =>
					marks.find((mark) => mark.code === code && mark.kind === 'place');
				for (const { length } of marks) expect(length).toBeGreaterThanOrEqual(0);
				const [from, to] = [at('coil'), at('coil-end')];
				if (from && to) expect(to.length).toBeGreaterThan(from.length);
				const dam = at('dam');
				if (to && dam) expect(dam.length).toBeGreaterThanOrEqual(to.length);
				const [bead, body] = [at('bead'), at('body')];
				if (bead && body) expect(body.length).toBeGreaterThan(bead.length);
				expect(marks.some(({ code }) => code === 'gap')).toBe(true);
				expect(marks.some(({ code }) => code === 'tail')).toBe(build.dressing.tail !== null);
			}),
			{ numRuns: 150 }
		);
	});

	test('rules of the trade: tail half the shank, body to two thirds to three quarters (common practice, no source)', () => {
		const build = buildFly({ ...nymph, coil: null }, median);
		const marks = marksOf(build);
		const { shank } = build.hook;
		expect(marks.find(({ code }) => code === 'tail')!.length / shank).toBeCloseTo(0.5, 6);
		const covered = (shank - marks.find(({ code }) => code === 'body')!.length) / shank;
		expect(covered).toBeGreaterThan(0.3);
		expect(covered).toBeLessThan(0.76);
	});

	test('a length is said by the gauge that says it best, in quarters', () => {
		const lengths = { eye: 1e-3, bead: 3.3e-3, gape: 4e-3, shank: 8e-3 };
		const say = (mm: number) => gaugedWords(inGauge(mm * 1e-3, lengths)!);
		expect(say(1.25)).toBe('1¼ eye lengths');
		expect(say(8)).toBe('the whole shank');
		expect(say(0.75)).toBe('¾ eye length');
		expect(inGauge(0.01e-3, lengths)).toBeNull();
		fc.assert(
			fc.property(fc.double({ min: 0.25, max: 20, noNaN: true }), (mm) => {
				const found = inGauge(mm * 1e-3, lengths);
				if (!found) return;
				const said = (found.quarters / 4) * lengths[found.gauge];
				expect(said * (1 + found.off)).toBeCloseTo(mm * 1e-3, 9);
				for (const [gauge, one] of Object.entries(lengths)) {
					const quarters = Math.round((4 * mm * 1e-3) / one);
					if (quarters < 1 || quarters > 12) continue;
					const off = Math.abs((mm * 1e-3) / ((quarters * one) / 4) - 1);
					expect(Math.abs(found.off), gauge).toBeLessThanOrEqual(off + 1e-8);
				}
			})
		);
		expect(gaugeLengths(buildFly({ ...nymph, bead: null }, median)).bead).toBeNull();
	});
});

describe('what a run takes', () => {
	test('wire by the formula of a helix, thread by its denier, spares of hooks and beads', () => {
		const amounts = amountsFor(nymph, 12);
		const of = (part: string) => amounts.find((one) => one.part === part)!;
		const build = buildFly(nymph, median);
		const helix = 5 * turnLength(build.hook.wire, build.coil!.wire);
		expect(of('coil').each).toBeCloseTo(helix, 9);
		expect(of('coil').cut!).toBeCloseTo(helix + 0.03, 9);
		expect(of('coil').total).toBeCloseTo(12 * (helix + 0.03), 9);
		expect(of('hook').total).toBe(14);
		// Behind it: lead of 11,340 kg/m³ as a helix of round wire, for twelve; and all parts make up the flies.
		const lead = 12 * 11340 * helix * (Math.PI / 4) * build.coil!.wire ** 2;
		expect(of('coil').mass / lead).toBeCloseTo(1, 1);
		const whole = amounts.reduce((sum, { mass }) => sum + mass, 0);
		expect(whole / (12 * compileBuild(build, median).body.mass)).toBeCloseTo(1, 6);
		expect(of('bead').total).toBe(14);
		// Denier is grams per 9000 m, by definition.
		const thread = compileBuild(build, median).parts.find(({ part }) => part === 'thread')!;
		expect((of('thread').each * build.dressing.thread.denier) / 9000).toBeCloseTo(
			1e3 * thread.mass,
			9
		);
		expect(of('thread').each).toBeGreaterThan(0.1);
		expect(of('thread').each).toBeLessThan(3);
	});

	test('of any fly: more flies never take less, and what is left out is not on the list', () => {
		fc.assert(
			fc.property(anyRecipe, fc.integer({ min: 1, max: 29 }), (recipe, count) => {
				const few = amountsFor(recipe, count);
				const more = amountsFor(recipe, count + 1);
				expect(few.length).toBe(more.length);
				few.forEach(({ total, each }, k) => {
					expect(total).toBeGreaterThanOrEqual(each * count - 1e-12);
					expect(more[k]!.total).toBeGreaterThanOrEqual(total);
				});
				expect(few.some(({ part }) => part === 'bead')).toBe(recipe.bead !== null);
			}),
			{ numRuns: 80 }
		);
	});
});

describe('steps', () => {
	test('in tie-on order (common practice, no source), counted where turns are wound, cautions where they apply', () => {
		const steps = stepsOf(buildFly(nymph, median));
		const keys = steps.map(({ key }) => key);
		const order = [
			'bead',
			'hook',
			'coil',
			'base',
			'dam',
			'tail',
			'rib-in',
			'body',
			'rib',
			'case-in',
			'thorax',
			'case-over',
			'hackle',
			'whip',
			'resin',
			'glue',
			'look',
			'weigh'
		];
		expect(keys).toEqual(order);
		const of = (key: string) => steps.find((step) => step.key === key)!;
		expect(of('coil')).toMatchObject({ turns: 5, caution: 'lead' });
		expect(of('rib').turns).toBe(6);
		expect(of('hackle').turns).toBe(2);
		expect(of('resin')).toMatchObject({ dries: 0, caution: 'resin' });
		expect(of('glue').dries).toBeGreaterThan(0);
	});

	test('of any fly: each key once, every part of it tied, nothing that it lacks', () => {
		fc.assert(
			fc.property(anyRecipe, (recipe) => {
				const build = buildFly(recipe, median);
				const steps = stepsOf(build);
				expect(new Set(steps.map(({ key }) => key)).size).toBe(steps.length);
				const parts = new Set(steps.map(({ part }) => part));
				for (const part of ['tail', 'rib', 'body', 'hackle', 'collar', 'legs'] as const) {
					expect(parts.has(part), part).toBe(build.dressing[part] !== null);
				}
				for (const { words, seconds } of steps) {
					expect(words).not.toMatch(/undefined|NaN/);
					expect(seconds).toBeGreaterThan(0);
				}
			}),
			{ numRuns: 100 }
		);
	});
});

describe('what a weight says', () => {
	const heavy: Recipe = { ...nymph, coil: { ...nymph.coil!, turns: 8 } };
	const causes = causesFor(heavy);
	const of = (words: string) => causes.find((cause) => cause.words.startsWith(words))!;

	test('each mishap changes the mass by the part that is other: a hand sum', () => {
		const { coil, hook } = buildFly(heavy, median);
		const turn = turnLength(hook.wire, coil!.wire) * (Math.PI / 4) * coil!.wire ** 2 * 11340;
		// The body over it follows, which is a little of it.
		expect(Math.abs(of('a turn of wire missing').mass / -turn - 1)).toBeLessThan(0.12);
		const bead = compileBuild(buildFly(heavy, median), median).parts.find(
			({ part }) => part === 'bead'
		)!;
		const smaller = of('a bead a step smaller');
		// A bead of the same make goes by the cube of its size: (2.8/3.2)³.
		expect(smaller.mass / bead.mass).toBeCloseTo((2.8 / 3.2) ** 3 - 1, 2);
		expect(smaller.words).toContain('2.8 mm');
		expect(of('a bead of brass').mass / bead.mass).toBeCloseTo(8490 / 17300 - 1, 1);
	});

	test('the likeliest is named first where the scale shows it, two where it cannot tell, and what it hides is said', () => {
		const scatter = scatterOf(heavy);
		for (const words of [
			'a turn of wire missing',
			'a bead a step smaller',
			'a bead a step larger'
		]) {
			const told = diagnose(of(words).mass, scatter, 1e-6, causes);
			expect(told.causes[0]!.words).toBe(of(words).words);
			expect(told.causes.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
		}
		expect(diagnose(of('a bead a step smaller').mass, scatter, 1e-6, causes).told).toBe(true);
		// A kitchen scale's tenth of a gram.
		const coarse = diagnose(of('a turn of wire missing').mass, scatter, 1e-4, causes);
		expect(coarse.told).toBe(false);
		expect(coarse.hidden).not.toBeNull();
	});

	test('of any fly: a scatter above nothing and below a third of it, and causes that change something', () => {
		fc.assert(
			fc.property(anyRecipe, (recipe) => {
				const whole = compileBuild(buildFly(recipe, median), median).body.mass;
				expect(scatterOf(recipe)).toBeGreaterThan(0);
				expect(scatterOf(recipe)).toBeLessThan(whole / 3);
				for (const { mass, words } of causesFor(recipe)) {
					expect(Number.isFinite(mass) && mass !== 0, words).toBe(true);
				}
			}),
			{ numRuns: 60 }
		);
	});
});

describe('own times', () => {
	test('without any everything takes what it usually does; many of one step say what it takes', () => {
		expect(stepTimesOf([])('body')).toBe(1);
		const pace = stepTimesOf([{ key: 'body', times: 400, seconds: 400 * 90, usual: 400 * 45 }]);
		expect(pace('body')).toBeCloseTo(2, 1);
		// The others are believed to be slower too, but by less.
		expect(pace('tail')).toBeGreaterThan(1.2);
		expect(pace('tail')).toBeLessThan(pace('body'));
	});

	test('in closed form for one step (normal mean with known spreads): prior 0.5, between steps 0.35, once 0.3', () => {
		const pace = stepTimesOf([{ key: 'body', times: 1, seconds: 30, usual: 45 }]);
		const log = Math.log(30 / 45);
		const common = log / (0.35 ** 2 + 0.3 ** 2) / (1 / (0.35 ** 2 + 0.3 ** 2) + 1 / 0.5 ** 2);
		const share = 0.35 ** 2 / (0.35 ** 2 + 0.3 ** 2);
		expect(Math.log(pace('body'))).toBeCloseTo(common + share * (log - common), 9);
		expect(Math.log(pace('tail'))).toBeCloseTo(common, 9);
	});
});

describe('the plan of a run', () => {
	const work = (seconds: number, dries = 0) => ({ seconds, dries });
	const small = fc.array(
		fc.record({ seconds: fc.integer({ min: 1, max: 9 }), dries: fc.constantFrom(0, 0, 5, 20) }),
		{ minLength: 1, maxLength: 3 }
	);
	const large = fc.array(
		fc.record({
			seconds: fc.integer({ min: 1, max: 60 }),
			dries: fc.constantFrom(0, 0, 600, 1800)
		}),
		{ minLength: 1, maxLength: 8 }
	);
	const kindsOf = (
		steps: fc.Arbitrary<{ seconds: number; dries: number }[]>,
		most: number,
		flies: number
	) =>
		fc.array(fc.record({ steps, count: fc.integer({ min: 1, max: flies }) }), {
			minLength: 1,
			maxLength: most
		});

	test('the least time on small runs, of one kind or two: no order of stretches is quicker (every one tried)', () => {
		fc.assert(
			fc.property(kindsOf(small, 2, 2), fc.integer({ min: 1, max: 4 }), (kinds, carry) => {
				expect(planOf(kinds, carry).total).toBeCloseTo(quickest(kinds, carry), 9);
			}),
			{ numRuns: 200 }
		);
	});

	test('of any run: every stretch once, drying kept, one thing at a time, no more carried than can be', () => {
		fc.assert(
			fc.property(kindsOf(large, 3, 12), fc.integer({ min: 1, max: 8 }), (kinds, carry) => {
				const { stretches, turns, total, waits, carried } = planOf(kinds, carry);
				expect(turns.length).toBe(stretches.flat().length);
				expect(carried).toBeLessThanOrEqual(carry);
				let now = 0;
				const ended = new Map<string, number>();
				for (const { fly, stretch, start, end } of turns) {
					expect(start).toBeGreaterThanOrEqual(now - 1e-9);
					now = end;
					if (stretch > 0) {
						const before = ended.get(`${fly} ${stretch - 1}`)!;
						const { dries } = stretches[fly]![stretch - 1]!;
						expect(start).toBeGreaterThanOrEqual(before + dries - 1e-9);
					}
					ended.set(`${fly} ${stretch}`, end);
				}
				const all = kinds.flatMap(({ steps, count }) =>
					Array.from({ length: count }, () => steps.reduce((sum, { seconds }) => sum + seconds, 0))
				);
				expect(total - waits).toBeCloseTo(
					all.reduce((a, b) => a + b, 0),
					6
				);
				// With nothing that dries there is nothing to wait for.
				if (stretches.every((of) => of.length === 1)) expect(waits).toBeCloseTo(0, 9);
			}),
			{ numRuns: 150 }
		);
	});

	test('glue dries while others are tied (common practice: three or four at a time)', () => {
		const steps = [work(240), work(10, 600), work(15)];
		const alone = planOf([{ steps, count: 6 }], 1);
		const carried = planOf([{ steps, count: 6 }], 4);
		expect(alone.total).toBeCloseTo(6 * 865, 9);
		expect(carried.total).toBeLessThan(0.5 * alone.total);
		expect(carried.carried).toBeLessThanOrEqual(4);
		expect(stretchesOf(steps)).toEqual([
			{ from: 0, to: 1, seconds: 250, dries: 600 },
			{ from: 2, to: 2, seconds: 15, dries: 0 }
		]);
	});
});

/** The least time of all orders there are, by trying each: which fly's next stretch comes next. */
function quickest(kinds: readonly Kind[], carry: number): number {
	const flies = kinds.flatMap(({ steps, count }) =>
		Array.from({ length: count }, () => stretchesOf(steps))
	);
	let best = Infinity;
	const go = (next: number[], free: number[], now: number): void => {
		if (now >= best) return;
		if (next.every((done, fly) => done === flies[fly]!.length)) {
			best = now;
			return;
		}
		const under = next.filter((done, fly) => done > 0 && done < flies[fly]!.length).length;
		next.forEach((stretch, fly) => {
			if (stretch === flies[fly]!.length || (stretch === 0 && under >= carry)) return;
			const { seconds, dries } = flies[fly]![stretch]!;
			const end = Math.max(now, free[fly]!) + seconds;
			go(
				next.map((n, k) => (k === fly ? n + 1 : n)),
				free.map((f, k) => (k === fly ? end + dries : f)),
				end
			);
		});
	};
	go(
		flies.map(() => 0),
		flies.map(() => 0),
		0
	);
	return best;
}

// What a strand, a pinch and a metre weigh is our estimate, written down again; the matter is summed in closed form.
test('amounts are what the hands count: strands, pinches, lengths with their ends, one piece', () => {
	const bare: Recipe = {
		hook: {
			style: 'straight',
			size: 12,
			lengthX: 0,
			wireX: 0,
			measured: { wire: 0.55e-3, shank: 9e-3, gape: 4.4e-3 }
		},
		bead: null,
		coil: null,
		dressing: { fullness: 'medium' },
		thread: { denier: 90, baseLayers: 0, dam: false, headTurns: 0 },
		tail: null,
		rib: null,
		body: null,
		thorax: null,
		hackle: null,
		finish: { glue: 0, resin: 0, lacquer: 0, gap: 2 }
	};
	const room = 9 - 0.03 * 9 - 2 * 1.6 * 0.55;
	const cylinder = (d: number, l: number) => (Math.PI / 4) * d * d * l;
	/** mm³ round the bare wire. */
	const tube = (wall: number) => cylinder(0.55 + 2 * wall, room) - cylinder(0.55, room);
	const of = (dressing: Partial<Recipe>, part: string) =>
		amountsFor({ ...bare, ...dressing }, 6).find((one) => one.part === part)!;
	const body = (kind: 'herl' | 'chenille' | 'quill', thickness: number) =>
		of({ body: { kind, shape: 'straight', thickness, length: 1 } }, 'body');

	const herl = body('herl', 0.3);
	expect(herl).toMatchObject({ unit: 'strands', cut: null });
	expect(herl.each).toBe(Math.ceil((1.3 * 0.12 * tube(0.3 * 4.4)) / 1.2 - 0.1));
	const chenille = body('chenille', 0.2);
	const length = (1.5 * 0.12 * tube(0.2 * 4.4)) / 0.9 / 1000;
	expect(chenille.unit).toBe('m');
	expect(chenille.each / length).toBeCloseTo(1, 2);
	expect(chenille.cut! - chenille.each).toBeCloseTo(0.03, 9);
	expect(chenille.total).toBeCloseTo(6 * (length + 0.03), 4);
	// A pinch of fur is 5 mg, in a loop too, and half as much again is lost.
	const loop = of(
		{ body: { kind: 'dubbingLoop', shape: 'straight', thickness: 0.2, length: 1 } },
		'body'
	);
	expect(loop.each / ((1.5 * 1.3 * 0.09 * tube(0.2 * 4.4)) / 5)).toBeCloseTo(1, 2);
	const fur = of({ collar: { kind: 'fur', turns: 2, length: 0.4, lie: 'swept' } }, 'collar');
	const matter = 52 * cylinder(0.025, 3.6) + cylinder(0.15, 2 * Math.PI * (0.55 + 0.15));
	expect(fur.unit).toBe('pinches');
	expect(fur.each / ((1.5 * 1.3 * matter) / 4)).toBeCloseTo(1, 1);
	const hen = of({ collar: { kind: 'softHackle', turns: 2, length: 0.4, lie: 'swept' } }, 'collar');
	expect(hen).toMatchObject({ unit: 'feathers', total: 6 });
	const legs = of({ legs: { kind: 'rubber', fibres: 4, length: 0.5 } }, 'legs');
	expect(legs).toMatchObject({ unit: 'strands', total: 24 });
	expect(of({ back: { kind: 'film', rib: 'under' } }, 'back')).toMatchObject({ total: 6 });
	// Strips are cut to what they cover or stand out by, and 3 cm to hold them by.
	const strip = of({ tail: { kind: 'hide', fibres: 1, length: 0.8 } }, 'tail');
	expect(strip).toMatchObject({ unit: 'strips', total: 6, cut: 0.8 * 9e-3 + 0.03 });
	const back = of({ back: { kind: 'hide', rib: 'over' } }, 'back');
	expect(1e3 * (back.cut! - 0.03)).toBeCloseTo(room, 6);
});

test('a back is tied in before what it covers, and drawn over before the rib or after it; a palmer from either end', () => {
	const keys = (rib: 'under' | 'over', wound: 'forward' | 'back') =>
		stepsOf(
			buildFly(
				{
					...nymph,
					back: { kind: 'film', rib },
					palmer: { kind: 'softHackle', turns: 5, length: 0.4, lie: 'swept', wound }
				},
				median
			)
		).map(({ key }) => key);
	const under = keys('under', 'forward');
	const inOrder = (list: readonly string[], wanted: readonly string[]) =>
		expect(list.filter((key) => wanted.includes(key))).toEqual(wanted);
	inOrder(under, ['back-in', 'palmer-in', 'body', 'palmer', 'back-over', 'rib']);
	inOrder(keys('over', 'back'), ['back-in', 'body', 'palmer', 'rib', 'back-over-rib']);
	expect(keys('over', 'back')).not.toContain('palmer-in');
});

test('a thorax in parts from the rear, legs between them; ribs tied in from either side; the head after the collars, the marker before the lacquer', () => {
	const hackle = { kind: 'softHackle', turns: 1, length: 0.4, lie: 'swept' } as const;
	const part = { kind: 'herl', thickness: 0.1, length: 0.3 } as const;
	const build = buildFly(
		{
			...nymph,
			secondRib: { kind: 'ovalTinsel', wire: 0.2e-3, turns: 5, against: false },
			rearThorax: part,
			frontThorax: part,
			legs: { kind: 'feather', fibres: 6, length: 0.4 },
			hackle,
			collar: hackle,
			thirdCollar: hackle,
			head: { kind: 'wool', thickness: 0.1, length: 0.4 },
			finish: { glue: 0, resin: 0, lacquer: 1 }
		},
		median
	);
	const steps = stepsOf(build, undefined, { order: ['marker'] });
	const of = (key: string) => steps.find((step) => step.key === key)!;
	const wanted = [
		'rib-in',
		'second-rib-in',
		'body',
		'rib',
		'second-rib',
		'thorax-rear',
		'thorax',
		'legs',
		'thorax-front',
		'hackle',
		'collar',
		'third-collar',
		'head',
		'whip',
		'marker',
		'lacquer'
	];
	expect(steps.map(({ key }) => key).filter((key) => wanted.includes(key))).toEqual(wanted);
	expect(of('second-rib-in').words).toBe('Tie in the second rib along the near side.');
	expect(of('second-rib')).toMatchObject({ turns: 5, usual: 8 + 2 * 5, part: 'secondRib' });
	expect(of('thorax-rear').words).toBe('Rear of the thorax: herl.');
	expect(of('marker').dries).toBe(60);
	const amount = (name: string) => amountsFor(build.recipe, 4).find(({ part }) => part === name)!;
	expect(amount('secondRib').each).toBeCloseTo(build.dressed.secondRibLength, 9);
	expect(amount('frontThorax').unit).toBe('strands');
	expect(amount('thirdCollar')).toMatchObject({ unit: 'feathers', total: 4 });
	expect(amount('head').unit).toBe('m');
	const { shank } = build.hook;
	const { layout } = build.dressed;
	const marks = marksOf(build).map(({ words, length }) => [words, length]);
	expect(marks).toContainEqual(['rear of the thorax stops', layout.rearThoraxFront]);
	expect(marks).toContainEqual(['front of the thorax begins', layout.frontThoraxEnd]);
	expect(marks).toContainEqual(['wound head begins', layout.headEnd]);
	expect(marks).toContainEqual(['third collar’s fibre', 0.4 * shank]);
});
