import { bandOf, type Band, type DrawnDrift, type Run } from '$core/drift/index';
import type { Advice, Shelf, Wishes } from '$core/match/index';
import {
	curveLogs,
	curveShared,
	DRIFTS,
	markOf,
	nextStage,
	throughCounted,
	windowOf,
	type DriftQuestion,
	type Hand,
	type SpeedWindow
} from '$core/predict/index';
import { heldAlike, openControls, wayTable, type Rig } from '$core/rig/index';
import type { Learned } from '$core/parameter/index';
import { DriftWorker } from '$lib/workers/drift-worker';

/** Drifts that a worker does before it looks up again. */
const PIECE = 10;
/** Two cores are what a small machine has. */
const WORKERS = 2;
/** Sink rates among which those are sought that do the job, m/s. */
const SINKS = [0.12, 1.5] as const;
/** The band begins when the keys have been still for this long, ms. */
const STILL = 120;

const allFound = ({ way }: Rig) =>
	Object.fromEntries(wayTable[way].found.map((control) => [control, false]));

/** What else advice depends on: what the tier owns and wants, and all that was learned. */
export interface AdviceContext {
	readonly shelf: Shelf;
	readonly wishes: Wishes;
	readonly learned: Learned;
}

/**
 * The drift of what is on the strip: a path with the last hand or one found in a hurry at once, then the hand,
 * the band of many drifts with it, the sink rates that do the job, and what to change where it does not; each
 * dropped when the question changes.
 */
export class DriftState {
	/** The path in smooth water with everything at its median, of the newest question that has one. */
	single = $state.raw<DrawnDrift | null>(null);
	/** How the rod is held on that path. */
	hand = $state.raw<Hand | null>(null);
	/** What would be found of the controls that the person set; null while nothing is set, or it is not known. */
	wouldBe = $state.raw<Hand | null>(null);
	band = $state.raw<Band | null>(null);
	/** The sink rates that do the job on this rig in this lie, m/s; null while they are not known, or none does. */
	window = $state.raw<SpeedWindow | null>(null);
	/** Whether those were worked out. */
	windowKnown = $state(false);
	/** Drifts done of those asked for; null when nothing runs. */
	progress = $state.raw<{ readonly done: number; readonly of: number } | null>(null);
	/** What to change; null while that is not known. */
	advice = $state.raw<Advice | null>(null);
	/** The person stopped the band before it was whole. */
	stopped = $state(false);
	/** Whether advice is being looked for. */
	advising = $state(false);

	private readonly first = new DriftWorker();
	private readonly adviser = new DriftWorker();
	/** Looks for the sink rates that do the job: a point takes long, and is dropped for a newer question. */
	private readonly surveyor = new DriftWorker();
	/** The turn in which it does; null while it does nothing. */
	private surveying: number | null = null;
	/** Whether a view shows them. */
	private surveyed = false;
	private readonly workers = Array.from({ length: WORKERS }, () => new DriftWorker());
	private followed: {
		readonly question: DriftQuestion | null;
		readonly context: AdviceContext;
	} | null = null;
	/** Drifts of the question that is followed, in the order of the seed. */
	private runs: Run[] = [];
	/** The hand of the question that is followed. */
	private held: Hand | null = null;
	/** Whether a view shows the band itself: then it goes on until it is sure enough. */
	private fine = false;
	private turn = 0;
	private timer: ReturnType<typeof setTimeout> | undefined;
	private asking = false;
	/** What the hand belongs to. */
	private drawn: DriftQuestion | null = null;
	/** And the single path. */
	private followedTo: DriftQuestion | null = null;
	private next: DriftQuestion | null = null;

