import type { Bed, DepthFrom, Lie } from '$core/water/index';
import { tidy } from '../tidy';

/** The lie that an empty database starts with; until it is changed the page asks for the person's own water. */
export const FIRST_LIE = 'First lie';

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

export function lieFromDocument(body: LieBodyDocument): Lie {
	return {
		depth: body.depthM,
		surfaceSpeed: body.surfaceSpeedMs,
		bed: body.bed,
		zoneTop: body.zoneTopM,
		...(body.approachM === undefined ? {} : { approach: body.approachM }),
		...(body.holdM === undefined ? {} : { hold: body.holdM }),
		...(body.depthFrom === undefined ? {} : { depthFrom: body.depthFrom }),
		...(body.timed === undefined
			? {}
			: { timed: { over: body.timed.overM, seconds: body.timed.runsS } }),
		...(body.notes === undefined ? {} : { notes: body.notes }),
		...(body.surveyedAtM3s === undefined ? {} : { surveyedAt: body.surveyedAtM3s }),
		...(body.residualDepthM === undefined ? {} : { residualDepth: body.residualDepthM })
	};
}

export function lieToDocument(lie: Lie): LieBodyDocument {
	return {
		depthM: tidy(lie.depth),
		surfaceSpeedMs: tidy(lie.surfaceSpeed),
		bed: lie.bed,
		zoneTopM: tidy(lie.zoneTop),
		...(lie.approach === undefined ? {} : { approachM: tidy(lie.approach) }),
		...(lie.hold === undefined ? {} : { holdM: tidy(lie.hold) }),
		...(lie.depthFrom === undefined ? {} : { depthFrom: lie.depthFrom }),
		...(lie.timed === undefined
			? {}
			: { timed: { overM: tidy(lie.timed.over), runsS: lie.timed.seconds.map(tidy) } }),
		...(lie.notes === undefined ? {} : { notes: lie.notes }),
		...(lie.surveyedAt === undefined ? {} : { surveyedAtM3s: tidy(lie.surveyedAt) }),
		...(lie.residualDepth === undefined ? {} : { residualDepthM: tidy(lie.residualDepth) })
	};
}

/** By which what is learned of a lie is found again: its figures as they were typed are part of it. */
export const lieKey = ({ id, body }: { readonly id: string; readonly body: LieBodyDocument }) =>
	`${id} ${body.depthM} ${body.surfaceSpeedMs}`;
