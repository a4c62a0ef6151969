// @vitest-environment happy-dom
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { METRIC, showIn } from '$core/quantity/index';
import { data } from './card.testing';
import { showCard } from './show';

const two = {
	...data,
	lies: [
		{ ...data.lies[0]!, body: { ...data.lies[0]!.body, notes: 'behind the slab' } },
		{
			...data.lies[0]!,
			id: 'other',
			name: 'Tail of the pool',
			plan: { ...data.lies[0]!.plan, chance: 0 }
		}
	]
};

beforeEach(() => {
	// What is followed after a while is the model's (card.test.ts).
	vi.useFakeTimers();
	localStorage.clear();
	vi.spyOn(console, 'error');
	document.body.innerHTML = '<main id="card"></main><div id="data"></div><div id="script"></div>';
	open();
});
afterEach(() => {
	document.body.innerHTML = '';
	showIn(() => METRIC);
	vi.useRealTimers();
});
function open(change: Partial<typeof data> = {}): void {
	document.getElementById('data')!.textContent = JSON.stringify({ ...two, ...change });
	showCard();
}
const buttons = () => [...document.querySelectorAll('button')];
const named = (name: string) =>
	buttons().find((one) => (one.getAttribute('aria-label') ?? one.textContent) === name);
const tap = (name: string) => named(name)!.click();
const shown = (label: string) =>
	document.querySelector(`[role=group][aria-label="${label}"] b`)?.textContent;
const answer = () =>
	[...document.querySelectorAll('#answer > div')].map(({ textContent }) => textContent);

test('what to tie on stands first, as planned, with how often it does and whether that is enough', () => {
	expect(answer()).toEqual([
		'A Fly A',
		'3.1 m of line',
		'Long arm; good in 8 of 10',
		'as planned at home'
	]);
	expect(document.querySelector('h2')!.textContent).toBe('1 Gauge pool');
	expect(document.querySelector('h2 + p')!.textContent).toBe('behind the slab');
	expect(document.querySelector('[role=alert]')).toBeNull();
	open({ enough: 0.9 });
	expect(answer()[2]).toBe('Long arm; good in 8 of 10: not often enough');
	tap('2 Tail of the pool');
	expect(named('2 Tail of the pool')!.getAttribute('aria-current')).toBe('true');
	expect(answer()).toEqual(['Nothing in the box gets there', 'as planned at home']);
});

test('a tap is 5 cm of depth, 0.2 s of a leaf over 3 m, a tenth of the flow; the plan is one tap away', () => {
	expect(shown('Depth')).toBe('1 m');
	expect(shown('A leaf over 3 m')).toBe('5.0 s');
	expect(shown('Flow')).toBe('4 m³/s');
	expect(named('As planned')).toBeUndefined();
	tap('Depth, more');
	tap('Depth, more');
	expect(shown('Depth')).toBe('1.1 m');
	expect(answer().slice(-1)).toEqual(['from the table']);
	expect(answer()).toContain('Long arm; good in about 6 of 10: not often enough');
	tap('Depth, less');
	expect(shown('Depth')).toBe('1.05 m');
	tap('A leaf over 3 m, less');
	expect(shown('A leaf over 3 m')).toBe('4.8 s');
	tap('A leaf over 3 m, more');
	expect(shown('A leaf over 3 m')).toBe('5.0 s');
	tap('As planned');
	tap('Flow, more');
	expect(shown('Flow')).toBe('4.4 m³/s');
	tap('Flow, less');
	expect(shown('Flow')).toBe('4 m³/s');
	// Beyond the table it says that it guesses.
	for (let k = 0; k < 12; k++) tap('Depth, more');
	expect(answer().slice(-1)).toEqual(['beyond the table: a guess']);
});

test('without an expected flow it asks for none', () => {
	open({ flow: undefined });
	expect(shown('Flow')).toBeUndefined();
});

test('another fly is taken by its button, and a tap leaves the focus where it was', () => {
	named('B Fly B, 6 of 10')!.focus();
	tap('B Fly B, 6 of 10');
	expect(answer()[0]).toBe('B Fly B');
	expect(named('B Fly B, 6 of 10')!.getAttribute('aria-pressed')).toBe('true');
	expect(document.activeElement).toBe(named('B Fly B, 6 of 10'));
});

test('what it did is noted once it is said, stands there as text, and is taken back', () => {
	expect(named('Note it')!.disabled).toBe(true);
	tap('fly lost');
	// What is lost mostly hung up.
	expect(named('hung up')!.getAttribute('aria-pressed')).toBe('true');
	tap('a fish');
	expect(named('Note it')!.disabled).toBe(false);
	tap('Note it');
	const status = () => document.querySelector('[role=status]')!.textContent;
	expect(status()).toBe('Noted: Fly A, hung up, lost.');
	expect(named('Note it')!.disabled).toBe(true);
	const text = document.querySelector('textarea')!;
	expect(text.value).toContain('Gauge pool');
	expect(text.value).toContain('Fly A');
	expect(document.body.textContent).toContain('1 noted');
	tap('Take the last back');
	expect(status()).toBe('Taken back.');
	expect(document.querySelector('textarea')).toBeNull();
	// Said twice is not said.
	tap('hung up');
	tap('hung up');
	expect(named('Note it')!.disabled).toBe(true);
});

test('where nothing can be copied it says how', async () => {
	tap('hung up');
	tap('Note it');
	const writeText = vi.fn(() => Promise.reject(new Error('forbidden')));
	vi.stubGlobal('navigator', { clipboard: { writeText } });
	tap('Copy');
	await vi.advanceTimersByTimeAsync(0);
	expect(writeText).toHaveBeenCalledOnce();
	expect(document.querySelector('[role=status]')!.textContent).toBe(
		'It could not be copied: select the text, and copy it by hand.'
	);
	writeText.mockImplementation(() => Promise.resolve() as never);
	tap('Copy');
	await vi.advanceTimersByTimeAsync(0);
	expect(document.querySelector('[role=status]')!.textContent).toBe('Copied.');
	vi.unstubAllGlobals();
});

test('a viewer that keeps nothing says so', () => {
	vi.stubGlobal('localStorage', {
		getItem: () => null,
		setItem: () => {
			throw new Error('forbidden');
		}
	});
	open();
	expect(document.querySelector('[role=alert]')!.textContent).toMatch(/keeps nothing/);
	vi.unstubAllGlobals();
});

test('it speaks in the units that it was made in', () => {
	open({ units: { ...METRIC, length: 'in' } });
	expect(shown('Depth')).toMatch(/ft/);
});
