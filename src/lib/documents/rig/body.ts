import { GRAM, MILLIMETRE } from '$core/quantity/index';
import {
	handControls,
	type HandControl,
	type LandingKind,
	type LineMaterial,
	type Rig,
	type LineSection,
	type Way
} from '$core/rig/index';
import { tidy } from '../tidy';

export interface StretchDocument {
	lengthM: number;
	diameterMm: number;
	material: LineMaterial;
}
export interface RigBodyDocument {
	way: Way;
	rodM: number;
	tipHeightM: number;
	/** Share of the surface speed. */
	lead: number;
	leader: StretchDocument;
	tippet: StretchDocument;
	floatMm: number;
	carriesG: number;
	countdownS: number;
	retrieveMs: number;
	landing: LandingKind;
	/** Which controls of the hand the person set; the numbers of the others are not looked at. */
	set?: Record<HandControl, boolean>;
	/** The hand draws in line at each touch of the bed. */
	feelsBed?: boolean;
}

export function rigFromDocument(body: RigBodyDocument): Rig {
	return {
		way: body.way,
		rod: body.rodM,
		tipHeight: body.tipHeightM,
		lead: body.lead,
		leader: stretchFrom(body.leader),
		tippet: stretchFrom(body.tippet),
		float: body.floatMm * MILLIMETRE,
		carries: body.carriesG * GRAM,
		countdown: body.countdownS,
		retrieve: body.retrieveMs,
		landing: body.landing,
		set: body.set ?? setBefore(body),
		feelsBed: body.feelsBed ?? false
	};
}

/**
 * Which controls count as set in a rig of before they had a flag: those whose number is not that of the
 * starter rig of that time, which nobody had touched then.
 */
function setBefore(body: RigBodyDocument): Record<HandControl, boolean> {
	return {
		line: body.leader.lengthM !== 2.4,
		hangs: body.tippet.lengthM !== 1.2,
		countdown: body.countdownS !== 8,
		retrieve: body.retrieveMs !== 0.1,
		lead: body.lead !== 0.8,
		landing: body.landing !== 'slack'
	};
}

export function rigToDocument(rig: Rig): RigBodyDocument {
	return {
		way: rig.way,
		rodM: tidy(rig.rod),
		tipHeightM: tidy(rig.tipHeight),
		lead: tidy(rig.lead),
		leader: stretchTo(rig.leader),
		tippet: stretchTo(rig.tippet),
		floatMm: tidy(rig.float / MILLIMETRE),
		carriesG: tidy(rig.carries / GRAM),
		countdownS: tidy(rig.countdown),
		retrieveMs: tidy(rig.retrieve),
		landing: rig.landing,
		set: setTo(rig),
		...(rig.feelsBed ? { feelsBed: true } : {})
	};
}

/** A flag for each control, in the order of their list. */
const setTo = ({ set }: Rig) =>
	Object.fromEntries(handControls.map((control) => [control, set[control]])) as Record<
		HandControl,
		boolean
	>;

const stretchFrom = ({ lengthM, diameterMm, material }: StretchDocument): LineSection => ({
	length: lengthM,
	diameter: diameterMm * MILLIMETRE,
	material
});
const stretchTo = ({ length, diameter, material }: LineSection): StretchDocument => ({
	lengthM: tidy(length),
	diameterMm: tidy(diameter / MILLIMETRE),
	material
});
