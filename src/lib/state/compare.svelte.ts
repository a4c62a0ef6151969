import { bandOf, type Band, type DrawnDrift, type Run } from '$core/drift/index';
import { DRIFTS, type DriftQuestion } from '$core/predict/index';
import { DriftWorker } from '$lib/workers/drift-worker';

/** What is different about a drift to compare with. */
export type DriftVariation = Partial<Pick<DriftQuestion, 'recipe' | 'rig'>>;

export interface Compared {
	readonly name: string;
	readonly drift: DrawnDrift;
	readonly band: Band | null;
}

/** Besides the one on the strip. */
const MOST = 2;
const PIECE = 10;
const STILL = 250;

/** Up to two other flies or tippets in the water of the strip. */
export class CompareState {
	private list = $state.raw<readonly { readonly name: string; readonly change: DriftVariation }[]>(
		[]
	);
	found = $state.raw<readonly Compared[]>([]);
	readonly full = $derived(this.list.length >= MOST);
	private readonly worker = new DriftWorker();
	private question: DriftQuestion | null = null;
	private turn = 0;
	private timer: ReturnType<typeof setTimeout> | undefined;

	add(name: string, change: DriftVariation): void {
		if (this.full || this.list.some((one) => one.name === name)) return;
		this.list = [...this.list, { name, change }];
		this.again(0);
	}

	remove(name: string): void {
		this.list = this.list.filter((one) => one.name !== name);
		this.found = this.found.filter((one) => one.name !== name);
		this.again(0);
	}

	/** The fly, rig and lie of the strip, with which each is compared. */
	follow(question: DriftQuestion | null): void {
		if (question === this.question) return;
		this.question = question;
		this.again(STILL);
	}

	end(): void {
		this.turn++;
		clearTimeout(this.timer);
		this.worker.end();
	}

	private again(pause: number): void {
		const turn = ++this.turn;
		clearTimeout(this.timer);
		this.timer = setTimeout(() => void this.run(turn), pause);
	}

	private async run(turn: number): Promise<void> {
		const { question: base, list } = this;
		if (!base) {
			this.found = [];
			return;
		}
		const put = (one: Compared) => {
			const others = this.found.filter(({ name }) => name !== one.name);
			this.found = list.flatMap(({ name }) =>
				name === one.name ? [one] : others.filter((other) => other.name === name)
			);
		};
		try {
			const asked = list.map(({ name, change }) => ({ name, question: { ...base, ...change } }));
			const held: { drift: DrawnDrift; question: DriftQuestion }[] = [];
			for (const { name, question } of asked) {
				const hand = await this.worker.ask({ kind: 'hand', question });
				if (turn !== this.turn) return;
				const own = { ...question, hand };
				const { drift } = await this.worker.ask({ kind: 'single', question: own });
				if (turn !== this.turn) return;
				held.push({ drift, question: own });
				put({ name, drift, band: null });
			}
			for (const [i, { name }] of asked.entries()) {
				const { drift, question } = held[i]!;
				const runs: Run[] = [];
				for (let from = 0; from < DRIFTS.first; from += PIECE) {
					const to = Math.min(DRIFTS.first, from + PIECE);
					const piece = await this.worker.ask({
						kind: 'band',
						question,
						from,
						to
					});
					if (turn !== this.turn) return;
					runs.push(...piece.runs);
					if (to === DRIFTS.first) put({ name, drift, band: bandOf(runs, piece.distances) });
				}
			}
		} catch {
			// The worker was ended: the page is going.
		}
	}
}
