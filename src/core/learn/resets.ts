import { parameterOf, type ParameterName, type Mixture } from '../parameter/index';

/** What was learned of a parameter until then is set aside: what comes after teaches it anew. */
export interface Reset {
	/** A score of Learned, a parameter for all of its kind, or `@` and a place for all that is of that. */
	readonly score: string;
	/** ISO date and time. */
	readonly on: string;
}

/** Ends the name of a score that was set aside. */
export const SET_ASIDE = ' (set aside)';

/** Which resets came after an entry. */
export const resetsBefore = (on: string, resets: readonly Reset[]) =>
	resets.flatMap((reset, k) => (on < reset.on ? [k] : [])).join(' ');

/** The make-up of parameters for an entry of some time: scores that were reset since are others. */
export function asOf(
	on: string,
	resets: readonly Reset[],
	of: (parameter: ParameterName) => Mixture | null
): (parameter: ParameterName) => Mixture | null {
	const since = resets.filter((reset) => on < reset.on).map(({ score }) => score);
	if (since.length === 0) return of;
	const aside = (score: string) =>
		[score, parameterOf(score), score.slice(parameterOf(score).length)].some((one) =>
			since.includes(one)
		);
	return (parameter) =>
		of(parameter)?.map(({ score, weight }) => ({
			score: aside(score) ? score + SET_ASIDE : score,
			weight
		})) ?? null;
}
