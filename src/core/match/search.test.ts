import fc from 'fast-check';
import { describe, expect, test, vi } from 'vitest';
import { buildFly, fitOf, gapLeft, type CoilChoice, type Recipe } from '../fly/index';
import { prior, valuesAt } from '../parameter/index';
import { fluidAt, type Lie } from '../water/index';
import { familyOf } from './search';
import { surrogatesOf, recipeAt } from './surrogate';
import {
	does,
	evaluate,
	emptyShelf,
	limitOf,
	match,
	mergedLists,
	pointsOf,
	Search,
	SearchWorker,
	spaceOf,
	termsOf,
	USUAL_WISHES,
	waysOut,
	type Counts,
	type FoundBuild,
	type SearchChannel,
	type MatchAnswer,
	type MatchQuestion,
	type Shelf
} from './index';
import { curveLogs, curveOf, DRIFTS, markOf, type ChanceCurve } from '../predict/index';
import {
	channel,
	jig,
	lie,
	onlyBead,
	openLocks as open,
	ask,
	slotted
} from './search-cases.testing';

// Hundreds of drifts are followed here; a busy machine must not turn that red.
vi.setConfig({ testTimeout: 300_000 });

const median = valuesAt(prior);
/** A whole search by tables and in full, without bands. */
function found(question: MatchQuestion, curve: ChanceCurve): FoundBuild[] {
	const search = new Search(question, curve);
	for (let pair = 0; pair < search.pairs; pair++) search.look(pair);
	const mark = markOf(search.topChance, question.wishes.enough);
	return mergedLists([search.list(20, mark)], mark);
}

test('figures by tables: nine of ten builds within two per cent of mass, three of thickness, seven of speed', () => {
	const space = spaceOf(jig, open, emptyShelf);
	const fluid = fluidAt(8);
	const off = {
		mass: [] as number[],
		bulk: [] as number[],
		speed: [] as number[],
		gap: [] as number[],
		troubles: [] as number[]
	};
	let k = 0;
	for (let hook = 0; hook < 2; hook++) {
		for (const bead of [3, 5, 7, 9]) {
			surrogatesOf(space, hook, bead, fluid, (figures, place) => {
				if (k++ % 127 !== 0 || !space.beads[bead]) return;
				const recipe = recipeAt(space, place);
				const full = evaluate(recipe, fluid);
				const build = buildFly(recipe, median);
				const regrets = fitOf(build, median).filter(({ severity }) => severity === 'trouble');
				expect(full.fits).toBe(true);
				off.mass.push(Math.abs(figures.mass / full.mass - 1));
				off.bulk.push(Math.abs(figures.bulk / full.bulk - 1));
				off.speed.push(Math.abs(figures.log - Math.log(full.speed)));
				off.gap.push(Math.abs(figures.gap - gapLeft(build)) * 1e3);
				off.troubles.push(Math.abs(figures.troubles - regrets.length));
			});
		}
	}
	const at = (values: number[], share: number) =>
		values.sort((a, b) => a - b)[Math.floor(share * values.length)];
	expect(off.mass.length).toBeGreaterThan(300);
	expect(at(off.mass, 0.9)).toBeLessThan(0.02);
	expect(at(off.bulk, 0.9)).toBeLessThan(0.03);
	expect(at(off.speed, 0.5)).toBeLessThan(0.014);
	// The rest hang near where their attitude turns over.
	expect(at(off.speed, 0.9)).toBeLessThan(0.07);
	// mm of gap, and notes of the fit.
	expect(at(off.gap, 0.9)).toBeLessThan(0.02);
	expect(at(off.troubles, 0.6)).toBe(0);
});

