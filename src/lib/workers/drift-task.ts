import {
	bandDistances,
	drawnDrift,
	SMOOTH,
	type DrawnDrift,
	type Fault,
	type Run,
	type Wanted
} from '$core/drift/index';
import { mends, type Mend, type Shelf } from '$core/match/index';
import {
	drifting,
	speedAskedFor,
	worldRun,
	type Drifting,
	type DriftQuestion
} from '$core/predict/index';

/** What a worker is asked about drifts; plain data both ways. */
export type DriftTask =
	| { readonly kind: 'single'; readonly question: DriftQuestion; readonly wanted: Wanted }
	| { readonly kind: 'asked'; readonly question: DriftQuestion; readonly wanted: Wanted }
	| {
			readonly kind: 'band';
			readonly question: DriftQuestion;
			readonly wanted: Wanted;
			/** Which of the drifts. */
			readonly from: number;
			readonly to: number;
	  }
	| {
			readonly kind: 'mends';
			readonly question: DriftQuestion;
			readonly wanted: Wanted;
			readonly fault: Fault;
			readonly chance: number;
			readonly shelf: Shelf;
	  };
export interface DriftAnswers {
	readonly single: DrawnDrift;
	/** The sink rate that the line and the lie ask for, m/s. */
	readonly asked: number | null;
	readonly band: { readonly runs: readonly Run[]; readonly distances: Float32Array };
	readonly mends: readonly Mend[];
}

/** The last question made ready, so that the next piece of its band need not begin anew. */
let last: { readonly words: string; readonly fly: string; readonly ready: Drifting } | null = null;
function readyFor(question: DriftQuestion): Drifting {
	const words = JSON.stringify(question);
	if (last?.words === words) return last.ready;
	// On another line or in another lie the fly is the same.
	const fly = JSON.stringify([question.recipe, question.celsius, question.learned]);
	const known = last?.fly === fly ? last.ready.median.flies[0]!.fly : undefined;
	last = { words, fly, ready: drifting(question, known) };
	return last.ready;
}

/** Does a task; runs in workers, in the browser and on the server. */
export function doDriftTask(task: DriftTask): DriftAnswers[DriftTask['kind']] {
	const { question, wanted } = task;
	switch (task.kind) {
		case 'single': {
			const { flies, column, line } = readyFor(question).median;
			return drawnDrift(flies, column, line, 0, { smooth: true, fineness: SMOOTH, wanted });
		}
		case 'asked':
			return speedAskedFor(readyFor(question), wanted);
		case 'band': {
			const ready = readyFor(question);
			const distances = bandDistances(ready.median.column);
			const runs: Run[] = [];
			for (let k = task.from; k < task.to; k++) runs.push(worldRun(ready, k, distances, wanted));
			return { runs, distances };
		}
		case 'mends':
			return mends(question, task.fault, task.chance, wanted, task.shelf);
	}
}
