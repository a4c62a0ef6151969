import {
	bandOf,
	mainFault,
	type Band,
	type DrawnDrift,
	type Fault,
	type Run,
	type Wanted
} from '$core/drift/index';
import type { Mend, Shelf } from '$core/match/index';
import type { DriftQuestion } from '$core/predict/index';
import { DriftWorker } from '$lib/workers/drift-worker';

/** Drifts of the first band, which is enough for the strip, and of the finer ones that a view asks for. */
const STAGES = [150, 300, 500] as const;
const FIRST = STAGES[0];
const MOST = STAGES[2];
/** Drifts that a worker does before it looks up again. */
const PIECE = 5;
/** Two cores are what a small machine has. */
const WORKERS = 2;
/** The band begins when the keys have been still for so long, ms. */
const STILL = 120;

/**
 * The drift of what is on the strip: the single path at once, the band of many after it, each dropped
 * when the question changes.
 */
export class DriftState {
	/** The path in smooth water with everything at its median, of the newest question that has one. */
	single = $state.raw<DrawnDrift | null>(null);
	/** The sink rate that line and lie ask for, m/s; null while it is not known, or none is enough. */
	asked = $state<number | null>(null);
	band = $state.raw<Band | null>(null);
	/** Drifts done of those asked for; null when nothing runs. */
	progress = $state.raw<{ readonly done: number; readonly of: number } | null>(null);
	mends = $state.raw<readonly Mend[]>([]);
	/** The person stopped the band before it was whole. */
	stopped = $state(false);

	/** Whether a way out is being looked for. */
	mending = $state(false);

	private readonly first = new DriftWorker();
	private readonly mender = new DriftWorker();
	private readonly workers = Array.from({ length: WORKERS }, () => new DriftWorker());
	private followed: {
		readonly question: DriftQuestion | null;
		readonly wanted: Wanted;
		readonly shelf: Shelf;
	} | null = null;
	/** Drifts of the question that is followed, in the order of the seed. */
	private runs: Run[] = [];
	private most: number = FIRST;
	private turn = 0;
	private timer: ReturnType<typeof setTimeout> | undefined;
	private asking = false;
	private next: { question: DriftQuestion; wanted: Wanted } | null = null;

	/** Follows a question; what ran for another one is dropped. null: there is none. */
	follow(question: DriftQuestion | null, wanted: Wanted, shelf: Shelf): void {
		if (question === this.followed?.question && wanted === this.followed?.wanted) return;
		this.followed = { question, wanted, shelf };
		const turn = ++this.turn;
		clearTimeout(this.timer);
		this.progress = null;
		this.runs = [];
		this.band = null;
		this.mends = [];
		if (this.mending) this.mender.end();
		this.mending = false;
		this.stopped = false;
		if (!question) {
			this.single = null;
			this.asked = null;
			this.next = null;
			return;
		}
		this.next = { question, wanted };
		void this.askSingle();
		this.timer = setTimeout(() => void this.askBand(question, wanted, turn), STILL);
	}

	/** Whether a view shows the band itself, which then is made finer. */
	refine(fine: boolean): void {
		this.most = fine ? MOST : FIRST;
		if (fine && !this.progress && !this.stopped && this.runs.length < MOST) this.resume();
	}

	/** Ends the band that runs; what it has is kept. */
	stop(): void {
		this.turn++;
		clearTimeout(this.timer);
		this.progress = null;
		this.stopped = true;
	}

	/** Goes on after a stop. */
	resume(): void {
		const { question, wanted } = this.followed ?? {};
		if (!question || !wanted) return;
		this.stopped = false;
		void this.askBand(question, wanted, ++this.turn);
	}

	end(): void {
		this.turn++;
		clearTimeout(this.timer);
		this.first.end();
		this.mender.end();
		for (const worker of this.workers) worker.end();
	}

	/** One single path at a time; of questions that came meanwhile only the newest counts. */
	private async askSingle(): Promise<void> {
		if (this.asking) return;
		this.asking = true;
		try {
			while (this.next) {
				const { question, wanted } = this.next;
				this.next = null;
				const single = await this.first.ask({ kind: 'single', question, wanted });
				this.single = single;
				if (this.next) continue;
				this.asked = await this.first.ask({ kind: 'asked', question, wanted });
			}
		} catch {
			// The worker was ended: the page is going, or asks anew.
		} finally {
			this.asking = false;
		}
	}

	/** What would mend a drift that is mostly not good. */
	private async askMends(
		question: DriftQuestion,
		wanted: Wanted,
		{ chance }: Band,
		fault: Fault
	): Promise<void> {
		this.mending = true;
		const { shelf } = this.followed!;
		try {
			const found = await this.mender.ask({
				...{ kind: 'mends', question, wanted, shelf, fault, chance }
			});
			if (question === this.followed?.question) this.mends = found;
		} catch {
			// Dropped for a newer question.
		} finally {
			if (question === this.followed?.question) this.mending = false;
		}
	}

	private async askBand(question: DriftQuestion, wanted: Wanted, turn: number): Promise<void> {
		const { runs } = this;
		let given = runs.length;
		const done: (readonly Run[] | undefined)[] = [];
		const work = async (worker: DriftWorker) => {
			while (given < this.most && turn === this.turn) {
				const from = given;
				given = Math.min(this.most, given + PIECE);
				const { runs: some, distances } = await worker.ask({
					...{ kind: 'band', question, wanted, from, to: given }
				});
				if (turn !== this.turn) return;
				// Always the same drifts in the same order, whichever worker was quicker.
				done[from] = some;
				for (let next = done[runs.length]; next; next = done[runs.length]) runs.push(...next);
				this.progress = { done: runs.length, of: this.most };
				const stage = STAGES.findLast((count) => runs.length >= count) ?? 0;
				if (stage <= (this.band?.drifts ?? 0)) continue;
				const band = bandOf(runs.slice(0, stage), distances);
				const fault = mainFault(band);
				const first = this.band === null;
				this.band = band;
				if (first && band.chance < 0.6 && fault) {
					void this.askMends(question, wanted, band, fault);
				}
			}
		};
		try {
			await Promise.all(this.workers.map(work));
		} catch {
			return;
		}
		if (turn === this.turn) this.progress = null;
	}
}
