import { describe, expect, test } from 'vitest';
import { starterRecipe } from '$core/fly/index';
import { recipeFromDocument, recipeToDocument, type RecipeDocument } from '../fly/recipe';
import type { LotRow } from '../kinds';
import { lotUnit, type LotBodyDocument } from './body';
import { lotsOf, partsFrom, withLot } from './from-stock';

const recipe = recipeToDocument(starterRecipe);
const lot = (body: Omit<LotBodyDocument, 'entries'>): LotRow => ({
	kind: 'lot',
	id: 'lot',
	name: 'Lot',
	revision: 1,
	body: { ...body, entries: [] }
});

describe('a part that is taken from a lot', () => {
	test('is what the lot is, with what was measured of it', () => {
		const hook = { style: 'jig60', size: 12, lengthX: 0, wireX: 1 } as const;
		const bead = { metal: 'brass', shape: 'cone', diameterMm: 3.2 } as const;
		expect(withLot(recipe, lot({ hook }), 'hook').hook).toEqual({ ...hook, lot: 'lot' });
		expect(
			withLot(recipe, lot({ hook, measured: { pieces: 3, togetherG: 0.1, wireMm: 0.5 } }), 'hook')
				.hook
		).toEqual({ ...hook, lot: 'lot', measured: { wireMm: 0.5, massG: 0.0333333 } });
		expect(withLot(recipe, lot({ bead }), 'bead').bead).toEqual({ ...bead, lot: 'lot' });
		expect(
			withLot(recipe, lot({ bead, measured: { pieces: 3, togetherG: 1 } }), 'bead').bead
		).toEqual({ ...bead, lot: 'lot', weighedG: 0.333333 });
	});

	test('keeps the turns that were wound, and winds the usual ones where there were none', () => {
		const lead = lot({ coil: { metal: 'lead', wireInch: 0.015 } });
		const wound: RecipeDocument = {
			...recipe,
			coil: { metal: 'copper', wireInch: 0.02, turns: 7 }
		};
		expect(withLot(recipe, lead, 'coil').coil).toEqual({
			turns: 3,
			metal: 'lead',
			wireInch: 0.015,
			lot: 'lot'
		});
		expect(withLot(wound, lead, 'coil').coil?.turns).toBe(7);
		// 0.381 mm are .015 in.
		const measured = lot({ coil: { metal: 'lead', wireInch: 0.02 }, measured: { wireMm: 0.381 } });
		expect(withLot(recipe, measured, 'coil').coil).toMatchObject({
			wireInch: 0.015,
			measured: true
		});
		expect(withLot(recipe, lot({ thread: { denier: 140 } }), 'thread').thread).toEqual({
			baseLayers: 1,
			dam: true,
			headTurns: 8,
			denier: 140,
			lot: 'lot'
		});
		const rib = lot({ rib: { kind: 'copper', wireMm: 0.14 }, measured: { wireMm: 0.15 } });
		expect(withLot(recipe, rib, 'rib').rib).toEqual({
			turns: 6,
			against: true,
			kind: 'copper',
			wireMm: 0.15,
			lot: 'lot'
		});
	});

	test('a packet makes what it is for; one with a name of its own whatever is tied in', () => {
		expect(partsFrom(lot({ dressing: { kind: 'herl' } }))).toEqual([
			'body',
			'rearThorax',
			'thorax',
			'frontThorax',
			'head'
		]);
		expect(partsFrom(lot({ dressing: { kind: 'rubber' } }))).toEqual(['tail', 'legs', 'horns']);
		expect(partsFrom(lot({ dressing: { kind: 'grey heron' } }))).toEqual([
			'tail',
			'flash',
			'tag',
			'underbody',
			'body',
			'back',
			'palmer',
			'rearThorax',
			'thorax',
			'frontThorax',
			'wingCase',
			'wings',
			'legs',
			'hackle',
			'collar',
			'thirdCollar',
			'horns',
			'head'
		]);
		expect(partsFrom(lot({ thread: { denier: 70 } }))).toEqual(['thread']);
		const tied = withLot(recipe, lot({ dressing: { kind: 'rubber' } }), 'legs');
		expect(tied.legs).toMatchObject({ kind: 'rubber', lot: 'lot' });
		// Not what it can be made of.
		expect(withLot(recipe, lot({ dressing: { kind: 'rubber' } }), 'body')).toEqual(recipe);
		expect(withLot(recipe, lot({ dressing: { kind: 'quill' } }), 'body').body).toMatchObject({
			kind: 'quill',
			lot: 'lot'
		});
	});

	test('a drop of what is in the bottle goes on, and each bottle is known by its lot', () => {
		const lacquered = withLot(recipe, lot({ finish: { kind: 'lacquer' } }), 'finish');
		expect(lacquered.finish).toMatchObject({ lacquer: 1, lots: { lacquer: 'lot' } });
		const inner = recipeFromDocument(lacquered);
		expect(lotsOf(inner, 'finish')).toEqual(['lot']);
		expect([lotsOf(inner, 'hook'), lotsOf(starterRecipe, 'finish')]).toEqual([[], []]);
		expect(
			lotsOf(
				recipeFromDocument(withLot(recipe, lot({ thread: { denier: 70 } }), 'thread')),
				'thread'
			)
		).toEqual(['lot']);
	});
});

test('a lot is counted in pieces, packets or metres', () => {
	expect([lotUnit('hook'), lotUnit('bead', 1), lotUnit('dressing'), lotUnit('finish', 1)]).toEqual([
		'pieces',
		'piece',
		'packets',
		'packet'
	]);
	expect([lotUnit('coil'), lotUnit('rib', 1), lotUnit('thread')]).toEqual(['m', 'm', 'm']);
});
