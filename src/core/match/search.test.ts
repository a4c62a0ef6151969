import fc from 'fast-check';
import { describe, expect, test, vi } from 'vitest';
import { starterRig } from '../rig/index';
import type { BeadChoice, CoilChoice, HookChoice, Recipe } from '../fly/index';
import { fluidAt, type Lie } from '../water/index';
import { figuresOf, recipeAt } from './figures';
import {
	askedOf,
	before,
	Desk,
	does,
	evaluate,
	emptyShelf,
	goodDrifts,
	limitOf,
	match,
	mergedLists,
	plainSearch,
	pointsOf,
	Search,
	spaceOf,
	termsOf,
	USUAL_WISHES,
	waysOut,
	type Asked,
	type Counts,
	type Found,
	type Lane,
	type Locks,
	type MatchAnswer,
	type MatchQuestion,
	type Shelf
} from './index';
import { chances } from './asked';
import { WORLDS } from './plain-search';
import { markOf } from './rank';

// Hundreds of drifts are followed here; a busy machine must not turn that red.
vi.setConfig({ testTimeout: 120_000 });

const jig: Recipe = {
	hook: { style: 'jig60', size: 14, lengthX: 0, wireX: 0 },
	bead: { metal: 'tungsten', shape: 'slotted', diameter: 2.8e-3 },
	coil: { metal: 'lead', wire: 0.381e-3, turns: 3 },
	dressing: { fullness: 'medium' }
};
const lie: Lie = {
	...{ depth: 0.9, surfaceSpeed: 0.75, zoneTop: 0.15, approach: 3, hold: 2 },
	bed: 'cobble'
};
const open: Locks = { hook: false, bead: false, coil: false, rib: false, dressing: false };
const onlyBead: Locks = { hook: true, bead: false, coil: true, rib: true, dressing: true };
const ask = (more: Partial<MatchQuestion> = {}): MatchQuestion => ({
	...{ recipe: jig, rig: starterRig, lie, celsius: 8, shelf: emptyShelf, wishes: USUAL_WISHES },
	locks: { ...onlyBead, coil: false },
	...more
});
/** A whole search by tables and in full, without bands. */
function found(question: MatchQuestion, asked: Asked): Found[] {
	const search = new Search(question, asked);
	for (let pair = 0; pair < search.pairs; pair++) search.look(pair);
	const mark = markOf(search.topChance, question.wishes);
	return mergedLists([search.list(20, mark)], mark);
}
const slotted = (metal: BeadChoice['metal'], mm: number): BeadChoice => ({
	...{ metal, shape: 'slotted', diameter: mm * 1e-3 }
});
const lane = (): Lane => {
	const desk = new Desk();
	return { ask: (task) => Promise.resolve(desk.do(task) as never) };
};

