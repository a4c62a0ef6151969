import type { LearningAnswer } from '$lib/api/answers';

/** While nothing was weighed, timed or seen, or what was found is still being learned from: the tables alone. */
export const NOTHING_LEARNED: LearningAnswer = {
	learned: { scores: [], mean: [], covariance: [] },
	judged: [],
	unusable: [],
	origin: '',
	observations: 0
};
