import {
	before,
	limitOf,
	match,
	mergedLists,
	type FoundBuild,
	type MatchAnswer,
	type MatchProgress,
	type MatchQuestion,
	type PlotRange,
	type WayOut
} from '$core/match/index';
import { MatchWorker } from '$lib/workers/match-worker';

/** Two cores are what a small machine has. */
const LANES = 2;
/** The search begins when the question has been still for this long, ms. */
const STILL = 250;
/** Builds of a piece of the picture that are listed. */
const OF_A_PIECE = 16;
const MOST_PINNED = 3;

/** The search for builds for what is on the strip: dropped and begun anew when the question changes. */
export class MatchState {
	/** What the newest question has so far; of the one before it while that has nothing. */
	answer = $state.raw<MatchAnswer | null>(null);
	/** null when nothing runs. */
	progress = $state.raw<MatchProgress | null>(null);
	stopped = $state(false);
	/** Why nothing does the job, and what would help; null while it is looked for. */
	limit = $state<string | null>(null);
	waysOut = $state.raw<readonly WayOut[] | null>(null);
	/** The piece of the picture that filters the list, and what is in it. */
	piece = $state.raw<PlotRange | null>(null);
	inPiece = $state.raw<readonly FoundBuild[] | null>(null);
	pinned = $state.raw<readonly FoundBuild[]>([]);

	/** What is listed. */
	readonly list = $derived(this.piece ? (this.inPiece ?? []) : (this.answer?.list ?? []));

	private readonly channels = Array.from({ length: LANES }, () => new MatchWorker());
	private asked = '';
	private question: MatchQuestion | null = null;
	private turn = 0;
	private timer: ReturnType<typeof setTimeout> | undefined;

	/** Follows a question; what ran for another one is dropped. null: there is none. */
	follow(question: MatchQuestion | null): void {
		// By its words: lists of lots are other objects after every save.
		const words = JSON.stringify(question);
		if (words === this.asked) return;
		this.asked = words;
		this.question = question;
		this.drop();
		this.stopped = false;
		this.piece = null;
		this.inPiece = null;
		this.limit = null;
		this.waysOut = null;
		if (!question) {
			this.answer = null;
			return;
		}
		const { turn } = this;
		this.progress = { phase: 'asking', share: 0 };
		this.timer = setTimeout(() => void this.run(question, turn), STILL);
	}

	/** Ends what runs; what was found is kept. */
	stop(): void {
		this.drop();
		this.stopped = true;
	}

	/** Begins again after a stop. */
	resume(): void {
		if (!this.question) return;
		this.stopped = false;
		void this.run(this.question, ++this.turn);
	}

	end(): void {
		this.drop();
		this.asked = '';
	}

	/** Lists what lies within a piece of the picture; null: everything again. */
	async show(piece: PlotRange | null): Promise<void> {
		this.piece = piece;
		this.inPiece = null;
		const { answer, turn, question } = this;
		if (!piece || !answer || !question) return;
		try {
			const found = await Promise.all(
				this.channels.map((channel) =>
					channel.ask({ kind: 'within', piece, most: OF_A_PIECE, mark: answer.mark })
				)
			);
			if (turn !== this.turn || piece !== this.piece) return;
			const all = mergedLists(found, answer.mark);
			this.inPiece = all.sort((a, b) => before(a, b, answer.mark)).slice(0, OF_A_PIECE);
		} catch {
			// The channels were ended for another question.
		}
	}

	/** Lays a build aside to compare, or takes it away again. */
	pin(one: FoundBuild): void {
		this.pinned = this.isPinned(one)
			? this.pinned.filter((other) => !same(one, other))
			: [...this.pinned, one].slice(-MOST_PINNED);
	}

	readonly isPinned = (one: FoundBuild): boolean => this.pinned.some((other) => same(one, other));

	private drop(): void {
		this.turn++;
		clearTimeout(this.timer);
		if (this.progress) for (const channel of this.channels) channel.end();
		this.progress = null;
	}

	private async run(question: MatchQuestion, turn: number): Promise<void> {
		const old = () => turn !== this.turn;
		try {
			const answer = await match(
				question,
				this.channels,
				(progress, found) => {
					if (old()) return;
					this.progress = progress;
					if (found) this.answer = found;
				},
				old
			);
			if (!answer || old()) return;
			const best = Math.max(0, ...answer.list.map(({ chance }) => chance));
			this.limit = limitOf(answer.curve, answer.seen, best, question.wishes);
			if (this.limit) {
				const [channel] = this.channels;
				const waysOut = await channel!.ask({
					kind: 'ways out',
					question,
					curve: answer.curve,
					best: answer.list[0] ?? null
				});
				if (!old()) this.waysOut = waysOut;
			}
		} catch {
			// The channels were ended for another question.
			return;
		}
		if (!old()) this.progress = null;
	}
}
const same = (a: FoundBuild, b: FoundBuild) =>
	JSON.stringify(a.recipe) === JSON.stringify(b.recipe);

/** The one search of a window: it belongs to no view, so that what was found is still there when one comes back. */
export const searchOf = (holder: { search: MatchState | null }) =>
	(holder.search ??= new MatchState());
