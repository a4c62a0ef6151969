import {
	carriesField,
	CENTIMETRE,
	countdownField,
	floatField,
	GRAM,
	leaderField,
	leadField,
	lineOutField,
	lineDiameterField,
	MILLIMETRE,
	retrieveField,
	rodField,
	THOUSANDTH_OF_AN_INCH,
	tipHeightField,
	tippetField,
	type QuantityField
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
import { fixed } from './water';

/** A number of a rig: where it is, what a press of a key is worth. */
export interface RigNumber<Key> {
	readonly key: Key;
	readonly label: string;
	readonly unit: string;
	readonly field: QuantityField;
	readonly small: number;
	readonly big: number;
	readonly show: (value: number) => string;
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
		unit: 'mm or X',
		field: lineDiameterField,
		small: THOUSANDTH_OF_AN_INCH,
		big: 3 * THOUSANDTH_OF_AN_INCH,
		show: (value) => fixed(3)(value / MILLIMETRE),
		get: (rig) => rig.tippet.diameter,
		set: (rig, diameter) => ({ ...rig, tippet: { ...rig.tippet, diameter } })
	},
	{
		key: 'tippetLength',
		label: 'Tippet length',
		unit: 'm',
		field: tippetField,
		small: 0.1,
		big: 0.5,
		show: fixed(2),
		get: (rig) => rig.tippet.length,
		set: (rig, length) => ({ ...rig, tippet: { ...rig.tippet, length } })
	},
	{
		key: 'leaderLength',
		label: 'Line out to the tippet',
		unit: 'm',
		field: leaderField,
		small: 0.1,
		big: 1,
		show: fixed(2),
		...ofLeader('length')
	},
	{
		key: 'leaderDiameter',
		label: 'Leader',
		unit: 'mm',
		field: lineDiameterField,
		small: 0.01e-3,
		big: 0.05e-3,
		show: (value) => fixed(3)(value / MILLIMETRE),
		...ofLeader('diameter')
	},
	{
		...ofWay('rod'),
		label: 'Rod',
		unit: 'm',
		field: rodField,
		small: 0.1,
		big: 0.5,
		show: fixed(2)
	},
	{
		...ofWay('tipHeight'),
		label: 'Tip over the water',
		unit: 'm',
		field: tipHeightField,
		small: 0.1,
		big: 0.5,
		show: fixed(2)
	},
	{
		...ofWay('float'),
		label: 'Float',
		unit: 'mm',
		field: floatField,
		small: 1e-3,
		big: 5e-3,
		show: (value) => fixed(1)(value / MILLIMETRE)
	},
	{
		...ofWay('carries'),
		label: 'Dry fly carries',
		unit: 'g',
		field: carriesField,
		small: 0.02e-3,
		big: 0.1e-3,
		show: (value) => fixed(2)(value / GRAM)
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
		unit: 'm',
		field: lineOutField,
		small: 0.05,
		big: 0.5,
		show: fixed(2)
	},
	{
		...found('hangs'),
		label: 'Fly hangs below',
		unit: 'm',
		field: tippetField,
		small: 0.05,
		big: 0.5,
		show: fixed(2)
	},
	{
		...found('countdown'),
		label: 'Count down',
		unit: 's',
		field: countdownField,
		small: 1,
		big: 5,
		show: fixed(0)
	},
	{
		...found('retrieve'),
		label: 'Retrieve',
		unit: 'cm/s',
		field: retrieveField,
		small: 0.01,
		big: 0.05,
		show: (value) => fixed(1)(value / CENTIMETRE)
	},
	{
		...ofWay('lead'),
		label: 'Rod tip speed, of the surface',
		unit: '%',
		field: leadField,
		small: 0.05,
		big: 0.2,
		show: (value) => fixed(0)(100 * value)
	}
];

export const landingWords: Readonly<Record<LandingKind, string>> = {
	straight: 'straight',
	slack: 'with slack',
	plunged: 'fly driven in'
};
