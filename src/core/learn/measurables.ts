import { math } from '../quantity/index';
import {
	prior,
	type ParameterName,
	type Distribution,
	type ParameterValues
} from '../parameter/index';
import type { FlyBody } from '../body/index';
import {
	parametersAbout,
	parametersFor,
	buildFly,
	compileBuild,
	massAlone,
	massNear,
	mixturesFor,
	starterRecipe,
	type Build,
	type Recipe
} from '../fly/index';
import { nearbyFlies } from '../predict/index';

import { axialPull, settle, settleNear, type Near } from '../sink/index';
import { fluidAt } from '../water/index';
import type { Measurable } from './expansion';
import type { TimedDrop, Weighed } from './observation';
import { speedScatter, usualHand } from './scatter';

/** What one fly is off by is the scatter of what is found, and no parameter about all of them. */
const ofAll = (name: ParameterName) => prior[name].scope !== 'fly';

/** Added mass of a fly as a share of the water it displaces: a sphere's (Lamb 1932). */
const ADDED_MASS = 0.5;

/** The thing itself, and not what a tool says of it. */
export const withoutTools = (of: Measurable): Measurable => ({
	...of,
	about: of.about.filter((name) => !isTool(name)),
	mixtureOf: (name) => (isTool(name) ? null : of.mixtureOf(name))
});
const isTool = (name: ParameterName) => prior[name].scope === 'tool';

/** What the scale says of one, kg; of wire of a metre of it. */
export function massOf(of: Weighed, prior: Distribution): Measurable {
	const truly = trueMassOf(of, prior);
	return {
		...truly,
		about: [...truly.about, 'scale.factor'],
		figuresAbout(centre) {
			const figures = truly.figuresAbout(centre);
			return (values, moved) => [
				figures(values, moved === 'scale.factor' ? null : moved)[0]! * values['scale.factor']
			];
		}
	};
}

function trueMassOf(of: Weighed, prior: Distribution): Measurable {
	if (of.kind === 'wire') {
		const { metal, wire, measured } = of.coil;
		const recipe: Recipe = {
			...starterRecipe,
			coil: {
				metal,
				wire,
				turns: 1,
				...(of.coil.lot && { lot: of.coil.lot }),
				...(measured && { measured })
			}
		};
		return {
			parameters: parametersFor(recipe, prior),
			about: [`coil.${metal}.density`, 'coil.wire'],
			mixtureOf: mixturesFor(recipe),
			figuresAbout: () => (values) => [
				(values[`coil.${metal}.density`] * Math.PI * math.square(wire * values['coil.wire'])) / 4
			]
		};
	}
	if (of.kind === 'fly') return flyOf(of.recipe, prior);
	const recipe: Recipe =
		of.kind === 'beads'
			? { ...starterRecipe, bead: of.bead }
			: { ...starterRecipe, hook: of.hook, bead: null };
	const part = of.kind === 'beads' ? 'bead' : 'hook';
	const parameters = parametersFor(recipe, prior);
	return {
		parameters,
		about: parametersAbout(recipe, parameters).filter((name) => name.startsWith(part)),
		mixtureOf: mixturesFor(recipe),
		figuresAbout: () => (values) => [massAlone(recipe, part, values)]
	};
}

function flyOf(recipe: Recipe, prior: Distribution): Measurable {
	const parameters = parametersFor(recipe, prior);
	return {
		parameters,
		// How it lies in the water has no part in what the scale says.
		about: parametersAbout(recipe, parameters).filter(
			(name) => ofAll(name) && !/^(water|model)\./.test(name) && name !== 'dressing.drag'
		),
		mixtureOf: mixturesFor(recipe),
		// None for the very fly that was weighed.
		scatter: parameters['tied.mass'].spread,
		figuresAbout(centre) {
			const build = buildFly(recipe, centre);
			return (values, moved) => [massNear(build, values, moved)];
		}
	};
}

/** Relative step at which the speed of a fly like another counts as found (ours). */
const LIKE_ENOUGH = 1e-3;

