// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { letters } from '$lib/state/preferences.svelte';
import type { Documents } from '$lib/state/documents.svelte';
import type { Selection } from '$lib/state/selection.svelte';
import { commands } from './commands.svelte';
import {
	bindEverywhere,
	bindKeys,
	bindLog,
	bindMatch,
	bindOnlyStrip,
	bindSteps,
	bindStrip
} from './keys';
import { places } from './places';

/** What was done, in order. */
let done: string[];
const does =
	(what: string) =>
	(...more: unknown[]) =>
		void done.push([what, ...more].join(' '));
const selection = {
	fly: { name: 'A fly' },
	turn: does('turn'),
	newFly: () => Promise.resolve('new').finally(does('new')),
	duplicate: () => Promise.resolve('copy').finally(does('copy')),
	sayNew: does('said'),
	remove: does('remove')
} as unknown as Selection;
const targets = {
	chooser: does('choose'),
	rename: does('rename'),
	lever: does('lever'),
	how: does('how'),
	asText: does('text'),
	share: does('share'),
	steps: does('steps'),
	measure: does('measure')
};
let unbind: () => void = () => undefined;
beforeEach(() => {
	done = [];
	document.body.innerHTML =
		'<input id="field"><input type="checkbox" id="box"><button id="button">b</button>' +
		'<div role="radio" tabindex="0" id="radio"></div><select id="select"></select>' +
		'<div role="dialog" id="dialog"></div>';
});
afterEach(() => {
	unbind();
	letters.on = true;
	document.body.innerHTML = '';
});
function press(key: string, more: KeyboardEventInit & { at?: string } = {}): KeyboardEvent {
	const code = key === ' ' ? 'Space' : key;
	const event = new KeyboardEvent('keydown', {
		key,
		code,
		bubbles: true,
		cancelable: true,
		...more
	});
	(more.at ? document.getElementById(more.at)! : window).dispatchEvent(event);
	return event;
}
const open = (is: boolean) =>
	document.getElementById('dialog')!.setAttribute('data-state', is ? 'open' : 'closed');

describe('at the Bench', () => {
	beforeEach(() => (unbind = bindKeys(selection, targets)));

	test('each key does what the list says of it', async () => {
		for (const key of ['e', 'o', 'u', '1', '9', 'h', 'a', 'p', 'j', 'F2', 'Delete', '[', '.'])
			expect(press(key).defaultPrevented, key).toBe(true);
		expect(done).toEqual([
			'measure bead',
			'measure hook',
			'measure coil',
			'lever 0',
			'lever 8',
			'how',
			'text',
			'steps',
			'share',
			'rename',
			'remove [object Object]',
			'turn fly -1',
			'turn lie 1'
		]);
		done = [];
		press('n');
		press('d');
		await vi.waitFor(() => expect(done).toHaveLength(4));
		expect(done).toEqual(expect.arrayContaining(['new', 'copy', 'said new', 'said copy']));
		expect(press('y').defaultPrevented).toBe(false);
	});

	test('no letter is a command in a field, a choice or a list, nor under a dialog, nor with Ctrl', () => {
		for (const at of ['field', 'radio', 'select']) {
			expect(press('e', { at }).defaultPrevented, at).toBe(false);
			press('Delete', { at });
		}
		open(true);
		press('e');
		open(false);
		for (const held of ['ctrlKey', 'metaKey', 'altKey']) press('e', { [held]: true });
		expect(done).toEqual([]);
		press('e', { at: 'box' });
		press('e', { at: 'button' });
		expect(done).toEqual(['measure bead', 'measure bead']);
	});

	test('letters and figures can be turned off; keys that no dictated word holds stay', () => {
		letters.on = false;
		for (const key of ['e', 'n', '1', ',']) press(key);
		expect(done).toEqual([]);
		press('F2');
		expect(done).toEqual(['rename']);
	});

	test('letters that are typed while a chooser is on its way go into its field', async () => {
		press('f');
		expect(done).toEqual(['choose fly']);
		press('x');
		press('r');
		press('Backspace');
		press('u');
		expect(done).toEqual(['choose fly']);
		open(true);
		const field = document.getElementById('field') as HTMLInputElement;
		const typed = vi.fn();
		field.addEventListener('input', typed);
		field.focus();
		await vi.waitFor(() => expect(field.value).toBe('xu'));
		expect(typed).toHaveBeenCalledOnce();
		open(false);
		field.blur();
		press('h');
		expect(done).toEqual(['choose fly', 'how']);
	});

	test('Escape gives up waiting for a chooser', () => {
		press('w');
		press('x');
		press('Escape');
		press('h');
		expect(done).toEqual(['choose lie', 'how']);
	});
});