	/** Follows a question; what ran for another one is dropped. null: there is none. */
	follow(question: DriftQuestion | null, context: AdviceContext): void {
		if (this.followed && question === this.followed.question) {
			const { shelf } = this.followed.context;
			this.followed = { question, context };
			// What to change is said of what the tier owns, which may come or change later.
			if (question && shelf !== context.shelf && (this.advice || this.advising))
				void this.askAdvice(question);
			return;
		}
		this.followed = { question, context };
		const turn = ++this.turn;
		clearTimeout(this.timer);
		this.progress = null;
		this.runs = [];
		this.held = null;
		this.band = null;
		this.wouldBe = null;
		this.window = null;
		this.windowKnown = false;
		this.advice = null;
		if (this.advising) this.adviser.end();
		this.advising = false;
		this.endSurvey();
		this.stopped = false;
		this.next = question;
		if (!question) {
			this.single = null;
			this.hand = null;
			return;
		}
		void this.askSingle();
		this.timer = setTimeout(() => void this.askBand(question, turn), STILL);
	}

	/** Whether a view shows path and band themselves: the one is followed then, the other made finer. */
	refine(fine: boolean): void {
		this.fine = fine;
		const { question } = this.followed ?? {};
		if (fine && question && this.followedTo !== question) {
			this.next = { ...question, ...(this.held ? { hand: this.held } : {}) };
			void this.askSingle();
		}
		if (fine && !this.progress && !this.stopped && this.goal > this.runs.length) this.resume();
	}

	/** Whether a view shows the sink rates that do the job: elsewhere they are not looked for. */
	survey(shown: boolean): void {
		this.surveyed = shown;
		const { question } = this.followed ?? {};
		if (question && this.band && !this.progress) void this.askWindow(question, this.turn);
	}

	/** Ends the band that runs; what it has is kept. */
	stop(): void {
		this.turn++;
		clearTimeout(this.timer);
		this.endSurvey();
		this.progress = null;
		this.stopped = true;
	}

	/** Goes on after a stop. */
	resume(): void {
		const { question } = this.followed ?? {};
		if (!question) return;
		this.stopped = false;
		void this.askBand(question, ++this.turn);
	}

	end(): void {
		this.turn++;
		clearTimeout(this.timer);
		this.first.end();
		this.adviser.end();
		this.surveyor.end();
		for (const worker of this.workers) worker.end();
	}

	/** One single path at a time; of questions that came meanwhile only the newest counts. */
	private async askSingle(): Promise<void> {
		if (this.asking) return;
		this.asking = true;
		try {
			while (this.next) {
				const question: DriftQuestion = this.next;
				this.next = null;
				const asked = { ...question, hand: question.hand ?? this.asBefore(question) };
				// A path that nobody sees is not followed: at each key that costs more than what is seen.
				if (!this.fine && asked.hand) {
					this.drawn = question;
					this.followedTo = null;
					this.hand = asked.hand;
					continue;
				}
				const { drift, hand } = await this.first.ask({ kind: 'single', question: asked });
				// A hand that was found with care since is not overtaken by one found in a hurry.
				if (question.hand || !this.held) {
					this.drawn = question;
					this.followedTo = this.followed?.question ?? null;
					this.single = drift;
					this.hand = hand;
				}
			}
		} catch {
			// The worker was ended: the page is going, or asks anew.
		} finally {
			this.asking = false;
		}
	}

	/** In the same water another fly or line is held much as the last one was: the picture need not wait for more. */
	private asBefore({ rig, lie }: DriftQuestion): Hand | undefined {
		if (!this.drawn || !this.hand || this.drawn.rig.way !== rig.way) return undefined;
		if (JSON.stringify(this.drawn.lie) !== JSON.stringify(lie)) return undefined;
		const open = openControls(rig);
		const found = this.hand.found.filter(({ control }) => open.includes(control));
		if (found.length < open.length) return undefined;
		return { rig: heldAlike(rig, this.hand.rig), found };
	}