describe('the fast search against the plain one that follows every build of a seeded stock', () => {
	const hook = (wireX: number, lengthX = 0): HookChoice => ({ ...jig.hook, wireX, lengthX });
	/** One stock of many builds with a bead and a spool, one of many families of beads and hooks without wire. */
	const stocks = [
		{
			beads: [slotted('tungsten', 2.8)],
			coils: [{ metal: 'lead', wire: 0.381e-3 }],
			hooks: [],
			locks: { ...onlyBead, coil: false },
			lie: { ...lie, approach: 4 },
			families: 3
		},
		{
			beads: [
				...[2.4, 2.8, 3.2].map((mm) => slotted('tungsten', mm)),
				...[2.8, 3.2, 3.5].map((mm) => slotted('brass', mm))
			],
			coils: [],
			hooks: [hook(0), hook(2), hook(0, 2), hook(1, 1)],
			locks: { ...onlyBead, hook: false },
			lie: { ...lie, depth: 0.6, surfaceSpeed: 0.6, approach: 4 },
			families: 20
		}
	] as const;
	/** Points that a table may leave a build short of the best of its family. */
	const TIE = 3;

	test.each(stocks)('stock %#', async ({ beads, coils, hooks, locks, lie: water, families }) => {
		const shelf: Shelf = { ...emptyShelf, beads, coils, hooks, only: true };
		const wishes = { ...USUAL_WISHES, onlyOwned: true, enough: 0.5 };
		const question = ask({ recipe: { ...jig, coil: null }, lie: water, shelf, wishes, locks });
		/** What the whole band says of those that were followed to the end. */
		const whole = new Map<string, number>();
		const fast = (await match(question, [lane(), lane()], (_, now) => {
			for (const { recipe, chance, drifts } of now?.list ?? []) {
				if (drifts === 500) whole.set(JSON.stringify(recipe), chance);
			}
		}))!;
		const { mark, asked } = fast;
		const plain = plainSearch(question, asked);
		expect(plain.length).toBeGreaterThan(20);
		expect(plain.length).toBeLessThanOrEqual(300);
		expect(new Set(plain.map(({ family }) => family)).size).toBeGreaterThanOrEqual(families);

		// The chance that is read off the bounds, against the drifts themselves in the same worlds: nearer
		// than one standard error of so many drifts.
		const tables = chances(asked);
		const off = plain.map((one) => tables(...one.leanSpreads)(...one.leans) - one.chance);
		const rms = Math.sqrt(off.reduce((sum, d) => sum + d * d, 0) / off.length);
		expect(rms).toBeLessThan(Math.sqrt(0.25 / WORLDS));

		// What is listed was followed through the same drifts as in the plain search; what whole bands say
		// those few worlds lie beside all counts for the plain search too.
		const twenty = fast.list.slice(0, 20).filter((one) => does(one, mark));
		const [first] = twenty;
		expect(fast.confirmed).toBe(true);
		const countedOf = ({ recipe }: Pick<Found, 'recipe'>) =>
			plain.find((one) => JSON.stringify(one.recipe) === JSON.stringify(recipe))!.chance;
		const few = fast.list.find(({ drifts }) => drifts === WORLDS);
		const wider = few ? few.chance - countedOf(few) : first!.chance - countedOf(first!);
		const chanceOf = (one: Found) =>
			whole.get(JSON.stringify(one.recipe)) ?? Math.max(0, Math.min(1, one.chance + wider));
		// With a drift fewer a build still does the job, or with a standard error more it would: the fewest
		// points of each family either way enclose what the search lists of it.
		const fewest = (least: number) => {
			const of = new Map<string, number>();
			for (const one of plain) {
				const { family, points } = one;
				if (chanceOf(one) >= least) of.set(family, Math.min(points, of.get(family) ?? Infinity));
			}
			return of;
		};
		const surely = fewest(mark + 1 / WORLDS);
		const maybe = fewest(mark - Math.sqrt((mark * (1 - mark)) / WORLDS) - 0.5 / WORLDS);
		expect(twenty.length).toBeGreaterThan(1);
		expect(surely.size).toBeGreaterThan(1);
		for (const { family, points } of twenty) {
			expect(points).toBeGreaterThanOrEqual(maybe.get(family)! - 1e-6);
			expect(points).toBeLessThanOrEqual((surely.get(family) ?? Infinity) + TIE);
		}
		const listed = new Set(twenty.map(({ family }) => family));
		const last = twenty.length < 20 ? Infinity : twenty.at(-1)!.points;
		for (const [family, points] of surely) {
			if (points < last - TIE) expect(listed).toContain(family);
		}
		// And no build of all is better than the first on every count.
		for (const other of plain) {
			const better =
				other.mass < first!.mass &&
				other.bulk < first!.bulk &&
				other.gap > first!.gap &&
				other.troubles <= first!.troubles &&
				other.departures <= first!.departures &&
				other.chance > countedOf(first!);
			expect(better, JSON.stringify(other.recipe)).toBe(false);
		}
	});
});

test('figures by tables: nine of ten builds within two per cent of mass, three of thickness, six of speed', () => {
	const space = spaceOf(jig, open, emptyShelf);
	const fluid = fluidAt(8);
	const off = { mass: [] as number[], bulk: [] as number[], speed: [] as number[] };
	let k = 0;
	for (let hook = 0; hook < 2; hook++) {
		for (const bead of [3, 5, 7, 9]) {
			figuresOf(space, hook, bead, fluid, (figures, place) => {
				if (k++ % 127 !== 0 || !space.beads[bead]) return;
				const full = evaluate(recipeAt(space, place), fluid);
				expect(full.fits).toBe(true);
				off.mass.push(Math.abs(figures.mass / full.mass - 1));
				off.bulk.push(Math.abs(figures.bulk / full.bulk - 1));
				off.speed.push(Math.abs(figures.log - Math.log(full.speed)));
			});
		}
	}
	const at = (values: number[], share: number) =>
		values.sort((a, b) => a - b)[Math.floor(share * values.length)];
	expect(off.mass.length).toBeGreaterThan(300);
	expect(at(off.mass, 0.9)).toBeLessThan(0.02);
	expect(at(off.bulk, 0.9)).toBeLessThan(0.03);
	expect(at(off.speed, 0.5)).toBeLessThan(0.012);
	// The rest hang near where their attitude turns over.
	expect(at(off.speed, 0.9)).toBeLessThan(0.06);
});

