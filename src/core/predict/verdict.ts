/**
 * What is said of a chance of a good drift: one function for everything that says whether a fly gets down.
 */

/** Bands of the chance, from the best: their lower ends. */
export const verdictBands = [
	['yes', 0.85],
	['likely', 0.6],
	['even', 0.4],
	['unlikely', 0.25],
	['no', 0]
] as const;
export type Verdict = (typeof verdictBands)[number][0];

/** @param chance of a good drift, 0 to 1 */
export function verdictOf(chance: number): Verdict {
	return verdictBands.find(([, least]) => chance >= least)![0];
}

/** Nothing that is good less often does the job, however bad the others are (our choice). */
export const FLOOR = 0.25;
/** What comes so near to the best chance there is does the job too (our choice). */
const NEARLY = 0.9;
/** Chance that is asked for unless the person says (our choice). */
export const USUAL_ENOUGH = 0.7;

/**
 * The chance from which on a build does the job: what is asked for, or nearly the best there is if that is
 * less, and never less than the floor. Source: physics notes, section 7 (ours).
 *
 * @param best the best chance there is in this lie on this rig
 * @param enough the chance that is asked for
 */
export const markOf = (best: number, enough = USUAL_ENOUGH): number =>
	Math.max(FLOOR, Math.min(enough, NEARLY * best));
