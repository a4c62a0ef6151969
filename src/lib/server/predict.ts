import {
	prior,
	type Parameter,
	type ParameterName,
	type Distribution
} from '$core/parameter/index';
import { fitOf, partNames } from '$core/fly/index';
import { DRIFTS, predict, verdictOf, type DriftQuestion } from '$core/predict/index';
import { descend, dragAccount, type Hang } from '$core/sink/index';
import { fluidAt } from '$core/water/index';
import type { Interval } from '$core/quantity/index';
import { questionsIn } from '$lib/contract/fields';
import { lieFromDocument } from '$lib/documents/lie/body';
import { recipeFromDocument } from '$lib/documents/fly/recipe';
import { lieToday } from '$lib/documents/lie/today';
import { ParameterRequest, PredictRequest } from '$lib/api/requests';
import { checked } from './api';
import { checkZone, rigFor, type Today } from './asked';
import { driftFor } from './drift';
import { NOTHING_LEARNED } from '$lib/api/nothing-learned';
import { learnedNow, type Keeping } from './learned';
import type { Store } from './store/index';
import { Refusal } from './store/refusal';

/**
 * Answers a prediction request: figures with the central 90 % in the units that their names give.
 *
 * @throws Refusal with 422 for a parameter that is not known or cannot be
 */
export async function predictionFor(
	request: PredictRequest,
	store: Keeping & Pick<Store, 'opening'>,
	{ today = null, gone }: { readonly today?: Today | null; readonly gone?: AbortSignal } = {}
) {
	const { fly, lie, parameters, drifts = DRIFTS.first, wanted } = request;
	const { temperatureC, ...body } = lie;
	const recipe = recipeFromDocument(fly.recipe);
	const { learned } = request.learned === false ? NOTHING_LEARNED : await learnedNow(store);
	const distribution: Distribution = { ...withParameters(parameters ?? {}), learned };
	const plain = lieFromDocument(body);
	const water = today ? lieToday({ ...plain, key: today.key }, today.river) : plain;
	checkZone(water);
	const rig = rigFor(request.rig, await store.opening());
	const found = predict(recipe, water, temperatureC, distribution);
	const values = found.median;
	const fluid = fluidAt(temperatureC);
	const drag = new Map(
		dragAccount(found.body, fluid, values, found.sink).map(({ part, share }) => [
			partNames[part]!,
			share
		])
	);
	const { settled } = descend(found.body, fluid, values, found.sink, DROP, 'flat', SECONDS);
	const question: DriftQuestion = {
		recipe,
		lie: water,
		celsius: temperatureC,
		rig: rig.rig,
		distribution,
		...(wanted && { wanted })
	};
	const weight = found.submergedWeight?.value ?? 0;
	const drift = found.floats ? null : await driftFor(question, drifts, weight, gone);
	return {
		modelVersion: found.modelVersion,
		massG: scaled(found.mass, 1e3),
		submergedWeightMn: scaled(found.submergedWeight, 1e3),
		sinkSpeedCms: scaled(found.speed, 100),
		floats: found.floats,
		attitude: {
			...hangFor(found.sink),
			pitchDeg: found.pitch && {
				value: tidy(found.sink.pitch),
				low: tidy(found.pitch.low),
				high: tidy(found.pitch.high)
			},
			tumbles: found.sink.tumbles,
			/** From lying flat, as above; and from entering the water with the eye first. */
			eyeFirst: {
				...hangFor(found.sink.noseFirst),
				pitchDeg: tidy(found.sink.noseFirst.pitch)
			},
			/** Every attitude to which it comes back when it is turned a little. */
			all: found.sink.hangs.map((hang) => ({ ...hangFor(hang), pitchDeg: tidy(hang.pitch) }))
		},
		/** Let go at the surface: when and how deep it has 99 % of its sink rate. */
		settled: settled && { timeS: tidy(settled.time), depthM: tidy(settled.depth) },
		timeToZoneS: scaled(found.time, 1),
		distanceToZoneM: scaled(found.distance, 1),
		/** On its line; null for a fly that floats. The same chance and verdict as in it. */
		chance: drift?.chance.value ?? 0,
		verdict: drift?.verdict ?? verdictOf(0),
		rig: { name: rig.name, from: rig.from, way: rig.rig.way },
		drift,
		ride: {
			pointUpOnLine: found.ride.pointUp,
			sure: tidy(found.ride.sure),
			leanDeg: tidy(found.ride.lean)
		},
		parts: found.parts.map(({ part, mass, volume, air }) => ({
			part,
			/** Of the fly's weight in water; what lies under the dressing meets no water. */
			dragShare: tidy(drag.get(part) ?? 0),
			massG: tidy(mass * 1e3),
			volumeMm3: tidy(volume * 1e9),
			airMm3: tidy(air * 1e9)
		})),
		massContributors: found.massContributors.slice(0, 3).map(({ parameter, share }) => ({
			parameter,
			about: prior[parameter].about,
			share: tidy(share)
		})),
		questions: questionsIn(PredictRequest, request),
		fit: fitOf(found.build, values, found.ride).map(({ code, part, severity, figure, words }) => ({
			code,
			part,
			severity,
			figure,
			words
		}))
	};
}

/** In so much water and time every fly that can be tied has settled; more would keep the server busy. */
const DROP = 3;
const SECONDS = 4;

const hangFor = ({ attitude, speed, pointUp, glide, upright }: Hang) => ({
	words: attitude,
	sinkSpeedCms: tidy(speed * 100),
	pointUpSinking: pointUp,
	glideDeg: tidy(glide),
	staysInPlane: upright
});
const tidy = (n: number) => Number(n.toPrecision(6));
const scaled = <T extends Interval | null>(interval: T, factor: number) =>
	(interval && {
		value: tidy(interval.value * factor),
		low: tidy(interval.low * factor),
		high: tidy(interval.high * factor)
	}) as T extends null ? null : Interval;

function withParameters(given: Record<string, unknown>): Distribution {
	const changed: Record<string, Parameter> = {};
	for (const [name, raw] of Object.entries(given)) {
		const path = `parameters.${name}`;
		if (!Object.hasOwn(prior, name)) {
			const message = `There is no parameter of this name. There are: ${Object.keys(prior).join(', ')}.`;
			throw new Refusal(422, `${path}: ${message}`, { errors: [{ path, message }] });
		}
		const { median, spread, spreadBelow } = checked(raw, ParameterRequest, path);
		const { scope, about, source } = prior[name as ParameterName];
		changed[name] = {
			scope,
			about,
			source,
			median,
			spread,
			...(spreadBelow === undefined ? {} : { spreadBelow })
		};
	}
	return { ...prior, ...changed };
}
