import { askedOf, type Asked } from './asked';
import { coverOf, type Cover, type CoverQuestion } from './cover';
import { goodDrifts } from './plain-search';
import { waysOut, type WayOut } from './ways-out';
import { Search, type Found, type MatchQuestion, type Piece, type Seen } from './search';

/** What one who works at a search is asked; plain data both ways. */
export type MatchTask =
	/** What lie and rig ask for, in some of the worlds. */
	| {
			readonly kind: 'asked';
			readonly question: MatchQuestion;
			readonly from: number;
			readonly to: number;
	  }
	/** Begins a search; what was looked at before is forgotten. */
	| { readonly kind: 'begin'; readonly question: MatchQuestion; readonly asked: Asked }
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
	/** Follows a build through some of the drifts of its band. */
	| {
			readonly kind: 'follow';
			readonly question: MatchQuestion;
			readonly build: Pick<Found, 'recipe'>;
			readonly from: number;
			readonly to: number;
	  }
	/** What would help where nothing does the job. */
	| {
			readonly kind: 'ways out';
			readonly question: MatchQuestion;
			readonly asked: Asked;
			readonly best: Found | null;
	  }
	/** The fewest builds for several waters, of which is known what they ask for. */
	| { readonly kind: 'cover'; readonly question: CoverQuestion; readonly asked: readonly Asked[] };

export interface MatchAnswers {
	readonly asked: Asked;
	/** Pairs there are. */
	readonly begin: number;
	readonly look: { readonly looked: number; readonly top: number };
	readonly list: readonly Found[];
	readonly within: readonly Found[];
	readonly seen: readonly Seen[];
	/** How many were good. */
	readonly follow: number;
	readonly 'ways out': readonly WayOut[];
	readonly cover: Cover;
}

/** Does the tasks of a search, one after the other; holds the search that is under way. */
export class Desk {
	private search: Search | null = null;

	do(task: MatchTask): MatchAnswers[MatchTask['kind']] {
		switch (task.kind) {
			case 'asked':
				return askedOf(task.question, task.from, task.to);
			case 'begin':
				this.search = new Search(task.question, task.asked);
				return this.search.pairs;
			case 'look': {
				const search = this.under();
				for (const pair of task.pairs) search.look(pair);
				return { looked: search.looked, top: search.topChance };
			}
			case 'list':
				return this.under().list(task.most, task.mark, task.more);
			case 'within':
				return this.under().within(task.piece, task.most, task.mark);
			case 'seen':
				return this.under().seen();
			case 'follow':
				return goodDrifts(task.question, task.build, task.from, task.to);
			case 'ways out':
				return waysOut(task.question, task.asked, task.best);
			case 'cover':
				return coverOf(task.question, task.asked);
		}
	}

	private under(): Search {
		if (!this.search) throw new Error('Desk: no search was begun; ask “begin” first');
		return this.search;
	}
}
