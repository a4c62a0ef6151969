import type { Band } from '../../core/drift/index';
import { bandFor, drifting, type DriftQuestion, type Hand } from '../../core/predict/index';

/** Drifts that are asked of a thread of the server. */
export interface DriftsAsked {
	readonly question: DriftQuestion;
	readonly drifts: number;
}
export interface DriftsAnswered {
	readonly hand: Hand;
	readonly band: Band;
}

/** The hand that is found for a question, and the band with it. */
export default function drifts({ question, drifts }: DriftsAsked): DriftsAnswered {
	const ready = drifting(question);
	return { hand: ready.hand, band: bandFor(ready, drifts) };
}
