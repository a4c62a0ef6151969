import type { CardNote } from '$lib/documents/entry/card-notes';
import { cardAnswer, type CardAnswer, type CardQuestion } from './follow';

/** Water as it was found, m and m/s. */
export interface Water {
	readonly depth: number;
	readonly speed: number;
}
interface Kept {
	readonly notes: readonly CardNote[];
	/** What was changed of the water, by lie. */
	readonly waters: Readonly<Record<string, Water>>;
}

/** What the phone keeps of a card; some viewers keep nothing. */
export class Keeper {
	constructor(private readonly key: string) {}

	works(): boolean {
		try {
			localStorage.setItem(`${this.key}?`, '1');
			const works = localStorage.getItem(`${this.key}?`) === '1';
			localStorage.removeItem(`${this.key}?`);
			return works;
		} catch {
			return false;
		}
	}

	read(): Kept {
		try {
			const kept = JSON.parse(localStorage.getItem(this.key) ?? 'null') as Kept | null;
			if (kept && Array.isArray(kept.notes)) return { ...kept, waters: { ...kept.waters } };
		} catch {
			// Nothing can be read: it begins empty.
		}
		return { notes: [], waters: {} };
	}

	/** @returns whether it is kept */
	keep(kept: Kept): boolean {
		try {
			localStorage.setItem(this.key, JSON.stringify(kept));
			return true;
		} catch {
			return false;
		}
	}
}

/** Follows one question after the other, beside the page where a worker may be had, else between its taps. */
export class Follower {
	private readonly worker: Worker | null;

	/** @param code what the worker runs: the card's own script */
	constructor(
		code: string,
		private readonly heard: (answer: CardAnswer) => void
	) {
		this.worker = this.started(code);
	}

	private started(code: string): Worker | null {
		try {
			const worker = new Worker(URL.createObjectURL(new Blob([code], { type: 'text/javascript' })));
			worker.onmessage = ({ data }: MessageEvent<CardAnswer>) => this.heard(data);
			return worker;
		} catch {
			return null;
		}
	}

	ask(question: CardQuestion): void {
		if (this.worker) this.worker.postMessage(question);
		else setTimeout(() => this.heard(cardAnswer(question)), 30);
	}
}
