import Papa from 'papaparse';
import { expect, test } from 'vitest';
import { starterRecipe } from '$core/fly/index';
import { predict } from '$core/predict/index';
import { starterRig } from '$core/rig/index';
import { lieFromDocument } from '$lib/documents/lie/body';
import { recipeToDocument } from '$lib/documents/fly/recipe';
import { rigToDocument } from '$lib/documents/rig/body';
import type { DocumentRow } from '$lib/documents/kinds';
import type { Snapshot } from '$lib/api/answers';
import { PredictRequest } from '$lib/api/requests';
import { checked } from './api';
import { fliesAsCsv } from './csv';
import { predictionFor } from './predict';
import { Refusal, type Store } from './store/index';

const recipe = recipeToDocument(starterRecipe);
const water = {
	depthM: 0.9,
	surfaceSpeedMs: 0.7,
	bed: 'cobble' as const,
	zoneTopM: 0.15,
	approachM: 2.5
};
const here = { ...water, temperatureC: 9 };
/** A data folder with a starter rig that was used last, and nothing found yet. */
const kept = {
	flies: [],
	lies: [],
	rivers: [],
	lots: [],
	batches: [],
	entries: [],
	rigs: [],
	strip: { flyId: null, lieId: null, rigId: null }
} as unknown as Snapshot;
const store = {
	opening: () => Promise.resolve(kept),
	list: () => Promise.resolve([]),
	workedOut: () => Promise.resolve(null),
	foundSum: () => Promise.resolve(''),
	found: () => Promise.resolve({ sum: '', texts: {} })
} as unknown as Store;
const ask = async (fly: object, lie: object = here, parameters?: object, more: object = {}) =>
	predictionFor(
		checked(
			{ fly, lie, ...(parameters ? { parameters } : {}), drifts: 8, ...more },
			PredictRequest
		),
		store
	);

test('a prediction by request is the one of the page, in the units that it names', async () => {
	const page = predict(starterRecipe, lieFromDocument(water), 9);
	const found = await ask({ recipe });
	expect(found.massG.value).toBeCloseTo(page.mass.value * 1e3, 5);
	expect(found.sinkSpeedCms!.low).toBeCloseTo(page.speed!.low * 100, 3);
	expect(found.distanceToZoneM!.high).toBeCloseTo(page.distance!.high, 4);
	expect(found.parts.reduce((sum, { massG }) => sum + massG, 0)).toBeCloseTo(found.massG.value, 4);
	expect(found).toMatchObject({ questions: [], attitude: { words: 'nose down' } });
	expect(found.parts.reduce((sum, { dragShare }) => sum + dragShare, 0)).toBeCloseTo(1, 3);
	expect(found.settled!.timeS).toBeLessThan(1);
	expect(found.attitude.pitchDeg!.value).toBeCloseTo(page.sink.pitch, 3);
});

test('unlikely values are asked about, impossible ones and unknown parameters are refused with their place', async () => {
	const bead = { ...recipe.bead!, diameterMm: 9 };
	const odd = await ask({ recipe: { ...recipe, bead } }, { ...here, surfaceSpeedMs: 3.5 });
	expect(odd.questions.map(({ path }) => path).sort()).toEqual([
		'fly.recipe.bead.diameterMm',
		'lie.surfaceSpeedMs'
	]);
	expect(odd.fit.some(({ severity }) => severity === 'stop')).toBe(true);
	const refusal = async (work: () => Promise<unknown>) => {
		try {
			await work();
		} catch (error) {
			if (error instanceof Refusal) return [error.status, error.more.errors![0]!.path];
		}
		return null;
	};
	const large = { ...recipe.bead!, diameterMm: 40 };
	expect(await refusal(() => ask({ recipe: { ...recipe, bead: large } }))).toEqual([
		422,
		'fly.recipe.bead.diameterMm'
	]);
	expect(
		await refusal(() => ask({ recipe }, here, { 'bead.gold': { median: 1, spread: 1 } }))
	).toEqual([422, 'parameters.bead.gold']);
	expect(
		await refusal(() => ask({ recipe }, here, { 'hook.wire': { median: -1, spread: 1 } }))
	).toEqual([422, 'parameters.hook.wire.median']);
});

