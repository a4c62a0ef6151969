import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Papa from 'papaparse';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { prior, valuesAt, type Learned } from '$core/parameter/index';
import { buildFly, compileBuild, type Recipe } from '$core/fly/index';
import {
	chanceOf,
	SearchWorker,
	emptyShelf,
	firstDrifts,
	followed,
	levers,
	match,
	USUAL_WISHES,
	whichBead,
	type SearchChannel,
	type MatchQuestion,
	type Shelf
} from '$core/match/index';
import {
	DRIFTS,
	drifting,
	learnedHere,
	MODEL_VERSION,
	type DriftQuestion
} from '$core/predict/index';
import { withCast } from '$core/rig/index';
import { settle } from '$core/sink/index';
import { fluidAt } from '$core/water/index';
import { recipeFromDocument, recipeToDocument } from '$lib/documents/fly/recipe';
import { rigFromDocument } from '$lib/documents/rig/body';
import type { LieRow, RigRow } from '$lib/documents/kinds';
import type { Snapshot } from '$lib/api/answers';
import { waterOf } from '$lib/documents/lie/today';
import { PredictRequest } from '$lib/api/requests';
import { checked } from './api';
import { todayOf, unpacked } from './asked';
import { fliesAsCsv } from './csv';
import { learnedNow } from './learned';
import { predictionFor } from './predict';
import { openStore, type Store } from './store/index';

const folder = mkdtempSync(join(tmpdir(), 'gravitas-one-'));
let store: Store;
let snapshot: Snapshot;
let learned: Learned;
beforeAll(async () => {
	store = await openStore(folder, { demo: true });
	snapshot = await store.snapshot();
	({ learned } = await learnedNow(store));
}, 120_000);
afterAll(async () => {
	await store.close();
	rmSync(folder, { recursive: true });
});

const named = <Row extends { name: string }>(rows: readonly Row[], name: string) =>
	rows.find((row) => row.name === name)!;
const channel = (): SearchChannel => {
	const worker = new SearchWorker();
	return { ask: (task) => Promise.resolve(worker.do(task) as never) };
};

/** What POST /api/predict says of a recipe in a lie of the snapshot, given as it is there. */
async function predicted(recipe: Recipe, lie: LieRow, rig: RigRow) {
	const raw = await unpacked(
		{ fly: { recipe: recipeToDocument(recipe) }, lie, rig, drifts: DRIFTS.listed },
		store
	);
	return predictionFor(checked(raw, PredictRequest), store, { today: todayOf(raw) });
}
const tidy = (n: number) => Number(n.toPrecision(6));

const cells = [
	['Footbridge run', 'Long arm'],
	['Footbridge run', 'Cork drop'],
	['Shingle riffle', 'Long arm']
] as const;

