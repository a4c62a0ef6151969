import { starterRecipe } from '$core/fly/index';
import { starterRig } from '$core/rig/index';
import { ActionRequest } from '$lib/api/actions';
import { schemaOf, type JsonSchema } from '$lib/contract/fields';
import { METRIC } from '$core/quantity/index';
import {
	DRIFTS_RANGE,
	MatchRequest,
	PredictRequest,
	StripRequest,
	UnitsRequest,
	WeightCodeRequest
} from '$lib/api/requests';
import { list, ref } from './answers';
import { recipeToDocument } from '$lib/documents/fly/recipe';
import { lieExample } from '$lib/documents/lie/definition';
import { definitionOf } from '$lib/documents/definitions';
import { documentKinds } from '$lib/documents/kinds';
import { rigToDocument } from '$lib/documents/rig/body';
import { ABSENT, documentOperations, removals } from './document-operations';
import type { Operation } from './operation';

const FLY = definitionOf('fly').examples.id;

const recipe = recipeToDocument(starterRecipe);
const rig = rigToDocument(starterRig);
const wide = { ...recipe, bead: { ...recipe.bead!, diameterMm: 40 } };
const odd = { ...recipe, bead: { ...recipe.bead!, diameterMm: 9 } };
const here = { ...lieExample, temperatureC: 9 };
const file = { format: 'gravitas/fly', version: 0, name: 'Weir Darter', body: { recipe } };

/** One of two flies that are made, and deleted, together. */
const pairId = (k: number) => `00000000-0000-4000-8000-00000000aa0${k}`;
const pair = (k: number) => ({
	kind: 'fly',
	id: pairId(k),
	document: { name: `Pair ${k}`, body: { recipe } }
});
const gone = (k: number) => ({ kind: 'fly', id: pairId(k), revision: 1 });

/** A request in which fly, rig and lie may also stand as a snapshot has them. */
function openToRows(schema: JsonSchema): JsonSchema {
	const properties = schema.properties as Record<string, JsonSchema>;
	const open = (name: 'fly' | 'rig' | 'lie', row: string) => ({
		[name]: {
			anyOf: [properties[name]!, ref(row)],
			description: `${String(properties[name]!.description)}, or its row of a snapshot`
		}
	});
	return {
		...schema,
		properties: {
			...properties,
			...open('fly', 'Fly'),
			...open('rig', 'Rig'),
			...open('lie', 'Lie')
		}
	};
}

