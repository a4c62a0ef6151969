import { describe, expect, test } from 'vitest';
import { DRIFTS, type ChanceCurve, type DriftQuestion } from '../predict/index';
import { math } from '../quantity/index';
import { starterRig } from '../rig/index';
import { coverOf } from './cover';
import { ask, jig, lie } from './search-cases.testing';
import { anyHand, ToldChannel } from './told.testing';
import {
	emptyShelf,
	fewestOf,
	match,
	pairsFor,
	plannedOuting,
	type BoxFly,
	type FoundBuild,
	type MatchAnswer,
	type Place,
	type PlaceAnswer,
	type Seen
} from './index';

/** What is made of drifts that are told, not followed: whom is asked about, how often, and who comes first. */

const place: Place = { rig: starterRig, lie, celsius: 8 };
/** Flies that sink at these rates, cm/s, the faster the heavier; told apart by their legs. */
const flies = (...speeds: number[]): BoxFly[] =>
	speeds.map((speed, k) => ({
		recipe: { ...jig, legs: { kind: 'rubber', fibres: k + 1, length: 0.4 } },
		speed: speed / 100,
		// As much for their sink rate as the curve's pattern, so that they stand on it where they sink.
		weight: 0.1 * (speed / 100) ** 2
	}));
const pointOf = ({ recipe }: DriftQuestion) => recipe.legs!.fibres - 1;
const upperOf = ({ rig }: DriftQuestion) => rig.cast![0]!.recipe.legs!.fibres - 1;
/** Chance over the sink rate: best at 40 cm/s, a straight line down to nothing at 10 and 160 in logarithms. */
const curve = () => ({
	level: math.log(0.1),
	own: math.log(0.4),
	points: [
		[10, 0],
		[40, 1],
		[160, 0]
	].map(([speed, chance]) => ({ log: math.log(speed! / 100), chance: chance!, fault: null }))
});

