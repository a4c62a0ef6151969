import { expect, test } from 'vitest';
import { prior } from '$core/parameter/index';
import { starterRecipe } from '$core/fly/index';
import { USUAL_WISHES, type FoundBuild, type MatchQuestion } from '$core/match/index';
import { starterRig } from '$core/rig/index';
import { NOTHING_LEARNED } from '$lib/api/nothing-learned';
import type { MatchRequest } from '$lib/api/requests';
import { recipeToDocument } from '$lib/documents/fly/recipe';
import type { LotRow } from '$lib/documents/kinds';
import { rigFromDocument, rigToDocument } from '$lib/documents/rig/body';
import { matchFor } from './match';
import type { Store } from './store/index';

const bead: LotRow = {
	kind: 'lot',
	id: '6f1d1f2c-5a37-4c1e-9d3b-0a8d6b1f2e07',
	name: 'Beads',
	revision: 1,
	body: {
		bead: { metal: 'brass', shape: 'round', diameterMm: 2.8 },
		entries: [{ on: '2026-02-03', kind: 'bought', amount: 20 }]
	}
};
const store = {
	opening: () => Promise.resolve({ rigs: [], strip: {} }),
	list: () => Promise.resolve([bead])
} as unknown as Store;
const rig = rigToDocument(starterRig);
const request = {
	fly: { recipe: recipeToDocument(starterRecipe) },
	lie: {
		depthM: 0.9,
		surfaceSpeedMs: 0.6,
		bed: 'gravel',
		zoneTopM: 0.2,
		approachM: 3,
		temperatureC: 11
	},
	rig,
	learned: false
} as unknown as MatchRequest;
const build = (chance: number): FoundBuild =>
	({
		recipe: starterRecipe,
		look: 'a thread body',
		chance,
		drifts: 150,
		miss: 0.04,
		points: 3,
		mass: 2.13e-4,
		speed: 0.5,
		range: { value: 0.5, low: 0.4, high: 0.6 },
		attitude: 'level',
		pitch: 12,
		bulk: 0.2,
		gapLeft: 3e-3,
		price: 0.4,
		regrets: ['the gap is choked']
	}) as unknown as FoundBuild;

async function asked(more: object = {}) {
	let question!: MatchQuestion;
	const answer = await matchFor(
		{ ...request, ...more } as MatchRequest,
		store,
		new AbortController().signal,
		null,
		(one) => {
			question = one;
			const list = [build(0.9), build(0.3)];
			return Promise.resolve({ list, looked: 1234, mark: 0.6, confirmed: true, limit: null });
		}
	);
	return { question, answer };
}

test('what is not said of a search is as usual: hook, rib and dressing stay, nothing need be owned', async () => {
	const { question } = await asked();
	expect(question.locks).toEqual({
		hook: true,
		bead: false,
		coil: false,
		rib: true,
		dressing: true
	});
	expect(question.wishes).toEqual(USUAL_WISHES);
	expect(question).toMatchObject({ celsius: 11, recipe: starterRecipe, rig: rigFromDocument(rig) });
	expect(question.lie).toMatchObject({ depth: 0.9, surfaceSpeed: 0.6, zoneTop: 0.2 });
	expect(question.shelf.beads).toHaveLength(1);
	expect(question.shelf.only).toBe(USUAL_WISHES.onlyOwned);
	expect(question.distribution).toMatchObject({ ...prior, learned: NOTHING_LEARNED.learned });
	expect(question).not.toHaveProperty('wanted');
});

test('what is said goes before it, and what is left open stays as usual', async () => {
	const { question } = await asked({
		locks: { rib: false, hook: undefined },
		wishes: { onlyOwned: true, noLead: undefined },
		wanted: { hold: 0.5 }
	});
	expect(question.locks).toMatchObject({ rib: false, hook: true });
	expect(question.wishes).toEqual({ ...USUAL_WISHES, onlyOwned: true });
	expect(question.shelf.only).toBe(true);
	expect(question).toMatchObject({ wanted: { hold: 0.5 } });
});

test('a build is answered in the units that its names give', async () => {
	const { answer } = await asked();
	expect(answer).toMatchObject({
		rig: { name: null, from: 'request', way: starterRig.way },
		mark: 0.6,
		lookedAt: 1234,
		confirmed: true,
		limit: null
	});
	expect(answer.builds[0]).toEqual({
		recipe: recipeToDocument(starterRecipe),
		otherwise: 'a thread body',
		chance: 0.9,
		drifts: 150,
		verdict: 'yes',
		aboveZoneM: 0.04,
		doesTheJob: true,
		points: 3,
		massG: 0.213,
		sinkSpeedCms: { value: 50, low: 40, high: 60 },
		attitude: 'level',
		pitchDeg: 12,
		thicknessOfShank: 0.2,
		gapMm: 3,
		price: 0.4,
		regrets: ['the gap is choked']
	});
	expect(answer.builds[1]).toMatchObject({ chance: 0.3, doesTheJob: false });
	expect((await asked({ most: 1 })).answer.builds).toHaveLength(1);
});
