import { recipeToDocument } from '$lib/contract/documents';
import { schemaOf, type JsonSchema } from '$lib/contract/fields';
import {
	FlyRequest,
	LieRequest,
	PredictRequest,
	RiverRequest,
	StripRequest
} from '$lib/contract/validation';
import { starterRecipe } from '$core/fly/index';
import { list, ref } from './answers';

export interface Operation {
	readonly method: 'get' | 'post' | 'put' | 'delete';
	readonly path: string;
	readonly summary: string;
	readonly query?: Readonly<Record<string, { about: string; schema: JsonSchema }>>;
	readonly body?: { readonly schema: JsonSchema; readonly types?: readonly string[] };
	/** Schema of what a success answers, or the media type of a file. */
	readonly answer: { readonly status: number; readonly content: JsonSchema | string };
	/** Further answers, all of them errors in words. */
	readonly errors?: readonly number[];
	/**
	 * Requests that work, each with the status that it gets. In the order of the document they make a
	 * whole: what one makes, the next ones change. `{backup}` stands for the newest backup's name.
	 */
	readonly examples: readonly Example[];
}
export interface Example {
	readonly path: string;
	readonly body?: unknown;
	readonly status: number;
}

const FLY = '6f1d1f2c-5a37-4c1e-9d3b-0a8d6b1f2e01';
const RIVER = '6f1d1f2c-5a37-4c1e-9d3b-0a8d6b1f2e02';
const LIE = '6f1d1f2c-5a37-4c1e-9d3b-0a8d6b1f2e03';
const ABSENT = '6f1d1f2c-5a37-4c1e-9d3b-0a8d6b1f2eff';

const recipe = recipeToDocument(starterRecipe);
const heavier = { ...recipe, bead: { ...recipe.bead!, diameterMm: 3.2 } };
const wide = { ...recipe, bead: { ...recipe.bead!, diameterMm: 40 } };
const odd = { ...recipe, bead: { ...recipe.bead!, diameterMm: 9 } };
const water = { depthM: 0.9, surfaceSpeedMs: 0.7, bed: 'cobble', zoneTopM: 0.15, approachM: 2.5 };
const here = { ...water, temperatureC: 9 };

interface Collection {
	readonly name: 'flies' | 'rivers' | 'lies';
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
	}
];

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

const removals = [...collections].reverse().map(({ name, schema, id }): Operation => ({
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

const file = { format: 'gravitas/fly', version: 0, name: 'Weir Darter', body: { recipe } };

export const operations: readonly Operation[] = [
	{
		method: 'post',
		path: '/api/predict',
		summary: 'Mass, sink and descent of a fly in a lie; nothing is kept',
		body: { schema: schemaOf(PredictRequest) },
		answer: { status: 200, content: ref('Prediction') },
		errors: [400, 413, 422],
		examples: [
			{ path: '/api/predict', body: { fly: { recipe }, lie: here }, status: 200 },
			{
				path: '/api/predict',
				body: {
					fly: { recipe: odd },
					lie: here,
					beliefs: { 'bead.tungsten.density': { median: 16500, spread: 0.02 } }
				},
				status: 200
			},
			{ path: '/api/predict', body: { fly: { recipe: wide }, lie: here }, status: 422 }
		]
	},
	...collections.flatMap(documents),
	...removals,
	{
		method: 'post',
		path: '/api/undo',
		summary: 'Take the last action back',
		answer: { status: 200, content: ref('Action') },
		errors: [409],
		examples: [{ path: '/api/undo', status: 200 }]
	},
	{
		method: 'post',
		path: '/api/redo',
		summary: 'Do the action that was undone last again',
		answer: { status: 200, content: ref('Action') },
		errors: [409],
		examples: [
			{ path: '/api/redo', status: 200 },
			{ path: '/api/redo', status: 409 }
		]
	},
	{
		method: 'get',
		path: '/api/snapshot',
		summary: 'Everything as it stands at one moment',
		answer: { status: 200, content: ref('Snapshot') },
		examples: [{ path: '/api/snapshot', status: 200 }]
	},
	{
		method: 'put',
		path: '/api/strip',
		summary: 'Which fly and lie are on the strip',
		body: { schema: schemaOf(StripRequest) },
		answer: { status: 200, content: ref('Strip') },
		errors: [400, 422],
		examples: [{ path: '/api/strip', body: { flyId: null, lieId: null }, status: 200 }]
	},
	{
		method: 'get',
		path: '/api/news',
		summary: 'Server-sent events: hello with the stand, then news of every change; it does not end',
		answer: { status: 200, content: 'text/event-stream' },
		examples: []
	},
	{
		method: 'post',
		path: '/api/import',
		summary:
			'Bring in documents: a form with any number of files, or one file or ZIP archive as the body; one action, all or nothing',
		query: {
			look: { about: '1: only say what it would mean', schema: { enum: ['0', '1'] } },
			different: {
				about: 'what to do with a document that is here and differs',
				schema: { enum: ['keep', 'take', 'both'] }
			}
		},
		body: {
			schema: { type: 'object' },
			types: ['application/json', 'application/zip', 'multipart/form-data']
		},
		answer: { status: 200, content: ref('Import') },
		errors: [400, 413, 422],
		examples: [
			{ path: '/api/import?look=1', body: file, status: 200 },
			{ path: '/api/import', body: file, status: 200 },
			{ path: '/api/import', body: { ...file, version: 7 }, status: 422 }
		]
	},
	{
		method: 'get',
		path: '/api/archive',
		summary: 'Everything as a ZIP archive of document files',
		answer: { status: 200, content: 'application/zip' },
		examples: [{ path: '/api/archive', status: 200 }]
	},
	{
		method: 'get',
		path: '/api/flies.csv',
		summary: 'The flies with their predictions as CSV',
		query: { lie: { about: 'the lie that they are fished in', schema: { type: 'string' } } },
		answer: { status: 200, content: 'text/csv' },
		errors: [404, 422],
		examples: [
			{ path: '/api/flies.csv', status: 200 },
			{ path: `/api/flies.csv?lie=${ABSENT}`, status: 404 }
		]
	},
	{
		method: 'get',
		path: '/api/schemas/{name}',
		summary: 'The JSON Schema of a document file: fly.json, lie.json or river.json',
		answer: { status: 200, content: { type: 'object' } },
		errors: [404],
		examples: [
			{ path: '/api/schemas/fly.json', status: 200 },
			{ path: '/api/schemas/boat.json', status: 404 }
		]
	},
	{
		method: 'post',
		path: '/api/backups',
		summary: 'Make a backup now',
		answer: { status: 201, content: ref('Backup') },
		examples: [{ path: '/api/backups', status: 201 }]
	},
	{
		method: 'get',
		path: '/api/backups',
		summary: 'The backups, newest first',
		answer: { status: 200, content: list(ref('Backup')) },
		examples: [{ path: '/api/backups', status: 200 }]
	},
	{
		method: 'post',
		path: '/api/backups/{name}/restore',
		summary: 'Put everything back as it was in a backup; what is there now is copied first',
		answer: { status: 200, content: ref('Snapshot') },
		errors: [404, 409],
		examples: [
			{ path: '/api/backups/{backup}/restore', status: 200 },
			{ path: '/api/backups/none/restore', status: 404 }
		]
	},
	{
		method: 'get',
		path: '/api/openapi.json',
		summary: 'This description',
		answer: { status: 200, content: { type: 'object' } },
		examples: [{ path: '/api/openapi.json', status: 200 }]
	}
];