describe('two on a line', () => {
	const question = { place, above: 0.5, dropper: 0.1 };
	/** The point does better the nearer it is to one of them (the third fly), the upper one the lighter it is. */
	const told = (best = 2) =>
		new ToldChannel({
			curve,
			hold: () => anyHand,
			follow: ({ question, from, to }: { question: DriftQuestion; from: number; to: number }) => ({
				good: (to - from) * (1 - 0.2 * Math.abs(pointOf(question) - best)),
				above: [(to - from) * (0.5 - 0.1 * upperOf(question))],
				miss: 0,
				fault: null
			})
		});

	test('every pair is screened, the heavier on the point; four are followed, the best comes first', async () => {
		const channel = told();
		const reports: number[] = [];
		const found = await pairsFor(
			{ ...question, flies: flies(20, 30, 40, 60) },
			[channel],
			(share) => reports.push(share)
		);
		const screened = channel.of('follow').filter(({ quick }) => quick);
		expect(screened.map(({ question }) => [pointOf(question), upperOf(question)])).toEqual([
			[1, 0],
			[2, 0],
			[2, 1],
			[3, 0],
			[3, 1],
			[3, 2]
		]);
		expect(screened.every(({ from, to }) => from === 0 && to === 16)).toBe(true);
		expect(screened[0]!.question.rig).toMatchObject({ cast: [{ above: 0.5, dropper: 0.1 }] });
		const whole = channel.of('follow').filter(({ quick }) => !quick);
		expect(whole.map(({ to }) => to)).toEqual(Array(4).fill(DRIFTS.listed));
		expect(found!.map(({ point, upper }) => [point, upper])).toEqual([
			[2, 0],
			[2, 1],
			[1, 0],
			[3, 0]
		]);
		expect(found![0]!.chances).toEqual([1, 0.5].map((one) => expect.closeTo(one, 9)));
		expect(reports).toEqual([...reports].sort((a, b) => a - b));
		expect(reports.at(-1)).toBeCloseTo(1, 9);
	});

	test('of six pairs the four that did best are followed, wherever they stood', async () => {
		const channel = told(3);
		await pairsFor({ ...question, flies: flies(20, 30, 40, 60) }, [channel], () => undefined);
		const whole = channel.of('follow').filter(({ quick }) => !quick);
		expect(whole.map(({ question }) => [pointOf(question), upperOf(question)])).toEqual([
			[3, 0],
			[3, 1],
			[2, 0],
			[3, 2]
		]);
	});

	test('of many flies six come into question for the point and six above it, by what they do alone', async () => {
		const channel = told();
		const many = flies(12, 15, 20, 25, 30, 35, 40, 45, 50, 60, 90, 140);
		await pairsFor({ ...question, flies: many }, [channel], () => undefined);
		const screened = channel.of('follow').filter(({ quick }) => quick);
		const points = [...new Set(screened.map(({ question }) => pointOf(question)))];
		expect(points.sort((a, b) => a - b)).toEqual([4, 5, 6, 7, 8, 9]);
		const uppers = screened.filter(({ question }) => pointOf(question) === 9);
		expect(uppers.map(({ question }) => upperOf(question))).toEqual([0, 2, 3, 5, 6, 8]);
	});

	test('one that floats is not tried, and one that is settled stays where it is', async () => {
		const some = flies(20, 30, 40);
		const floats = [...some, { ...some[0]!, speed: 0 }];
		const channel = told();
		await pairsFor({ ...question, flies: floats, point: 2 }, [channel], () => undefined);
		const screened = channel.of('follow').filter(({ quick }) => quick);
		expect(screened.map(({ question }) => [pointOf(question), upperOf(question)])).toEqual([
			[2, 0],
			[2, 1]
		]);
		expect(await pairsFor({ ...question, flies: flies(20) }, [told()], () => undefined)).toEqual(
			[]
		);
		expect(
			await pairsFor({ ...question, flies: some, upper: 2 }, [told()], () => undefined)
		).toEqual([]);
	});

	test('a stop ends it between two pairs', async () => {
		const channel = told();
		let done = 0;
		const found = await pairsFor(
			{ ...question, flies: flies(20, 30, 40, 60) },
			[channel],
			() => done++,
			() => done >= 3
		);
		expect(found).toBeNull();
		expect(channel.of('follow')).toHaveLength(3);
	});
});

