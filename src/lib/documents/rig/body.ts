import { GRAM, MILLIMETRE } from '$core/quantity/index';
import {
	handControls,
	rigOn,
	wayTable,
	type FlyAbove,
	type HandControl,
	type LandingKind,
	type LineMaterial,
	type LineSection,
	type LineStuff,
	type Rig,
	type Way,
	type WayPart,
	type WayParts
} from '$core/rig/index';
import { recipeFromDocument, recipeToDocument, type RecipeDocument } from '../fly/recipe';
import { tidy } from '../tidy';

export interface LineStuffDocument {
	diameterMm: number;
	material: LineMaterial;
}
export interface StretchDocument extends LineStuffDocument {
	lengthM: number;
}
/** What some ways of fishing ask for. */
export interface WayPartsDocument {
	rodM: number;
	tipHeightM: number;
	leader: StretchDocument;
	/** Share of the surface speed. */
	lead: number;
	/** The hand draws in line at each touch of the bed. */
	feelsBed: boolean;
	floatMm: number;
	carriesG: number;
	countdownS: number;
	retrieveMs: number;
}
/** A fly above the point, as it was tied on: its recipe is the rig's own, whatever becomes of the fly. */
export interface FlyAboveDocument {
	name: string;
	recipe: RecipeDocument;
	aboveM: number;
	/** 0 in line. */
	dropperM: number;
	/** What the dropper is of; absent: of the line above its knot. */
	dropperOf?: LineStuffDocument;
}

/** Beside what every rig has, what its way asks for. */
export interface RigBodyDocument extends Partial<WayPartsDocument> {
	way: Way;
	tippet: StretchDocument;
	landing: LandingKind;
	/** The other flies of the cast, the lowest first. */
	cast?: FlyAboveDocument[];
	/** Which controls of the hand the person set; the numbers of the others are not looked at. */
	set?: Record<HandControl, boolean>;
	/** What it had on other ways, for when one goes back. */
	kept?: Partial<WayPartsDocument>;
}

/** Numbers of some ways: where each stands in a document, and in what unit. */
const numberFields = {
	rod: ['rodM', 1],
	tipHeight: ['tipHeightM', 1],
	lead: ['lead', 1],
	float: ['floatMm', MILLIMETRE],
	carries: ['carriesG', GRAM],
	countdown: ['countdownS', 1],
	retrieve: ['retrieveMs', 1]
} as const satisfies Partial<Record<WayPart, readonly [keyof WayPartsDocument, unit: number]>>;
const numbers = Object.keys(numberFields) as (keyof typeof numberFields)[];

/** Where each part stands in a document. */
export const partFields: Readonly<Record<WayPart, keyof WayPartsDocument>> = {
	...(Object.fromEntries(numbers.map((part) => [part, numberFields[part][0]])) as {
		[Part in keyof typeof numberFields]: (typeof numberFields)[Part][0];
	}),
	leader: 'leader',
	feelsBed: 'feelsBed'
};

/** The fields that a rig of a way has of its own. */
export const fieldsOn = (way: Way): readonly (keyof WayPartsDocument)[] =>
	wayTable[way].parts.map((part) => partFields[part]);

function partsFrom(document: Partial<WayPartsDocument>): Partial<WayParts> {
	const { leader, feelsBed } = document;
	const measured = numbers.flatMap((part) => {
		const [field, unit] = numberFields[part];
		const value = document[field];
		return value === undefined ? [] : [[part, value * unit] as const];
	});
	return {
		...Object.fromEntries(measured),
		...(leader && { leader: stretchFrom(leader) }),
		...(feelsBed !== undefined && { feelsBed })
	};
}

function partsTo(parts: Partial<WayParts>): Partial<WayPartsDocument> {
	const { leader, feelsBed } = parts;
	const measured = numbers.flatMap((part) => {
		const [field, unit] = numberFields[part];
		const value = parts[part];
		return value === undefined ? [] : [[field, tidy(value / unit)] as const];
	});
	return {
		...Object.fromEntries(measured),
		...(leader && { leader: stretchTo(leader) }),
		...(feelsBed && { feelsBed })
	};
}

export const rigFromDocument = (body: RigBodyDocument): Rig =>
	rigOn(body.way, {
		tippet: stretchFrom(body.tippet),
		landing: body.landing,
		...(body.cast && { cast: body.cast.map(aboveFrom) }),
		set: body.set ?? setBefore({ ...body.kept, ...body }),
		...partsFrom(body.kept ?? {}),
		...partsFrom(body)
	});

/**
 * Which controls count as set in a rig of before they had a flag: those whose number is not that of the
 * starter rig of that time, which nobody had touched then.
 */
function setBefore(body: RigBodyDocument): Record<HandControl, boolean> {
	return {
		line: (body.leader?.lengthM ?? 2.4) !== 2.4,
		hangs: body.tippet.lengthM !== 1.2,
		countdown: (body.countdownS ?? 8) !== 8,
		retrieve: (body.retrieveMs ?? 0.1) !== 0.1,
		lead: (body.lead ?? 0.8) !== 0.8,
		landing: body.landing !== 'slack'
	};
}

export function rigToDocument(rig: Rig): RigBodyDocument {
	const kept = partsTo(rig.kept);
	return {
		way: rig.way,
		...partsTo(rig),
		tippet: stretchTo(rig.tippet),
		landing: rig.landing,
		...(rig.cast && { cast: rig.cast.map(aboveTo) }),
		set: setTo(rig),
		...(Object.keys(kept).length > 0 && { kept })
	};
}

/** A flag for each control, in the order of their list. */
const setTo = ({ set }: Rig) =>
	Object.fromEntries(handControls.map((control) => [control, set[control]])) as Record<
		HandControl,
		boolean
	>;

const aboveFrom = (fly: FlyAboveDocument): FlyAbove => ({
	name: fly.name,
	recipe: recipeFromDocument(fly.recipe),
	above: fly.aboveM,
	dropper: fly.dropperM,
	...(fly.dropperOf && { of: stuffFrom(fly.dropperOf) })
});
const aboveTo = ({ name, recipe, above, dropper, of }: FlyAbove): FlyAboveDocument => ({
	name,
	recipe: recipeToDocument(recipe),
	aboveM: tidy(above),
	dropperM: tidy(dropper),
	...(of && { dropperOf: stuffTo(of) })
});

const stuffFrom = ({ diameterMm, material }: LineStuffDocument): LineStuff => ({
	diameter: diameterMm * MILLIMETRE,
	material
});
const stuffTo = ({ diameter, material }: LineStuff): LineStuffDocument => ({
	diameterMm: tidy(diameter / MILLIMETRE),
	material
});

const stretchFrom = ({ lengthM, ...of }: StretchDocument): LineSection => ({
	length: lengthM,
	...stuffFrom(of)
});
const stretchTo = ({ length, ...of }: LineSection): StretchDocument => ({
	lengthM: tidy(length),
	...stuffTo(of)
});
