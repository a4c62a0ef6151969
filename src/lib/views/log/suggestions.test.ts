import { expect, test } from 'vitest';
import type { Recipe } from '$core/fly/index';
import { learn } from '$core/learn/index';
import { recipeToDocument } from '$lib/documents/fly/recipe';
import { withLot } from '$lib/documents/lot/from-stock';
import { weighedOf } from '$lib/evidence/observations';
import { named, open, was } from '$lib/state/window.testing';
import { suggestions } from './suggestions';

const sill = named(was.flies, 'Sill Nymph');
const recipe: Recipe = {
	hook: { style: 'straight', size: 14, lengthX: 0, wireX: 0 },
	bead: { metal: 'tungsten', shape: 'slotted', diameter: 2.8e-3 },
	coil: { metal: 'lead', wire: 0.381e-3, turns: 4 },
	dressing: { fullness: 'medium' }
};
/** Its beads were never weighed. */
const [tin] = was.lots;
const { bead, lowAt, entries } = tin!.body;
const lot = { ...tin!, body: { bead: bead!, lowAt, entries } };
function windowWith(change: Partial<Recipe> = {}, ofLot = false) {
	const plain = recipeToDocument({ ...recipe, ...change });
	const body = { ...sill.body, recipe: ofLot ? withLot(plain, lot, 'bead') : plain };
	const fly = { ...sill, body };
	return open({ flies: [fly], lots: [lot], strip: { ...was.strip, flyId: fly.id } });
}
const words = (window: ReturnType<typeof windowWith>, aim: 'speed' | 'mass') =>
	suggestions(window, aim).map((one) => one.words);

test('what narrows most comes first: the scale for the weight, the jug for the sink rate', () => {
	const mass = suggestions(windowWith(), 'mass');
	expect(mass[0]!.words).toBe('Weigh Sill Nymph, tied');
	expect(mass.map(({ narrower }) => narrower)).toEqual(
		mass.map(({ narrower }) => narrower).sort((a, b) => a - b)
	);
	for (const { narrower } of mass) {
		expect(narrower).toBeGreaterThan(0);
		expect(narrower).toBeLessThan(0.995);
	}
	expect(words(windowWith(), 'speed')[0]).toBe('Time Sill Nymph over half a metre, three times');
});

test('parts are named by their lot where they have one, and each leads to its form', () => {
	const all = suggestions(windowWith({}, true), 'mass');
	const beads = all.find((one) => one.words.startsWith('Weigh ten beads'))!;
	expect(beads.words).toBe('Weigh ten beads of “Grey tin”');
	expect(beads.form).toEqual({ kind: 'weighing', of: 'beads', lotId: lot.id, count: 10 });
	const plain = suggestions(windowWith(), 'mass').map((one) => one.words);
	expect(plain).toContain('Weigh ten beads of its size');
	expect(plain).toContain('Weigh ten hooks like its own');
});

test('what is not on the fly, or is known by its weight already, is not asked for', () => {
	const bare = words(windowWith({ bead: null, coil: null }), 'mass').join('\n');
	expect(bare).not.toMatch(/beads|wire/);
	const weighed = { ...recipe.bead!, weighed: 1e-4 };
	const hook = { ...recipe.hook, measured: { mass: 4e-5 } };
	const known = words(windowWith({ bead: weighed, hook }), 'mass').join('\n');
	expect(known).not.toMatch(/beads|hooks/);
});

test('once it was weighed, weighing it again gains less', () => {
	const window = windowWith();
	const before = suggestions(window, 'mass').find((one) => one.words === 'Weigh Sill Nymph, tied')!;
	const mass = window.answer.prediction!.mass.value;
	const noted = { key: 'w', on: '2026-02-01' };
	const scale = { count: 1, step: 1e-6, mass };
	const learning = learn([{ kind: 'weighing', ...noted, ...scale, of: weighedOf('fly', recipe) }]);
	const parameters = { distribution: window.parameters.distribution, learning };
	const after = suggestions({ ...window, parameters } as typeof window, 'mass');
	const again = after.find((one) => one.words === 'Weigh Sill Nymph, tied');
	expect(again?.narrower ?? 1).toBeGreaterThan(before.narrower);
});
