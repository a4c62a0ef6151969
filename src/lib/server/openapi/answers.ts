import { schemaOf, type JsonSchema } from '$lib/contract/fields';
import { documentKinds, kinds, withinOf, type DocumentKind } from '$lib/documents/kinds';
import { documentRequests } from '$lib/documents/requests';
import type { Fault } from '$core/drift/index';
import { verdictBands } from '$core/predict/index';
import { ways } from '$core/rig/index';
import { importChoices } from '$lib/api/import';
import { RecipeRequest } from '$lib/documents/fly/recipe-validation';
import { TyingRequest } from '$lib/documents/batch/validation';
import { StripRequest, UnitsRequest, WeightCodeRequest } from '$lib/api/requests';

/** JSON Schemas of what the API answers; every field says what it is and in what unit. */
type Said = (description: string) => JsonSchema;
const typed =
	(type: string, more: JsonSchema = {}): Said =>
	(description) => ({ type, ...more, description });
const text = typed('string');
const number = typed('number');
const whole = typed('integer', { minimum: 0 });
const yesNo = typed('boolean');
const uuid = typed('string', { format: 'uuid' });
const time = typed('string', { format: 'date-time' });
const share = typed('number', { minimum: 0, maximum: 1 });
const oneOf =
	(values: readonly string[]): Said =>
	(description) => ({ enum: [...values], description });
const said = (description: string, schema: JsonSchema): JsonSchema => ({ ...schema, description });
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

const done = {
	id: { type: 'integer', description: 'a number that grows with every action' },
	at: time('when it was done, UTC'),
	label: text('what was done, in words'),
	holds: yesNo('false when it was undone')
} as const;

/** What a kind is called among the schemas. */
export const schemaName = (kind: DocumentKind) => `${kind[0]!.toUpperCase()}${kind.slice(1)}`;
const row = (kind: DocumentKind): JsonSchema => {
	const { properties } = schemaOf(documentRequests[kind]) as {
		properties: Record<string, JsonSchema>;
	};
	const key = withinOf(kind)?.key;
	return object({
		kind: { const: kind, description: 'which kind of document' },
		id: uuid('its id'),
		name: properties.name!,
		revision: { type: 'integer', minimum: 1, description: 'a count that grows with every change' },
		body: properties.body!,
		...(key ? { [key]: properties[key]! } : {})
	});
};
/** Where one is at the vise, with the batch that it is of. */
function tyingRow(): JsonSchema {
	const { properties } = schemaOf(TyingRequest) as { properties: Record<string, JsonSchema> };
	return object({ batchId: uuid('the batch’s id'), ...properties });
}
/** A figure with the central 90 % of what it may be. @param unit of all three */
const interval = (what: string, unit: string): JsonSchema =>
	said(
		`${what}, ${unit}`,
		object({
			value: number(`median, ${unit}`),
			low: number(`lower end of 90 %, ${unit}`),
			high: number(`upper end of 90 %, ${unit}`)
		})
	);
const maybe = (what: string, unit: string): JsonSchema =>
	said(`${what}, ${unit}; null where there is none`, orNull(interval(what, unit)));

const hang = {
	words: text('the attitude in words, without unit'),
	sinkSpeedCms: number('sink rate in this attitude, cm/s'),
	pointUpSinking: yesNo('whether the hook’s point is up while it sinks freely, true or false'),
	glideDeg: number('degrees by which its way down leans off the plumb line'),
	staysInPlane: yesNo('whether it comes back when it is tipped sideways, true or false')
} as const;
const faults: readonly Fault[] = [
	'short',
	'under',
	'never',
	'late',
	'hung',
	'bed',
	'lifted',
	'unsolved'
];
/** What was likely meant otherwise. */
const questions = said(
	'unlikely values, each asked about',
	list(
		object({
			path: text('where in the request, as a path'),
			question: text('the question, in words'),
			likely: said(
				'the likely reading in words; null where there is none',
				orNull(text('in words'))
			)
		})
	)
);
const rigUsed = said(
	'the rig that the chances are for',
	object({
		name: said('its name; null for one of the request', orNull(text('a name'))),
		from: oneOf(['request', 'last used', 'starter'])('where the rig comes from'),
		way: oneOf(ways)('way of fishing')
	})
);
const verdict = oneOf(verdictBands.map(([name]) => name))(
	`the chance in a word: ${verdictBands.map(([name, least]) => `${name} from ${least}`).join(', ')}`
);
/** How often a drift is good, and what spoils the others. */
const counted = {
	chance: said(
		'how often a drift is good',
		object({
			value: share('share of good drifts, 0 to 1'),
			error: number('its standard error, 0 to 1'),
			drifts: whole('drifts it was counted from')
		})
	),
	verdict,
	fault: said(
		'what spoils most of the drifts that are not good; null where all are',
		orNull(oneOf(faults)('in a word'))
	)
} as const;