test('a wire that finds no room is left out', () => {
	const wires = (pattern: Recipe, coils: Shelf['coils']) => {
		const space = spaceOf(
			pattern,
			{ ...open, hook: true, bead: true, rib: true, dressing: true },
			{ ...emptyShelf, coils, only: true }
		);
		const with_ = new Set<number>();
		surrogatesOf(space, 0, 0, fluidAt(8), (_, { winding }) => {
			if (winding >= 0) with_.add(space.windings[winding]!.wire);
		});
		return [...with_];
	};
	const thin = { metal: 'lead', wire: 0.254e-3 } as const;
	// Two turns of it are longer than the shank.
	const thick = { metal: 'lead', wire: 12e-3 } as const;
	expect(wires(jig, [thin])).toEqual([thin.wire]);
	expect(wires(jig, [thin, thick])).toEqual([thin.wire]);
});

test('one family: the same hook, bead and spool, however many turns', () => {
	const coil: CoilChoice = { metal: 'lead', wire: 0.381e-3, turns: 3 };
	const one = familyOf({ ...jig, coil });
	expect(familyOf({ ...jig, coil: { ...coil, turns: 7, place: 'centred' } })).toBe(one);
	for (const other of [
		{ ...jig, coil: { ...coil, wire: 0.5e-3 } },
		{ ...jig, coil: { ...coil, metal: 'leadFree' as const } },
		{ ...jig, coil: null },
		{ ...jig, coil, bead: null },
		{ ...jig, coil, hook: { ...jig.hook, size: 16 } }
	])
		expect(familyOf(other)).not.toBe(one);
});

test('a piece of the picture lists what lies in it, what does the job first, and no more than is asked for', () => {
	// What sinks faster than 0.4 m/s does the job.
	const log = Math.log(0.4);
	const points = [-1, -0.02, 0.02, 1].map((off) => ({
		log: log + off,
		chance: off > 0 ? 0.9 : 0.2,
		fault: null
	}));
	const search = new Search(ask(), { level: 0, own: log, points });
	for (let pair = 0; pair < search.pairs; pair++) search.look(pair);
	const piece = { speed: [0.3, 0.5], bulk: [0.1, 0.2] } as const;
	const mark = 0.5;
	const inside = search.within(piece, 40, mark);
	expect(inside.length).toBeGreaterThan(3);
	for (const { speed, bulk } of inside) {
		expect(speed).toBeGreaterThan(0.27);
		expect(speed).toBeLessThan(0.55);
		expect(bulk).toBeGreaterThan(0.09);
		expect(bulk).toBeLessThan(0.22);
	}
	const first = search.within(piece, 2, mark);
	expect(first).toHaveLength(2);
	const others = inside.filter(({ chance }) => chance < mark).length;
	expect(inside.findIndex(({ chance }) => chance < mark)).toBe(
		others > 0 ? inside.length - others : -1
	);
});

