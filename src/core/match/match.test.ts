import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { anyRecipe } from '$lib/documents/fly/any-recipe.testing';
import { prior, valuesAt } from '../parameter/index';
import { buildFly, compileBuild, dressingOf, fitOf, recipeChange, type Recipe } from '../fly/index';
import { settle } from '../sink/index';
import { fluidAt, type Lie } from '../water/index';
import { rigOn, starterRig } from '../rig/index';
import {
	beadTable,
	emptyShelf,
	equivalents,
	evaluate,
	levers,
	adviceFor,
	USUAL_WISHES
} from './index';
import type { Shelf } from './index';
import { remediesNamed } from './remedies';

const median = valuesAt(prior);
const water = fluidAt(10);
const lead = { metal: 'lead', wire: 0.381e-3, turns: 5 } as const;
const fly: Recipe = {
	hook: { style: 'straight', size: 14, lengthX: 0, wireX: 0 },
	bead: { metal: 'tungsten', shape: 'round', diameter: 2.8e-3 },
	coil: lead,
	dressing: { fullness: 'medium' }
};
/** A sink rate above which flies are too fast, m/s. */
const FAST = 0.9;
const leversOf = (recipe: Recipe, wanted = 0.5, shelf: Shelf = emptyShelf) => {
	const build = buildFly(recipe, median);
	const { body } = compileBuild(build, median);
	return levers(build, settle(body, water, median), water, { from: wanted, to: FAST }, shelf);
};
const stops = (recipe: Recipe) =>
	fitOf(buildFly(recipe, median), median).filter(({ severity }) => severity === 'stop').length;

describe('levers', () => {
	test('on a plain hook a round bead is tried slotted and the other way, a cone neither; a jig keeps its slot', () => {
		const offered = (shape: 'round' | 'slotted' | 'cone', style: 'straight' | 'jig60') =>
			leversOf({
				...fly,
				hook: { ...fly.hook, style },
				bead: { ...fly.bead!, shape },
				coil: null
			}).flatMap(({ recipe: { bead } }) => (bead && bead.shape !== shape ? [bead.shape] : []));
		expect(offered('round', 'straight')).toEqual(['slotted']);
		expect(offered('slotted', 'straight')).toEqual(['round']);
		expect(offered('cone', 'straight')).toEqual([]);
		expect(offered('slotted', 'jig60')).toEqual([]);
	});

	test('from any fly: one change each, no new hindrance, figures those of the fly that follows', () => {
		let steps = 0;
		let astray = 0;
		fc.assert(
			fc.property(anyRecipe, fc.double({ min: 0.1, max: 1, noNaN: true }), (recipe, wanted) => {
				const found = leversOf(recipe, wanted);
				expect(new Set(found.map(({ key }) => key)).size).toBe(found.length);
				for (const lever of found) {
					expect(recipeChange(recipe, lever.recipe).paths).not.toEqual([]);
					expect(stops(lever.recipe)).toBeLessThanOrEqual(stops(recipe));
					const plain = compileBuild(buildFly(lever.recipe, median), median).body;
					expect(lever.mass).toBe(plain.mass);
					const { speed, pitch } = settle(plain, water, median);
					steps++;
					const apart = Math.abs(lever.speed - speed) > 5e-4 + 0.002 * speed;
					if (apart || Math.abs(lever.pitch - pitch) > 3) astray++;
				}
				// Those that do the job, the slowest first; then the too slow, the fastest first; then the too fast.
				const group = ({ speed }: { speed: number }) =>
					speed >= wanted && speed <= FAST ? 0 : speed < wanted ? 1 : 2;
				const key = (lever: { speed: number }) =>
					10 * group(lever) + (group(lever) === 1 ? -lever.speed : lever.speed);
				const keys = found.map(key);
				expect(keys).toEqual([...keys].sort((a, b) => a - b));
			}),
			{ numRuns: 120, seed: 11, endOnFailure: true }
		);
		// At a fold of its attitudes the smallest step may turn a fly over.
		expect(steps).toBeGreaterThan(1600);
		expect(astray).toBeLessThan(steps / 200);
	});

	test('they do what tiers expect (common practice, no source)', () => {
		const found = new Map(leversOf(fly).map((lever) => [lever.key, lever]));
		const of = (key: string) => found.get(key)!;
		expect(of('bead-up').speedChange).toBeGreaterThan(0);
		expect(of('bead-up').gapChange).toBeLessThan(0);
		expect(of('bead-brass').speedChange).toBeLessThan(-0.05);
		expect(of('turns3').massChange).toBeGreaterThan(2.9 * of('turns1').massChange);
		expect(of('coil-leadFree').massChange).toBeLessThan(0);
		for (const key of ['hackle-less', 'sparser', 'body-slimmer', 'tail-shorter']) {
			expect(of(key).speedChange, key).toBeGreaterThan(0);
			expect(of(key).massChange, key).toBeLessThanOrEqual(0);
		}
		expect(of('body-slimmer').bulkChange).toBeLessThan(0);
		// Without its bead a fly no longer hangs by the head.
		expect(
			leversOf({ ...fly, coil: null }).find(({ key }) => key === 'bead-off')?.attitude
		).not.toBe('nose down');
	});

	test('of a fly known by its weighing, the steps are those of the fly unweighed', () => {
		const plain = new Map(leversOf(fly).map((lever) => [lever.key, lever]));
		const weighed = leversOf({ ...fly, weighed: 0.4e-3 });
		expect(weighed.length).toBe(plain.size);
		for (const { key, massChange, recipe } of weighed) {
			expect(recipe.weighed).toBeUndefined();
			expect(massChange).toBeCloseTo(plain.get(key)!.massChange, 12);
		}
	});

	test('a step that changes nothing is none, and a turn more stays on its own spool', () => {
		expect(leversOf(fly).some(({ key }) => key === 'sparser')).toBe(true);
		const { tail, rib, underbody, body, thorax, wingCase, legs, hackle, collar, thread, finish } =
			dressingOf(fly);
		const chosen = { tail, rib, underbody, body, thorax, wingCase, legs, hackle, collar };
		const whole = leversOf({ ...fly, ...chosen, thread, finish });
		expect(whole.some(({ key }) => key === 'sparser')).toBe(false);

		const spools = ['first', 'mine'].map((lot) => ({ metal: 'lead' as const, wire: 0.37e-3, lot }));
		const shelf: Shelf = { ...emptyShelf, coils: spools };
		const mine = { ...lead, wire: 0.38e-3, lot: 'mine' };
		for (const only of [false, true]) {
			const of = (coil: Recipe['coil']) =>
				leversOf({ ...fly, coil }, 0.5, { ...shelf, only }).find(({ key }) => key === 'turns1');
			expect(of(mine)?.recipe.coil).toEqual({ ...mine, turns: 6 });
			// Of no spool it stays so, unless only what is owned counts.
			expect(of(lead)?.recipe.coil).toEqual(
				only ? { ...spools[0], turns: 6 } : { ...lead, turns: 6 }
			);
		}
	});

	test('what the tier owns is taken, with its lot; only that, where only that counts', () => {
		const own = { metal: 'tungsten', shape: 'round', diameter: 3e-3, lot: 'mine' } as const;
		const shelf: Shelf = { beads: [own], coils: [], hooks: [], only: false };
		expect(leversOf(fly, 0.5, shelf).find(({ key }) => key === 'bead-up')?.recipe.bead).toEqual(
			own
		);
		const only = leversOf(fly, 0.5, { ...shelf, only: true });
		expect(
			only
				.filter(({ part }) => part === 'bead')
				.map(({ key }) => key)
				.sort()
		).toEqual(['bead-off', 'bead-up']);
		expect(only.some(({ part }) => part === 'hook' || part === 'coil')).toBe(
			only.some(({ key }) => key === 'coil-off')
		);
	});
});

