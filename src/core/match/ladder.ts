import { without } from '../quantity/index';
import type { Rig } from '../rig/index';
import type { Lie } from '../water/index';
import { distributionIn, COARSE_CURVE, DRIFTS, FLOOR, type ChanceCurve } from '../predict/index';
import { MOST_WATERS, type Cover } from './cover';
import type { SearchChannel } from './tasks';
import type { MatchQuestion } from './question';

/** A water of several. */
export interface Water {
	readonly lie: Lie;
	/** °C */
	readonly celsius: number;
	/** How it is fished, where that is not as the others are. */
	readonly rig?: Rig;
}

/**
 * Waters that span depths and currents evenly, both ends included, shallow before deep and slow before
 * fast; all else as in the lie.
 *
 * @param depths from and to, m
 * @param speeds from and to, m/s at the surface
 * @param steps of each; at most MOST_WATERS waters together
 */
export function spanOf(
	lie: Lie,
	depths: readonly [number, number],
	speeds: readonly [number, number],
	steps: { readonly depth: number; readonly speed: number }
): Lie[] {
	const along = ([from, to]: readonly [number, number], count: number) =>
		Array.from({ length: count }, (_, k) =>
			count === 1 ? from : from + ((to - from) * k) / (count - 1)
		);
	// Of another depth or speed nothing was learned.
	const place = without(lie, 'key');
	return along(depths, steps.depth).flatMap((depth) =>
		along(speeds, steps.speed).map((surfaceSpeed) => ({ ...place, depth, surfaceSpeed }))
	);
}

/**
 * The fewest builds for several waters, each on the question's rig or its own, shared between channels: what each
 * water asks for, then the smallest cover.
 *
 * @param question whose own lie does not count
 * @param waters at most MOST_WATERS
 * @param report called with the share that is done
 * @returns null when it was stopped
 */
export async function ladder(
	question: MatchQuestion,
	waters: readonly Water[],
	channels: readonly SearchChannel[],
	report: (share: number) => void,
	stopped: () => boolean = () => false
): Promise<Cover | null> {
	if (waters.length === 0 || waters.length > MOST_WATERS) {
		throw new Error(`ladder: from 1 to ${MOST_WATERS} waters`);
	}
	const curves: ChanceCurve[] = [];
	const logs = COARSE_CURVE.logs();
	let next = 0;
	let done = 0;
	report(0);
	await Promise.all(
		channels.map(async (channel) => {
			while (next < waters.length && !stopped()) {
				const at = next++;
				const here = { ...question, ...waters[at]! };
				curves[at] = await channel.ask({
					kind: 'curve',
					question: here,
					logs,
					worlds: COARSE_CURVE.worlds
				});
				done++;
				if (!stopped()) report((CURVES_SHARE * done) / waters.length);
			}
		})
	);
	if (stopped()) return null;
	const { recipe, locks, shelf, wishes } = question;
	const distribution = distributionIn(question);
	const celsius = waters.map((water) => water.celsius);
	const cover = await channels[0]!.ask({
		kind: 'cover',
		curves,
		question: { recipe, locks, shelf, wishes, celsius, distribution }
	});
	if (stopped()) return null;
	return counted(cover, question, waters, channels, report, stopped);
}

/** So much of the time goes into the curves. */
const CURVES_SHARE = 0.7;

/** The cover with each fly's chance in the waters that it is taken for counted from drifts, as everywhere. */
async function counted(
	cover: Cover,
	question: MatchQuestion,
	waters: readonly Water[],
	channels: readonly SearchChannel[],
	report: (share: number) => void,
	stopped: () => boolean
): Promise<Cover | null> {
	const pairs = cover.rungs.flatMap((rung, k) => rung.waters.map((water) => ({ k, rung, water })));
	const chances = cover.rungs.map((rung) => [...rung.chances]);
	let next = 0;
	let done = 0;
	await Promise.all(
		channels.map(async (channel) => {
			while (next < pairs.length && !stopped()) {
				const { k, rung, water } = pairs[next++]!;
				const here = { ...question, ...waters[water]!, recipe: rung.recipe };
				const { good } = await channel.ask({
					kind: 'follow',
					question: here,
					from: 0,
					to: DRIFTS.listed
				});
				chances[k]![water] = good / DRIFTS.listed;
				done++;
				if (!stopped()) report(CURVES_SHARE + (1 - CURVES_SHARE) * (done / pairs.length));
			}
		})
	);
	if (stopped()) return null;
	report(1);
	// What the curve promised and the drifts do not keep is left out like any other hopeless water.
	const lost = pairs
		.filter(({ k, water }) => chances[k]![water]! < FLOOR)
		.map(({ water }) => water);
	return {
		...cover,
		rungs: cover.rungs.map((rung, k) => ({
			...rung,
			chances: chances[k]!,
			waters: rung.waters.filter((water) => !lost.includes(water))
		})),
		left: [...cover.left, ...lost].sort((a, b) => a - b)
	};
}