describe('rules of the trade (common practice, no source)', () => {
	const waters: readonly Lie[] = [
		{ ...lie, depth: 0.5, surfaceSpeed: 0.5 },
		{ ...lie, depth: 0.8, surfaceSpeed: 0.5 },
		{ ...lie, depth: 0.8, surfaceSpeed: 0.8 },
		{ ...lie, depth: 1.1, surfaceSpeed: 0.8 }
	];
	const asked = waters.map((water) => askedOf(ask({ lie: water }), 0, 8));

	test('in deeper or faster water the least sink rate never falls, nor does the bead’s mass with all else locked', () => {
		let slowest = 0;
		let lightest = 0;
		waters.forEach((water, k) => {
			const question = ask({ lie: water, locks: onlyBead });
			const list = found(question, asked[k]!);
			const mark = markOf(Math.max(...list.map(({ chance }) => chance)), question.wishes);
			const good = list.filter(({ chance }) => chance >= mark);
			const least = Math.min(...good.map(({ speed }) => speed));
			const bead = Math.min(...good.map(({ mass }) => mass));
			expect(least).toBeGreaterThanOrEqual(slowest);
			expect(bead).toBeGreaterThanOrEqual(lightest);
			[slowest, lightest] = [least, bead];
		});
		expect(slowest).toBeGreaterThan(0.2);
	});

	test('with lead locked out it finds lead-free wire, tungsten or a heavier hook that does as well', () => {
		const question = ask({ lie: waters[2]!, locks: { ...open, rib: true, dressing: true } });
		const without = { ...question, wishes: { ...USUAL_WISHES, noLead: true } };
		const [lead, free] = [question, without].map((one) => found(one, asked[2]!));
		expect(free!.every(({ recipe }) => recipe.coil?.metal !== 'lead')).toBe(true);
		const [first] = free!;
		expect(first!.chance).toBeGreaterThan(0.9 * lead![0]!.chance);
		const { bead, coil, hook } = first!.recipe;
		expect(bead?.metal === 'tungsten' || coil?.metal === 'leadFree' || hook.wireX > 0).toBe(true);
	});

	test('on a small hook the coil goes before the bead', () => {
		const hook = { style: 'curved', size: 18, lengthX: 0, wireX: 0 } as const;
		const recipe: Recipe = { ...jig, hook, bead: { ...jig.bead!, shape: 'round', diameter: 2e-3 } };
		const water = { ...lie, depth: 0.5, surfaceSpeed: 0.4 };
		const question = ask({ recipe, lie: water });
		const [first] = found(question, askedOf(question, 0, 8));
		expect(first!.recipe.bead).not.toBeNull();
		expect(first!.recipe.coil).toBeNull();
	});

	test('a slim head is answered with a smaller bead, a level hang with a flatter fly', () => {
		const plain = ask({ lie: waters[1]!, locks: { ...open, hook: true } });
		const wish = (wishes: Partial<MatchQuestion['wishes']>) =>
			found({ ...plain, wishes: { ...USUAL_WISHES, ...wishes } }, asked[1]!)[0]!;
		const first = wish({});
		expect(wish({ slim: 'head' }).head).toBeLessThanOrEqual(first.head);
		expect(Math.abs(wish({ hang: 'level' }).pitch)).toBeLessThanOrEqual(Math.abs(first.pitch));
		expect(wish({ hang: 'head-down' }).pitch).toBeGreaterThanOrEqual(first.pitch);
	});
});

