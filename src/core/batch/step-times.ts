import { math } from '../quantity/index';
/** What a step took so far, in all the runs that are known. */
export interface Timed {
	readonly key: string;
	/** How often. */
	readonly times: number;
	/** s, together. */
	readonly seconds: number;
	/** What it usually takes, for the same, s together. */
	readonly usual: number;
}

/** Spreads as standard deviations of the logarithm (our estimates). */
const BETWEEN_TIERS = 0.5;
const BETWEEN_STEPS = 0.35;
const ONE_TIME = 0.3;

/**
 * How much longer or shorter than usual this tier takes: the posterior mean of the logarithm in closed
 * form, of a pace that all steps have in common and of each step about it. A step that was never timed
 * has the common pace; without any times everything takes what it usually does.
 *
 * @returns of a step's key the factor on its usual seconds
 */
export function stepTimesOf(timed: readonly Timed[]): (key: string) => number {
	const known = new Map<string, { seconds: number; usual: number; times: number }>();
	for (const { key, seconds, usual, times } of timed) {
		if (!(seconds > 0 && usual > 0 && times > 0)) continue;
		const sum = known.get(key) ?? { seconds: 0, usual: 0, times: 0 };
		known.set(key, {
			seconds: sum.seconds + seconds,
			usual: sum.usual + usual,
			times: sum.times + times
		});
	}
	const found = [...known].map(([key, { seconds, usual, times }]) => ({
		key,
		log: math.log(seconds / usual),
		own: math.square(ONE_TIME) / times
	}));
	let weight = 1 / math.square(BETWEEN_TIERS);
	let sum = 0;
	for (const { log, own } of found) {
		const one = 1 / (math.square(BETWEEN_STEPS) + own);
		weight += one;
		sum += one * log;
	}
	const common = sum / weight;
	const each = new Map(
		found.map(({ key, log, own }) => {
			const share = math.square(BETWEEN_STEPS) / (math.square(BETWEEN_STEPS) + own);
			return [key, math.exp(common + share * (log - common))];
		})
	);
	return (key) => each.get(key) ?? math.exp(common);
}
