import {
	curveOf,
	drifting,
	type ChanceCurve,
	type Drifting,
	type DriftQuestion,
	type Hand
} from '../predict/index';
import { adviceFor, type Advice } from './advice';
import { coverOf, type Cover, type CoverQuestion } from './cover';
import { followed, type Followed } from './follow';
import { Search, type Found, type MatchQuestion, type Piece, type Seen } from './search';
import { waysOut, type WayOut } from './ways-out';
import { beadOptions, type BeadOption, type BeadQuestion } from './which-bead';

/** What one who works at a search is asked; plain data both ways. */
export type MatchTask =
	/** The chance over the sink rate, at some of them. */
	| {
			readonly kind: 'curve';
			readonly question: DriftQuestion;
			readonly logs: readonly number[];
			readonly worlds?: number;
	  }
	/** Begins a search; what was looked at before is forgotten. */
	| { readonly kind: 'begin'; readonly question: MatchQuestion; readonly curve: ChanceCurve }
	/** Looks at some pairs of hook and bead. */
	| { readonly kind: 'look'; readonly pairs: readonly number[] }
	| {
			readonly kind: 'list';
			readonly most: number;
			readonly mark: number;
			/** What a chance must be above the mark for the next of its family to be passed over. */
			readonly more: number;
	  }
	| { readonly kind: 'within'; readonly piece: Piece; readonly most: number; readonly mark: number }
	| { readonly kind: 'seen' }
	/** How the rod is held for a build. */
	| { readonly kind: 'hold'; readonly question: DriftQuestion }
	/** Follows a build through some of the drifts of its band. */
	| {
			readonly kind: 'follow';
			readonly question: DriftQuestion;
			readonly from: number;
			readonly to: number;
	  }
	/** What would help where nothing does the job. */
	| {
			readonly kind: 'ways out';
			readonly question: MatchQuestion;
			readonly curve: ChanceCurve;
			readonly best: Found | null;
	  }
	/** Every bead that the hook takes. */
	| { readonly kind: 'beads'; readonly question: BeadQuestion }
	/** What to change about one fly on its rig in its lie. */
	| { readonly kind: 'advice'; readonly question: MatchQuestion }
	/** The fewest builds for several waters, of each of which the curve is known. */
	| {
			readonly kind: 'cover';
			readonly question: CoverQuestion;
			readonly curves: readonly ChanceCurve[];
	  };

export interface MatchAnswers {
	readonly curve: ChanceCurve;
	/** Pairs there are. */
	readonly begin: number;
	readonly look: { readonly looked: number; readonly top: number };
	readonly list: readonly Found[];
	readonly within: readonly Found[];
	readonly seen: readonly Seen[];
	readonly hold: Hand;
	readonly follow: Followed;
	readonly 'ways out': readonly WayOut[];
	readonly advice: Advice;
	readonly beads: readonly BeadOption[];
	readonly cover: Cover;
}

/** Does the tasks of a search, one after the other; holds the search that is under way. */
export class Desk {
	private search: Search | null = null;
	/** The last question that was made ready to drift, for the next piece of its band. */
	private last: { readonly words: string; readonly ready: Drifting } | null = null;

	do(task: MatchTask): MatchAnswers[MatchTask['kind']] {
		switch (task.kind) {
			case 'curve':
				return curveOf(task.question, task.logs, task.worlds);
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
				return followed(this.readyFor(task.question), task.from, task.to);
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

	private readyFor(question: DriftQuestion): Drifting {
		const words = JSON.stringify(question);
		if (this.last?.words !== words) this.last = { words, ready: drifting(question) };
		return this.last.ready;
	}

	private underWay(): Search {
		if (!this.search) throw new Error('Desk: no search was begun; ask “begin” first');
		return this.search;
	}
}