describe('equivalents', () => {
	const found = [...equivalents(fly, water, emptyShelf)].filter((found) => found !== null);
	const { speed } = evaluate(fly, water);

	test('each is what it says, can be tied, and says how near it comes', () => {
		for (const { otherwise, recipe, ratio } of found) {
			expect(stops(recipe)).toBe(0);
			expect(evaluate(recipe, water).speed / speed).toBeCloseTo(ratio, 9);
			if (otherwise === 'brass') expect(recipe.bead!.metal).toBe('brass');
			if (otherwise === 'leadFree') expect(recipe.coil!.metal).toBe('leadFree');
			if (otherwise === 'noCoil') expect(recipe.coil).toBeNull();
			if (otherwise === 'finerHook') expect(recipe.hook.wireX).toBe(-1);
			if (otherwise === 'smallerBead') expect(recipe.bead!.diameter).toBeCloseTo(2.4e-3, 9);
		}
		expect(found.map(({ otherwise }) => otherwise)).toContain('leadFree');
		expect(found.filter(({ ratio }) => Math.abs(ratio - 1) < 0.03).length).toBeGreaterThan(1);
	});

	test('lead-free: no number of turns of the same wires comes nearer (every one tried)', () => {
		const { ratio } = found.find(({ otherwise }) => otherwise === 'leadFree')!;
		let nearest = Infinity;
		for (const wire of [0.254e-3, 0.381e-3, 0.508e-3]) {
			for (let turns = 1; turns <= 40; turns++) {
				const next: Recipe = { ...fly, coil: { metal: 'leadFree', wire, turns } };
				const one = evaluate(next, water);
				if (one.fits) nearest = Math.min(nearest, Math.abs(Math.log(one.speed / speed)));
			}
		}
		expect(Math.abs(Math.log(ratio))).toBeLessThan(Math.max(nearest + 1e-9, 0.03));
	});
});

test('the bead table: a tungsten bead sinks before one of brass, the larger before the smaller', () => {
	const rows = beadTable({ ...fly, coil: null }, water, emptyShelf);
	expect(rows.length).toBeGreaterThan(5);
	let last = { tungsten: 0, brass: 0 };
	for (const { found } of rows) {
		const [tungsten, brass] = [found.tungsten!.speed, found.brass!.speed];
		expect(tungsten).toBeGreaterThan(brass);
		expect(tungsten).toBeGreaterThan(last.tungsten);
		expect(brass).toBeGreaterThan(last.brass);
		last = { tungsten, brass };
	}
});