test.each(cells)(
	'%s, %s: one chance for the same fly, wherever it is asked',
	async (lieName, rigName) => {
		const lie = named(snapshot.lies, lieName);
		const rigRow = named(snapshot.rigs, rigName);
		const rig = rigFromDocument(rigRow.body);
		const { lie: water, celsius } = waterOf(lie, snapshot.rivers)!;
		const base = { rig, lie: water, celsius, learned };

		// Flies of the demo: the prediction and what every list counts, and in one cell the table of all.
		const inTable = lieName === 'Shingle riffle';
		const table = { lieId: lie.id, rigId: rigRow.id, drifts: DRIFTS.listed };
		let csv = '';
		if (inTable) for await (const piece of await fliesAsCsv(store, table)) csv += piece;
		const { data } = Papa.parse<Record<string, string>>(csv.trimEnd(), { header: true });
		expect(data).toHaveLength(inTable ? snapshot.flies.length : 0);
		const every = inTable ? 2 : 4;
		for (const { name, body } of snapshot.flies.filter((_, k) => k % every === 0)) {
			const fly = recipeFromDocument(body.recipe);
			const { chance, verdict, drift } = await predicted(fly, lie, rigRow);
			const listed = await firstDrifts(channel(), { ...base, recipe: fly }, () => false);
			expect(tidy(listed!.chance), name).toBe(chance);
			if (inTable) {
				const row = named(data as unknown as { name: string }[], name) as Record<string, string>;
				expect(row).toMatchObject({ lie: lieName, rig: rigName, drifts: String(DRIFTS.listed) });
				expect(Number(row.chance), name).toBe(chance);
			}
			expect(verdict === 'no', name).toBe(chance < 0.25);
			if (drift) expect([drift.chance.value, drift.verdict]).toEqual([chance, verdict]);
		}

		if (lieName !== 'Footbridge run' || rigName !== 'Long arm') return;
		// Which bead, Match's own list, and a step that is taken: the same recipes by the prediction.
		const recipe: Recipe = {
			...recipeFromDocument(named(snapshot.flies, 'Rustneck Jig').body.recipe),
			coil: null
		};
		const bead = (diameter: number, metal: 'tungsten' | 'brass') =>
			({ metal, shape: 'slotted', diameter }) as const;
		const shelf: Shelf = {
			...emptyShelf,
			beads: [bead(2.4e-3, 'tungsten'), bead(2.8e-3, 'tungsten'), bead(3.2e-3, 'brass')],
			coils: [
				{ metal: 'lead', wire: 0.381e-3 },
				{ metal: 'leadFree', wire: 0.381e-3 }
			],
			only: true
		};
		const question: MatchQuestion = {
			...base,
			recipe,
			shelf,
			wishes: { ...USUAL_WISHES, onlyOwned: true },
			locks: { hook: true, bead: false, coil: false, rib: true, dressing: true }
		};
		const asked = await whichBead({ ...question, enough: 0.7 }, [channel()], () => undefined);
		for (const option of asked!.options) {
			expect(option.drifts).toBe(DRIFTS.listed);
			expect(tidy(option.chance)).toBe((await predicted(option.recipe, lie, rigRow)).chance);
		}
		const found = (await match(question, [channel()], () => undefined))!;
		const listed = found.list.filter(({ drifts }) => drifts === DRIFTS.listed);
		expect(listed.length).toBeGreaterThan(0);
		for (const one of listed) {
			expect(tidy(one.chance)).toBe((await predicted(one.recipe, lie, rigRow)).chance);
		}
		const fluid = fluidAt(celsius);
		const values = valuesAt(prior);
		const build = buildFly(recipe, values);
		const sink = settle(compileBuild(build, values).body, fluid, values);
		const [step] = levers(build, sink, fluid, null, emptyShelf);
		const taken = { ...base, recipe: step!.recipe };
		expect(tidy(chanceOf(taken, DRIFTS.listed).chance)).toBe(
			(await predicted(step!.recipe, lie, rigRow)).chance
		);

		// The page hands its workers only what bears on the flies and the lie; the digits are the same.
		const above = recipeFromDocument(named(snapshot.flies, 'Thimble Nymph').body.recipe);
		const pair = withCast(rig, [{ name: 'Thimble Nymph', recipe: above, above: 0.5, dropper: 0 }]);
		for (const held of [rig, pair]) {
			const whole: DriftQuestion = { ...base, rig: held, recipe };
			const here = learnedHere(learned, { recipe, cast: held.cast, lie: water });
			expect(here.mean.length).toBeLessThan(learned.mean.length);
			const [all, some] = [drifting(whole), drifting({ ...whole, learned: here })];
			expect(some.hand).toEqual(all.hand);
			expect(some.sample(1, 3)).toEqual(all.sample(1, 3));
			expect(followed(some, 0, 12)).toEqual(followed(all, 0, 12));
		}
	},
	300_000
);

test('the demo’s outings carry what their water says by this model; if not: node scripts/refresh-demo.mjs', () => {
	const outings = snapshot.entries.flatMap(({ body }) => body.outing ?? []);
	expect(outings.length).toBeGreaterThan(0);
	expect(outings.map(({ fit }) => fit?.model)).toEqual(outings.map(() => MODEL_VERSION));
});

test('a lie whose river is not here says what to do instead', async () => {
	const lie = { ...snapshot.lies[0]!, riverId: '00000000-0000-4000-8000-000000000000' };
	await expect(unpacked({ fly: snapshot.flies[0], lie }, store)).rejects.toMatchObject({
		status: 422,
		more: { errors: [{ path: 'lie.riverId' }] }
	});
});
