import type { Beliefs } from '$core/belief/index';
import { bandDistances, bandOf, type Range, type Run } from '$core/drift/index';
import { GRAVITY } from '$core/material/index';
import { drifting, smoothDrift, worldRun, type DriftQuestion } from '$core/predict/index';
import { rigNotes } from '$core/rig/index';

/** Drifts behind a chance; a script that wants it finer asks the interface's band. */
const DRIFTS = 100;

/** Of one who asks in between, the answer is not held up: between two drifts others have their turn. */
const breathe = () => new Promise((resolve) => setImmediate(resolve));

/**
 * The drift of a prediction request: the single path, and a band of drifts with its chance.
 *
 * @param submergedWeight N, for the notes about the rig
 */
export async function driftFor(
	question: DriftQuestion,
	believed: Beliefs,
	submergedWeight: number
) {
	const ready = drifting({ ...question, believed });
	const single = smoothDrift(ready);
	const distances = bandDistances(ready.median.column);
	const runs: Run[] = [];
	for (let k = 0; k < DRIFTS; k++) {
		runs.push(worldRun(ready, k, distances));
		await breathe();
	}
	const band = bandOf(runs, distances);
	const { lie, rig } = question;
	return {
		timeToZoneS: ranged(single.time, band.time),
		distanceToZoneM: ranged(single.distance, band.distance),
		inZone: ranged(single.inZone, band.inZone)!,
		onBed: ranged(single.onBed, band.onBed)!,
		hangUp: tidy(band.hangUp),
		dragCms: ranged(100 * single.slip, scaled(band.slip, 100))!,
		lineAngleDeg: tidy(single.angle),
		pullG: tidy((single.tension / GRAVITY) * 1e3),
		floatUnderS: single.under === null ? null : tidy(single.under),
		good: single.good,
		fault: single.fault,
		chance: { value: tidy(band.chance), error: tidy(band.error), drifts: band.drifts },
		notes: rigNotes(rig, lie.depth, lie.zoneTop, submergedWeight / GRAVITY)
	};
}

const tidy = (n: number) => Number(n.toPrecision(6));
const scaled = ({ low, middle, high }: Range, by: number): Range => ({
	low: low * by,
	middle: middle * by,
	high: high * by
});
/** The single path's figure with both ends of 90 % of the band. */
const ranged = (value: number | null, range: Range | null) =>
	value === null
		? null
		: {
				value: tidy(value),
				low: tidy(range?.low ?? value),
				high: tidy(range?.high ?? value)
			};
