import { untrack } from 'svelte';
import { tinykeys } from 'tinykeys';
import { letters } from '$lib/state/preferences.svelte';

/** Something that can be done here, by its key or from the list of all that can be done. */
export interface Command {
	readonly words: string;
	/** As tinykeys writes them; the first is shown. */
	readonly keys: readonly string[];
	/** How its key is shown, where that is not the first of `keys` itself. */
	readonly shown?: string;
	/**
	 * When its key counts: `plain` not while one writes or chooses, nor while a dialog is open; `always` also then.
	 */
	readonly when: 'plain' | 'always';
	/** Where it is no use by name, as a step back at the vise, it is not in the list. */
	readonly unlisted?: true;
	act(): void;
}

/** Elements to which letters and figures say something. */
const TAKES_LETTERS =
	'textarea, select, input:not([type=checkbox], [type=range], [type=button], [type=file]), [contenteditable], [role=listbox], [role=option], [role=menu], [role=menuitem], [role=radio], [role=combobox]';
export const takesLetters = ({ target }: Event): boolean =>
	target instanceof Element && target.closest(TAKES_LETTERS) !== null;

/** Whether a chooser or a dialog is open, which then has the plain keys to itself. */
export const busy = () =>
	document.querySelector(':is([role="dialog"], [role="alertdialog"])[data-state="open"]') !== null;

const handlerOf =
	({ when, act }: Command) =>
	(event: KeyboardEvent) => {
		if (when === 'plain') {
			if (takesLetters(event) || busy()) return;
			if (event.ctrlKey || event.metaKey || event.altKey) return;
			// WCAG 2.1.4: a dictated word is letters, too.
			if (!letters.on && event.key.length === 1 && event.key !== ' ') return;
		}
		event.preventDefault();
		act();
	};

/** What can be done now: what is everywhere, and what the view that is shown has put there. */
class Commands {
	private sets = $state.raw<readonly (readonly Command[])[]>([]);
	readonly listed = $derived(this.sets.flat().filter(({ unlisted }) => !unlisted));

	/** Puts commands on the window and into the list. @returns takes them off again */
	bind(set: readonly Command[]): () => void {
		// A view binds in an effect, which what others bind does not concern.
		this.sets = [...untrack(() => this.sets), set];
		const unbind = tinykeys(
			window,
			Object.fromEntries(
				set.flatMap((one) => one.keys.map((key) => [key, handlerOf(one)] as const))
			)
		);
		return () => {
			unbind();
			this.sets = untrack(() => this.sets).filter((other) => other !== set);
		};
	}
}

export const commands = new Commands();
