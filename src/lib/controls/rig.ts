import {
	carriesField,
	countdownField,
	floatField,
	leaderField,
	leadField,
	lineDiameterField,
	lineOutField,
	type QuantityField,
	retrieveField,
	rodField,
	shown,
	tipHeightField,
	tippetField
} from '$core/quantity/index';
import {
	controlOf,
	wayTable,
	withControl,
	type FoundControl,
	type HandControl,
	type LandingKind,
	type Rig,
	type Way,
	type WayDefinition,
	type WayParts
} from '$core/rig/index';

/** A number of a rig: where it is, what a press of a key is worth, in the metric unit. */
export interface RigNumber<Key> {
	readonly key: Key;
	readonly label: string;
	/** In place of the field's. */
	readonly unit?: () => string;
	readonly field: QuantityField;
	readonly small: number;
	readonly big: number;
	/** @param rig with every control of the hand in place */
	readonly get: (rig: Rig) => number;
	readonly set: (rig: Rig, value: number) => Rig;
}

/** Parts of some ways that are one number. */
type PartNumber = 'rod' | 'tipHeight' | 'float' | 'carries' | 'lead';
/** The tippet's diameter counts on every way. */
type RigKey = 'tippetDiameter' | WayDefinition['numbers'][number];

/** Whether a number of the rig counts on a way of fishing. */
export const countsOn = (way: Way, key: RigKey): boolean =>
	key === 'tippetDiameter' || wayTable[way].numbers.includes(key);

/** Of the leader, where there is one. */
const ofLeader = (key: 'length' | 'diameter'): Pick<RigNumber<RigKey>, 'get' | 'set'> => ({
	get: (rig) => ('leader' in rig ? rig.leader[key] : NaN),
	set: (rig, value) => ('leader' in rig ? { ...rig, leader: { ...rig.leader, [key]: value } } : rig)
});
/** A number that some ways ask for. */
const ofWay = <Part extends PartNumber>(
	part: Part
): Pick<RigNumber<Part>, 'key' | 'get' | 'set'> => ({
	key: part,
	get: (rig) => (rig as Partial<WayParts>)[part] ?? NaN,
	set: (rig, value) => (part in rig ? { ...rig, [part]: value } : rig)
});

export const rigNumbers: readonly RigNumber<RigKey>[] = [
	{
		key: 'tippetDiameter',
		label: 'Tippet',
		unit: () => `${shown.small.unit} or X`,
		field: lineDiameterField,
		small: 0.0254,
		big: 0.0762,
		get: (rig) => rig.tippet.diameter,
		set: (rig, diameter) => ({ ...rig, tippet: { ...rig.tippet, diameter } })
	},
	{
		key: 'tippetLength',
		label: 'Tippet length',
		field: tippetField,
		small: 0.1,
		big: 0.5,
		get: (rig) => rig.tippet.length,
		set: (rig, length) => ({ ...rig, tippet: { ...rig.tippet, length } })
	},
	{
		key: 'leaderLength',
		label: 'Line out to the tippet',
		field: leaderField,
		small: 0.1,
		big: 1,
		...ofLeader('length')
	},
	{
		key: 'leaderDiameter',
		label: 'Leader',
		field: lineDiameterField,
		small: 0.01,
		big: 0.05,
		...ofLeader('diameter')
	},
	{
		...ofWay('rod'),
		label: 'Rod',
		field: rodField,
		small: 0.1,
		big: 0.5
	},
	{
		...ofWay('tipHeight'),
		label: 'Tip over the water',
		field: tipHeightField,
		small: 0.1,
		big: 0.5
	},
	{
		...ofWay('float'),
		label: 'Float',
		field: floatField,
		small: 1,
		big: 5
	},
	{
		...ofWay('carries'),
		label: 'Dry fly carries',
		field: carriesField,
		small: 0.02,
		big: 0.1
	}
];

/** A control of the hand: set by the person, or found, or as is usual. */
type HandNumber = RigNumber<Exclude<HandControl, 'landing'>>;

const found = (control: FoundControl): Pick<HandNumber, 'key' | 'get' | 'set'> => ({
	key: control,
	// As the way changes, a field of the one before is asked once more before it goes.
	get: (rig) => (wayTable[rig.way].held.includes(control) ? controlOf(rig, control) : NaN),
	set: (rig, value) => withControl(rig, control, value)
});

/** Whether a control of the hand is said on a way of fishing: of the line at the end of a swing the rig says enough. */
export const isHeld = (way: Way, key: HandNumber['key']): boolean =>
	key === 'lead' ? wayTable[way].led : wayTable[way].found.includes(key);

export const handNumbers: readonly HandNumber[] = [
	{
		...found('line'),
		label: 'Line out, tip to fly',
		field: lineOutField,
		small: 0.05,
		big: 0.5
	},
	{
		...found('hangs'),
		label: 'Fly hangs below',
		field: tippetField,
		small: 0.05,
		big: 0.5
	},
	{
		...found('countdown'),
		label: 'Count down',
		field: countdownField,
		small: 1,
		big: 5
	},
	{
		...found('retrieve'),
		label: 'Retrieve',
		field: retrieveField,
		small: 1,
		big: 5
	},
	{
		...ofWay('lead'),
		label: 'Rod tip speed, of the surface',
		field: leadField,
		small: 5,
		big: 20
	}
];

export const landingWords: Readonly<Record<LandingKind, string>> = {
	straight: 'straight',
	slack: 'with slack',
	plunged: 'fly driven in'
};