describe('the box at a place', () => {
	const told = (goods: readonly number[]) =>
		new ToldChannel({
			curve,
			hold: () => anyHand,
			follow: ({ question, from, to }: { question: DriftQuestion; from: number; to: number }) => ({
				good: (to - from) * goods[pointOf(question)]!,
				above: [],
				miss: 0,
				fault: 'late' as const
			})
		});

	test('the best by drifts comes first though the curve says otherwise; equals go to the lighter', async () => {
		const box = flies(36, 44);
		const channel = told([0.8, 0.9]);
		let answers: readonly (PlaceAnswer | null)[] = [];
		const ended = await plannedOuting([place], box, [channel], (all) => (answers = all));
		expect(ended).toBe(true);
		expect(answers[0]!.best.map(({ fly, chance }) => [fly, chance])).toEqual([
			[1, expect.closeTo(0.9, 9)],
			[0, expect.closeTo(0.8, 9)]
		]);
		expect(answers[0]!.best[0]).toMatchObject({ drifts: DRIFTS.first, fault: 'late' });
		expect(channel.of('hold').map(({ question }) => pointOf(question))).toEqual([1]);
		await plannedOuting([place], box, [told([0.8, 0.8])], (all) => (answers = all));
		expect(answers[0]!.best[0]!.fly).toBe(0);
	});

	test('what sinks alike is followed once, what floats not at all; a box of nothing else has no answer', async () => {
		const alike = [...flies(40, 40.2, 60), { ...flies(1)[0]!, speed: 0 }];
		const channel = told([0.8, 0.8, 0.5, 1]);
		await plannedOuting([place], alike, [channel], () => undefined);
		const followed = new Set(channel.of('follow').map(({ question }) => pointOf(question)));
		expect(followed.has(0)).not.toBe(followed.has(1));
		expect(followed.has(3)).toBe(false);
		let answers: readonly (PlaceAnswer | null)[] = [];
		await plannedOuting([place], alike.slice(3), [told([])], (all) => (answers = all));
		expect(answers).toEqual([{ best: [], hand: null, chances: [0] }]);
	});

	test('places are shared between channels; a stop says that it was one', async () => {
		const channels = [told([0.8]), told([0.8])];
		const places = [place, place, place, place];
		const states: number[] = [];
		await plannedOuting(places, flies(40), channels, (all) =>
			states.push(all.filter(Boolean).length)
		);
		expect(states).toEqual([1, 2, 3, 4]);
		for (const channel of channels) expect(channel.of('curve').length).toBeGreaterThan(0);
		const stopped = await plannedOuting(
			places,
			flies(40),
			[told([0.8])],
			() => undefined,
			() => true
		);
		expect(stopped).toBe(false);
	});

	test('the fewest kinds: what is good enough everywhere, else what comes within five of a hundred of the best', () => {
		const answer = (...chances: number[]): PlaceAnswer => ({ best: [], hand: null, chances });
		expect(fewestOf([answer(0.9, 0.75, 0.1), answer(0.1, 0.75, 0.9)], 0.7)).toEqual([1]);
		expect(fewestOf([answer(0.9, 0.65, 0.1), answer(0.1, 0.65, 0.9)], 0.7)).toEqual([0, 2]);
		expect(fewestOf([answer(0.4, 0.36), answer(0.1, 0.4)], 0.7)).toEqual([1]);
		expect(fewestOf([answer(0.4, 0.34), answer(0.1, 0.4)], 0.7)).toEqual([0, 1]);
		// Of two that do the same the better one, and none for a place where nothing does.
		expect(fewestOf([answer(0.8, 0.9), answer(0.02, 0.03)], 0.7)).toEqual([1]);
		expect(fewestOf([], 0.7)).toEqual([]);
	});
});

describe('the fewest builds for several waters', () => {
	const window = (from: number, to: number, top = 0.9): ChanceCurve => ({
		// About as heavy for its sink rate as these jigs: 1 mN at 30 cm/s.
		level: math.log(1e-3 / 0.09),
		own: math.log(0.3),
		points: [
			[1, 0],
			[from / 1.02, 0],
			[from, top],
			[to, top],
			[to * 1.02, 0],
			[900, 0]
		].map(([speed, chance]) => ({ log: math.log(speed! / 100), chance: chance!, fault: null }))
	});
	const cover = (...curves: readonly ChanceCurve[]) => {
		const { recipe, locks, wishes } = ask();
		// The coil stays as it is, so that only beads are to choose.
		const only = { ...locks, coil: true };
		const celsius = curves.map(() => 8);
		return coverOf({ recipe, locks: only, shelf: emptyShelf, wishes, celsius }, curves);
	};

	test('one for all where one does, the lightest first where it takes several, and what is hopeless is named', () => {
		const wide = cover(window(20, 60), window(25, 80), window(10, 90));
		expect(wide.rungs).toHaveLength(1);
		expect(wide.rungs[0]!.waters).toEqual([0, 1, 2]);
		expect(wide.rungs[0]!.chances).toEqual([0.9, 0.9, 0.9].map((one) => expect.closeTo(one, 9)));
		expect(wide.left).toEqual([]);

		const apart = cover(window(200, 300), window(10, 30), window(40, 60), window(300, 400, 0.2));
		expect(apart.left).toEqual([0, 3]);
		expect(apart.rungs.map(({ waters }) => waters)).toEqual([[1], [2]]);
		const [slow, fast] = apart.rungs;
		expect(slow!.mass).toBeLessThan(fast!.mass);
		expect(slow!.would).toEqual([1]);
		expect(apart.looked).toBe(wide.looked);
		expect(apart.looked).toBeGreaterThan(10);
	});

	test('where none is good as often as is asked for, what comes within a tenth of the best counts', () => {
		const rare = cover(window(20, 60, 0.4));
		expect(rare.rungs[0]!.chances[0]).toBeCloseTo(0.4, 9);
		expect(rare.left).toEqual([]);
	});

	test('of those that do, the one with the fewest points', () => {
		const [one] = cover(window(20, 90)).rungs;
		for (const [from, to] of [
			[30, 90],
			[40, 90],
			[50, 90]
		] as const) {
			const [heavier] = cover(window(from, to)).rungs;
			expect(heavier!.points).toBeGreaterThanOrEqual(one!.points);
		}
		expect(() => cover(...Array.from({ length: 31 }, () => window(20, 60)))).toThrow(/30 waters/);
	});
});

