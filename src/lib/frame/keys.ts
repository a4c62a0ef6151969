import { tick } from 'svelte';
import { tinykeys } from 'tinykeys';
import { goto } from '$app/navigation';
import { toggleTheme } from '$lib/state/theme';
import type { Documents } from '$lib/state/documents.svelte';
import type { Selection } from '$lib/state/selection.svelte';
import { busy, commands, takesLetters, type Command } from './commands.svelte';
import { places } from './places';
import { tour } from './tour.svelte';
import { wantedIn } from './wanted';

type Chooser = (which: 'fly' | 'rig' | 'lie') => void;

/** What the Bench's keys may open. */
export interface KeyTargets {
	chooser: Chooser;
	rename(): void;
	/** Takes the lever at a place of the list. */
	lever(place: number): void;
	how(): void;
	/** The recipe as text, and from text. */
	asText(): void;
	share(): void;
	/** Shows the steps of the fly. */
	steps(): void;
	/** Puts the focus on a measure of the build. */
	measure(part: 'hook' | 'bead' | 'coil'): void;
}

/** A chooser or a view that has not come by then is no longer waited for, ms. */
const ON_ITS_WAY = 4000;
const pause = (ms: number) => new Promise<void>((resolve) => setTimeout(resolve, ms));

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
		if (takesLetters(event)) {
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
		else if (performance.now() - since > ON_ITS_WAY) stop();
		else requestAnimationFrame(look);
	};
	window.addEventListener('keydown', hold, true);
	requestAnimationFrame(look);
}

/** Goes to a view; what is typed on the way there is for it, as soon as it is there. */
async function goTo(path: string, documents: Documents): Promise<void> {
	const held: KeyboardEvent[] = [];
	const hold = (event: KeyboardEvent) => {
		if (takesLetters(event) || event.ctrlKey || event.metaKey || event.altKey) return;
		held.push(event);
		event.preventDefault();
		event.stopImmediatePropagation();
	};
	window.addEventListener('keydown', hold, true);
	try {
		await goto(path);
		// It is shown when it has what it lists, and its keys are on the window once its effects have run.
		await Promise.race([documents.want(wantedIn(path).first), pause(ON_ITS_WAY)]);
		await tick();
	} finally {
		window.removeEventListener('keydown', hold, true);
	}
	for (const event of held) window.dispatchEvent(new KeyboardEvent('keydown', event));
}

const plain = (
	key: string,
	words: string,
	act: () => void,
	more: Partial<Command> = {}
): Command => ({ words, keys: [key], when: 'plain', act, ...more });

/** What can be done in every view. @returns takes it off again */
export function bindEverywhere(
	documents: Documents,
	{
		showCommands,
		showDone,
		showUnits,
		showWeightCode,
		showMeanings
	}: Record<
		'showCommands' | 'showDone' | 'showUnits' | 'showWeightCode' | 'showMeanings',
		() => void
	>
): () => void {
	const always = (keys: readonly string[], shown: string, words: string, act: () => void) =>
		({ words, keys, shown, act, when: 'always' }) as const;
	const unbind = commands.bind([
		always(['$mod+z'], 'Ctrl+Z', 'Undo, whatever it was', () => void documents.undo()),
		always(
			['$mod+Shift+z', '$mod+y'],
			'Ctrl+Shift+Z',
			'Redo what was undone',
			() => void documents.redo()
		),
		plain('z', 'What was done, and back to any of it', showDone, { shown: 'Z' }),
		...places.map(({ key, path, name, words }) =>
			plain(key.toLowerCase(), `${name}: ${words}`, () => void goTo(path, documents), {
				shown: key
			})
		),
		plain('t', 'Light or dark', toggleTheme, { shown: 'T' }),
		plain('i', 'Units: mm or inches, grams or grains, currency', showUnits, { shown: 'I' }),
		{
			words: 'Weight code: which colour stands for which weight',
			keys: [],
			when: 'plain',
			act: showWeightCode
		},
		{ words: 'What the words mean', keys: [], when: 'plain', act: showMeanings },
		{ words: 'A short tour', keys: [], when: 'plain', act: () => void tour.begin() },
		{
			words: 'This list',
			keys: ['$mod+k'],
			shown: 'Ctrl+K',
			when: 'always',
			unlisted: true,
			act: showCommands
		},
		// With Shift on most keyboards, without on some.
		plain('?', 'This list', showCommands, { keys: ['Shift+?', '?'], unlisted: true })
	]);
	// Whatever has the focus lets go of it, so that keys are commands again; a chooser closes itself.
	const unfree = tinykeys(window, {
		Escape: () => {
			if (!busy() && document.activeElement instanceof HTMLElement) document.activeElement.blur();
		}
	});
	return () => {
		unbind();
		unfree();
	};
}

