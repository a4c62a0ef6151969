import { starterRecipe } from '$core/fly/index';
import { starterRig } from '$core/rig/index';
import { recipeToDocument, rigToDocument } from '$lib/contract/documents';
import { schemaOf } from '$lib/contract/fields';
import {
	BatchRequest,
	EntryRequest,
	FlyRequest,
	LieRequest,
	LotRequest,
	RigRequest,
	RiverRequest
} from '$lib/contract/validation';
import { TyingRequest } from '$lib/contract/batch-validation';
import { list, ref } from './answers';
import type { Operation } from './operation';

const FLY = '6f1d1f2c-5a37-4c1e-9d3b-0a8d6b1f2e01';
const RIVER = '6f1d1f2c-5a37-4c1e-9d3b-0a8d6b1f2e02';
const LIE = '6f1d1f2c-5a37-4c1e-9d3b-0a8d6b1f2e03';
const LOT = '6f1d1f2c-5a37-4c1e-9d3b-0a8d6b1f2e04';
const RIG = '6f1d1f2c-5a37-4c1e-9d3b-0a8d6b1f2e05';
const BATCH = '6f1d1f2c-5a37-4c1e-9d3b-0a8d6b1f2e06';
const ENTRY = '6f1d1f2c-5a37-4c1e-9d3b-0a8d6b1f2e08';
/** An id that nothing has. */
export const ABSENT = '6f1d1f2c-5a37-4c1e-9d3b-0a8d6b1f2eff';

export const recipe = recipeToDocument(starterRecipe);
const heavier = { ...recipe, bead: { ...recipe.bead!, diameterMm: 3.2 } };
export const wide = { ...recipe, bead: { ...recipe.bead!, diameterMm: 40 } };
export const water = {
	depthM: 0.9,
	surfaceSpeedMs: 0.7,
	bed: 'cobble',
	zoneTopM: 0.15,
	approachM: 2.5,
	holdM: 2,
	depthFrom: 'measured',
	timed: { overM: 3, runsS: [4.1, 4.4, 4.3] }
};
export const rig = rigToDocument(starterRig);

const beads = {
	bead: { metal: 'tungsten', shape: 'slotted', diameterMm: 2.8 },
	measured: { pieces: 25, togetherG: 3.1 },
	entries: [{ on: '2026-01-20', kind: 'bought', amount: 50, price: 12.5 }],
	lowAt: 10
};
const batch = {
	on: '2026-02-03',
	state: 'tying',
	carry: 2,
	items: [{ name: 'Sill Nymph', recipe, count: 3 }],
	order: [{ fly: 0, from: 0, to: 9 }],
	flies: [],
	// Of a lot that was thrown away since.
	taken: [{ lotId: '6f1d1f2c-5a37-4c1e-9d3b-0a8d6b1f2e07', amount: 4 }],
	times: []
};
const weighing = { of: 'fly', recipe, count: 1, massG: 0.243, scaleStepG: 0.001 };
const entry = { at: 1770112800000, weighing };
const tied = { fly: 0, on: '2026-02-03', massG: 0.243, scaleStepG: 0.001 };
const progress = { place: 4, counted: 2, drying: [{ fly: 0, at: 1770112800000 }], times: [] };
const used = { on: '2026-02-03', kind: 'used', amount: 6 };

interface Collection {
	readonly name: 'flies' | 'rigs' | 'rivers' | 'lies' | 'lots' | 'batches' | 'entries';
	readonly schema: string;
	readonly request: new () => object;
	readonly id: string;
	readonly first: Readonly<Record<string, unknown>>;
	readonly second: Readonly<Record<string, unknown>>;
	readonly wrong: Readonly<Record<string, unknown>>;
}
const collections: readonly Collection[] = [
	{
		name: 'flies',
		schema: 'Fly',
		request: FlyRequest,
		id: FLY,
		first: { name: 'Sill Nymph', body: { recipe } },
		second: { name: 'Sill Nymph', body: { recipe: heavier } },
		wrong: { name: 'Sill Nymph', body: { recipe: wide } }
	},
	{
		name: 'rigs',
		schema: 'Rig',
		request: RigRequest,
		id: RIG,
		first: { name: 'Long tippet', body: rig },
		second: { name: 'Long tippet', body: { ...rig, way: 'float' } },
		wrong: { name: 'Long tippet', body: { ...rig, floatMm: 0 } }
	},
	{
		name: 'rivers',
		schema: 'River',
		request: RiverRequest,
		id: RIVER,
		first: { name: 'Upper Sill', body: { temperatureC: 9 } },
		second: { name: 'Upper Sill', body: { temperatureC: 11 } },
		wrong: { name: 'Upper Sill', body: { temperatureC: 90 } }
	},
	{
		name: 'lies',
		schema: 'Lie',
		request: LieRequest,
		id: LIE,
		first: { name: 'Gauge pool', riverId: RIVER, body: water },
		second: { name: 'Gauge pool', riverId: RIVER, body: { ...water, depthM: 1.2 } },
		wrong: { name: 'Gauge pool', riverId: ABSENT, body: water }
	},
	{
		name: 'lots',
		schema: 'Lot',
		request: LotRequest,
		id: LOT,
		first: { name: 'Grey tin', body: beads },
		second: { name: 'Grey tin', body: { ...beads, entries: [...beads.entries, used] } },
		// Two materials in one packet.
		wrong: { name: 'Grey tin', body: { ...beads, thread: { denier: 70 } } }
	},
	{
		name: 'batches',
		schema: 'Batch',
		request: BatchRequest,
		id: BATCH,
		first: { name: 'Three for the sill', body: batch },
		second: { name: 'Three for the sill', body: { ...batch, flies: [tied] } },
		// A fly that the run does not have.
		wrong: { name: 'Three for the sill', body: { ...batch, flies: [{ ...tied, fly: 3 }] } }
	},
	{
		name: 'entries',
		schema: 'Entry',
		request: EntryRequest,
		id: ENTRY,
		first: { name: 'Sill Nymph on the scale', body: entry },
		second: { name: 'Sill Nymph on the scale', body: { ...entry, excluded: true } },
		// Wire of no length.
		wrong: {
			name: 'Sill Nymph on the scale',
			body: { ...entry, weighing: { ...weighing, of: 'wire' } }
		}
	}
];

