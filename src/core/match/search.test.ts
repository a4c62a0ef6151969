import fc from 'fast-check';
import { describe, expect, test, vi } from 'vitest';
import { starterRig } from '../rig/index';
import type { BeadChoice, CoilChoice, Recipe } from '../fly/index';
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

describe('the fast search against the plain one, on seeded stocks', () => {
	/** Two small stocks: the one for a heavy fly, the other for a light one. */
	const stocks = [
		{
			beads: [slotted('tungsten', 2.8), slotted('tungsten', 3.5), slotted('brass', 3.5)],
			coils: [{ metal: 'lead', wire: 0.381e-3 }],
			lie
		},
		{
			beads: [slotted('brass', 2.4), slotted('tungsten', 2)],
			coils: [{ metal: 'leadFree', wire: 0.381e-3 }],
			lie: { ...lie, depth: 0.6, surfaceSpeed: 0.5 }
		}
	] as const;
	const DRIFTS = 12;

	test.each(stocks)('stock %#', ({ beads, coils, lie: water }) => {
		const shelf: Shelf = { ...emptyShelf, beads, coils, only: true };
		const question = ask({ lie: water, shelf, wishes: { ...USUAL_WISHES, onlyOwned: true } });
		const asked = askedOf(question, 0, DRIFTS);
		// Every eighth build of the stock, each followed through the same drifts.
		const plain = plainSearch(question, asked, DRIFTS, 8);
		expect(plain.length).toBeGreaterThan(8);
		const search = new Search(question, asked);
		for (let pair = 0; pair < search.pairs; pair++) search.look(pair);
		const mark = markOf(search.topChance, question.wishes);
		const fast = mergedLists([search.list(20, mark)], mark);

		// What a chance of so many drifts may be off by: two standard errors.
		const noise = 2 * Math.sqrt(0.25 / DRIFTS);
		const doing = fast.filter(({ chance }) => chance >= mark);
		expect(doing.length).toBeGreaterThan(0);
		for (const one of doing.slice(0, 4)) {
			const exact = goodDrifts(question, one, 0, DRIFTS) / DRIFTS;
			expect(exact).toBeGreaterThanOrEqual(mark - noise);
		}
		// Nothing that surely does the job and has fewer points than the first was overlooked.
		const surely = plain.filter(({ chance }) => chance - noise >= mark);
		for (const { points } of surely) expect(points).toBeGreaterThanOrEqual(doing[0]!.points - 1e-6);
		// Nor is a family left out of the first twenty that surely does it with fewer points than the last of them.
		const twenty = doing.slice(0, 20);
		const listed = new Set(twenty.map(({ family }) => family));
		for (const one of surely) {
			if (one.points < twenty.at(-1)!.points) expect(listed).toContain(one.family);
		}
		// And no build of all is better than the first on every count.
		const [first] = doing;
		for (const other of plain) {
			const better =
				other.mass < first!.mass &&
				other.bulk < first!.bulk &&
				other.gap > first!.gap &&
				other.troubles <= first!.troubles &&
				other.departures <= first!.departures &&
				other.chance - noise > first!.chance;
			expect(better, JSON.stringify(other.recipe)).toBe(false);
		}
		// The chance that is read off the bounds, against the drifts themselves.
		const tables = chances(asked);
		const off = plain.map((one) => tables(...one.leanSpreads)(...one.leans) - one.chance);
		const rms = Math.sqrt(off.reduce((sum, d) => sum + d * d, 0) / off.length);
		// One standard error: what the drifts themselves are off by.
		expect(rms).toBeLessThan(noise / 2);
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
		const answer = await match(question, [lane(), lane()], ({ phase }, now) => {
			if (now && phase === 'looking') heard.push(now);
		});
		const alone = new Search(question, answer!.asked);
		for (let pair = 0; pair < alone.pairs; pair++) alone.look(pair);
		expect(answer!.looked).toBe(alone.looked);
		const last = heard.at(-1)!;
		expect(last.looked).toBe(alone.looked);
		for (const { list } of heard) {
			if (list[0]) expect(before(last.list[0]!, list[0], last.mark)).toBeLessThanOrEqual(0);
		}
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
