import { describe, expect, test } from 'vitest';
import { buildFly, type Recipe } from '../fly/index';
import { prior, valuesAt } from '../parameter/index';
import { COARSE_CURVE, DRIFTS } from '../predict/index';
import { ribWound, shorter, slimmer, turnLess } from './dressing-changes';
import { nearer } from './rank';
import { dearestOf, priceOf } from './price';
import { ask, jig } from './search-cases.testing';
import { stepsFrom } from './steps';
import { ToldChannel } from './told.testing';
import { before, emptyShelf, ladder, type Shelf, type Water } from './index';

const median = valuesAt(prior);
const full: Recipe = {
	...jig,
	rib: { kind: 'copper', wire: 0.15e-3, turns: 6, against: true },
	tail: { kind: 'feather', fibres: 6, length: 0.6 },
	body: { kind: 'dubbingTight', shape: 'tapered', thickness: 0.3, length: 0.7 },
	hackle: { kind: 'softHackle', turns: 2, length: 0.5, lie: 'swept' },
	collar: { kind: 'softHackle', turns: 1, length: 0.4, lie: 'swept' },
	palmer: { kind: 'stiffHackle', turns: 5, length: 0.3, lie: 'propped', wound: 'forward' }
};
const steps = (recipe: Recipe, shelf: Shelf = emptyShelf) =>
	stepsFrom(buildFly(recipe, median), shelf);
const said = (recipe: Recipe, shelf?: Shelf) => steps(recipe, shelf).map(({ words }) => words);
const step = (recipe: Recipe, key: string, shelf?: Shelf) =>
	steps(recipe, shelf).find((one) => one.key === key)?.recipe;

describe('single steps, each with its words and what it makes of the recipe', () => {
	test('of a bead, and where there is none', () => {
		expect(said(jig)).toEqual(
			expect.arrayContaining([
				'bead up to 3.2 mm',
				'bead down to 2.4 mm',
				'tungsten to brass',
				'no bead'
			])
		);
		expect(said(jig).join()).not.toContain('slotted bead to');
		const straight = { ...jig, hook: { ...jig.hook, style: 'straight' as const } };
		expect(step(straight, 'bead-round')!.bead).toMatchObject({ shape: 'round', diameter: 2.8e-3 });
		expect(step(jig, 'bead-up')!.bead!.diameter).toBeCloseTo(3.2e-3, 6);
		expect(step(jig, 'bead-off')!.bead).toBeNull();
		expect(said({ ...jig, bead: null })).toEqual(
			expect.arrayContaining([expect.stringMatching(/^tungsten bead [\d.]+ mm$/)])
		);
	});

	test('of a coil: turns, wire, place and metal; and where there is none', () => {
		for (const [key, turns, words] of [
			['turns1', 4, 'a turn more'],
			['turns3', 6, '3 turns more'],
			['turns-1', 2, 'a turn less']
		] as const) {
			expect(step(jig, key)!.coil!.turns).toBe(turns);
			expect(said(jig)).toContain(words);
		}
		// Of the thickest wire that there is no step leads up.
		const thickest = { ...jig, coil: { ...jig.coil!, wire: 0.889e-3 } };
		expect(step(thickest, 'wire-up')).toBeUndefined();
		expect(step(thickest, 'wire-down')!.coil!.wire).toBeLessThan(0.889e-3);
		// Three less than three would be none, which is said as that.
		expect(step(jig, 'turns-3')).toBeUndefined();
		expect(step(jig, 'coil-off')!.coil).toBeNull();
		expect(step(jig, 'wire-up')!.coil!.wire).toBeGreaterThan(0.381e-3);
		expect(step(jig, 'wire-down')!.coil!.wire).toBeLessThan(0.381e-3);
		expect(step(jig, 'coil-spread')!.coil!.place).toBe('centred');
		const seated = { ...jig, coil: { ...jig.coil!, place: 'forward' as const } };
		expect(step(seated, 'coil-spread')!.coil!.place).toBe('centred');
		expect(step(seated, 'coil-seated')).toBeUndefined();
		const spread = { ...jig, coil: { ...jig.coil!, place: 'centred' as const } };
		expect(step(spread, 'coil-seated')!.coil!.place).toBe('forward');
		expect(step(jig, 'coil-leadFree')!.coil!.metal).toBe('leadFree');
		expect(said({ ...jig, coil: null })).toEqual(
			expect.arrayContaining([expect.stringMatching(/^3 turns of lead /)])
		);
		expect(step({ ...jig, coil: { ...jig.coil!, turns: 60 } }, 'turns3')).toBeUndefined();
	});

	test('of the dressing', () => {
		const words = said(full);
		for (const one of [
			'no palmered hackle',
			'no second collar',
			'a hackle turn less',
			'body a fifth slimmer',
			'body of close wire',
			'tail a quarter shorter',
			'dressed sparse'
		])
			expect(words).toContain(one);
		expect(words.join()).toMatch(/rib wound close, \d+ turns/);
		expect(step(full, 'palmer-off')!.palmer).toBeNull();
		const more: Recipe = {
			...full,
			flash: { kind: 'flash', strands: 4, length: 0.5, place: 'tail' },
			secondRib: { ...full.rib!, kind: 'ovalTinsel' },
			thirdCollar: full.collar!
		};
		expect(said(more)).toEqual(
			expect.arrayContaining(['no flash', 'no second rib', 'no third collar'])
		);
		expect(step(more, 'flash-off')!.flash).toBeNull();
		expect(step(more, 'second-rib-off')!.secondRib).toBeNull();
		expect(step(more, 'third-collar-off')!.thirdCollar).toBeNull();
		const wings = { kind: 'slips', fibres: 8, length: 0.6 } as const;
		expect(step({ ...full, wings }, 'wings-off')!.wings).toBeNull();
		expect(step(full, 'collar-off')!.collar).toBeNull();
		expect(step(full, 'hackle-less')!.hackle!.turns).toBe(1);
		expect(step(full, 'body-slimmer')!.body!.thickness).toBeCloseTo(0.24, 9);
		expect(step(full, 'tail-shorter')!.tail!.length).toBeCloseTo(0.45, 9);
		const one = { ...full, hackle: { ...full.hackle!, turns: 1 } };
		expect(said(one)).toContain('no hackle');
		expect(said({ ...full, dressing: { fullness: 'sparse' } }).join()).not.toContain('dressed');
	});

	test('of the hook, within what is made', () => {
		expect(said(jig)).toEqual(
			expect.arrayContaining([
				expect.stringMatching(/^hook length/),
				expect.stringMatching(/^hook wire/)
			])
		);
		expect(step(jig, 'wireX1')!.hook.wireX).toBe(1);
		const heavy = { ...jig, hook: { ...jig.hook, wireX: 6 } };
		expect(step(heavy, 'wireX1')).toBeUndefined();
	});

	test('only what is owned, where only that counts: the spool that is on it stays', () => {
		const bead = { ...jig.bead!, diameter: 3.2e-3, lot: 'tin' };
		const shelf: Shelf = { ...emptyShelf, beads: [bead], only: true };
		expect(step(jig, 'bead-up', shelf)!.bead).toEqual(bead);
		expect(step(jig, 'bead-down', shelf)).toBeUndefined();
		expect(step(jig, 'turns1', shelf)).toBeUndefined();
		const spool = { metal: 'lead', wire: 0.381e-3, lot: 'spool' } as const;
		const wound = { ...jig, coil: { ...jig.coil!, lot: 'spool' } };
		expect(step(wound, 'turns1', { ...shelf, coils: [spool] })!.coil).toMatchObject({ turns: 4 });
	});
});