describe('advice', () => {
	const lie: Lie = {
		depth: 0.9,
		surfaceSpeed: 0.75,
		zoneTop: 0.15,
		hold: 2,
		bed: 'cobble'
	};
	const question = {
		recipe: fly,
		rig: starterRig,
		lie,
		celsius: 8,
		shelf: emptyShelf,
		wishes: USUAL_WISHES,
		locks: { hook: true, bead: false, coil: false, rib: true, dressing: true }
	};

	const light: Recipe = { ...fly, coil: null, bead: { ...fly.bead!, metal: 'brass' } };

	/** Enough to tell good steps from bad ones. */
	const CARE = { screened: 12, counted: 20, tried: 8 };

	/** The chance of the light fly once what is advised was done, asked for anew. */
	const chanceAfter = (change: object) => {
		const wishes = { ...USUAL_WISHES, enough: 0 };
		return adviceFor({ ...question, recipe: light, ...change, wishes }, CARE).chance;
	};

	test('where no single step is tried, the search has a heavier build with the chance that it says', () => {
		const { best, does } = adviceFor({ ...question, recipe: light }, { ...CARE, tried: 0 });
		const found = (does[0] ?? best)!;
		expect(found.words).toMatch(/^bead .*, wire /);
		const { recipe } = found.change;
		const massOf = (one: Recipe) => compileBuild(buildFly(one, median), median).body.mass;
		expect(massOf(recipe!)).toBeGreaterThan(massOf(light));
		expect(chanceAfter(found.change)).toBe(found.chance);
	}, 180_000);

	test('a light fly that comes down too late is helped by real steps that are good more often', () => {
		const found = adviceFor({ ...question, recipe: light }, CARE);
		expect(['late', 'never']).toContain(found.binds);
		const offered = found.does.length > 0 ? found.does : [found.best!];
		for (const { chance, words, change } of offered) {
			expect(Object.keys(change)).not.toEqual([]);
			expect(chance).toBeGreaterThan(found.chance);
			expect(chance).toBeLessThanOrEqual(found.most);
			expect(words).not.toBe('');
			expect(chanceAfter(change)).toBe(chance);
		}
		// Always the same answer.
		expect(adviceFor({ ...question, recipe: light }, CARE)).toEqual(found);
	}, 180_000);

	test('a float that goes under is helped by a larger float or a lighter fly', () => {
		const rig = rigOn('float', { ...starterRig, float: 5e-3 });
		const { binds, does, best } = adviceFor({ ...question, rig }, CARE);
		expect(binds).toBe('under');
		expect((does[0] ?? best)?.words).toMatch(/bead|float of|wire|tight line/);
	}, 180_000);

	test('on a cast the heavier fly belongs on the point; the upper one is moved up or left off', () => {
		// Common practice, no source: the heaviest of a cast on its point.
		const upper = { name: 'The heavy one', recipe: fly, above: 0.5, dropper: 0 };
		const rig = { ...starterRig, cast: [upper] };
		const { chance, binds, does, best } = adviceFor(
			{ ...question, recipe: light, rig, wishes: { ...USUAL_WISHES, enough: 0.5 } },
			CARE
		);
		expect(['late', 'never']).toContain(binds);
		const swap = [...does, ...(best ? [best] : [])].find(({ swaps }) => swaps === 0)!;
		expect(swap).toMatchObject({
			words: 'The heavy one on the point',
			change: { recipe: fly, rig: { cast: [{ recipe: light, above: 0.5 }] } }
		});
		expect(swap.chance).toBeGreaterThan(chance + 0.1);
		const named = (name: Parameters<typeof remediesNamed>[0], recipe: Recipe) =>
			remediesNamed(name, { recipe, rig, lie }, emptyShelf, prior);
		expect(named('heavier to the point', fly)).toEqual([]);
		expect(named('lighter to the point', light)).toEqual([]);
		expect(named('upper fly higher', light)).toMatchObject([
			{ words: 'The heavy one 75 cm above the point', change: { rig: { cast: [{ above: 0.75 }] } } }
		]);
		const [alone] = named('one fly less', light);
		expect(alone).toMatchObject({ words: 'without The heavy one above', at: 'rod' });
		expect(alone!.change.rig!.cast).toBeUndefined();
	}, 180_000);

	test('a line that the person set too short is helped by letting it be found', () => {
		const rig = { ...starterRig, set: { ...starterRig.set, line: true } };
		const short = { ...rig, leader: { ...rig.leader, length: 1.1 } };
		const { does, best, chance } = adviceFor(
			{ ...question, rig: short, wishes: { ...USUAL_WISHES, enough: 0.5 } },
			CARE
		);
		expect(chance).toBeLessThan(0.2);
		expect((does[0] ?? best)!.words).toContain('the hand found, not set');
	}, 180_000);
});