describe('the run', () => {
	const shelf: Shelf = {
		...emptyShelf,
		beads: [slotted('brass', 3.5), slotted('tungsten', 2.8), slotted('tungsten', 3.2)],
		coils: [{ metal: 'lead', wire: 0.381e-3 } satisfies Omit<CoilChoice, 'turns'>],
		only: true
	};

	test('shared between two lanes it looks at everything, shows what only gets better, and follows the winner through its whole band', async () => {
		const question = ask({ shelf });
		const heard: MatchAnswer[] = [];
		let whileLooking = 0;
		const answer = await match(question, [lane(), lane()], ({ phase }, now) => {
			if (!now) return;
			heard.push(now);
			if (phase === 'looking') whileLooking = heard.length;
		});
		const alone = new Search(question, answer!.asked);
		for (let pair = 0; pair < alone.pairs; pair++) alone.look(pair);
		expect(answer!.looked).toBe(alone.looked);
		const looked = heard[whileLooking - 1]!;
		expect(looked.looked).toBe(alone.looked);
		heard.forEach(({ list: [first], mark }, k) => {
			if (!first) return;
			// While builds are looked at none falls behind; drifts then say how good each is, and by what they
			// say no family that stood first is lost from sight.
			if (k < whileLooking) expect(before(looked.list[0]!, first, mark)).toBeLessThanOrEqual(0);
			for (const { list } of heard.slice(k)) {
				expect(list.some(({ family }) => family === first.family)).toBe(true);
			}
		});
		const [first] = answer!.list;
		expect(answer!.confirmed).toBe(true);
		expect(first!.drifts).toBe(500);
		expect(does(first!, answer!.mark)).toBe(true);
		// What the tables say of it is what its first drifts say, in the very worlds that the bounds are from;
		// the band then says how those few worlds lie among all.
		const tables = chances(answer!.asked)(...first!.leanSpreads)(...first!.leans);
		const worlds = answer!.asked.worlds.length;
		const counted = goodDrifts(question, first!, 0, worlds) / worlds;
		expect(Math.abs(counted - tables)).toBeLessThan(2 * Math.sqrt(0.25 / worlds));
	});

	test('stopped, it ends without an answer', async () => {
		let asked = 0;
		const counting: Lane = {
			ask: (task) => {
				asked++;
				return lane().ask(task);
			}
		};
		expect(
			await match(
				ask({ shelf }),
				[counting],
				() => undefined,
				() => true
			)
		).toBeNull();
		expect(asked).toBe(1);
	});

	test('where nothing does the job it says which limit binds, and what to buy', () => {
		const light: Shelf = { ...shelf, beads: [slotted('brass', 2)], coils: [] };
		const question = ask({ shelf: light, wishes: { ...USUAL_WISHES, onlyOwned: true } });
		const asked = askedOf(question, 0, 8);
		const search = new Search(question, asked);
		for (let pair = 0; pair < search.pairs; pair++) search.look(pair);
		const [best] = search.list(5);
		const words = limitOf(asked, search.seen(), best!.chance, question.wishes);
		expect(words).toMatch(/^The fastest that can be tied from these sinks \d+ cm\/s/);
		const ways = waysOut(question, asked, best!);
		expect(ways.some((way) => /^buy bead/.test(way.words) && way.chance > 0.5)).toBe(true);
		expect(ways.map(({ chance }) => chance)).toEqual(
			ways.map(({ chance }) => chance).sort((a, b) => b - a)
		);
	});

	test('free of any line the chance is in closed form, and asks no drifts', async () => {
		const answer = await match(ask({ rig: null, shelf }), [lane()], () => undefined);
		expect(answer!.confirmed).toBe(true);
		expect(answer!.list[0]!.drifts).toBe(0);
		expect(answer!.list[0]!.chance).toBeGreaterThan(0.6);
	});
});

describe('the ranking', () => {
	const anyCounts = fc.record<Counts>({
		mass: fc.double({ min: 2e-5, max: 2e-3, noNaN: true }),
		speed: fc.constant(0.5),
		pitch: fc.double({ min: -80, max: 89, noNaN: true }),
		bulk: fc.double({ min: 0.05, max: 0.5, noNaN: true }),
		gap: fc.double({ min: 0, max: 1, noNaN: true }),
		head: fc.double({ min: 0, max: 1, noNaN: true }),
		tungsten: fc.boolean(),
		apart: fc.boolean(),
		troubles: fc.nat(3),
		departures: fc.nat(6),
		price: fc.option(fc.double({ min: 0, max: 2, noNaN: true }))
	});
	const anyWishes = fc.record({
		slim: fc.constantFrom('head' as const, 'body' as const, null),
		hang: fc.constantFrom('head-down' as const, 'level' as const, null),
		spareTungsten: fc.boolean()
	});

	test('what is better in a count never has more points, and the reasons make up the points', () => {
		fc.assert(
			fc.property(
				anyCounts,
				anyWishes,
				fc.double({ min: 0.7, max: 0.99, noNaN: true }),
				(counts, some, less) => {
					const wishes = { ...USUAL_WISHES, ...some };
					const points = (more: Partial<Counts>) => pointsOf({ ...counts, ...more }, wishes, 2);
					const now = points({});
					expect(points({ mass: counts.mass * less })).toBeLessThan(now);
					for (const better of [
						{ bulk: counts.bulk * less },
						{ gap: Math.min(1, counts.gap / less) },
						{ head: counts.head * less },
						{ troubles: 0 },
						{ departures: 0 },
						{ apart: false },
						{ tungsten: false },
						...(counts.price === null ? [] : [{ price: counts.price * less }])
					]) {
						expect(points(better)).toBeLessThanOrEqual(now + 1e-9);
					}
					const sum = Object.values(termsOf(counts, wishes, 2)).reduce((a, b) => a + b, 0);
					expect(sum).toBeCloseTo(now, 6);
				}
			)
		);
	});
});
