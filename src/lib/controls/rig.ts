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
	withControl,
	type FoundControl,
	type HandControl,
	type LandingKind,
	type Rig,
	type Way
} from '$core/rig/index';
import { fixed } from './water';

/** A number of a rig: where it is, what a press of a key is worth, and for which ways it counts. */
export interface RigNumber<Key = string> {
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
	readonly ways: readonly Way[];
}

const cast: readonly Way[] = ['tight line', 'swing', 'still water'];
const all: readonly Way[] = [...cast, 'float', 'dry fly'];

export const rigNumbers: readonly RigNumber[] = [
	{
		...{ key: 'tippetDiameter', label: 'Tippet', unit: 'mm or X', field: lineDiameterField },
		...{ small: THOUSANDTH_OF_AN_INCH, big: 3 * THOUSANDTH_OF_AN_INCH, ways: all },
		show: (value) => fixed(3)(value / MILLIMETRE),
		get: (rig) => rig.tippet.diameter,
		set: (rig, diameter) => ({ ...rig, tippet: { ...rig.tippet, diameter } })
	},
	{
		...{ key: 'tippetLength', label: 'Tippet length', unit: 'm', field: tippetField },
		...{ small: 0.1, big: 0.5, show: fixed(2), ways: cast },
		get: (rig) => rig.tippet.length,
		set: (rig, length) => ({ ...rig, tippet: { ...rig.tippet, length } })
	},
	{
		...{ key: 'leaderLength', label: 'Line out to the tippet', unit: 'm', field: leaderField },
		...{ small: 0.1, big: 1, show: fixed(2), ways: ['swing', 'still water'] },
		get: (rig) => rig.leader.length,
		set: (rig, length) => ({ ...rig, leader: { ...rig.leader, length } })
	},
	{
		...{ key: 'leaderDiameter', label: 'Leader', unit: 'mm', field: lineDiameterField },
		...{ small: 0.01e-3, big: 0.05e-3, ways: cast },
		show: (value) => fixed(3)(value / MILLIMETRE),
		get: (rig) => rig.leader.diameter,
		set: (rig, diameter) => ({ ...rig, leader: { ...rig.leader, diameter } })
	},
	{
		...{ key: 'rod', label: 'Rod', unit: 'm', field: rodField },
		...{ small: 0.1, big: 0.5, show: fixed(2), ways: cast },
		get: (rig) => rig.rod,
		set: (rig, rod) => ({ ...rig, rod })
	},
	{
		...{ key: 'tipHeight', label: 'Tip over the water', unit: 'm', field: tipHeightField },
		...{ small: 0.1, big: 0.5, show: fixed(2), ways: cast },
		get: (rig) => rig.tipHeight,
		set: (rig, tipHeight) => ({ ...rig, tipHeight })
	},
	{
		...{ key: 'float', label: 'Float', unit: 'mm', field: floatField },
		...{ small: 1e-3, big: 5e-3, ways: ['float'] },
		show: (value) => fixed(1)(value / MILLIMETRE),
		get: (rig) => rig.float,
		set: (rig, float) => ({ ...rig, float })
	},
	{
		...{ key: 'carries', label: 'Dry fly carries', unit: 'g', field: carriesField },
		...{ small: 0.02e-3, big: 0.1e-3, ways: ['dry fly'] },
		show: (value) => fixed(2)(value / GRAM),
		get: (rig) => rig.carries,
		set: (rig, carries) => ({ ...rig, carries })
	}
];

/** A control of the hand: set by the person, or found, or as is usual. */
type HandNumber = RigNumber<Exclude<HandControl, 'landing'>>;

const found = (control: FoundControl): Pick<HandNumber, 'key' | 'get' | 'set'> => ({
	key: control,
	get: (rig) => controlOf(rig, control),
	set: (rig, value) => withControl(rig, control, value)
});

export const handNumbers: readonly HandNumber[] = [
	{
		...found('line'),
		...{ label: 'Line out, tip to fly', unit: 'm', field: lineOutField },
		...{ small: 0.05, big: 0.5, show: fixed(2), ways: ['tight line'] }
	},
	{
		...found('hangs'),
		...{ label: 'Fly hangs below', unit: 'm', field: tippetField },
		...{ small: 0.05, big: 0.5, show: fixed(2), ways: ['float', 'dry fly'] }
	},
	{
		...found('countdown'),
		...{ label: 'Count down', unit: 's', field: countdownField },
		...{ small: 1, big: 5, show: fixed(0), ways: ['still water'] }
	},
	{
		...found('retrieve'),
		...{ label: 'Retrieve', unit: 'cm/s', field: retrieveField },
		...{ small: 0.01, big: 0.05, ways: ['still water'] },
		show: (value) => fixed(1)(value / CENTIMETRE)
	},
	{
		...{ key: 'lead', label: 'Rod tip speed, of the surface', unit: '%', field: leadField },
		...{ small: 0.05, big: 0.2, ways: ['tight line'] },
		show: (value) => fixed(0)(100 * value),
		get: (rig) => rig.lead,
		set: (rig, lead) => ({ ...rig, lead })
	}
];

export const landingWords: Readonly<Record<LandingKind, string>> = {
	straight: 'straight',
	slack: 'with slack',
	plunged: 'fly driven in'
};