test('a parameter that is stated moves the figure, and its spread the interval', async () => {
	const plain = await ask({ recipe });
	const light = await ask({ recipe }, here, {
		'bead.tungsten.density': { median: 14000, spread: 0.001 }
	});
	expect(light.massG.value).toBeLessThan(plain.massG.value);
	expect(light.massG.high / light.massG.low).toBeLessThan(plain.massG.high / plain.massG.low);
});

test('the drift comes with every prediction, the same at each asking; a line that is set too short is said to be', async () => {
	const [first, second] = [await ask({ recipe }), await ask({ recipe })];
	expect(first.drift).toEqual(second.drift);
	expect(first.rig).toEqual({ name: 'Starter rig', from: 'starter', way: 'tight line' });
	const { chance, inZone, notes, hand } = first.drift!;
	expect(chance.drifts).toBe(8);
	expect([first.chance, first.verdict]).toEqual([chance.value, first.drift!.verdict]);
	expect(notes).toEqual([]);
	expect(hand).toEqual([expect.objectContaining({ control: 'lineOutM', found: true }) as object]);
	for (const { low, value, high } of [inZone, hand[0]!]) {
		expect(low).toBeLessThanOrEqual(value);
		expect(value).toBeLessThanOrEqual(high);
	}
	const rig = rigToDocument({ ...starterRig, set: { ...starterRig.set, line: true } });
	const short = {
		...rig,
		leader: { ...rig.leader, lengthM: 0.1 },
		tippet: { ...rig.tippet, lengthM: 1 }
	};
	const cut = await ask({ recipe }, here, undefined, { rig: short });
	expect(cut).toMatchObject({ chance: 0, verdict: 'no', rig: { from: 'request' } });
	expect(cut.drift).toMatchObject({ fault: 'short', hand: [{ found: false, value: 1.1 }] });
	expect(cut.drift!.notes[0]!.words).toContain('lengthen the leader');
});

test('the zone ends at the surface: a lie in which it does not is refused with its place', async () => {
	const asked = ask({ recipe }, { ...here, zoneTopM: 1 });
	await expect(asked).rejects.toMatchObject({
		status: 422,
		more: { errors: [{ path: 'lie.zoneTopM' }] }
	});
});

test('the table reads back as it was written, and no name becomes a formula', async () => {
	const names = ['Plain', 'Quoted "x", and\nbroken', '=1+1', '魚'];
	const flies = names.map((name, i): DocumentRow => ({
		kind: 'fly',
		id: String(i),
		name,
		revision: 1,
		body: { recipe }
	}));
	const full: Store = {
		...store,
		page: (_, after, most) => {
			const from = Number(after);
			const next = from + most < flies.length ? String(from + most) : null;
			return Promise.resolve({ rows: flies.slice(from, from + most), next });
		}
	};
	const pieces: string[] = [];
	for await (const piece of await fliesAsCsv(full, { lieId: null })) pieces.push(piece);
	const text = pieces.join('');
	const { data, errors } = Papa.parse<Record<string, string>>(text.trimEnd(), { header: true });
	expect(errors).toEqual([]);
	expect(data.map((row) => row.name)).toEqual(['Plain', names[1], `'=1+1`, '魚']);
	const still = { depth: 1, surfaceSpeed: 0, bed: 'gravel', zoneTop: 0.2 } as const;
	const { mass, speed, sink } = predict(starterRecipe, still, 10);
	const row = data[0]!;
	const figures = [row.mass_g, row.mass_g_low, row.sink_cm_s, row.sink_cm_s_high].map(Number);
	const expected = [mass.value * 1e3, mass.low * 1e3, speed!.value * 100, speed!.high * 100];
	expected.forEach((value, k) => expect(figures[k]! / value).toBeCloseTo(1, 3));
	expect(row).toMatchObject({
		bead_mm: '2.8',
		water_c: '10',
		attitude: sink.attitude,
		pitch_deg: String(Math.round(sink.pitch))
	});
	expect(row).toMatchObject({ time_to_zone_s: '', chance: '', drifts: '', rig: '' });
	await expect(fliesAsCsv(store, { lieId: null, drifts: 8 })).rejects.toMatchObject({
		status: 422
	});
});