export const components: Readonly<Record<string, JsonSchema>> = {
	...Object.fromEntries(documentKinds.map((kind) => [schemaName(kind), row(kind)])),
	Tying: schemaOf(TyingRequest),
	Document: { anyOf: documentKinds.map((kind) => ref(schemaName(kind))) },
	History: object({
		undo: said('what undo would take back, in words; null for nothing', orNull(text('in words'))),
		redo: said('what redo would do again, in words; null for nothing', orNull(text('in words')))
	}),
	Change: object({
		kind: oneOf(documentKinds)('which kind of document'),
		id: uuid('its id'),
		row: said('the document as it stands; null where it is gone', orNull(ref('Document')))
	}),
	Action: object({
		snapshotVersion: text(
			'the snapshot version after it: a later one has a higher number behind the point'
		),
		changes: said('the documents that changed', list(ref('Change'))),
		history: said('what undo and redo would do now', { allOf: [ref('History')] })
	}),
	Error: object(
		{
			message: text('what is wrong and what to do, in words'),
			errors: said(
				'each wrong field',
				list(
					object({ path: text('where in the request'), message: text('what is wrong, in words') })
				)
			),
			current: said('with 409: the document as it stands', orNull(ref('Document'))),
			change: number('of several changes which one it is about, counted from 0'),
			changed: text('with 409: what was changed since the revision that was seen, in words')
		},
		['errors', 'current', 'change', 'changed']
	),
	Strip: schemaOf(StripRequest),
	WeightCode: schemaOf(WeightCodeRequest),
	Units: schemaOf(UnitsRequest),
	Snapshot: object({
		database: text('the database’s own id'),
		snapshotVersion: text('changes whenever anything is kept'),
		trouble: said('what is wrong with the keeping of the data', orNull(text('in words'))),
		...Object.fromEntries(
			documentKinds.map((kind) => {
				const { collection, many } = kinds[kind];
				return [collection, said(`all ${many}`, list(ref(schemaName(kind))))];
			})
		),
		tying: said('where one is at the vise with each batch', list(tyingRow())),
		strip: said(
			'what is on the strip',
			object(
				{
					flyId: said('the fly’s id, or null', orNull(uuid('an id'))),
					rigId: said('the rig’s id; null: sinking freely', orNull(uuid('an id'))),
					lieId: said('the lie’s id, or null', orNull(uuid('an id'))),
					lastRigId: said('the rig that was there last, or null', orNull(uuid('an id')))
				},
				['lastRigId']
			)
		),
		units: said('what figures are shown in', { allOf: [ref('Units')] }),
		weightCode: said(
			'which colour of a part stands for which weight (g) or bead (mm); null: none',
			orNull(ref('WeightCode'))
		),
		history: said('what undo and redo would do now', { allOf: [ref('History')] })
	}),
	Learning: object({
		learned: said(
			'what is believed since, by scores in standard deviations of what was believed before',
			object(
				{
					scores: said('their names', list(text('a name'))),
					mean: said('the mode of each', list(number('in standard deviations'))),
					covariance: said('row by row, or as the factor of its inverse', {
						anyOf: [{ type: 'array' }, { type: 'object' }]
					}),
					tied: said('what one fly of this hand differs from the next by', { type: 'object' })
				},
				['tied']
			)
		),
		judged: said(
			'each entry beside the others',
			list(
				object({
					key: text('where it was entered, and the id of that'),
					ratios: said('found over predicted, run by run', list(number('a ratio'))),
					off: said('the same in standard deviations', list(number('found less predicted'))),
					flagged: yesNo('it does not go with the others'),
					fights: yesNo('it is far from what was hardly doubted')
				})
			)
		),
		unusable: said(
			'keys of entries that say nothing, since such a fly floats',
			list(text('a key'))
		),
		origin: text('changes whenever it is learned of something else, or by another model'),
		observations: number('weighings, drops and outings that it is learned from')
	}),
	Measured: object({
		weighed: number('how often flies of this build were weighed'),
		timed: number('how often they were timed')
	}),
	Photo: object({
		hash: text('the SHA-256 of the file, by which flies name it, 64 hex digits'),
		width: number('pixels'),
		height: number('pixels'),
		bytes: number('of the file')
	}),
	Done: object(done),
	HistoryEntry: object({
		...done,
		before: said('the document before; null when the action made it', orNull(ref('Document'))),
		after: said('the document after; null when it was deleted', orNull(ref('Document')))
	}),
	Import: object({
		items: said(
			'what the import means for each document',
			list(
				object(
					{
						kind: oneOf(documentKinds)('which kind of document'),
						id: uuid('the id that it has or gets here'),
						name: text('its name'),
						source: text('the file it came in'),
						status: oneOf(['new', 'same', 'different'])('against what is here'),
						words: text('what is different, in words'),
						choice: oneOf(importChoices)('what is done with it'),
						question: text(
							'in a look: what is asked about a weight or a time in it that is hardly believable; brought in, it is kept as it is'
						)
					},
					['question']
				)
			)
		),
		written: whole('how many documents were written; 0 in a look beforehand'),
		passedOver: said('files of an archive that are no documents', list(text('a file’s name')))
	}),
	Backup: object({
		name: text('its name, which restoring takes'),
		kind: oneOf(['daily', 'before-migration', 'before-restore', 'by-hand', 'damaged'])(
			'why it was made; damaged: of a database that lacked what was written'
		),
		madeAt: time('when it was made, UTC'),
		bytes: { type: 'integer', minimum: 1, description: 'its size, bytes' }
	}),
	Match: object({
		rig: rigUsed,
		mark: share('the chance from which on a build does the job, 0 to 1'),
		builds: said(
			'the best builds, the first to be tied first',
			list(
				object({
					recipe: said('the build', schemaOf(RecipeRequest)),
					otherwise: text('what of the dressing is not the pattern’s, in words'),
					chance: share('share of good drifts, 0 to 1'),
					drifts: whole('drifts that the chance was counted from; 0: read off a curve'),
					verdict,
					aboveZoneM: number('how far above the zone it runs through the hold on average, m'),
					doesTheJob: yesNo('whether its chance reaches the mark, true or false'),
					points: number('the ranking’s points, fewer are better, without unit'),
					massG: number('mass, g'),
					sinkSpeedCms: maybe('sink rate in still water', 'cm/s'),
					attitude: text('attitude as it sinks freely, in words'),
					pitchDeg: number('degrees by which the eye’s end points down as it sinks freely'),
					thicknessOfShank: number('mean thickness as a share of the shank, 0 to 1'),
					gapMm: number('hook gap left, mm'),
					price: said(
						'of hook, bead and coil, in the person’s own money; null where one is not known',
						orNull(number('price, own money'))
					),
					regrets: said('what will be regretted about it', list(text('in words')))
				})
			)
		),
		lookedAt: whole('builds looked at'),
		confirmed: yesNo('whether the search came to its end within its time, true or false'),
		limit: said(
			'which limit binds where none is good as often as asked, in words',
			orNull(text('in words'))
		),
		questions
	}),
	Prediction: object({
		modelVersion: whole('version of the model'),
		massG: interval('mass of the one fly in the hand', 'g'),
		submergedWeightMn: maybe('weight in water', 'mN'),
		sinkSpeedCms: maybe('sink rate in still water of the one fly in the hand', 'cm/s'),
		floats: yesNo('whether it floats, true or false'),
		attitude: said(
			'how it hangs as it sinks freely',
			object({
				...hang,
				pitchDeg: maybe('angle by which the eye’s end points down', 'degrees'),
				tumbles: yesNo('whether it turns over and over, true or false'),
				eyeFirst: said(
					'the same from entering the water with the eye first',
					object({ ...hang, pitchDeg: number('degrees by which the eye’s end points down') })
				),
				all: said(
					'every attitude to which it comes back',
					list(object({ ...hang, pitchDeg: number('degrees by which the eye’s end points down') }))
				)
			})
		),
		timeToZoneS: maybe('time to the zone, sinking freely', 's'),
		distanceToZoneM: maybe('how far the current carries it meanwhile, sinking freely', 'm'),
		chance: share('share of good drifts on the rig, 0 to 1: the drift’s'),
		verdict,
		rig: rigUsed,
		drift: said(
			'on its line; null for a fly that floats. Figures are medians of the drifts with their 90 %',
			orNull(
				object(
					{
						...counted,
						hand: said(
							'how the rod is held: each control, found for this fly here or as it was set',
							list(
								object({
									control: oneOf(['lineOutM', 'floatToFlyM', 'countdownS', 'retrieveMs'])(
										'which control, its unit in the name'
									),
									found: yesNo('found, and not set by the person, true or false'),
									value: number('in the control’s unit'),
									low: number('from where it does nearly as well, in the control’s unit'),
									high: number('up to where it does nearly as well, in the control’s unit')
								})
							)
						),
						timeToZoneS: maybe('time to the zone', 's'),
						distanceToZoneM: maybe('from where it lands to where it comes into the zone', 'm'),
						heightInHoldM: maybe('mean height above the bed in the hold', 'm'),
						inZone: interval('of the hold in the zone', 'share, 0 to 1'),
						onBed: interval('of the time in the hold on the bed', 'share, 0 to 1'),
						hangUp: share('chance to hang up on the way, 0 to 1'),
						dragCms: interval('the fly against the water round it', 'cm/s'),
						lineAngleDeg: interval('line off the plumb where it enters the water', 'degrees'),
						pullG: interval('pull at the fly, not exceeded for 95 % of the time', 'g'),
						above: said(
							'the flies above the point, the lowest first, where the rig has any',
							list(
								object({
									name: text('as the rig names it'),
									...counted,
									heightInHoldM: maybe('mean height above the bed in the hold', 'm'),
									inZone: interval('of the hold in the zone', 'share, 0 to 1')
								})
							)
						),
						floatUnder: share('share of drifts in which the float or dry fly goes under, 0 to 1'),
						notes: said(
							'what will not do about the rig',
							list(object({ part: text('which part'), words: text('what to do, in words') }))
						)
					},
					['above']
				)
			)
		),
		ride: said(
			'which way up it rides on the line',
			object({
				pointUpOnLine: yesNo('whether the hook’s point is up on the line, true or false'),
				sure: share('probability of that, 0 to 1'),
				leanDeg: number('degrees by which it leans aside')
			})
		),
		settled: said(
			'let go at the surface: when it has 99 % of its sink rate; null where it does not settle soon',
			orNull(object({ timeS: number('time, s'), depthM: number('depth, m') }))
		),
		parts: said(
			'the fly’s parts',
			list(
				object({
					part: text('which part'),
					massG: number('mass, g'),
					dragShare: number('share of the drag as it sinks, 0 to 1'),
					volumeMm3: number('volume, mm³'),
					airMm3: number('air in it while it is fresh, mm³')
				})
			)
		),
		massContributors: said(
			'what the mass’s range comes from, the widest first',
			list(
				object({
					parameter: text('name of the parameter'),
					about: text('what it is, in words'),
					share: share('share of the variance, 0 to 1')
				})
			)
		),
		questions,
		fit: said(
			'what will go wrong at the vise',
			list(
				object({
					code: text('which note'),
					part: text('which part'),
					severity: text('hint, trouble or stop'),
					figure: text('the figure, with its unit, in words'),
					words: text('what to do, in words')
				})
			)
		)
	})
};

export { list, ref };
