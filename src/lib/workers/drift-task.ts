import { bandDistances, drawnDrift, SMOOTH, type DrawnDrift, type Run } from '$core/drift/index';
import { adviceFor, type Advice, type MatchQuestion } from '$core/match/index';
import {
	CAREFUL,
	curveAsker,
	drifting,
	QUICK,
	worldRuns,
	type ChanceCurve,
	type Drifting,
	type DriftQuestion,
	type Hand
} from '$core/predict/index';

/** What a worker is asked about drifts; plain data both ways. */
export type DriftTask =
	/** The path in smooth water; without a hand in the question with one that is found in a hurry. */
	| { readonly kind: 'single'; readonly question: DriftQuestion }
	/** How the rod is held. */
	| { readonly kind: 'hand'; readonly question: DriftQuestion }
	| {
			readonly kind: 'band';
			readonly question: DriftQuestion;
			/** Which of the drifts. */
			readonly from: number;
			readonly to: number;
	  }
	/** The chance over the sink rate, at one of them. */
	| { readonly kind: 'curve'; readonly question: DriftQuestion; readonly log: number }
	/** What to change. */
	| { readonly kind: 'advice'; readonly question: MatchQuestion };

export interface DriftAnswers {
	readonly single: { readonly drift: DrawnDrift; readonly hand: Hand };
	readonly hand: Hand;
	readonly band: { readonly runs: readonly Run[]; readonly distances: Float32Array };
	readonly curve: ChanceCurve;
	readonly advice: Advice;
}

const curveAt = curveAsker();

/** The last question made ready, so that the next piece of its band need not begin anew. */
let last: { readonly words: string; readonly fly: string; readonly ready: Drifting } | null = null;
function readyFor(question: DriftQuestion, care = CAREFUL): Drifting {
	const words = JSON.stringify([question, care]);
	if (last?.words === words) return last.ready;
	// On another line or in another lie the fly is the same.
	const { recipe, celsius, learned, distribution } = question;
	const fly = JSON.stringify([recipe, celsius, learned, distribution]);
	const known = last?.fly === fly ? last.ready.median.flies[0]!.fly : undefined;
	last = { words, fly, ready: drifting(question, known, care) };
	return last.ready;
}

/** Does a task; runs in workers, in the browser and on the server. */
export function doDriftTask(task: DriftTask): DriftAnswers[DriftTask['kind']] {
	const { question } = task;
	switch (task.kind) {
		case 'single': {
			const { hand, wanted, median } = readyFor(question, QUICK);
			const { flies, column, line } = median;
			const care = { smooth: true, fineness: SMOOTH, wanted };
			return { drift: drawnDrift(flies, column, line, 0, care), hand };
		}
		case 'hand':
			return readyFor(question).hand;
		case 'band': {
			const ready = readyFor(question);
			const distances = bandDistances(ready.median.column);
			return { runs: worldRuns(ready, [task.from, task.to], distances), distances };
		}
		case 'curve':
			return curveAt(question, [task.log]);
		case 'advice':
			return adviceFor(task.question);
	}
}