/** Every operation, in an order in which the examples can be run. */
export const operations: readonly Operation[] = [
	{
		method: 'post',
		path: '/api/predict',
		summary:
			'Mass, sink and drift of a fly in a lie on a rig (without one the last used), with what was learned; fly, rig and lie may be as a snapshot has them; nothing is kept',
		body: { schema: openToRows(schemaOf(PredictRequest)) },
		answer: { status: 200, content: ref('Prediction') },
		errors: [400, 413, 422, 429, 503],
		examples: [
			{ path: '/api/predict', body: { fly: { recipe }, lie: here }, status: 200 },
			{
				path: '/api/predict',
				body: { fly: { recipe }, lie: here, rig, drifts: 20, learned: false },
				status: 200
			},
			{
				path: '/api/predict',
				body: { fly: { recipe }, lie: here, rig: { ...rig, way: 'trolling' } },
				status: 422
			},
			{
				path: '/api/predict',
				body: {
					fly: { recipe: odd },
					lie: here,
					parameters: { 'bead.tungsten.density': { median: 16500, spread: 0.02 } }
				},
				status: 200
			},
			{ path: '/api/predict', body: { fly: { recipe: wide }, lie: here }, status: 422 }
		]
	},
	{
		method: 'post',
		path: '/api/match',
		summary:
			'The best builds for a lie and a rig, from the stock that is kept here or the sizes that are sold; some seconds, nothing is kept',
		body: { schema: openToRows(schemaOf(MatchRequest)) },
		answer: { status: 200, content: ref('Match') },
		errors: [400, 413, 422, 429, 503],
		examples: [
			{
				path: '/api/match',
				body: { fly: { recipe }, lie: here, rig, locks: { bead: true, coil: true }, most: 3 },
				status: 200
			},
			{
				path: '/api/match',
				body: {
					fly: { recipe },
					lie: here,
					locks: { coil: true },
					wishes: { noLead: true, slim: 'body' }
				},
				status: 200
			},
			{
				path: '/api/match',
				body: { fly: { recipe }, lie: here, locks: { bead: 'yes' }, wishes: { enough: 3 } },
				status: 422
			}
		]
	},
	...documentOperations,
	{
		method: 'get',
		path: '/api/flies/{id}/measured',
		summary: 'How often a fly of the build that this one has now was weighed and timed',
		answer: { status: 200, content: ref('Measured') },
		errors: [404, 422],
		examples: [
			{ path: `/api/flies/${FLY}/measured`, status: 200 },
			{ path: `/api/flies/${ABSENT}/measured`, status: 404 },
			{ path: '/api/flies/7/measured', status: 422 }
		]
	},
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
		query: {
			short: {
				about:
					'1 leaves out the kinds that grow with the years, but for the fly on the strip: they are listed bit by bit',
				schema: { type: 'integer', minimum: 0, maximum: 1 }
			}
		},
		answer: { status: 200, content: ref('Snapshot') },
		errors: [422],
		examples: [
			{ path: '/api/snapshot', status: 200 },
			{ path: '/api/snapshot?short=1', status: 200 },
			{ path: '/api/snapshot?short=yes', status: 422 }
		]
	},
	{
		method: 'get',
		path: '/api/learning',
		summary:
			'What all that was weighed, timed and seen has taught, and how each entry goes with it',
		query: {
			judged: {
				about: '0 leaves out how each entry goes with it',
				schema: { type: 'integer', minimum: 0, maximum: 1 }
			}
		},
		answer: { status: 200, content: ref('Learning') },
		errors: [422],
		examples: [
			{ path: '/api/learning', status: 200 },
			{ path: '/api/learning?judged=0', status: 200 },
			{ path: '/api/learning?judged=no', status: 422 }
		]
	},
	{
		method: 'put',
		path: '/api/strip',
		summary: 'Which fly, rig and lie are on the strip',
		body: { schema: schemaOf(StripRequest) },
		answer: { status: 200, content: ref('Strip') },
		errors: [400, 422],
		examples: [{ path: '/api/strip', body: { flyId: null, lieId: null, rigId: null }, status: 200 }]
	},
	{
		method: 'put',
		path: '/api/weight-code',
		summary:
			'Which colour of bead, thread, collar, tag or head stands for which weight, g, or bead, mm',
		body: { schema: schemaOf(WeightCodeRequest) },
		answer: { status: 200, content: ref('WeightCode') },
		errors: [400, 413, 422],
		examples: [
			{
				path: '/api/weight-code',
				body: {
					part: 'thread',
					by: 'weight',
					steps: [{ colour: 'white', upTo: 0.2 }, { colour: 'red' }]
				},
				status: 200
			},
			{
				path: '/api/weight-code',
				body: {
					part: 'thread',
					by: 'weight',
					steps: [{ colour: 'white' }, { colour: 'red', upTo: 0.2 }]
				},
				status: 422
			}
		]
	},
	{
		method: 'delete',
		path: '/api/weight-code',
		summary: 'Weights are not told apart by colour',
		answer: { status: 200, content: { type: 'null' } },
		examples: [{ path: '/api/weight-code', status: 200 }]
	},
	{
		method: 'put',
		path: '/api/units',
		summary: 'What figures are shown in: in pages, and in words; fields are named by their units',
		body: { schema: schemaOf(UnitsRequest) },
		answer: { status: 200, content: ref('Units') },
		errors: [400, 422],
		examples: [
			{ path: '/api/units', body: { ...METRIC, mass: 'ounce' }, status: 422 },
			{ path: '/api/units', body: METRIC, status: 200 }
		]
	},
	{
		method: 'get',
		path: '/api/news',
		summary:
			'Server-sent events: hello with the snapshot version, then news of every change; it does not end',
		answer: { status: 200, content: 'text/event-stream' },
		examples: []
	},
	{
		method: 'get',
		path: '/api/gauge.csv',
		summary: 'The simulated gauge: hourly flow and temperature of two weeks; it measures nothing',
		query: {
			base: { about: 'flow between spates, m³/s', schema: { type: 'number', exclusiveMinimum: 0 } }
		},
		answer: { status: 200, content: 'text/csv' },
		examples: [{ path: '/api/gauge.csv?base=3.4', status: 200 }]
	},
	{
		method: 'get',
		path: '/api/actions',
		summary: 'What was done last, newest first, up to two hundred actions',
		answer: { status: 200, content: list(ref('Done')) },
		examples: [{ path: '/api/actions', status: 200 }]
	},
	{
		method: 'post',
		path: '/api/actions',
		summary:
			'Several changes as one action, all or none: without a revision a document is made, with the one that was seen changed, without a document deleted',
		body: { schema: schemaOf(ActionRequest) },
		answer: { status: 200, content: ref('Action') },
		errors: [400, 404, 409, 413, 422],
		examples: [
			{ path: '/api/actions', body: { label: 'A pair', changes: [pair(1), pair(2)] }, status: 200 },
			{ path: '/api/actions', body: { label: 'A pair', changes: [pair(1)] }, status: 409 },
			{
				path: '/api/actions',
				body: { label: 'Both go', changes: [gone(1), gone(2)] },
				status: 200
			},
			{ path: '/api/actions', body: { label: 'Gone', changes: [gone(1)] }, status: 404 },
			{
				path: '/api/actions',
				body: { label: 'Odd', changes: [{ ...pair(3), document: { name: 'x' } }] },
				status: 422
			}
		]
	},
	{
		method: 'post',
		path: '/api/import',
		summary:
			'Bring in documents: a form with any number of files, or one file or ZIP archive as the body; one action, all or nothing',
		query: {
			look: { about: '1: only say what it would mean', schema: { enum: ['0', '1'] } },
			label: { about: 'what the undo list calls it', schema: { type: 'string' } },
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
		method: 'post',
		path: '/api/photos',
		summary:
			'Keep a photo for flies to name by its hash: written anew and small, without place and camera; nothing else changes',
		body: {
			schema: { type: 'string', format: 'binary' },
			types: ['image/jpeg', 'image/png', 'image/webp']
		},
		answer: { status: 201, content: ref('Photo') },
		errors: [413, 422],
		examples: [{ path: '/api/photos', body: { photo: 'none' }, status: 422 }]
	},
	{
		method: 'get',
		path: '/api/photos/{hash}',
		summary: 'A photo',
		answer: { status: 200, content: 'image/jpeg' },
		errors: [404, 422],
		examples: [
			{ path: `/api/photos/${'0'.repeat(64)}`, status: 404 },
			{ path: '/api/photos/mine', status: 422 }
		]
	},
	{
		method: 'get',
		path: '/api/archive',
		summary: 'Everything as a ZIP archive of document files, with the photos of flies',
		answer: { status: 200, content: 'application/zip' },
		examples: [{ path: '/api/archive', status: 200 }]
	},
	{
		method: 'get',
		path: '/api/stock.csv',
		summary: 'The stock as a table, one row a lot; the same table can be imported',
		answer: { status: 200, content: 'text/csv' },
		examples: [{ path: '/api/stock.csv', status: 200 }]
	},
	{
		method: 'get',
		path: '/api/log.csv',
		summary: 'The log as a table, one row an entry; the same table can be imported',
		answer: { status: 200, content: 'text/csv' },
		examples: [{ path: '/api/log.csv', status: 200 }]
	},
	{
		method: 'get',
		path: '/api/flies.csv',
		summary: 'The flies with their predictions as CSV',
		query: {
			lie: { about: 'id of the lie that they are fished in', schema: { type: 'string' } },
			rig: { about: 'id of the rig; the last used without', schema: { type: 'string' } },
			drifts: {
				about: 'drifts behind each chance; no chances without',
				schema: { type: 'integer', minimum: DRIFTS_RANGE[0], maximum: DRIFTS_RANGE[1] }
			}
		},
		answer: { status: 200, content: 'text/csv' },
		errors: [404, 422],
		examples: [
			{ path: '/api/flies.csv', status: 200 },
			{ path: `/api/flies.csv?lie=${ABSENT}`, status: 404 },
			{ path: '/api/flies.csv?drifts=1', status: 422 }
		]
	},
	{
		method: 'get',
		path: '/api/schemas/{name}',
		summary: `The JSON Schema of a document file: ${documentKinds.map((kind) => `${kind}.json`).join(', ')}`,
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