test('what a dressing gains by a step, and where there is nothing to gain any more (our choices)', () => {
	const rib = full.rib!;
	// Six open turns on 6 mm become as many as lie 1.2 wires apart, and back to six.
	expect(ribWound(rib, 6e-3)!.turns).toBe(33);
	expect(ribWound({ ...rib, turns: 33 }, 6e-3)!.turns).toBe(6);
	expect(ribWound({ ...rib, turns: 19 }, 6e-3)!.turns).toBe(33);
	expect(ribWound({ ...rib, turns: 20 }, 6e-3)!.turns).toBe(6);
	expect(ribWound({ ...rib, kind: 'thread' }, 6e-3)).toBeNull();
	expect(ribWound(rib, 1)!.turns).toBe(120);
	expect(turnLess({ ...full.hackle!, turns: 1 })).toBeNull();
	expect(slimmer({ ...full.body!, thickness: 0.037 })).toBeNull();
	expect(slimmer({ ...full.body!, thickness: 0.038 })!.thickness).toBeCloseTo(0.03, 9);
	expect(slimmer({ ...full.body!, kind: 'wire' })).toBeNull();
	expect(shorter({ ...full.tail!, length: 0.19 })).toBeNull();
	expect(shorter({ ...full.tail!, length: 0.21 })!.length).toBeCloseTo(0.158, 9);
});

test('a build costs its hook, its bead and its wire by the metre; one price that is not known makes it unknown', () => {
	const of = (prices: Record<string, number>, recipe: Recipe = priced) =>
		priceOf(buildFly(recipe, median), { ...emptyShelf, prices });
	const priced: Recipe = {
		...jig,
		hook: { ...jig.hook, lot: 'h' },
		bead: { ...jig.bead!, lot: 'b' },
		coil: { ...jig.coil!, lot: 'c' }
	};
	const { wireLength } = buildFly(priced, median).coil!;
	expect(of({ h: 0.2, b: 0.5, c: 3 })).toBeCloseTo(0.7 + 3 * wireLength, 12);
	expect(of({ h: 0.2, b: 0.5 })).toBeNull();
	expect(of({ h: 0.2 }, { ...priced, bead: null, coil: null })).toBeCloseTo(0.2, 12);
	const space = {
		hooks: [priced.hook, jig.hook],
		beads: [priced.bead, null],
		windings: [{ lot: 'c' }]
	} as never;
	// The dearest of each, with 15 cm of wire (our choice).
	expect(dearestOf(space, { ...emptyShelf, prices: { h: 0.2, b: 0.5, c: 3 } })).toBeCloseTo(
		1.15,
		12
	);
	expect(dearestOf(space, emptyShelf)).toBe(0);
});

