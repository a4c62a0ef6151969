import { prior, type ParameterName } from '../parameter/index';
import type { Run } from '../drift/index';
import { bandDistances } from '../drift/index';
import { drifting, MODEL_VERSION, worldRuns, worldsFrom } from '../predict/index';
import type { Outing, Sight, OutingLikelihood } from './observation';
import { posterior } from './posterior';

/** Drifts that a surrogate is fitted to (our choice). */
const DRIFTS = 160;
/** The constant's own prior is this many times as wide as a slope's (ours). */
const WIDE = 4;
/** From this chance of hanging up on the way it counts as having touched (our choice). */
const TOUCHED = 0.02;
/** What is seen through the water is believed so much less than the fit says (our estimate). */
const SEEN = 0.7;

/** Whether a drift shows what was seen; `happened` is true for all but `untouched`. */
const shows: Readonly<Record<Sight, (run: Run) => boolean>> = {
	touched: ({ onBed, hangUp }) => onBed > 0 || hangUp > TOUCHED,
	untouched: ({ onBed, hangUp }) => onBed > 0 || hangUp > TOUCHED,
	hungUp: ({ onBed, hangUp }) => onBed > 0 || hangUp > TOUCHED,
	atDepth: ({ time }) => time !== null
};

/**
 * Fits how likely a sight is over the parameters: logistic regression, with a prior of one on each slope, on
 * drifts in worlds drawn from the prior with their eddies. Half a second's work; to be kept.
 */
export function outingLikelihoodOf(
	outing: Pick<Outing, 'recipe' | 'lie' | 'rig' | 'celsius' | 'saw'>
): OutingLikelihood {
	const ready = drifting({ ...outing, distribution: prior });
	const distances = bandDistances(ready.median.column, 2);
	const seen = shows[outing.saw];
	const names: ParameterName[] = [];
	const runs = worldRuns(ready, [0, DRIFTS], distances);
	const outcomes = [...worldsFrom(ready, 0, DRIFTS)].map(({ scores }, k) => {
		const slopes = (Object.entries(scores) as [ParameterName, number][]).map(([name, slope]) => {
			if (!names.includes(name)) names.push(name);
			return { k: names.indexOf(name) + 1, slope };
		});
		const happened = seen(runs[k]!);
		return { logOdds: 0, slopes: [{ k: 0, slope: WIDE }, ...slopes], happened };
	});
	const { mean } = posterior(names.length + 1, [], { outcomes, loss: 'square' });
	return {
		model: MODEL_VERSION,
		logOdds: Number((SEEN * WIDE * mean[0]!).toFixed(4)),
		slopes: names.map((parameter, k) => ({
			parameter,
			slope: Number((SEEN * mean[k + 1]!).toFixed(4))
		}))
	};
}
