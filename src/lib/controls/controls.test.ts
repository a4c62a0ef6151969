import fc from 'fast-check';
import { expect, test } from 'vitest';
import { prior, valuesAt } from '$core/parameter/index';
import { buildFly, compileBuild, partNames, recipeChange, type Recipe } from '$core/fly/index';
import { anyRecipe } from '$lib/documents/fly/any-recipe.testing';
import { recipeToDocument } from '$lib/documents/fly/recipe';
import { parse } from '$lib/contract/parse';
import {
	asUsual,
	controlsOf,
	fullnessControl,
	isDressing,
	type Control,
	type Subject
} from './index';
import { weighedControl } from './weighed';
import { documentRequests } from '$lib/documents/requests';

const median = valuesAt(prior);

function subjectOf(recipe: Recipe, before: Recipe | null = null): Subject {
	const build = buildFly(recipe, median);
	const { parts } = compileBuild(build, median);
	const masses = Object.fromEntries(parts.map(({ part, mass }) => [part, mass]));
	return { recipe, build, masses, before };
}

/** Every recipe that a control can lead to in one go. */
function nextOf(control: Control): Recipe[] {
	switch (control.kind) {
		case 'choice':
			return control.options.map(({ value }) => control.set(value));
		case 'number': {
			const steps = ([1, -1] as const).flatMap((way) =>
				[false, true].map((big) => control.step(control.value, way, big))
			);
			return [...steps.map(control.set), ...(control.clear ? [control.clear()] : [])];
		}
		case 'action':
			return [control.set()];
		case 'note':
			return [];
	}
}

test('from any fly, every step of every control leads to a fly that can be kept and built', () => {
	fc.assert(
		fc.property(anyRecipe, fc.constantFrom(...partNames), (recipe, part) => {
			const subject = subjectOf(recipe);
			const controls = [
				...controlsOf(part, subject),
				fullnessControl(recipe.dressing.fullness, () => recipe),
				weighedControl(recipe, subject.masses, () => recipe)
			];
			const nexts = controls.flatMap(nextOf);
			if (isDressing(part)) nexts.push(asUsual(recipe, part));
			for (const next of nexts) {
				const document: unknown = JSON.parse(JSON.stringify(recipeToDocument(next)));
				const parsed = parse(documentRequests.fly, { name: 'Next', body: { recipe: document } });
				expect(parsed.ok ? [] : parsed.errors).toEqual([]);
				expect(compileBuild(buildFly(next, median), median).body.mass).toBeGreaterThan(0);
			}
		}),
		{ numRuns: 150 }
	);
});

test('a step is said in the history, and what a field shows is read back as its value', () => {
	const recipe: Recipe = {
		hook: { style: 'straight', size: 12, lengthX: 0, wireX: 0 },
		bead: { metal: 'tungsten', shape: 'slotted', diameter: 3.2e-3 },
		coil: { metal: 'lead', wire: 0.381e-3, turns: 4 },
		dressing: { fullness: 'medium' },
		legs: { kind: 'rubber', fibres: 6, length: 0.4 },
		wingCase: { kind: 'feather', length: 0.33 },
		underbody: { kind: 'wool', thickness: 0.08 },
		collar: { kind: 'fur', turns: 1, length: 0.4, lie: 'swept' }
	};
	const subject = subjectOf(recipe);
	for (const part of partNames) {
		for (const control of controlsOf(part, subject)) {
			if (control.kind !== 'number') continue;
			const up = control.step(control.value, 1, false);
			const change = recipeChange(recipe, control.set(up));
			expect(change.paths.length, `${part}: ${control.label}`).toBeGreaterThan(0);
			const shown = control.read(`${control.show(up)}${control.unit === 'mm' ? ' mm' : ''}`);
			expect(shown.kind, `${part}: ${control.label} ${control.show(up)}`).toBe('value');
			// As fine as the field shows it.
			if (shown.kind === 'value' && up > 0) {
				expect(Math.abs(shown.value / up - 1), control.label).toBeLessThan(0.05);
			}
		}
	}
});

test('what was left out comes back as it was; another bead is not the one that was weighed', () => {
	const recipe: Recipe = {
		hook: { style: 'jig60', size: 14, lengthX: 0, wireX: 0, lot: 'a', measured: { mass: 4e-5 } },
		bead: { metal: 'brass', shape: 'slotted', diameter: 2.8e-3, weighed: 6e-5, lot: 'b' },
		coil: null,
		dressing: { fullness: 'medium' }
	};
	const metal = (subject: Subject) =>
		controlsOf('bead', subject).find((c) => c.kind === 'choice' && c.label === 'Metal')!;
	const none = metal(subjectOf(recipe));
	const without = none.kind === 'choice' ? none.set('none') : recipe;
	expect(without.bead).toBeNull();
	const again = metal(subjectOf(without, recipe));
	expect(again.kind === 'choice' && again.set('brass').bead).toMatchObject({ diameter: 2.8e-3 });
	const tungsten = none.kind === 'choice' ? none.set('tungsten').bead : null;
	expect(tungsten).toMatchObject({ metal: 'tungsten', diameter: 2.8e-3 });
	expect(tungsten?.weighed).toBeUndefined();
	expect(tungsten?.lot).toBeUndefined();
	const tail = { kind: 'feather', fibres: 8, length: 0.5, lot: 'c' } as const;
	const [of] = controlsOf('tail', subjectOf({ ...recipe, tail }));
	expect(of?.kind === 'choice' && of.set('rubber').tail).toEqual({
		kind: 'rubber',
		fibres: 2,
		length: 0.5
	});
	// A strip is counted, said and read as one.
	const strip = { kind: 'hide', fibres: 2, length: 0.5 } as const;
	const many = controlsOf('tail', subjectOf({ ...recipe, tail: strip })).find(
		(control) => control.kind === 'number'
	);
	expect([many?.label, many?.say?.(2)]).toEqual(['Tail strips', '2 strips']);
	expect(many?.read('1 strip')).toMatchObject({ value: 1 });
	const size = controlsOf('hook', subjectOf(recipe)).find(({ kind }) => kind === 'number')!;
	const other = size.kind === 'number' ? size.set(16).hook : recipe.hook;
	expect(other).toEqual({ style: 'jig60', size: 16, lengthX: 0, wireX: 0 });
});
