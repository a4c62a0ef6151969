import { tinykeys } from 'tinykeys';
import { goto } from '$app/navigation';
import { toggleTheme } from '$lib/state/theme';
import { places } from './places';
import type { Documents } from '$lib/state/documents.svelte';
import type { Selection } from '$lib/state/selection.svelte';

/** What the Bench's keys may open. */
export interface KeyTargets {
	chooser(which: 'fly' | 'rig' | 'lie'): void;
	rename(): void;
	/** Takes the lever at a place of the list. */
	lever(place: number): void;
	how(): void;
}

/** Whether the person is writing, so that letters are letters. */
function writing(event: KeyboardEvent): boolean {
	const target = event.target;
	return (
		target instanceof HTMLTextAreaElement ||
		(target instanceof HTMLInputElement && ['text', 'number'].includes(target.type))
	);
}

/** Whether a chooser or a dialog is open, which then has the plain keys to itself. */
const busy = () =>
	document.querySelector(':is([role="dialog"], [role="alertdialog"])[data-state="open"]') !== null;

const plain = (act: () => void) => (event: KeyboardEvent) => {
	if (writing(event) || busy()) return;
	if (event.ctrlKey || event.metaKey || event.altKey) return;
	event.preventDefault();
	act();
};
const always = (act: () => void) => (event: KeyboardEvent) => {
	event.preventDefault();
	act();
};

/** A chooser that has not come by then will not, ms. */
const CHOOSER = 4000;

/**
 * Letters typed while a chooser is on its way are no commands: its field gets them as soon as it is there.
 * Escape gives up waiting.
 */
function holdLetters(): void {
	const since = performance.now();
	let held = '';
	const deliver = (field: HTMLInputElement) => {
		stop();
		// Once: the frame that looks for the field and the key that finds it may both come here.
		if (!held) return;
		field.value += held;
		held = '';
		field.dispatchEvent(new InputEvent('input', { bubbles: true }));
	};
	const hold = (event: KeyboardEvent) => {
		if (event.ctrlKey || event.metaKey || event.altKey) return;
		if (writing(event)) {
			// The field has come between two frames: what was held stands before what is typed now.
			if (event.target instanceof HTMLInputElement && busy()) deliver(event.target);
			return;
		}
		if (event.key === 'Escape') stop();
		else if (event.key === 'Backspace') held = held.slice(0, -1);
		else if (event.key.length === 1) held += event.key;
		else return;
		event.preventDefault();
		event.stopImmediatePropagation();
	};
	const stop = () => window.removeEventListener('keydown', hold, true);
	const look = () => {
		const field = document.activeElement;
		if (field instanceof HTMLInputElement && busy()) deliver(field);
		else if (performance.now() - since > CHOOSER) stop();
		else requestAnimationFrame(look);
	};
	window.addEventListener('keydown', hold, true);
	requestAnimationFrame(look);
}

/** Puts the keys on the window that work in every view. @returns takes them off again */
export function bindEverywhere(documents: Documents, showKeys: () => void): () => void {
	return tinykeys(window, {
		'$mod+z': always(() => void documents.undo()),
		'$mod+Shift+z': always(() => void documents.redo()),
		'$mod+y': always(() => void documents.redo()),
		...Object.fromEntries(
			places.map(({ key, path }) => [key.toLowerCase(), plain(() => void goto(path))] as const)
		),
		t: plain(toggleTheme),
		// With Shift on most keyboards, without on some.
		'Shift+?': plain(showKeys),
		'?': plain(showKeys)
	});
}

/** Choosers and turning through what is on the strip. */
function stripKeys(selection: Selection, chooser: (which: 'fly' | 'rig' | 'lie') => void) {
	const choose = (which: 'fly' | 'rig' | 'lie') =>
		plain(() => {
			holdLetters();
			chooser(which);
		});
	return {
		...{ f: choose('fly'), r: choose('rig'), w: choose('lie') },
		'[': plain(() => selection.turn('fly', -1)),
		']': plain(() => selection.turn('fly', 1)),
		',': plain(() => selection.turn('lie', -1)),
		'.': plain(() => selection.turn('lie', 1))
	};
}

/** Puts the Match view's keys on the window. @returns takes them off again */
export function bindMatch(
	selection: Selection,
	chooser: (which: 'fly' | 'rig' | 'lie') => void,
	tie: (place: number) => void
): () => void {
	return tinykeys(window, { ...stripKeys(selection, chooser), ...numberKeys(tie) });
}

/** Puts the keys of the vise on the window. @returns takes them off again */
export function bindSteps(act: {
	readonly on: () => void;
	readonly back: () => void;
	readonly leave: () => void;
}): () => void {
	/** Arrows and letters belong to whatever field has the focus. */
	const unlessField = (act: () => void) => (event: KeyboardEvent) => {
		if (!(event.target instanceof HTMLInputElement)) always(act)(event);
	};
	/** A button that one has tabbed to, or pressed last, keeps its own keys. */
	const unlessButton = (act: () => void) => (event: KeyboardEvent) => {
		if (!(event.target instanceof HTMLButtonElement)) always(act)(event);
	};
	return tinykeys(window, {
		Space: unlessButton(act.on),
		Enter: unlessButton(act.on),
		// What presenters and foot pedals send.
		PageDown: always(act.on),
		ArrowRight: unlessField(act.on),
		b: unlessField(act.back),
		PageUp: always(act.back),
		ArrowLeft: unlessField(act.back),
		Escape: always(act.leave)
	});
}

/** Puts the strip's keys on the window, for a view that has no others. @returns takes them off again */
export const bindOnlyStrip = (
	selection: Selection,
	chooser: (which: 'fly' | 'rig' | 'lie') => void
): (() => void) => tinykeys(window, stripKeys(selection, chooser));

/** 1 to 9 for the places of a list. */
const numberKeys = (take: (place: number) => void) =>
	Object.fromEntries(
		Array.from({ length: 9 }, (_, i) => [String(i + 1), plain(() => take(i))] as const)
	);

/** Puts the Drift view's keys on the window. @returns takes them off again */
export function bindStrip(
	selection: Selection,
	chooser: (which: 'fly' | 'rig' | 'lie') => void,
	play: () => void
): () => void {
	return tinykeys(window, {
		...stripKeys(selection, chooser),
		Space: (event) => {
			// A button or a slider that has the focus keeps its own key.
			if (event.target instanceof HTMLButtonElement) return;
			plain(play)(event);
		}
	});
}

/** Puts the Bench's own keys on the window. @returns takes them off again */
export function bindKeys(selection: Selection, targets: KeyTargets): () => void {
	return tinykeys(window, {
		...stripKeys(selection, (which) => targets.chooser(which)),
		n: plain(() => void selection.newFly()),
		d: plain(() => selection.fly && void selection.duplicate(selection.fly)),
		...numberKeys((place) => targets.lever(place)),
		h: plain(() => targets.how()),
		F2: plain(() => targets.rename()),
		Delete: plain(() => selection.fly && void selection.remove(selection.fly))
	});
}
