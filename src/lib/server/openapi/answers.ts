import { schemaOf, type JsonSchema } from '$lib/contract/fields';
import { documentKinds } from '$lib/contract/documents';
import { importChoices } from '$lib/contract/files';
import { RecipeRequest } from '$lib/contract/recipe-validation';
import { TyingRequest } from '$lib/contract/batch-validation';
import {
	BatchRequest,
	EntryRequest,
	FlyRequest,
	LieRequest,
	LotRequest,
	RigRequest,
	RiverRequest,
	StripRequest
} from '$lib/contract/validation';

/** JSON Schemas of what the API answers. */
const text = { type: 'string' } as const;
const number = { type: 'number' } as const;
const yesNo = { type: 'boolean' } as const;
const uuid = { type: 'string', format: 'uuid' } as const;
const time = { type: 'string', format: 'date-time' } as const;
const list = (items: JsonSchema): JsonSchema => ({ type: 'array', items });
const orNull = (schema: JsonSchema): JsonSchema => ({ anyOf: [schema, { type: 'null' }] });
const object = (
	properties: Readonly<Record<string, JsonSchema>>,
	optional: readonly string[] = []
): JsonSchema => ({
	type: 'object',
	properties,
	required: Object.keys(properties).filter((name) => !optional.includes(name)),
	additionalProperties: false
});
const ref = (name: string): JsonSchema => ({ $ref: `#/components/schemas/${name}` });

const row = (kind: string, request: new () => object): JsonSchema => {
	const { properties } = schemaOf(request) as { properties: Record<string, JsonSchema> };
	const { name, body, riverId } = properties;
	return object({
		kind: { const: kind },
		id: uuid,
		name: name!,
		revision: { type: 'integer', minimum: 1, description: 'Grows with every change.' },
		body: body!,
		...(riverId ? { riverId } : {})
	});
};
/** Where one is at the vise, with the batch that it is of. */
function tyingRow(): JsonSchema {
	const { properties } = schemaOf(TyingRequest) as { properties: Record<string, JsonSchema> };
	return object({ batchId: uuid, ...properties });
}
const interval = object({ value: number, low: number, high: number });

const hang = {
	words: text,
	sinkSpeedCms: number,
	pointUp: yesNo,
	glideDeg: number,
	staysInPlane: yesNo
} as const;

export const components: Readonly<Record<string, JsonSchema>> = {
	Fly: row('fly', FlyRequest),
	Lie: row('lie', LieRequest),
	River: row('river', RiverRequest),
	Lot: row('lot', LotRequest),
	Rig: row('rig', RigRequest),
	Batch: row('batch', BatchRequest),
	Entry: row('entry', EntryRequest),
	Tying: schemaOf(TyingRequest),
	Document: {
		anyOf: [
			ref('Fly'),
			ref('Rig'),
			ref('Lie'),
			ref('River'),
			ref('Lot'),
			ref('Batch'),
			ref('Entry')
		]
	},
	History: object({ undo: orNull(text), redo: orNull(text) }),
	Change: object({
		kind: { enum: [...documentKinds] },
		id: uuid,
		row: orNull(ref('Document'))
	}),
	Action: object({ changes: list(ref('Change')), history: ref('History') }),
	Error: object(
		{
			message: text,
			errors: list(object({ path: text, message: text })),
			current: orNull(ref('Document')),
			changed: text
		},
		['errors', 'current', 'changed']
	),
	Strip: schemaOf(StripRequest),
	Snapshot: object({
		stand: text,
		flies: list(ref('Fly')),
		rigs: list(ref('Rig')),
		lies: list(ref('Lie')),
		rivers: list(ref('River')),
		lots: list(ref('Lot')),
		batches: list(ref('Batch')),
		entries: list(ref('Entry')),
		tying: list(tyingRow()),
		strip: object({ flyId: orNull(uuid), rigId: orNull(uuid), lieId: orNull(uuid) }),
		history: ref('History')
	}),
	HistoryEntry: object({
		id: { type: 'integer' },
		at: time,
		label: text,
		holds: { type: 'boolean', description: 'False when it was undone.' },
		before: orNull(ref('Document')),
		after: orNull(ref('Document'))
	}),
	Import: object({
		items: list(
			object({
				kind: { enum: [...documentKinds] },
				id: uuid,
				name: text,
				source: text,
				status: { enum: ['new', 'same', 'different'] },
				words: text,
				choice: { enum: [...importChoices] }
			})
		),
		written: { type: 'integer', minimum: 0 },
		passedOver: list(text)
	}),
	Backup: object({
		name: text,
		kind: { enum: ['daily', 'before-migration', 'before-restore', 'by-hand'] },
		madeAt: time,
		bytes: { type: 'integer', minimum: 1 }
	}),
	Match: object({
		builds: list(
			object({
				recipe: schemaOf(RecipeRequest),
				otherwise: text,
				chance: { type: 'number', minimum: 0, maximum: 1 },
				drifts: { type: 'integer', minimum: 0 },
				doesTheJob: yesNo,
				points: number,
				massG: number,
				sinkSpeedCms: orNull(interval),
				attitude: text,
				pitchDeg: number,
				thicknessOfShank: number,
				gapMm: number,
				price: orNull(number),
				regrets: list(text)
			})
		),
		lookedAt: { type: 'integer', minimum: 0 },
		confirmed: yesNo,
		limit: orNull(text),
		questions: list(object({ path: text, question: text, likely: orNull(text) }))
	}),
	Prediction: object({
		modelVersion: { type: 'integer' },
		massG: interval,
		submergedWeightMn: orNull(interval),
		sinkSpeedCms: orNull(interval),
		floats: { type: 'boolean' },
		attitude: object({
			...hang,
			pitchDeg: orNull(interval),
			tumbles: yesNo,
			eyeFirst: object({ ...hang, pitchDeg: number }),
			all: list(object({ ...hang, pitchDeg: number }))
		}),
		timeToZoneS: orNull(interval),
		distanceToZoneM: orNull(interval),
		requiredSinkSpeedCms: number,
		chance: { type: 'number', minimum: 0, maximum: 1 },
		verdict: { enum: ['yes', 'likely', 'even', 'unlikely', 'no'] },
		drift: orNull(
			object({
				timeToZoneS: orNull(interval),
				distanceToZoneM: orNull(interval),
				inZone: interval,
				onBed: interval,
				hangUp: number,
				dragCms: interval,
				lineAngleDeg: number,
				pullG: number,
				floatUnderS: orNull(number),
				good: yesNo,
				fault: orNull({
					enum: ['short', 'under', 'never', 'late', 'bed', 'lifted', 'unsolved']
				}),
				chance: object({ value: number, error: number, drifts: { type: 'integer' } }),
				notes: list(object({ part: text, words: text }))
			})
		),
		ride: object({ pointUp: yesNo, sure: number, leanDeg: number }),
		settled: orNull(object({ timeS: number, depthM: number })),
		parts: list(
			object({ part: text, massG: number, dragShare: number, volumeMm3: number, airMm3: number })
		),
		massContributors: list(object({ belief: text, about: text, share: number })),
		questions: list(object({ path: text, question: text, likely: orNull(text) })),
		fit: list(object({ code: text, part: text, severity: text, figure: text, words: text }))
	})
};

export { list, ref };
