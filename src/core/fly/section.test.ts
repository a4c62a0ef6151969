import { expect, test } from 'vitest';
import { priorBeliefs, valuesAt } from '../belief/index';
import {
	beadWords,
	buildFly,
	coilWords,
	hookWords,
	recipeChange,
	sectionOf,
	starterRecipe,
	type Recipe
} from './index';

const median = valuesAt(priorBeliefs);
const jig: Recipe = {
	hook: { style: 'jig60', size: 12, lengthX: 0, wireX: 0 },
	bead: { metal: 'tungsten', shape: 'slotted', diameter: 3.5e-3 },
	coil: { metal: 'lead', wire: 0.508e-3, turns: 5 },
	dressing: { fullness: 'medium' }
};
const draw = (recipe: Recipe) => sectionOf(buildFly(recipe, median));

test('the drawing is to scale: bead, coil and hook have their measures', () => {
	const { bead, coil, hook } = draw(jig);
	expect(bead?.radius).toBeCloseTo(1.75e-3, 9);
	expect(bead?.slotted).toBe(true);
	expect(coil?.turns).toHaveLength(10);
	expect(coil!.turns[2]!.x - coil!.turns[0]!.x).toBeCloseTo(0.508e-3, 9);
	// Size 12: 4.6 mm gape, 0.58 mm wire (nominal table).
	expect(hook.wire).toBeCloseTo(0.58e-3, 9);
	expect(Math.min(...hook.line.map((p) => p.y))).toBeCloseTo(-4.6e-3, 4);
	for (const half of bead!.halves) {
		for (const p of half) expect(Math.hypot(p.x - bead!.centre.x, p.y)).toBeLessThan(1.7501e-3);
	}
});

test('nothing of the fly but a coil that is too long leaves the frame', () => {
	for (const recipe of [jig, starterRecipe, { ...jig, bead: null, coil: null }]) {
		for (const fullness of ['sparse', 'medium', 'full'] as const) {
			const { frame, body, fibres, hook } = draw({ ...recipe, dressing: { fullness } });
			for (const p of [...body.upper, ...body.lower, ...fibres.flat(), ...hook.line]) {
				expect(p.x).toBeGreaterThanOrEqual(frame.min.x);
				expect(p.x).toBeLessThanOrEqual(frame.max.x + 1e-9);
				expect(p.y).toBeGreaterThanOrEqual(frame.min.y);
				expect(p.y).toBeLessThanOrEqual(frame.max.y);
			}
		}
	}
});

test('the frame stays while bead, coil and dressing are stepped, so that the scale does not jump', () => {
	const { frame } = draw(jig);
	expect(draw({ ...jig, bead: { ...jig.bead!, diameter: 2.8e-3 } }).frame).toEqual(frame);
	expect(draw({ ...jig, coil: null, dressing: { fullness: 'full' } }).frame).toEqual(frame);
});

test('the body covers what lies under it', () => {
	const { body, coil } = draw(jig);
	const covered = coil!.turns.filter((turn) => turn.x > body.upper[0]!.x);
	const top = Math.max(...body.upper.map((p) => p.y));
	expect(covered.length).toBeGreaterThan(0);
	for (const turn of covered)
		expect(Math.abs(turn.y) + coil!.wire / 2).toBeLessThanOrEqual(top + 1e-9);
});

test('parts are said in the trade’s words', () => {
	expect(hookWords(jig.hook)).toBe('jig 60° 12');
	expect(hookWords({ style: 'straight', size: 10, lengthX: 2, wireX: -1 })).toBe(
		'straight 10, 2X long, 1X fine'
	);
	expect(beadWords(jig.bead)).toBe('tungsten 3.5 mm, slotted');
	expect(beadWords(null)).toBe('none');
	expect(coilWords(jig.coil)).toBe('lead .020 × 5');
});

test('every change that can be made is found and said', () => {
	const change = (to: Recipe) => recipeChange(jig, to).words;
	expect(change({ ...jig, hook: { ...jig.hook, size: 14 } })).toBe('hook size 12 to 14');
	expect(change({ ...jig, hook: { ...jig.hook, style: 'jig90' } })).toBe(
		'hook style jig 60° to jig 90°'
	);
	expect(change({ ...jig, hook: { ...jig.hook, wireX: 2 } })).toBe(
		'hook wire standard to 2X heavy'
	);
	expect(change({ ...jig, bead: { ...jig.bead!, metal: 'brass' } })).toBe(
		'bead metal tungsten to brass'
	);
	expect(change({ ...jig, coil: { ...jig.coil!, turns: 6 } })).toBe('turns 5 to 6');
	expect(change({ ...jig, coil: null })).toBe('turns 5 to none');
	expect(change({ ...jig, coil: { ...jig.coil!, metal: 'leadFree' } })).toBe(
		'coil metal lead to lead-free'
	);
	expect(change({ ...jig, dressing: { fullness: 'full' } })).toBe('dressing medium to full');
	expect(recipeChange(jig, structuredClone(jig)).paths).toEqual([]);
});