/** What the watch says of a drop, s; the figure is Infinity where the fly floats. */
export function timeOf(
	drop: Omit<TimedDrop, 'kind' | 'key' | 'on' | 'seconds' | 'reaction'>,
	prior: Distribution
): Measurable {
	const { recipe, celsius, wet } = drop;
	const parameters = parametersFor(recipe, prior);
	const fluid = fluidAt(celsius);
	/** How much faster it sinks, fresh from the vise, than soaked. */
	const dryShare = (build: Build, values: ParameterValues, sink: Near) =>
		wet === 'fresh' && !sink.floats
			? settle(compileBuild(build, values, 'fresh').body, fluid, values).speed / sink.speed
			: 1;
	const timeAt = (
		{ mass, volume }: FlyBody,
		{ submergedWeight, speed }: Pick<Near, 'submergedWeight' | 'speed'>,
		dry: number,
		values: ParameterValues
	) => {
		const moving = mass + ADDED_MASS * fluid.density * volume;
		const time = dropTime(submergedWeight, speed * dry, moving, drop, fluid);
		return drop.gates ? time : time * values['watch.factor'];
	};
	return {
		parameters,
		about: [
			...parametersAbout(recipe, parameters).filter(
				(name) => ofAll(name) && !name.startsWith('water.')
			),
			// Gates have neither a thumb nor a jug whose depth is read off.
			...(drop.gates ? [] : (['watch.factor'] as const))
		],
		mixtureOf: mixturesFor(recipe),
		scatter: speedScatter(usualHand),
		figuresAbout(centre) {
			const build = buildFly(recipe, centre);
			const fly = compileBuild(build, centre);
			const sink = settle(fly.body, fluid, centre);
			const nearby = nearbyFlies(build, fly, sink, fluid);
			const dry = dryShare(build, centre, sink);
			return (values, moved) => {
				const near = nearby(values, moved === 'watch.factor' ? null : moved);
				return [timeAt(near.fly.body, near.sink, dry, values)];
			};
		},
		hangAt(values) {
			const build = buildFly(recipe, values);
			const sink = settle(compileBuild(build, values).body, fluid, values);
			return { sink, dry: dryShare(build, values, sink) };
		},
		figureLike(values, { sink, dry }) {
			const { body } = compileBuild(buildFly(recipe, values), values);
			return timeAt(body, settleNear(body, fluid, values, sink, LIKE_ENOUGH), dry, values);
		}
	};
}

/**
 * Seconds that a fly takes from rest at the surface: x = (v²/g′) ln cosh(g′t/v) for drag that goes with
 * the square of the speed, g′ its weight in water over the mass that moves. On a tippet it goes step by
 * step at the speed at which drag and the tippet's pull bear its weight. Between gates at full speed.
 *
 * @param weight in water, N
 * @param speed at which it sinks free, m/s
 * @param moving kg, with the water that moves along
 */
export function dropTime(
	weight: number,
	speed: number,
	moving: number,
	{ distance, tippet, gates }: Pick<TimedDrop, 'distance' | 'tippet' | 'gates'>,
	fluid: { readonly density: number; readonly viscosity: number }
): number {
	if (!(speed > 0)) return Infinity;
	const gain = weight / moving;
	const reach = (distance * gain) / (speed * speed);
	// acosh(eˣ), which overflows for large x.
	const free = gates
		? distance / speed
		: (speed / gain) * (reach + math.log1p(Math.sqrt(1 - math.exp(-2 * reach))));
	if (tippet === undefined) return free;
	const steps = 16;
	let time = 0;
	let now = speed;
	for (let k = 0; k < steps; k++) {
		const length = (distance * (k + 0.5)) / steps;
		for (let i = 0; i < 6; i++) {
			const pull = axialPull(now, length, tippet, fluid);
			const borne = Math.max(0.05, 1 - pull / weight);
			now = (now + speed * Math.sqrt(borne)) / 2;
		}
		time += distance / steps / now;
	}
	return time + (free - distance / speed);
}