/** What can be done with the documents of one kind. */
function documents({ name, schema, request, id, first, second, wrong }: Collection): Operation[] {
	const all = `/api/${name}`;
	const one = `${all}/{id}`;
	const own = `${all}/${id}`;
	const body = { schema: schemaOf(request) };
	const kind = schema.toLowerCase();
	return [
		{
			method: 'post',
			path: all,
			summary: `Make a ${kind}; with an id of your own if you like`,
			body,
			answer: { status: 201, content: ref('Action') },
			errors: [400, 409, 413, 422],
			examples: [
				{ path: all, body: { id, ...first }, status: 201 },
				{ path: all, body: { id, ...first }, status: 409 },
				{ path: all, body: wrong, status: 422 }
			]
		},
		{
			method: 'get',
			path: all,
			summary: `All ${name}, oldest first`,
			answer: { status: 200, content: list(ref(schema)) },
			examples: [{ path: all, status: 200 }]
		},
		{
			method: 'get',
			path: one,
			summary: `One ${kind}`,
			answer: { status: 200, content: ref(schema) },
			errors: [404, 422],
			examples: [
				{ path: own, status: 200 },
				{ path: `${all}/${ABSENT}`, status: 404 },
				{ path: `${all}/seven`, status: 422 }
			]
		},
		{
			method: 'put',
			path: one,
			summary: `Change a ${kind}, naming the revision that was read; an older one is told what changed since`,
			body,
			answer: { status: 200, content: ref('Action') },
			errors: [400, 404, 409, 413, 422],
			examples: [
				{ path: own, body: { ...second, revision: 1 }, status: 200 },
				{ path: own, body: { ...first, revision: 1 }, status: 409 },
				{ path: own, body: second, status: 422 }
			]
		},
		{
			method: 'get',
			path: `${one}/history`,
			summary: `What was done to the ${kind}, newest first, with its state before and after`,
			answer: { status: 200, content: list(ref('HistoryEntry')) },
			errors: [404, 422],
			examples: [{ path: `${own}/history`, status: 200 }]
		},
		{
			method: 'get',
			path: `${one}/file`,
			summary: `The ${kind} as a document file, for another copy of Gravitas`,
			answer: { status: 200, content: 'application/json' },
			errors: [404, 422],
			examples: [{ path: `${own}/file`, status: 200 }]
		}
	];
}

export const documentOperations: readonly Operation[] = [
	...collections.flatMap(documents),
	{
		method: 'put',
		path: '/api/tying/{id}',
		summary: 'Where one is at the vise with a batch; kept at each key, and no action of its own',
		body: { schema: schemaOf(TyingRequest) },
		answer: { status: 200, content: ref('Tying') },
		errors: [400, 404, 413, 422],
		examples: [
			{ path: `/api/tying/${BATCH}`, body: progress, status: 200 },
			{ path: `/api/tying/${ABSENT}`, body: progress, status: 404 },
			{ path: `/api/tying/${BATCH}`, body: { ...progress, place: -1 }, status: 422 }
		]
	}
];

/** Last of all, and the other way round: a river goes after its lies. */
export const removals = [...collections].reverse().map(({ name, schema, id }): Operation => ({
	method: 'delete',
	path: `/api/${name}/{id}`,
	summary: `Delete a ${schema.toLowerCase()}; undo brings it back`,
	query: {
		revision: { about: 'the revision that was read', schema: { type: 'integer', minimum: 1 } }
	},
	answer: { status: 200, content: ref('Action') },
	errors: [404, 409, 422],
	examples: [
		{ path: `/api/${name}/${id}?revision=1`, status: 409 },
		{ path: `/api/${name}/${id}?revision=2`, status: 200 }
	]
}));
