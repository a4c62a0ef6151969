import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { USUAL_WANTED } from '$core/drift/index';
import { USUAL_WISHES } from '$core/match/index';
import { MatchChoices } from './match-choices.svelte';
import { drawing, goodDrift, letters } from './preferences.svelte';
import { storageOf } from './window.testing';

let kept: Map<string, string>;
beforeEach(() => {
	kept = new Map();
	vi.stubGlobal('localStorage', storageOf(kept));
});
afterEach(() => {
	// They are the program's own: other tests find them as they usually are.
	kept.clear();
	drawing.load();
	goodDrift.load();
	letters.load();
	vi.unstubAllGlobals();
});
const forbidden = () =>
	vi.stubGlobal('localStorage', {
		getItem: () => {
			throw new Error('forbidden');
		},
		setItem: () => {
			throw new Error('forbidden');
		}
	});

test('what may change of a pattern, and what is leaned towards, comes back field by field', () => {
	const choices = new MatchChoices();
	choices.load();
	// The pattern keeps its look; bead and coil are open.
	expect(choices.locks).toEqual({
		hook: true,
		bead: false,
		coil: false,
		rib: true,
		dressing: true
	});
	expect(choices.wishes).toEqual(USUAL_WISHES);
	choices.lock({ bead: true });
	choices.wish({ enough: 0.6 });
	const again = new MatchChoices();
	again.load();
	expect(again.locks).toEqual({ ...choices.locks, bead: true });
	expect(again.wishes).toEqual({ ...USUAL_WISHES, enough: 0.6 });
	// What is of another kind, or is not known, is as usual.
	kept.set('gravitas-match', JSON.stringify({ locks: { hook: 'no', coil: true, wing: true } }));
	again.load();
	expect(again.locks).toEqual({ hook: true, bead: false, coil: true, rib: true, dressing: true });
	expect(again.wishes).toEqual(USUAL_WISHES);
	for (const nonsense of ['no JSON', 'null', '7']) {
		kept.set('gravitas-match', nonsense);
		const other = new MatchChoices();
		other.load();
		expect(other.wishes).toEqual(USUAL_WISHES);
	}
});

test('to which side the eye looks', () => {
	drawing.load();
	expect(drawing.current.eye).toBe('left');
	drawing.set({ eye: 'right' });
	drawing.load();
	expect(drawing.current.eye).toBe('right');
	kept.set('gravitas-drawing', '{"eye":"up"}');
	drawing.load();
	expect(drawing.current.eye).toBe('left');
});

test('what a good drift is: shares between 0 and 1, and no new question where nothing differs', () => {
	goodDrift.load();
	expect(goodDrift.current).toEqual(USUAL_WANTED);
	goodDrift.set({ inZone: 0.7 });
	const { current } = goodDrift;
	goodDrift.load();
	expect(goodDrift.current).toBe(current);
	kept.set('gravitas-good-drift', '{"inZone":1.2,"onBed":0}');
	goodDrift.load();
	expect(goodDrift.current).toEqual({ inZone: USUAL_WANTED.inZone, onBed: 0 });
});

test('letters are commands until a person turns them off', () => {
	letters.load();
	expect(letters.on).toBe(true);
	letters.set(false);
	letters.load();
	expect(letters.on).toBe(false);
});

test('where the browser keeps nothing, a choice lasts as long as the page', () => {
	forbidden();
	const choices = new MatchChoices();
	choices.load();
	choices.lock({ rib: false });
	expect(choices.locks.rib).toBe(false);
	for (const one of [drawing, goodDrift, letters]) one.load();
	drawing.set({ eye: 'right' });
	goodDrift.set({ onBed: 0.5 });
	letters.set(false);
	expect([drawing.current.eye, goodDrift.current.onBed, letters.on]).toEqual(['right', 0.5, false]);
});
