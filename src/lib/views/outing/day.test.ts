import { expect, test } from 'vitest';
import { prior } from '$core/parameter/index';
import { evaluate } from '$core/match/index';
import { USUAL_WANTED } from '$core/drift/index';
import { starterRecipe } from '$core/fly/index';
import { starterRig } from '$core/rig/index';
import { fluidAt, lieAtFlow, USUAL_EXPONENTS } from '$core/water/index';
import { recipeToDocument } from '$lib/documents/fly/recipe';
import type { LieRow, RigRow, RiverRow } from '$lib/documents/kinds';
import { lieFromDocument, lieKey } from '$lib/documents/lie/body';
import type { OutingBodyDocument } from '$lib/documents/outing/body';
import { rigFromDocument, rigToDocument } from '$lib/documents/rig/body';
import { lieOn, otherScenarios, outingFly, placeOn, waterOn } from './day';

const river: RiverRow = {
	kind: 'river',
	id: 'r',
	name: 'Sill',
	revision: 1,
	body: { temperatureC: 9, flowM3s: 4 }
};
const lie: LieRow = {
	kind: 'lie',
	id: 'l',
	name: 'Gauge pool',
	revision: 1,
	riverId: 'r',
	body: { depthM: 1, surfaceSpeedMs: 0.6, bed: 'gravel', zoneTopM: 0.2, surveyedAtM3s: 4 }
};
const rig: RigRow = {
	kind: 'rig',
	id: 'g',
	name: 'Long arm',
	revision: 1,
	body: rigToDocument(starterRig)
};
const outing = (change: Partial<OutingBodyDocument> = {}): OutingBodyDocument => ({
	on: '2026-05-01',
	riverId: 'r',
	lieIds: ['l'],
	rigIds: ['g'],
	...change
});

test('what is expected of the day is what the plan says, else what the river is at', () => {
	expect(waterOn(outing(), river)).toEqual({ flow: 4, celsius: 9 });
	expect(waterOn(outing({ flowM3s: 6, temperatureC: 12 }), river)).toEqual({
		flow: 6,
		celsius: 12
	});
	const unknown = { ...river, body: { temperatureC: 9 } };
	expect(waterOn(outing(), unknown)).toEqual({ flow: undefined, celsius: 9 });
});

test('a day is looked at low (0.6 of the flow), as expected and up by half', () => {
	expect(otherScenarios).toEqual(['low', 'high']);
	const kept = { ...lieFromDocument(lie.body), key: lieKey(lie) };
	const at = (flow: number) => lieAtFlow(kept, flow, USUAL_EXPONENTS).lie;
	expect(lieOn(outing(), river, lie, 'expected')).toEqual(at(4));
	expect(lieOn(outing(), river, lie, 'expected').depth).toBeCloseTo(1, 12);
	expect(lieOn(outing({ flowM3s: 5 }), river, lie, 'low')).toEqual(at(3));
	expect(lieOn(outing(), river, lie, 'high')).toEqual(at(6));
	// 1.5 times the flow: the depth by the power 0.4 of it (Leopold & Maddock 1953).
	expect(lieOn(outing(), river, lie, 'high').depth).toBeCloseTo(1.5 ** 0.4, 9);
	// Without a flow the lie is as it was written down, whatever is looked at.
	const unknown = { ...river, body: { temperatureC: 9 } };
	expect(lieOn(outing(), unknown, lie, 'high')).toEqual(kept);
});

test('a place is the lie of that day on a rig, with what a good drift is and what was learned', () => {
	const asked = { wanted: USUAL_WANTED, distribution: prior };
	const { place, ...names } = placeOn(outing({ temperatureC: 12 }), river, lie, rig, 'low', asked);
	expect(names).toEqual({ lieId: 'l', rigId: 'g', scenario: 'low' });
	expect(place).toEqual({
		rig: rigFromDocument(rig.body),
		lie: lieOn(outing(), river, lie, 'low'),
		celsius: 12,
		...asked
	});
});

test('a kind of the box sinks as everywhere, in water as warm as it will be', () => {
	const document = recipeToDocument(starterRecipe);
	const kind = { name: 'Jig', batchId: 'b', item: 0, left: 2, colours: {}, recipe: document };
	const found = outingFly(kind as never, 12, prior);
	const { speed, weight } = evaluate(starterRecipe, fluidAt(12), prior);
	expect(found).toMatchObject({ name: 'Jig', left: 2, document, speed, weight });
	expect(found.speed).toBeGreaterThan(outingFly(kind as never, 4, prior).speed);
});
