import { priorBeliefs, valuesAt, type Belief, type Beliefs } from '$core/belief/index';
import { buildFly, troubleWith } from '$core/fly/index';
import { predict } from '$core/predict/index';
import {
	approachField,
	beadDiameterField,
	coilWireField,
	depthField,
	INCH,
	MILLIMETRE,
	questionAbout,
	speedField,
	temperatureField,
	turnsField,
	zoneField,
	type Interval,
	type QuantityField
} from '$core/quantity/index';
import { lieFromDocument, recipeFromDocument } from '$lib/contract/documents';
import { BeliefRequest, type PredictRequest } from '$lib/contract/validation';
import { checked } from './api';
import { Refusal } from './store/refusal';

/**
 * Answers a prediction request: figures with the central 90 % in the units that their names give.
 *
 * @throws Refusal with 422 for a belief that is not known or cannot be
 */
export function predictionFor({ fly, lie, beliefs }: PredictRequest) {
	const { temperatureC, ...body } = lie;
	const recipe = recipeFromDocument(fly.recipe);
	const believed = withBeliefs(beliefs ?? {});
	const found = predict(recipe, lieFromDocument(body), temperatureC, believed);
	return {
		modelVersion: found.modelVersion,
		massG: scaled(found.mass, 1e3),
		submergedWeightMn: scaled(found.submergedWeight, 1e3),
		sinkSpeedCms: scaled(found.speed, 100),
		floats: found.floats,
		/** Until attitude is computed it is taken from the build. */
		attitude: { words: found.attitude, assumed: true },
		timeToZoneS: scaled(found.time, 1),
		distanceToZoneM: scaled(found.distance, 1),
		requiredSinkSpeedCms: tidy(found.requiredSpeed * 100),
		chance: tidy(found.chance),
		verdict: found.verdict,
		parts: found.parts.map(({ part, mass }) => ({ part, massG: tidy(mass * 1e3) })),
		questions: questionsAbout(fly.recipe, lie),
		troubles: troubleWith(buildFly(recipe, valuesAt(believed))).map(({ part, words }) => ({
			part,
			words
		}))
	};
}

const tidy = (n: number) => Number(n.toPrecision(6));
const scaled = <T extends Interval | null>(interval: T, factor: number) =>
	(interval && {
		value: tidy(interval.value * factor),
		low: tidy(interval.low * factor),
		high: tidy(interval.high * factor)
	}) as T extends null ? null : Interval;

function withBeliefs(given: Record<string, unknown>): Beliefs {
	const changed: Record<string, Belief> = {};
	for (const [name, raw] of Object.entries(given)) {
		const path = `beliefs.${name}`;
		if (!Object.hasOwn(priorBeliefs, name)) {
			const message = `There is no belief of this name. There are: ${Object.keys(priorBeliefs).join(', ')}.`;
			throw new Refusal(422, `${path}: ${message}`, { errors: [{ path, message }] });
		}
		const { median, spread, spreadBelow } = checked(raw, BeliefRequest, path);
		const { scope, about, source } = priorBeliefs[name as keyof Beliefs];
		changed[name] = {
			...{ scope, about, source, median, spread },
			...(spreadBelow === undefined ? {} : { spreadBelow })
		};
	}
	return { ...priorBeliefs, ...changed };
}

/** Values that can be but hardly are: each with its place, and what was probably meant. */
function questionsAbout(
	{ bead, coil }: PredictRequest['fly']['recipe'],
	lie: PredictRequest['lie']
) {
	const looked: (readonly [path: string, QuantityField, value: number])[] = [
		['lie.depthM', depthField, lie.depthM],
		['lie.surfaceSpeedMs', speedField, lie.surfaceSpeedMs],
		['lie.zoneTopM', zoneField, lie.zoneTopM],
		['lie.approachM', approachField, lie.approachM],
		['lie.temperatureC', temperatureField, lie.temperatureC]
	];
	if (bead) {
		looked.push(['fly.recipe.bead.diameterMm', beadDiameterField, bead.diameterMm * MILLIMETRE]);
	}
	if (coil) {
		looked.push(['fly.recipe.coil.wireInch', coilWireField, coil.wireInch * INCH]);
		looked.push(['fly.recipe.coil.turns', turnsField, coil.turns]);
	}
	return looked.flatMap(([path, field, value]) => {
		const asked = questionAbout(value, field);
		return asked ? [{ path, question: asked.question, likely: asked.likely?.words ?? null }] : [];
	});
}
