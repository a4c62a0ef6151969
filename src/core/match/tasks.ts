import type { ChanceCurve, DriftQuestion, Hand } from '../predict/index';
import type { Advice } from './advice';
import type { BeadOption, BeadQuestion } from './bead-options';
import type { Cover, CoverQuestion } from './cover';
import type { Followed } from './follow';
import type { MatchQuestion } from './question';
import type { FoundBuild, PlotRange, Seen } from './search';
import type { WayOut } from './ways-out';

/** What one who works at a search is asked; plain data both ways. */
export type MatchTask =
	/** The chance over the sink rate, at some of them. */
	| {
			readonly kind: 'curve';
			readonly question: DriftQuestion;
			readonly logs: readonly number[];
			readonly worlds?: number;
			/** The first lot of worlds, where each point is to meet its own. */
			readonly apart?: number;
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
	| {
			readonly kind: 'within';
			readonly piece: PlotRange;
			readonly most: number;
			readonly mark: number;
	  }
	| { readonly kind: 'seen' }
	/** How the rod is held for a build. */
	| { readonly kind: 'hold'; readonly question: DriftQuestion }
	/** Follows a build through some of the drifts of its band. */
	| {
			readonly kind: 'follow';
			readonly question: DriftQuestion;
			/** The rod as it is found in a hurry, for what is only passed through. */
			readonly quick?: true;
			readonly from: number;
			readonly to: number;
	  }
	/** What would help where nothing does the job. */
	| {
			readonly kind: 'ways out';
			readonly question: MatchQuestion;
			readonly curve: ChanceCurve;
			readonly best: FoundBuild | null;
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
	readonly list: readonly FoundBuild[];
	readonly within: readonly FoundBuild[];
	readonly seen: readonly Seen[];
	readonly hold: Hand;
	readonly follow: Followed;
	readonly 'ways out': readonly WayOut[];
	readonly advice: Advice;
	readonly beads: readonly BeadOption[];
	readonly cover: Cover;
}

/** One who does tasks of a search, in turn: a worker, a thread, or a SearchWorker itself. */
export interface SearchChannel {
	ask<Kind extends MatchTask['kind']>(
		task: Extract<MatchTask, { kind: Kind }>
	): Promise<MatchAnswers[Kind]>;
}
