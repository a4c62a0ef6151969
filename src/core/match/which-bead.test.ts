import { describe, expect, test } from 'vitest';
import { DRIFTS } from '../predict/index';
import { starterRig } from '../rig/index';
import { jig, lie } from './search-cases.testing';
import { anyHand, ToldChannel } from './told.testing';
import {
	emptyShelf,
	whichBead,
	type BeadAnswer,
	type BeadOption,
	type BeadQuestion
} from './index';

/** A bead that is good in so many of a hundred drifts, as heavy as it is wide. */
type Told = Pick<BeadOption, 'metal' | 'diameter'> &
	Partial<Pick<BeadOption, 'trouble' | 'fault' | 'mass'>> & { readonly good: number };
const bead = (metal: Told['metal'], mm: number, good: number, more: Partial<Told> = {}): Told => ({
	metal,
	diameter: mm * 1e-3,
	good,
	...more
});

async function answer(
	told: readonly Told[],
	{ enough = 0.7, channels = 1, stopAt = Infinity } = {}
): Promise<{ answer: BeadAnswer | null; reports: BeadAnswer[]; told: ToldChannel[] }> {
	const options = told.map(({ metal, diameter, trouble = null, mass }, k): BeadOption => ({
		recipe: { ...jig, legs: { kind: 'rubber', fibres: k + 1, length: 0.4 } },
		metal,
		diameter,
		mass: mass ?? 1e-4 + diameter / 100,
		speed: 0.2 + 10 * diameter,
		weight: (0.2 + 10 * diameter) ** 2,
		trouble,
		chance: 0,
		drifts: 0,
		fault: null,
		hand: null
	}));
	const which = (task: { question: { recipe: typeof jig } }) =>
		task.question.recipe.legs!.fibres - 1;
	const all = Array.from(
		{ length: channels },
		() =>
			new ToldChannel({
				beads: () => options,
				curve: ({ logs: [log] }: { logs: [number] }) => ({
					level: 0,
					own: log,
					points: [{ log, chance: 0.5, fault: 'never' }]
				}),
				hold: () => anyHand,
				follow: (task: { question: { recipe: typeof jig } }) => ({
					good: (told[which(task)]!.good / 100) * DRIFTS.listed,
					above: [],
					miss: 0,
					fault: told[which(task)]!.fault ?? null
				})
			})
	);
	const reports: BeadAnswer[] = [];
	const question: BeadQuestion = {
		recipe: jig,
		rig: starterRig,
		lie,
		celsius: 8,
		shelf: emptyShelf,
		enough
	};
	const found = await whichBead(
		question,
		all,
		(one) => reports.push(one),
		() => reports.length >= stopAt
	);
	return { answer: found, reports, told: all };
}
const mm = (one: BeadOption | null) => (one ? Math.round(1e4 * one.diameter) / 10 : null);

describe('which bead', () => {
	const tungsten = [
		bead('tungsten', 2, 20, { fault: 'never' }),
		bead('tungsten', 2.4, 72),
		bead('tungsten', 2.8, 90),
		bead('tungsten', 3.2, 86),
		bead('tungsten', 3.6, 40, { fault: 'hung' })
	];

	test('the span of those that do the job, the lightest of them, the one to take, and what keeps the next ones out', async () => {
		const { answer: found } = await answer(tungsten);
		expect(found).toMatchObject({
			mark: 0.7,
			provisional: false,
			lighter: 'never',
			heavier: 'hung'
		});
		expect(found!.spans).toEqual([{ metal: 'tungsten', from: 2.4e-3, to: 3.2e-3 }]);
		expect([mm(found!.lightest), mm(found!.take), mm(found!.heaviest)]).toEqual([2.4, 2.8, 3.2]);
		expect(found!.options.every(({ drifts }) => drifts === DRIFTS.listed)).toBe(true);
	});

	test('the lightest within six of a hundred of the best is taken', async () => {
		const with_ = async (good: number) =>
			mm((await answer([bead('brass', 2.4, good), bead('brass', 3.2, 90)])).answer!.take);
		expect(await with_(85)).toBe(2.4);
		expect(await with_(80)).toBe(3.2);
	});

	test('where none is good as often as is asked for, nine tenths of the best count; under a quarter nothing is taken', async () => {
		const rare = await answer([
			bead('brass', 2.4, 44),
			bead('brass', 2.8, 50),
			bead('brass', 4, 25)
		]);
		expect(rare.answer!.mark).toBeCloseTo(0.45, 9);
		expect(rare.answer!.spans).toEqual([{ metal: 'brass', from: 2.8e-3, to: 2.8e-3 }]);
		const never = await answer([bead('brass', 2.4, 20, { fault: 'late' }), bead('brass', 2.8, 24)]);
		expect(never.answer).toMatchObject({ mark: 0.25, take: null, lightest: null, lighter: null });
		expect((await answer([bead('brass', 2.4, 25)])).answer!.take).not.toBeNull();
	});

	test('what falls short by chance alone does not split a span, what chokes the gap ends it', async () => {
		const dented = [
			bead('brass', 2, 75),
			bead('brass', 2.4, 65),
			bead('brass', 2.8, 80),
			bead('brass', 3.2, 60),
			bead('brass', 3.6, 80)
		];
		expect((await answer(dented)).answer!.spans).toEqual([
			{ metal: 'brass', from: 2e-3, to: 2.8e-3 }
		]);
		const choked = [bead('brass', 3.2, 80), bead('brass', 4, 95, { trouble: 'fills the gap' })];
		expect((await answer(choked)).answer).toMatchObject({ heavier: 'choked' });
		expect(mm((await answer(choked)).answer!.take)).toBe(3.2);
	});

	test('no bead at all may do it, and is what stands below the smallest', async () => {
		const bare = bead(null, 0, 30, { fault: 'never' });
		const { answer: found } = await answer([bare, bead('tungsten', 2, 80)]);
		expect(found).toMatchObject({ lighter: 'never' });
		expect(mm((await answer([bead(null, 0, 80), bead('tungsten', 2, 80)])).answer!.take)).toBe(0);
	});

	test('it is said at once off the curve, then counted, the likeliest first, by all channels', async () => {
		const { reports, told } = await answer(tungsten, { channels: 2 });
		expect(reports[0]!.provisional).toBe(true);
		expect(reports[0]!.options.map(({ chance }) => chance)).toEqual(Array(5).fill(0.5));
		expect(reports[0]!.options[0]!.fault).toBe('never');
		expect(reports).toHaveLength(6);
		const counted = told.map((channel) => channel.of('follow').length);
		expect(counted[0]! + counted[1]!).toBe(5);
		expect(Math.min(...counted)).toBeGreaterThan(1);
		for (const { from, to } of told.flatMap((channel) => channel.of('follow')))
			expect([from, to]).toEqual([0, DRIFTS.listed]);
	});

	test('a hook that takes none has no answer but an empty one, and a stop ends it', async () => {
		expect((await answer([])).answer).toMatchObject({ options: [], take: null, spans: [] });
		const stopped = await answer(tungsten, { stopAt: 2 });
		expect(stopped.answer).toBeNull();
		expect(stopped.reports).toHaveLength(2);
	});
});