test('the list holds what can be done here, each with its key, and no longer when the view is left', () => {
	const before = commands.listed.length;
	unbind = bindKeys(selection, targets);
	const words = commands.listed.map(({ words }) => words);
	expect(words).toContain('Bead size');
	expect(words).toContain('Take step 9');
	expect(commands.listed.find((one) => one.words === 'Choose a fly')!.shown).toBe('F');
	unbind();
	expect(commands.listed).toHaveLength(before);
	unbind = bindOnlyStrip(selection, targets.chooser);
	expect(commands.listed).toHaveLength(before + 7);
	press('e');
	press(']');
	expect(done).toEqual(['turn fly 1']);
});

test('in Match a figure ties the build of its place', () => {
	unbind = bindMatch(selection, targets.chooser, does('tie'));
	press('3');
	expect(done).toEqual(['tie 2']);
});

test('in the log a figure leads to what is entered', () => {
	unbind = bindLog(selection, targets.chooser, does('enter'));
	press('1');
	press('2');
	press('3');
	press('4');
	expect(done).toEqual(['enter weighing', 'enter drop', 'enter outing']);
});

test('everywhere: undo and redo also while one writes, the list by three keys, Escape frees the focus', () => {
	const documents = { undo: does('undo'), redo: does('redo') } as unknown as Documents;
	unbind = bindEverywhere(documents, {
		showCommands: does('list'),
		showDone: does('done'),
		showUnits: does('units'),
		showWeightCode: does('code'),
		showMeanings: does('meanings')
	});
	press('z', { ctrlKey: true, at: 'field' });
	press('z', { ctrlKey: true, shiftKey: true });
	press('y', { ctrlKey: true });
	press('k', { ctrlKey: true, at: 'field' });
	press('?', { shiftKey: true });
	press('?');
	press('z');
	press('i');
	press('z', { at: 'field' });
	expect(done).toEqual(['undo', 'redo', 'redo', 'list', 'list', 'list', 'done', 'units']);
	const field = document.getElementById('field')!;
	field.focus();
	press('Escape', { at: 'field' });
	expect(document.activeElement).toBe(document.body);
	// A chooser closes itself.
	open(true);
	field.focus();
	press('Escape', { at: 'field' });
	expect(document.activeElement).toBe(field);
	for (const { name, key } of places)
		expect(commands.listed.find(({ words }) => words.startsWith(`${name}:`))!.shown).toBe(key);
});

test('no two commands of a view have one key', () => {
	unbind = bindKeys(selection, targets);
	const documents = { undo: does('undo'), redo: does('redo') } as unknown as Documents;
	const show = { showCommands: does(''), showDone: does(''), showUnits: does('') };
	const more = { showWeightCode: does(''), showMeanings: does('') };
	const unbindAll = bindEverywhere(documents, { ...show, ...more });
	const keys = commands.listed.flatMap(({ keys }) => keys);
	unbindAll();
	expect(keys.length).toBeGreaterThan(40);
	expect(new Set(keys).size).toBe(keys.length);
});

test('at the vise Space goes on unless a button has the focus, a pedal always, arrows unless a field has it', () => {
	unbind = bindSteps({ on: does('on'), back: does('back'), leave: does('leave') });
	press(' ');
	press('Enter', { at: 'button' });
	press('PageDown', { at: 'button' });
	press('PageUp', { at: 'field' });
	press('ArrowRight', { at: 'field' });
	press('b', { at: 'field' });
	press('b');
	press('ArrowLeft');
	press('Escape', { at: 'field' });
	expect(done).toEqual(['on', 'on', 'back', 'back', 'back', 'leave']);
});

test('in Drift Space plays the drift unless something else has it', () => {
	unbind = bindStrip(selection, targets.chooser, does('play'));
	press(' ');
	press(' ', { at: 'button' });
	press(' ', { at: 'field' });
	open(true);
	press(' ');
	expect(done).toEqual(['play']);
});
