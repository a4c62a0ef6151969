import { meantWords } from '$lib/state/preferences.svelte';

/** How long pointer or focus rests before anything is said, ms. */
const REST = 700;

/** A part of the page, and what its word means. */
interface Said {
	readonly at: HTMLElement;
	readonly words: string;
}

/** The word at which the pointer rests or the focus is, as far as something is said of it. */
class MeantHere {
	current = $state.raw<Said | null>(null);
	/** The same, a moment earlier: the focus is also lost while the page is being drawn, when no state may change. */
	private now: Said | null = null;
	private timer: ReturnType<typeof setTimeout> | undefined;

	/** Listens to the whole page. @returns ends that */
	follow(): () => void {
		const heard = new AbortController();
		const on = <K extends keyof DocumentEventMap>(
			kind: K,
			act: (event: DocumentEventMap[K]) => void
		) => document.addEventListener(kind, act, { signal: heard.signal, passive: true });
		on('pointerover', (event) => {
			if (event.pointerType === 'mouse') this.rest(event.target, false);
		});
		on('focusin', ({ target }) => this.rest(target, true));
		on('focusout', () => this.leave());
		on('pointerdown', () => this.leave());
		// Whoever types knows, or wants to see what is below.
		on('keydown', ({ key }) => key !== 'Tab' && this.leave());
		return () => (this.leave(), heard.abort());
	}

	private rest(target: EventTarget | null, focus: boolean): void {
		if (!(target instanceof Element)) return;
		// What is said may be pointed at, to be read in peace (WCAG 1.4.13).
		if (target.closest('[role=tooltip]')) return;
		const at = target.closest<HTMLElement>('[data-word]');
		if (at && at === this.now?.at) return;
		this.leave();
		if (!at || !meantWords.on || (focus && !target.matches(':focus-visible'))) return;
		this.timer = setTimeout(() => void this.say(at), REST);
	}

	private async say(at: HTMLElement): Promise<void> {
		const { meaningOf } = await import('./meanings');
		const words = meaningOf(at.dataset.word ?? '');
		if (words !== null && at.isConnected) this.set({ at, words });
	}

	private leave(): void {
		clearTimeout(this.timer);
		this.set(null);
	}

	private set(now: Said | null): void {
		if (now === this.now) return;
		this.now = now;
		queueMicrotask(() => (this.current = this.now));
	}
}

export const meantHere = new MeantHere();