describe('a search under way', () => {
	/** As the tables have them: chance and points; and how often the drifts of each are good. */
	const tables = [
		[0.8, 1],
		[0.7, 2],
		[0.75, 3]
	] as const;
	const counted = [0.5, 0.8, 0.95];
	const builds = flies(20, 30, 40).map(({ recipe }, k) => {
		const [chance, points] = tables[k]!;
		return { recipe, family: `${k}`, chance, points, miss: 0, look: '', drifts: 0 } as FoundBuild;
	});
	const seen = [{ chance: 0.8 }] as Seen[];
	const told = (followed: () => void = () => undefined) =>
		new ToldChannel({
			curve,
			begin: () => 1,
			look: () => ({ looked: 7, top: 0.8 }),
			list: () => [...builds].reverse(),
			seen: () => seen,
			hold: () => anyHand,
			follow: ({ question, from, to }: { question: DriftQuestion; from: number; to: number }) => {
				followed();
				const good = (to - from) * counted[pointOf(question)]!;
				return { good, above: [], miss: 0, fault: null };
			}
		});
	const short = ({ list, mark }: MatchAnswer) => ({
		mark,
		list: list.map(({ family, chance, drifts }) => [family, chance, drifts])
	});

	test('who is followed stands with its drifts, the others as the tables have them, by the mark of the best so far', async () => {
		const channel = told();
		const heard: Record<string, MatchAnswer[]> = {};
		const end = await match(ask(), [channel], ({ phase }, answer) => {
			if (answer) (heard[phase] ??= []).push(answer);
		});
		const first = [0, 1, 2].map((k) => [`${k}`, tables[k]![0], 0]);
		expect(short(heard['looking']!.at(-1)!)).toEqual({ mark: 0.7, list: first });
		expect(heard['looking']!.at(-1)!).toMatchObject({ seen, looked: 7, confirmed: false });
		const [one, two, three] = heard['following']!.map(short);
		// A single half sets the mark low, so that all do it and the fewest points stand first.
		expect(one!.mark).toBeLessThan(0.5);
		expect(one!.list).toEqual([['0', 0.5, DRIFTS.listed], ...first.slice(1)]);
		const [worst, good, best] = counted.map((chance, k) => [`${k}`, chance, DRIFTS.listed]);
		expect(two).toEqual({ mark: 0.7, list: [good, first[2], worst] });
		expect(three).toEqual({ mark: 0.7, list: [good, best, worst] });
		expect(end!.list.map(({ family }) => family)).toEqual(['1', '2', '0']);
		expect(end!.confirmed).toBe(true);
		expect(channel.of('hold').map(({ question }) => pointOf(question))).toEqual([0, 1, 2]);
	});

	test('stopped while one is followed it says no more', async () => {
		let stop = false;
		const phases = new Set<string>();
		const channel = told(() => (stop = true));
		const report = ({ phase }: { phase: string }) => phases.add(phase);
		expect(await match(ask(), [channel], report, () => stop)).toBeNull();
		expect([...phases]).toEqual(['asking', 'looking']);
		expect(channel.of('follow')).toHaveLength(1);
	});
});
