import { whichBead, type Advice, type BeadAnswer, type BeadQuestion } from '$core/match/index';
import { USUAL_WISHES } from '$core/match/index';
import { MatchWorker } from '$lib/workers/match-worker';

/** Two cores are what a small machine has. */
const LANES = 2;
/** The search begins when the question has been still for this long, ms. */
const STILL = 120;
const LOCKS = { hook: false, bead: false, coil: false, rib: true, dressing: true };

/** Which bead, for the question of the page: dropped and begun anew when that changes. */
export class WhichBeadState {
	/** What is known of the newest question; null until its first answer. */
	answer = $state.raw<BeadAnswer | null>(null);
	busy = $state(false);
	/** What would help where no bead does it; null while that is not known. */
	advice = $state.raw<Advice | null>(null);

	private readonly channels = Array.from({ length: LANES }, () => new MatchWorker());
	private asked = '';
	private turn = 0;
	private advising = false;
	private timer: ReturnType<typeof setTimeout> | undefined;

	/** Follows a question; what ran for another one is dropped. */
	follow(question: BeadQuestion): void {
		const words = JSON.stringify(question);
		if (words === this.asked) return;
		this.asked = words;
		const turn = ++this.turn;
		clearTimeout(this.timer);
		// What lasts is ended; the short tasks of a count end sooner than a new worker is warm.
		if (this.advising) this.channels[0]!.end();
		this.advising = false;
		this.answer = null;
		this.advice = null;
		this.busy = true;
		this.timer = setTimeout(() => void this.run(question, turn), STILL);
	}

	end(): void {
		this.turn++;
		this.asked = '';
		this.busy = false;
		this.advising = false;
		clearTimeout(this.timer);
		for (const channel of this.channels) channel.end();
	}

	private async run(question: BeadQuestion, turn: number): Promise<void> {
		const old = () => turn !== this.turn;
		try {
			const answer = await whichBead(
				question,
				this.channels,
				(found) => {
					if (!old()) this.answer = found;
				},
				old
			);
			if (!answer || old()) return;
			this.answer = answer;
			if (!answer.take) {
				const best = [...answer.options].sort((a, b) => b.chance - a.chance)[0];
				this.advising = true;
				const advice = await this.channels[0]!.ask({
					kind: 'advice',
					question: {
						...question,
						...(best && { recipe: best.recipe }),
						locks: LOCKS,
						wishes: { ...USUAL_WISHES, enough: question.enough }
					}
				});
				if (old()) return;
				this.advice = advice;
				this.advising = false;
			}
		} catch {
			// The channels were ended for another question.
			return;
		}
		if (!old()) this.busy = false;
	}
}
