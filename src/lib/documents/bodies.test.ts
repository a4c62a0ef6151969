import { describe, expect, test } from 'vitest';
import { starterRecipe } from '$core/fly/index';
import { without } from '$core/quantity/index';
import { starterRig, ways, withCast, withWay } from '$core/rig/index';
import { batchFault, fliesOf, inBox, itemOf, type BatchBodyDocument } from './batch/body';
import { definitionOf } from './definitions';
import { entryFault, entryWords, logKind, type EntryBodyDocument } from './entry/body';
import { recipeToDocument } from './fly/recipe';
import { lieExample } from './lie/definition';
import { fieldsOn, rigFromDocument, rigToDocument } from './rig/body';
import { lieFromDocument, lieKey, lieToDocument, type LieBodyDocument } from './lie/body';
import {
	isLow,
	joinedLedger,
	leftOf,
	lotWords,
	materialOf,
	measuredWords,
	nominalWords,
	priceEach,
	weighedEach,
	type LotBodyDocument,
	type LotEntry
} from './lot/body';

const recipe = recipeToDocument(starterRecipe);
const bought = (amount: number, price?: number): LotEntry => ({
	on: '2026-01-20',
	kind: 'bought',
	amount,
	...(price === undefined ? {} : { price })
});

describe('a lot', () => {
	const beads: LotBodyDocument = {
		bead: { metal: 'tungsten', shape: 'slotted', diameterMm: 2.8 },
		measured: { pieces: 25, togetherG: 2.86 },
		lowAt: 10,
		entries: [bought(50, 20), { ...bought(12), kind: 'used' }]
	};

	test('what is left is the sum of its ledger; used and reserved take, what comes back adds', () => {
		const of = (kind: LotEntry['kind'], amount: number) =>
			leftOf({ ...beads, entries: [bought(50), { ...bought(amount), kind }] });
		expect(leftOf(beads)).toBe(38);
		expect([of('used', 5), of('reserved', 5)]).toEqual([45, 45]);
		expect([of('returned', 5), of('corrected', -5)]).toEqual([55, 45]);
		expect(leftOf({ ...beads, entries: [bought(0.1), bought(0.2)] })).toBe(0.3);
	});

	test('it is low from its own mark on, and never without one', () => {
		const low = (amount: number, lowAt?: number) =>
			isLow({ entries: [bought(amount)], ...(lowAt === undefined ? {} : { lowAt }) });
		expect([low(10, 10), low(11, 10), low(0)]).toEqual([true, false, false]);
	});

	test('the price of one is that of all that was bought with one', () => {
		expect(priceEach(beads)).toBe(0.4);
		expect(priceEach({ entries: [bought(10, 5), bought(10, 7), bought(10)] })).toBe(0.6);
		expect(priceEach({ entries: [bought(10), { ...bought(3, 9), kind: 'used' }] })).toBeNull();
		expect(priceEach({ entries: [] })).toBeNull();
	});

	test('a ledger kept in two places has every entry once, and one that was made twice, twice', () => {
		const twice = [bought(5), bought(5)];
		expect(joinedLedger([bought(5)], twice)).toEqual(twice);
		expect(joinedLedger(twice, [bought(5)])).toEqual(twice);
		expect(joinedLedger([bought(5)], [bought(6)])).toEqual([bought(5), bought(6)]);
		const run = { ...bought(5), batchId: 'x' };
		expect(joinedLedger([bought(5)], [run])).toEqual([bought(5), run]);
	});

	test('what it is, what was measured and what is nominal are said', () => {
		const empty = { entries: [] };
		const { hook } = recipe;
		expect(lotWords(beads)).toBe('tungsten 2.8 mm, slotted');
		expect(lotWords({ ...empty, hook })).toBe('straight 14');
		expect(lotWords({ ...empty, coil: { metal: 'leadFree', wireInch: 0.015 } })).toBe(
			'lead-free .015 in'
		);
		expect(lotWords({ ...empty, thread: { denier: 70 } })).toBe('70 denier');
		expect(lotWords({ ...empty, rib: { kind: 'copper', wireMm: 0.14 } })).toBe(
			'copper wire 0.14 mm'
		);
		expect(lotWords(empty)).toBe('');
		expect([materialOf(beads), materialOf(empty)]).toEqual(['bead', null]);
		expect(materialOf({ ...beads, hook })).toBeNull();
		expect(measuredWords(beads)).toBe('25 weigh 2.86 g, 114 mg each');
		expect(measuredWords({ ...beads, measured: { wireMm: 0.37 } })).toBe('wire 0.37 mm');
		expect(measuredWords(empty)).toBe('');
		expect(weighedEach({ ...beads, measured: { togetherG: 2 } })).toBeNull();
		expect(nominalWords({ ...empty, hook })).toMatch(
			/^Nominal: wire 0\.\d\d mm, shank \d\.\d\d mm, gape \d\.\d\d mm/
		);
		expect(nominalWords(beads)).toMatch(/^Nominal: 1\d\.\d+ g\/cm³ \(/);
		expect(nominalWords({ ...empty, rib: { kind: 'copper', wireMm: 0.14 } })).toMatch(
			/^Nominal: 0\.14 mm as sold/
		);
	});

	test('a change is told', () => {
		const { told } = definitionOf('lot');
		const other: LotBodyDocument = {
			...beads,
			measured: { pieces: 10, togetherG: 1 },
			lowAt: 5,
			entries: [bought(50, 20)]
		};
		expect(told(beads, other)).toEqual({
			paths: ['measured', 'left', 'low at'],
			words:
				'measured 25 weigh 2.86 g, 114 mg each to 10 weigh 1 g, 100 mg each, left 38 to 50, low at 10 to 5'
		});
	});
});

describe('a batch', () => {
	const batch: BatchBodyDocument = {
		...(definitionOf('batch').examples.first.body as BatchBodyDocument),
		items: [
			{ name: 'Sill Nymph', recipe, count: 2 },
			{ name: 'Rustneck', recipe, count: 3 }
		] as BatchBodyDocument['items'],
		flies: [
			{ fly: 0, massG: 0.2 },
			{ fly: 2 },
			{ fly: 4, massG: 0.6, together: 3, out: 'lost' }
		] as BatchBodyDocument['flies'],
		order: []
	};

	test('its flies belong to its items in order; what is lost is no longer in the box', () => {
		expect(fliesOf(batch)).toBe(5);
		expect([0, 1, 2, 4].map((fly) => itemOf(batch, fly))).toEqual([0, 0, 1, 1]);
		expect(inBox(batch, 1).map(({ fly }) => fly)).toEqual([2]);
	});

	test('what cannot be is said with its place', () => {
		const fault = (more: Partial<BatchBodyDocument>) =>
			batchFault({ ...batch, ...more })?.path ?? null;
		const count = (n: number) => [{ ...batch.items[0]!, count: n }];
		expect(fault({})).toBeNull();
		expect(fault({ items: [], flies: [] })).toBe('body.items');
		expect([
			fault({ items: count(200), flies: [] }),
			fault({ items: count(201), flies: [] })
		]).toEqual([null, 'body.items']);
		expect(fault({ flies: [{ fly: 0 }, { fly: 5 }] as never })).toBe('body.flies[1].fly');
		expect(fault({ flies: [{ fly: 1 }, { fly: 1 }] as never })).toBe('body.flies[1].fly');
		expect(
			fault({
				order: [
					{ fly: 0, from: 0, to: 3 },
					{ fly: 5, from: 0, to: 1 }
				] as never
			})
		).toBe('body.order[1]');
		expect(fault({ order: [{ fly: 0, from: 3, to: 2 }] as never })).toBe('body.order[0]');
	});

	test('a change is told fly by fly', () => {
		const { told } = definitionOf('batch');
		const next = {
			...batch,
			flies: [{ fly: 0, massG: 0.21 }, { fly: 1 }, { fly: 2 }] as BatchBodyDocument['flies']
		};
		expect(told(batch, next).words).toBe(
			'fly 1 0.2 g to 0.21 g, fly 2 not tied to tied, fly 5 0.6 g, one of 3, lost to not tied'
		);
		expect(told(batch, { ...batch, items: [batch.items[0]!] }).words).toBe(
			'flies 2 Sill Nymph, 3 Rustneck to 2 Sill Nymph'
		);
	});
});

describe('an entry of the log', () => {
	const at = 1770112800000;
	const weighing = { of: 'fly', recipe, count: 1, massG: 0.243, scaleStepG: 0.001 } as const;
	const entry = (more: object) => ({ at, ...more }) as EntryBodyDocument;

	test('what was found is said', () => {
		expect(entryWords(entry({ weighing }))).toBe('weighs 0.243 g');
		expect(entryWords(entry({ weighing: { ...weighing, count: 4 } }))).toBe('4 weigh 0.243 g');
		expect(entryWords(entry({ weighing: { ...weighing, of: 'wire', lengthM: 0.5 } }))).toBe(
			'50 cm weigh 0.243 g'
		);
		expect(entryWords(entry({ drop: { distanceM: 0.6, runsS: [1.5, 1.46] } }))).toBe(
			'60 cm in 1.50, 1.46 s'
		);
		const outing = { lieName: 'Pool', saw: 'touched', fish: true };
		expect(entryWords(entry({ outing }))).toBe('Pool: ticked the bed, a fish');
		expect(entryWords(entry({ outing: { ...outing, saw: 'hungUp', fish: false } }))).toBe(
			'Pool: hung up'
		);
		expect(entryWords(entry({ reset: { score: 'fly' } }))).toBe('learned anew: fly');
		expect(entryWords(entry({ exclusion: {} }))).toBe('left out');
		expect(entryWords(entry({}))).toBe('');
		expect([
			logKind(entry({ weighing })),
			logKind(entry({ weighing, reset: { score: 'fly' } }))
		]).toEqual(['weighing', null]);
	});

	test('what cannot be is said with its place', () => {
		const fault = (more: object) => entryFault(entry(more))?.path ?? null;
		expect(fault({ weighing })).toBeNull();
		expect(fault({})).toBe('body');
		expect(fault({ weighing: { ...weighing, of: 'wire' } })).toBe('body.weighing.lengthM');
		expect(fault({ weighing: { ...weighing, of: 'wire', lengthM: 1 } })).toBe(
			'body.weighing.recipe'
		);
		expect(fault({ weighing: { ...weighing, of: 'beads' } })).toBeNull();
		expect(
			fault({ weighing: { ...weighing, of: 'beads', recipe: { ...recipe, bead: null } } })
		).toBe('body.weighing.recipe');
		expect(fault({ drop: { distanceM: 0.6, runsS: [1] } })).toBeNull();
	});

	test('a change is told', () => {
		const { told } = definitionOf('entry');
		const a = entry({ weighing });
		expect(told(a, { ...a, excluded: true, note: 'wet' })).toEqual({
			paths: ['learning', 'note'],
			words: 'learning counted to left out, note none to wet'
		});
	});
});

describe('waters', () => {
	test('a change of a river is told', () => {
		const { told } = definitionOf('river');
		expect(
			told(
				{ temperatureC: 8 },
				{ temperatureC: 9.5, flowM3s: 3.4, depthExponent: 0.4, speedExponent: 0.3 }
			).words
		).toBe(
			'water 8 °C to 9.5 °C, flow not said to 3.4 m³/s, depth’s exponent usual to 0.4, speed’s exponent usual to 0.3'
		);
	});

	test('a lie is the same after the way through the core, with all that may be said of it', () => {
		const all = {
			...lieExample,
			notes: 'By the pier.',
			surveyedAtM3s: 3.4,
			residualDepthM: 0.2
		} as LieBodyDocument;
		expect(lieToDocument(lieFromDocument(all))).toEqual(all);
		const { depthM, surfaceSpeedMs, bed, zoneTopM } = all;
		const least = { depthM, surfaceSpeedMs, bed, zoneTopM };
		expect(lieToDocument(lieFromDocument(least))).toEqual(least);
		expect(lieKey({ id: 'x', body: least })).toBe('x 0.9 0.7');
	});
});

describe('a rig', () => {
	test('is the same after the way through the core, on every way, with what it keeps of others', () => {
		for (const way of ways) {
			const rig = withWay(withWay(starterRig, 'still water'), way);
			const document = rigToDocument(rig);
			expect(rigFromDocument(document).way).toBe(way);
			expect(rigToDocument(rigFromDocument(document))).toEqual(document);
			// What is false is left out.
			for (const field of fieldsOn(way)) {
				if (field !== 'feelsBed') expect(document, way).toHaveProperty(field);
			}
		}
		expect(rigToDocument({ ...starterRig, kept: {} })).not.toHaveProperty('kept');
	});

	test('a dropper is of the line unless it is said of what', () => {
		const of = { diameter: 0.2e-3, material: 'nylon' } as const;
		const fly = { name: 'Low', recipe: starterRecipe, above: 0.5, dropper: 0.1 };
		const rig = withCast(starterRig, [
			{ ...fly, of },
			{ ...fly, above: 1 }
		]);
		const document = rigToDocument(rig);
		expect(document.cast!.map((one) => one.dropperOf)).toEqual([
			{ diameterMm: 0.2, material: 'nylon' },
			undefined
		]);
		expect(rigToDocument(rigFromDocument(document))).toEqual(document);
	});

	test('of before there were flags, has set what does not stand at the starter’s number', () => {
		const document = without(rigToDocument(starterRig), 'set');
		const tippet = { ...document.tippet, lengthM: 1.2 };
		const none = {
			line: false,
			hangs: false,
			countdown: false,
			retrieve: false,
			lead: false,
			landing: false
		};
		const of = (more: object) =>
			rigFromDocument({
				...document,
				tippet,
				landing: 'slack',
				leader: { ...document.leader!, lengthM: 2.4 },
				lead: 0.8,
				...more
			}).set;
		expect(of({})).toEqual(none);
		expect(of({ leader: { ...document.leader!, lengthM: 3 } })).toEqual({ ...none, line: true });
		expect(of({ tippet: { ...tippet, lengthM: 1 } })).toEqual({ ...none, hangs: true });
		expect(of({ lead: 0.9, landing: 'tuck' })).toEqual({ ...none, lead: true, landing: true });
		expect(of({ countdownS: 9, retrieveMs: 0.2 })).toEqual({
			...none,
			countdown: true,
			retrieve: true
		});
	});
});