/** Choosers and turning through what is on the strip. */
function stripKeys(selection: Selection, chooser: Chooser): Command[] {
	const choose = (key: string, which: 'fly' | 'rig' | 'lie', words: string) =>
		plain(
			key,
			words,
			() => {
				holdLetters();
				chooser(which);
			},
			{ shown: key.toUpperCase() }
		);
	return [
		choose('f', 'fly', 'Choose a fly'),
		choose('r', 'rig', 'Choose a rig, or change it'),
		choose('w', 'lie', 'Choose a lie, or change its water'),
		plain('[', 'The fly before', () => selection.turn('fly', -1)),
		plain(']', 'The fly after', () => selection.turn('fly', 1)),
		plain(',', 'The lie before', () => selection.turn('lie', -1)),
		plain('.', 'The lie after', () => selection.turn('lie', 1))
	];
}

/** What can be done in Match. @returns takes it off again */
export const bindMatch = (
	selection: Selection,
	chooser: Chooser,
	tie: (place: number) => void
): (() => void) =>
	commands.bind([...stripKeys(selection, chooser), ...numberKeys('Tie build', tie)]);

/** Puts the keys of the vise on the window. @returns takes them off again */
export function bindSteps(act: {
	readonly on: () => void;
	readonly back: () => void;
	readonly leave: () => void;
}): () => void {
	const always = (act: () => void) => (event: KeyboardEvent) => {
		event.preventDefault();
		act();
	};
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

/** What can be done in a view that has nothing else. @returns takes it off again */
export const bindOnlyStrip = (selection: Selection, chooser: Chooser): (() => void) =>
	commands.bind(stripKeys(selection, chooser));

/** What can be entered in the log, by the figure that leads to its first field. */
const entries = [
	['weighing', 'Weigh something'],
	['drop', 'Time a drop'],
	['outing', 'Note what was seen on the water']
] as const;

/** What can be done in the log. @returns takes it off again */
export const bindLog = (
	selection: Selection,
	chooser: Chooser,
	enter: (kind: (typeof entries)[number][0]) => void
): (() => void) =>
	commands.bind([
		...stripKeys(selection, chooser),
		...entries.map(([kind, words], k) => plain(String(k + 1), words, () => enter(kind)))
	]);

/** 1 to 9 for the places of a list. */
const numberKeys = (words: string, take: (place: number) => void) =>
	Array.from({ length: 9 }, (_, i) => plain(String(i + 1), `${words} ${i + 1}`, () => take(i)));

/** What can be done in the Drift view. @returns takes it off again */
export function bindStrip(selection: Selection, chooser: Chooser, play: () => void): () => void {
	const unbind = commands.bind(stripKeys(selection, chooser));
	const unplay = tinykeys(window, {
		Space: (event) => {
			// A button or a slider that has the focus keeps its own key.
			if (event.target instanceof HTMLButtonElement || takesLetters(event) || busy()) return;
			event.preventDefault();
			play();
		}
	});
	return () => {
		unbind();
		unplay();
	};
}

/** What can be done at the Bench. @returns takes it off again */
export function bindKeys(selection: Selection, targets: KeyTargets): () => void {
	const say = (id: string | null) => selection.sayNew(id);
	return commands.bind([
		...stripKeys(selection, targets.chooser),
		plain('e', 'Bead size', () => targets.measure('bead'), { shown: 'E' }),
		plain('o', 'Hook size', () => targets.measure('hook'), { shown: 'O' }),
		plain('u', 'Turns of wire', () => targets.measure('coil'), { shown: 'U' }),
		plain('n', 'New fly', () => void selection.newFly().then(say), { shown: 'N' }),
		plain(
			'd',
			'Duplicate the fly',
			() => selection.fly && void selection.duplicate(selection.fly).then(say),
			{
				shown: 'D'
			}
		),
		...numberKeys('Take step', (place) => targets.lever(place)),
		plain('h', 'How the figures are worked out', () => targets.how(), { shown: 'H' }),
		plain('a', 'The recipe as text, or a fly from a text', () => targets.asText(), { shown: 'A' }),
		plain('p', 'Steps: their order, and how each is done', () => targets.steps(), { shown: 'P' }),
		plain('j', 'Share the fly: link, picture, code', () => targets.share(), { shown: 'J' }),
		plain('F2', 'Rename the fly', () => targets.rename()),
		plain('Delete', 'Delete the fly', () => selection.fly && void selection.remove(selection.fly))
	]);
}
