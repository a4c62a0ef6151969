import { outingLikelihoodOf, type Outing, type OutingLikelihood } from '$core/learn/index';

/** What an outing's water says, before it is kept. */
export interface FitTask {
	readonly kind: 'fit';
	readonly outing: Omit<Outing, 'key' | 'on' | 'kind'>;
}

export interface FitAnswers {
	readonly fit: OutingLikelihood;
}

export const doFitTask = ({ outing }: FitTask): OutingLikelihood => outingLikelihoodOf(outing);
