import { mainFault, type Range } from '$core/drift/index';
import { GRAVITY } from '$core/material/index';
import {
	castWeight,
	distributionIn,
	verdictOf,
	type DriftQuestion,
	type FoundHand,
	type Hand
} from '$core/predict/index';
import { controlOf, rigNotes, wayTable, type FoundControl, type Rig } from '$core/rig/index';
import type { DriftsAnswered, DriftsAsked } from '$lib/workers/drift-thread';
import code from '$lib/workers/drift-thread?nodeworker';
import { turnsFor } from './in-turn';
import { Refusal } from './store/refusal';
import { threads } from './threads';

/** As many as a small machine has cores, and how many questions may wait. */
const THREADS = 2;
const WAITING = 400;
/** Of one client: a table of many flies, or a program, asks much at once. */
const inTurn = turnsFor({ what: 'predictions', atOnce: THREADS, waiting: 100 });
/** MB of a thread's heap. */
const HEAP = 200;

const started = threads<DriftsAsked, DriftsAnswered>(
	'drift',
	code,
	{ threads: THREADS, waiting: WAITING },
	HEAP
);

/**
 * Drifts in a thread, so that nobody else waits for them.
 *
 * @param gone aborted when nobody waits for the answer any more
 * @throws Refusal with 503 when too many wait already, with 429 when they are of one client
 */
export async function driftsOf(
	question: DriftQuestion,
	drifts: number,
	gone?: AbortSignal
): Promise<DriftsAnswered> {
	return inTurn(gone, () => {
		const pool = started();
		if (pool.queueSize >= WAITING) {
			throw new Refusal(503, 'Too many drifts are asked for at once. Try again in a few seconds.');
		}
		return pool.run({ question, drifts }, gone ? { signal: gone } : {});
	});
}

/**
 * The drift of a prediction request: every figure is the band's median with its central 90 %.
 *
 * @param submergedWeight N, for the notes about the rig
 */
export async function driftFor(
	question: DriftQuestion,
	drifts: number,
	submergedWeight: number,
	gone?: AbortSignal
) {
	const { hand, band } = await driftsOf(question, drifts, gone);
	const { lie } = question;
	return {
		chance: { value: tidy(band.chance), error: tidy(band.error), drifts: band.drifts },
		verdict: verdictOf(band.chance),
		fault: mainFault(band),
		hand: handWords(hand, question.rig),
		timeToZoneS: ranged(band.time),
		distanceToZoneM: ranged(band.distance),
		heightInHoldM: ranged(band.height),
		inZone: ranged(band.inZone)!,
		onBed: ranged(band.onBed)!,
		hangUp: tidy(band.hangUp),
		dragCms: ranged(band.slip, 100)!,
		lineAngleDeg: ranged(band.angle)!,
		pullG: ranged(band.tension, 1e3 / GRAVITY)!,
		floatUnder: tidy((band.faults.under ?? 0) / band.drifts),
		...(band.above.length > 0 && {
			above: band.above.map((fly, k) => ({
				name: question.rig.cast![k]!.name,
				chance: { value: tidy(fly.chance), error: tidy(fly.error), drifts: band.drifts },
				verdict: verdictOf(fly.chance),
				fault: mainFault(fly),
				heightInHoldM: ranged(fly.height),
				inZone: ranged(fly.inZone)!
			}))
		}),
		notes: rigNotes(
			hand.rig,
			lie.depth,
			lie.zoneTop,
			submergedWeight / GRAVITY +
				castWeight(question.rig, question.celsius, distributionIn(question))
		)
	};
}

const inUnits: Readonly<Record<FoundControl, string>> = {
	line: 'lineOutM',
	hangs: 'floatToFlyM',
	countdown: 'countdownS',
	retrieve: 'retrieveMs'
};

/** Each control of the hand that counts on this rig: found with its span, or as it was set. */
function handWords({ rig, found }: Hand, asked: Rig) {
	return wayTable[asked.way].held.map((control) => {
		const its = found.find((one) => one.control === control);
		const value = controlOf(rig, control);
		const span: Pick<FoundHand, 'from' | 'to'> = its ?? { from: value, to: value };
		return {
			control: inUnits[control],
			found: its !== undefined,
			value: tidy(value),
			low: tidy(span.from),
			high: tidy(span.to)
		};
	});
}

const tidy = (n: number) => Number(n.toPrecision(6));
/** A band's median with both ends of 90 %, as one figure. */
const ranged = (range: Range | null, by = 1) =>
	range && {
		value: tidy(range.middle * by),
		low: tidy(range.low * by),
		high: tidy(range.high * by)
	};