	/** What to change where the drift is good less often than is asked for. */
	private async askAdvice(question: DriftQuestion): Promise<void> {
		if (this.advising) this.adviser.end();
		this.advising = true;
		const { context } = this.followed!;
		const { shelf, wishes, learned } = context;
		const locks = { hook: true, bead: false, coil: false, rib: true, dressing: true };
		try {
			const found = await this.adviser.ask({
				kind: 'advice',
				question: { ...question, learned, shelf, wishes, locks }
			});
			if (context === this.followed?.context) this.advice = found;
		} catch {
			// Dropped for a newer question.
		} finally {
			if (context === this.followed?.context) this.advising = false;
		}
	}

	/** The sink rates that do the job, by one worker: another may be looking for advice. */
	private async askWindow(question: DriftQuestion, turn: number): Promise<void> {
		if (!this.surveyed || this.surveying !== null || this.windowKnown) return;
		this.surveying = turn;
		try {
			const curve = await curveShared(curveLogs(...SINKS), {
				workers: [(log) => this.surveyor.ask({ kind: 'curve', question, log })],
				stopped: () => turn !== this.turn
			});
			if (!curve) return;
			const counted = this.band ? throughCounted(curve, this.band.chance) : curve;
			const best = Math.max(0, ...counted.points.map(({ chance }) => chance));
			this.window = windowOf(counted, markOf(best, this.followed?.context.wishes.enough));
			this.windowKnown = true;
		} catch {
			// Dropped for a newer question.
		} finally {
			if (this.surveying === turn) this.surveying = null;
		}
	}

	private endSurvey(): void {
		if (this.surveying !== null) this.surveyor.end();
		this.surveying = null;
	}

	/** What would be found where the person set something. */
	private async askWouldBe(question: DriftQuestion, turn: number): Promise<void> {
		const { rig } = question;
		if (this.wouldBe || openControls(rig).length === wayTable[rig.way].found.length) return;
		const open = { ...rig, set: { ...rig.set, ...allFound(rig) } };
		const hand = await this.workers[1]!.ask({ kind: 'hand', question: { ...question, rig: open } });
		if (turn === this.turn) this.wouldBe = hand;
	}

	/** As many drifts as are followed, as far as that is known. */
	private get goal(): number {
		const { band, fine } = this;
		if (!band) return DRIFTS.first;
		return fine ? nextStage(Math.round(band.chance * band.drifts), band.drifts) : band.drifts;
	}

	private async askBand(question: DriftQuestion, turn: number): Promise<void> {
		const { runs } = this;
		try {
			this.progress ??= { done: runs.length, of: this.goal };
			if (!this.held) {
				const hand = await this.workers[0]!.ask({ kind: 'hand', question });
				if (turn !== this.turn) return;
				this.held = hand;
				this.next = { ...question, hand };
				void this.askSingle();
			}
			const held = { ...question, hand: this.held };
			let given = runs.length;
			const done: (readonly Run[] | undefined)[] = [];
			const work = async (worker: DriftWorker, goal: number) => {
				while (given < goal && turn === this.turn) {
					const from = given;
					given = Math.min(goal, given + PIECE);
					const { runs: some, distances } = await worker.ask({
						kind: 'band',
						question: held,
						from,
						to: given
					});
					if (turn !== this.turn) return;
					// Always the same drifts in the same order, whichever worker was quicker.
					done[from] = some;
					for (let next = done[runs.length]; next; next = done[runs.length]) runs.push(...next);
					this.progress = { done: runs.length, of: goal };
					if (runs.length < goal) continue;
					const first = this.band === null;
					this.band = bandOf(runs, distances);
					const enough = this.followed?.context.wishes.enough ?? 1;
					if (first && this.band.chance < enough) void this.askAdvice(question);
				}
			};
			for (let { goal } = this; runs.length < goal && turn === this.turn; { goal } = this) {
				const until = goal;
				await Promise.all(this.workers.map((worker) => work(worker, until)));
			}
			if (turn !== this.turn) return;
			this.progress = null;
			await this.askWouldBe(question, turn);
			if (turn === this.turn) await this.askWindow(question, turn);
		} catch {
			// The workers were ended: the page is going.
		}
	}
}