describe('rules of the trade (common practice, no source)', () => {
	const waters: readonly Lie[] = [
		{ ...lie, depth: 0.5, surfaceSpeed: 0.5 },
		{ ...lie, depth: 0.8, surfaceSpeed: 0.5 },
		{ ...lie, depth: 0.8, surfaceSpeed: 0.8 },
		{ ...lie, depth: 1.1, surfaceSpeed: 0.8 }
	];
	const logs = curveLogs(0.2, 1.2);
	const curves = waters.map((water) => curveOf(ask({ lie: water }), logs));

	test('in deeper or faster water the least sink rate never falls, nor does the bead’s mass with all else locked', () => {
		let slowest = 0;
		let lightest = 0;
		waters.forEach((water, k) => {
			const question = ask({ lie: water, locks: onlyBead });
			const list = found(question, curves[k]!);
			const best = Math.max(...list.map(({ chance }) => chance));
			const mark = markOf(best, question.wishes.enough);
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
		const [lead, free] = [question, without].map((one) => found(one, curves[2]!));
		expect(free!.every(({ recipe }) => recipe.coil?.metal !== 'lead')).toBe(true);
		const [first] = free!;
		expect(first!.chance).toBeGreaterThan(0.9 * lead![0]!.chance);
		const heavyWithout = ({ recipe: { bead, coil, hook } }: FoundBuild) =>
			bead?.metal === 'tungsten' || coil?.metal === 'leadFree' || hook.wireX > 0;
		expect(free!.slice(0, 3).some(heavyWithout)).toBe(true);
	});

	test('on a small hook the coil goes before the bead', () => {
		const hook = { style: 'curved', size: 18, lengthX: 0, wireX: 0 } as const;
		const recipe: Recipe = { ...jig, hook, bead: { ...jig.bead!, shape: 'round', diameter: 2e-3 } };
		const water = { ...lie, depth: 0.6, surfaceSpeed: 0.55 };
		const question = ask({ recipe, lie: water });
		// Of what surely does the job: at the mark itself a few worlds decide.
		const sure = ({ chance }: FoundBuild) => chance > USUAL_WISHES.enough + 0.1;
		const first = found(question, curveOf(question, logs)).find(sure);
		expect(first!.recipe.bead).not.toBeNull();
		expect(first!.recipe.coil).toBeNull();
	});

	test('a slim head is answered with a smaller bead, a level hang with a flatter fly', () => {
		const plain = ask({ lie: waters[1]!, locks: { ...open, hook: true } });
		const wish = (wishes: Partial<MatchQuestion['wishes']>) =>
			found({ ...plain, wishes: { ...USUAL_WISHES, ...wishes } }, curves[1]!)[0]!;
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

	test('shared between two channels it looks at everything, and those that stand first are followed until they are sure', async () => {
		const question = ask({ shelf });
		const heard: MatchAnswer[] = [];
		const shares: Record<string, number[]> = {};
		const answer = (await match(question, [channel(), channel()], ({ phase, share }, now) => {
			if (now) heard.push(now);
			(shares[phase] ??= []).push(share);
		}))!;
		for (const phase of ['asking', 'looking', 'following', 'confirming']) {
			expect(Math.max(...shares[phase]!), phase).toBeGreaterThan(0.3);
			expect(Math.max(...shares[phase]!), phase).toBeLessThanOrEqual(1);
			expect(shares[phase], phase).toEqual(shares[phase]!.toSorted((a, b) => a - b));
		}
		const alone = new Search(question, answer.curve);
		for (let pair = 0; pair < alone.pairs; pair++) alone.look(pair);
		expect(answer.looked).toBe(alone.looked);
		expect(heard.length).toBeGreaterThan(3);
		expect(answer.confirmed).toBe(true);
		answer.list
			.slice(0, 6)
			.forEach(({ drifts }) => expect(drifts).toBeGreaterThanOrEqual(DRIFTS.first));
		expect(does(answer.list[0]!, answer.mark)).toBe(true);
	});

	test('stopped, it ends without an answer', async () => {
		let asked = 0;
		const counting: SearchChannel = {
			ask: (task) => {
				asked++;
				return channel().ask(task);
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
		expect(asked).toBe(0);
	});

	test('a thread that is asked about a search before one was begun says so', () => {
		for (const task of [{ kind: 'seen' }, { kind: 'look', pairs: [0] }] as const)
			expect(() => new SearchWorker().do(task)).toThrow('no search was begun; ask “begin” first');
	});

	test('where nothing does the job it says which limit binds, and what to buy', () => {
		const light: Shelf = { ...shelf, beads: [slotted('brass', 2)], coils: [] };
		const question = ask({ shelf: light, wishes: { ...USUAL_WISHES, onlyOwned: true } });
		const curve = curveOf(question, curveLogs(0.15, 1.2));
		const search = new Search(question, curve);
		for (let pair = 0; pair < search.pairs; pair++) search.look(pair);
		const [best] = search.list(5);
		const words = limitOf(curve, search.seen(), best!.chance, question.wishes);
		expect(words).toMatch(/^The fastest that can be tied from these sinks at \d+ cm\/s/);
		const ways = waysOut(question, curve, best!);
		expect(ways.some((way) => /^buy bead/.test(way.words) && way.chance > 0.5)).toBe(true);
		expect(ways.map(({ chance }) => chance)).toEqual(
			ways.map(({ chance }) => chance).sort((a, b) => b - a)
		);
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
