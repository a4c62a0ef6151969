import type { Hand } from '../predict/index';
import type { MatchAnswers, MatchTask, SearchChannel } from './index';

type Answers = { readonly [Kind in MatchTask['kind']]?: (task: never) => MatchAnswers[Kind] };

/** Answers what is asked from a table, so that what is made of the answers is tested alone. */
export class ToldChannel implements SearchChannel {
	readonly asked: MatchTask[] = [];

	constructor(private readonly answers: Answers) {}

	ask<Kind extends MatchTask['kind']>(task: Extract<MatchTask, { kind: Kind }>) {
		this.asked.push(task);
		const answer = this.answers[task.kind] as ((task: MatchTask) => MatchAnswers[Kind]) | undefined;
		if (!answer) throw new Error(`Nobody expected to be asked: ${task.kind}`);
		return Promise.resolve(answer(task));
	}

	of<Kind extends MatchTask['kind']>(kind: Kind) {
		return this.asked.filter(
			(task): task is Extract<MatchTask, { kind: Kind }> => task.kind === kind
		);
	}
}

/** A hand that nobody looks into. */
export const anyHand = { rig: null, found: [] } as unknown as Hand;