test('who stands first: those that do by their points, those that do not by their chance, and where nothing does the nearest', () => {
	const one = (points: number, chance: number, miss = 0) => ({ points, chance, miss });
	const order = (...all: ReturnType<typeof one>[]) =>
		all.map((_, k) => k).sort((a, b) => before(all[a]!, all[b]!, 0.7));
	expect(order(one(9, 0.9), one(5, 0.71), one(1, 0.69))).toEqual([1, 0, 2]);
	expect(order(one(1, 0.5), one(9, 0.6))).toEqual([1, 0]);
	expect(order(one(1, 0.1, 0.3), one(9, 0.1, 0.2))).toEqual([1, 0]);
	expect(order(one(9, 0.1, 0.2), one(1, 0.1, 0.2))).toEqual([1, 0]);
	const near = (...all: ReturnType<typeof one>[]) =>
		all.map((_, k) => k).sort((a, b) => nearer(all[a]!, all[b]!));
	expect(near(one(1, 0.2, 0.5), one(9, 0, 0.3))).toEqual([1, 0]);
	expect(near(one(1, 0, 0.3), one(9, 0.2, 0.3))).toEqual([1, 0]);
	expect(near(one(9, 0.2, 0.3), one(1, 0.2, 0.3))).toEqual([1, 0]);
});

describe('a ladder', () => {
	const question = ask();
	const waters: Water[] = [0.6, 0.9, 1.2].map((depth) => ({
		lie: { ...question.lie, depth },
		celsius: 8 + depth
	}));
	const told = (good: number) =>
		new ToldChannel({
			curve: () => ({ level: 0, own: 0, points: [] }),
			cover: () =>
				({
					rungs: [{ recipe: jig, waters: [0, 1], would: [0, 1], chances: [0.9, 0.8, 0.1] }],
					left: [2],
					looked: 7
				}) as never,
			follow: ({ question }: { question: { lie: { depth: number } } }) => ({
				good: question.lie.depth < 0.7 ? DRIFTS.listed : good * DRIFTS.listed,
				above: [],
				miss: 0,
				fault: null
			})
		});

	test('asks each water once, then the fewest, then counts each in the waters that it is for', async () => {
		const channels = [told(0.5), told(0.5)];
		const reports: number[] = [];
		const found = await ladder(question, waters, channels, (share) => reports.push(share));
		const curves = channels.flatMap((channel) => channel.of('curve'));
		expect(curves.map(({ question }) => question.lie.depth).sort()).toEqual([0.6, 0.9, 1.2]);
		expect(curves.every(({ worlds }) => worlds === COARSE_CURVE.worlds)).toBe(true);
		const [cover] = channels.flatMap((channel) => channel.of('cover'));
		expect(cover!.question.celsius).toEqual(waters.map(({ celsius }) => celsius));
		expect(channels.flatMap((channel) => channel.of('follow'))).toHaveLength(2);
		expect(found!.rungs[0]!.chances).toEqual([1, 0.5, 0.1]);
		expect(found!.rungs[0]!.waters).toEqual([0, 1]);
		expect(found!.left).toEqual([2]);
		expect(reports[0]).toBe(0);
		expect(reports).toEqual([...reports].sort((a, b) => a - b));
		expect(reports.at(-1)).toBe(1);
	});

	test('a water that is fished otherwise is asked about on its own rig, also by the drifts', async () => {
		const rig = { ...question.rig, way: 'float' } as typeof question.rig;
		const channel = told(0.5);
		await ladder(
			question,
			[{ ...waters[0]!, rig }, ...waters.slice(1)],
			[channel],
			() => undefined
		);
		const ways = (kind: 'curve' | 'follow') =>
			channel.of(kind).map(({ question }) => [question.lie.depth, question.rig.way]);
		const own = question.rig.way;
		expect(ways('curve')).toEqual([
			[0.6, 'float'],
			[0.9, own],
			[1.2, own]
		]);
		expect(ways('follow')).toEqual([
			[0.6, 'float'],
			[0.9, own]
		]);
	});

	test('what the curve promised and the drifts do not keep is left out', async () => {
		const found = await ladder(question, waters, [told(0.2)], () => undefined);
		expect(found!.rungs[0]!.waters).toEqual([0]);
		expect(found!.left).toEqual([1, 2]);
	});

	test('a stop ends it, and no more waters are taken than fit', async () => {
		const channel = told(0.5);
		let calls = 0;
		expect(
			await ladder(
				question,
				waters,
				[channel],
				() => calls++,
				() => calls > 2
			)
		).toBeNull();
		expect(channel.of('curve')).toHaveLength(2);
		await expect(ladder(question, [], [channel], () => undefined)).rejects.toThrow(
			/1 to 30 waters/
		);
		const many = Array.from({ length: 31 }, () => waters[0]!);
		await expect(ladder(question, many, [channel], () => undefined)).rejects.toThrow(/1 to 30/);
	});
});
