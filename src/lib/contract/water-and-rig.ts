import type { HandControl, LandingKind, LineMaterial, Way } from '$core/rig/index';
import type { Bed, DepthFrom } from '$core/water/index';

export interface LieBodyDocument {
	depthM: number;
	surfaceSpeedMs: number;
	bed: Bed;
	zoneTopM: number;
	/** Left out: the usual, two and a half depths. */
	approachM?: number;
	holdM?: number;
	depthFrom?: DepthFrom;
	/** The floats that the surface speed comes from. */
	timed?: { overM: number; runsS: number[] };
	notes?: string;
	/** The river's flow when depth and speed were found. */
	surveyedAtM3s?: number;
	residualDepthM?: number;
}

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
