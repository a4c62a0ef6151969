import { bandDistances } from '$core/drift/index';
import { drifting, worldRuns, type DriftQuestion, type Hand } from '$core/predict/index';

/** Drifts behind what a card says once it has followed a fly (our choice). */
const CARD_DRIFTS = 60;

export interface CardQuestion {
	/** By which an answer is told from that to an older question. */
	readonly turn: number;
	readonly fly: number;
	readonly question: DriftQuestion;
}
export interface CardAnswer {
	readonly turn: number;
	readonly fly: number;
	readonly chance: number;
	readonly hand: Hand;
}

/** What the core says of a fly in a water, as everywhere: the hand, then the first of everybody's drifts. */
export function cardAnswer({ turn, fly, question }: CardQuestion): CardAnswer {
	const ready = drifting(question);
	const distances = bandDistances(ready.median.column, 2);
	const runs = worldRuns(ready, [0, CARD_DRIFTS], distances);
	const chance = runs.filter(({ fault }) => fault === null).length / CARD_DRIFTS;
	return { turn, fly, chance, hand: ready.hand };
}
