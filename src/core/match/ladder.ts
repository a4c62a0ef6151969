import { without } from '../quantity/index';
import type { Lie } from '../water/index';
import type { Asked } from './asked';
import { MOST_WATERS, type Cover } from './cover';
import type { Lane } from './run';
import type { MatchQuestion } from './search';

/** A water of several. */
export interface Water {
	readonly lie: Lie;
	/** °C */
	readonly celsius: number;
}

/** Worlds in which the bounds of one of many waters are found. */
const WORLDS = 8;

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
 * The fewest builds for several waters on one rig, shared between lanes: what each water asks for, then
 * the smallest cover.
 *
 * @param question whose own lie does not count
 * @param waters at most MOST_WATERS
 * @param report called with the share that is done
 * @returns null when it was stopped
 */
export async function ladder(
	question: MatchQuestion,
	waters: readonly Water[],
	lanes: readonly Lane[],
	report: (share: number) => void,
	stopped: () => boolean = () => false
): Promise<Cover | null> {
	if (waters.length === 0 || waters.length > MOST_WATERS) {
		throw new Error(`ladder: from 1 to ${MOST_WATERS} waters`);
	}
	const asked: Asked[] = [];
	let next = 0;
	let done = 0;
	report(0);
	await Promise.all(
		lanes.map(async (lane) => {
			while (next < waters.length && !stopped()) {
				const at = next++;
				const here = { ...question, ...waters[at]! };
				asked[at] = await lane.ask({ kind: 'asked', question: here, from: 0, to: WORLDS });
				done++;
				if (!stopped()) report(done / (waters.length + 1));
			}
		})
	);
	if (stopped()) return null;
	const { recipe, locks, shelf, wishes, believed } = question;
	const celsius = waters.map((water) => water.celsius);
	const cover = await lanes[0]!.ask({
		...{ kind: 'cover', asked },
		question: { recipe, locks, shelf, wishes, celsius, ...(believed && { believed }) }
	});
	if (stopped()) return null;
	report(1);
	return cover;
}
