import { curveAsker, drifting, type Drifting, type DriftQuestion, QUICK } from '../predict/index';
import { adviceFor } from './advice';
import { coverOf } from './cover';
import { followed } from './follow';
import { Search } from './search';
import type { MatchAnswers, MatchTask } from './tasks';
import { waysOut } from './ways-out';
import { beadOptions } from './bead-options';

/** Does the tasks of a search, one after the other; holds the search that is under way. */
export class SearchWorker {
	private search: Search | null = null;
	private readonly curveAt = curveAsker();
	/** The last question that was made ready to drift, for the next piece of its band. */
	private last: { readonly words: string; readonly ready: Drifting } | null = null;

	do(task: MatchTask): MatchAnswers[MatchTask['kind']] {
		switch (task.kind) {
			case 'curve':
				return this.curveAt(task.question, task.logs, task.worlds, task.apart);
			case 'begin':
				this.search = new Search(task.question, task.curve);
				return this.search.pairs;
			case 'look': {
				const search = this.underWay();
				for (const pair of task.pairs) search.look(pair);
				return { looked: search.looked, top: search.topChance };
			}
			case 'list':
				return this.underWay().list(task.most, task.mark, task.more);
			case 'within':
				return this.underWay().within(task.piece, task.most, task.mark);
			case 'seen':
				return this.underWay().seen();
			case 'hold':
				return this.readyFor(task.question).hand;
			case 'follow':
				return followed(this.readyFor(task.question, task.quick), task.from, task.to);
			case 'ways out':
				return waysOut(task.question, task.curve, task.best);
			case 'advice':
				return adviceFor(task.question);
			case 'beads':
				return beadOptions(task.question);
			case 'cover':
				return coverOf(task.question, task.curves);
		}
	}

	private readyFor(question: DriftQuestion, quick = false): Drifting {
		const words = JSON.stringify([question, quick]);
		const care = quick ? QUICK : undefined;
		if (this.last?.words !== words)
			this.last = { words, ready: drifting(question, undefined, care) };
		return this.last.ready;
	}

	private underWay(): Search {
		if (!this.search) throw new Error('SearchWorker: no search was begun; ask “begin” first');
		return this.search;
	}
}
