import { prior } from '../parameter/index';
import {
	beadMetals,
	beadShapes,
	bodyKinds,
	bodyShapes,
	coilMetals,
	coilPlaces,
	buildFly,
	compileBuild,
	eyeLies,
	flashPlaces,
	finishKinds,
	fullnesses,
	hackleKinds,
	hookStyles,
	legKinds,
	wingKinds,
	mediansFor,
	palmerWays,
	ribKinds,
	ribPitches,
	starterRecipe,
	tagKinds,
	tailKinds,
	thoraxKinds,
	underbodyKinds,
	backKinds,
	tailPartings,
	wingCaseKinds,
	type Recipe
} from '../fly/index';
import { drifting, predict, smoothDrift, worldRuns } from '../predict/index';
import { asUsual, landings, starterRig, ways, withCast, withWay, type Rig } from '../rig/index';
import { settle } from '../sink/index';
import { beds, fluidAt, type Lie } from '../water/index';
import { outingLikelihoodOf } from './outing-likelihood';
import { learn } from './learn';
import type { Observation, Sight } from './observation';

/**
 * What the model's version is derived from: the parameters before anything was found, and the answers to questions in
 * which every kind of part, water, line and finding has a say. Whoever changes a law or a constant changes one of
 * them; whoever only moves code changes none.
 */

const jig: Recipe = {
	hook: { style: 'jig60', size: 14, lengthX: 0, wireX: 1 },
	bead: { metal: 'tungsten', shape: 'slotted', diameter: 3.3e-3 },
	coil: { metal: 'lead', wire: 0.38e-3, turns: 6, second: 2 },
	dressing: { fullness: 'medium' },
	tail: { kind: 'feather', fibres: 8, length: 0.9 },
	rib: { kind: 'copper', wire: 0.1e-3, turns: 5, against: true },
	body: { kind: 'dubbingTight', shape: 'tapered', thickness: 0.12, length: 1 },
	thorax: { kind: 'dubbingLoose', thickness: 0.2 },
	hackle: { kind: 'softHackle', turns: 2, length: 0.6, lie: 'swept' }
};
const { hook, bead, coil, tail, rib, body, thorax, hackle } = jig as Required<Recipe>;
const of = <Kind>(kinds: readonly Kind[], change: (kind: Kind) => Partial<Recipe>): Recipe[] =>
	kinds.map((kind) => ({ ...jig, ...change(kind) }));

const builds: readonly Recipe[] = [
	starterRecipe,
	...of(hookStyles, (style) => ({ hook: { ...hook, style } })),
	...of(eyeLies, (eye) => ({ hook: { ...hook, eye, size: 10, lengthX: 1 } })),
	...of([true, false], (barbed) => ({ hook: { ...hook, barbed, size: 18, wireX: -1 } })),
	...of(beadShapes, (shape) => ({ bead: { ...bead!, shape } })),
	...of(beadMetals, (metal) => ({
		bead: { ...bead!, metal, shape: 'round', ...(metal === 'own' && { density: 9000 }) }
	})),
	...of([0, 90, 180], (slotTurn) => ({ bead: { ...bead!, slotTurn } })),
	...of(coilMetals, (metal) => ({ coil: { ...coil!, metal } })),
	...of(coilPlaces, (place) => ({ coil: { ...coil!, place }, bead: null })),
	...of(fullnesses, (fullness) => ({ ...starterRecipe, dressing: { fullness } })),
	...of([true, false], (dam) => ({
		thread: { denier: 70, baseLayers: 2, dam, headTurns: 12 }
	})),
	...of(tailKinds, (kind) => ({ tail: { ...tail!, kind, at: 0.9 } })),
	{ ...jig, tail: { ...tail!, kind: 'plume', under: 2 } },
	...of(flashPlaces, (place) => ({ flash: { kind: 'flash', strands: 6, length: 0.8, place } })),
	{ ...jig, flash: { kind: 'twistedFlash', strands: 3, length: 0.5, place: 'tail' } },
	...of(tagKinds, (kind) => ({ tag: { kind, length: 0.15, thickness: 0.08 } })),
	...of(tailPartings, (parted) => ({ tail: { kind: 'plume', fibres: 20, length: 0.8, parted } })),
	...of(backKinds, (kind) => ({ back: { kind, rib: 'under' } })),
	...of(palmerWays, (wound) => ({ palmer: { ...hackle!, turns: 6, length: 0.4, wound } })),
	...of(ribKinds, (kind) => ({ rib: { ...rib!, kind, length: 0.8 } })),
	...of(ribPitches, (pitch) => ({ rib: { ...rib!, pitch, turns: 9 } })),
	...of(underbodyKinds, (kind) => ({ underbody: { kind, thickness: 0.1, length: 0.7 } })),
	...of(bodyKinds, (kind) => ({ body: { ...body!, kind } })),
	...of(bodyShapes, (shape) => ({ body: { ...body!, shape } })),
	...of(thoraxKinds, (kind) => ({ thorax: { ...thorax!, kind } })),
	...of(wingCaseKinds, (kind) => ({ wingCase: { kind, length: 0.4 } })),
	...of(legKinds, (kind) => ({ legs: { kind, fibres: 8, length: 0.5 } })),
	...of(wingKinds, (kind) => ({ wings: { kind, fibres: 8, length: 0.6 } })),
	...of(legKinds, (kind) => ({ horns: { kind, length: 0.9 } })),
	...of(thoraxKinds, (kind) => ({
		rearThorax: { kind, thickness: 0.2, length: 0.3 },
		frontThorax: { kind: 'wool', thickness: 0.15, length: 0.4 }
	})),
	{ ...jig, secondRib: { ...rib!, kind: 'twistedWire', against: false } },
	{ ...jig, head: { kind: 'chenille', thickness: 0.2, length: 0.5 } },
	{ ...jig, collar: { ...hackle!, kind: 'fur' }, thirdCollar: { ...hackle!, kind: 'down' } },
	...of(hackleKinds, (kind) => ({ hackle: { ...hackle!, kind } })),
	...of(['propped', 'swept'] as const, (lie) => ({ collar: { ...hackle!, kind: 'fur', lie } })),
	...of(finishKinds, (kind) => ({ finish: { glue: 0, resin: 0, lacquer: 0, [kind]: 2 } })),
	{ ...jig, weighed: 0.45e-3 }
];

const waterOf = (bed: Lie['bed']): Lie => ({
	depth: 0.9,
	surfaceSpeed: 0.6,
	bed,
	zoneTop: 0.2,
	approach: 2.5,
	hold: 1.5
});
const standing: Lie = { ...waterOf('sand'), depth: 2.5, surfaceSpeed: 0 };
const waters: readonly Lie[] = [
	...beds.map(waterOf),
	{ ...waterOf('gravel'), timed: { over: 3, seconds: [4.9, 5.2, 5.1] } },
	...(['measured', 'judged', 'guessed'] as const).map((depthFrom) => ({
		...waterOf('gravel'),
		depthFrom
	})),
	standing
];

/** Figures of one fly at the medians, soaked and fresh, without their ranges. */
function settled(recipe: Recipe): unknown {
	const median = mediansFor(recipe, prior);
	const build = buildFly(recipe, median);
	return (['soaked', 'fresh'] as const).map((wet) => {
		const { body } = compileBuild(build, median, wet);
		return [body.mass, settle(body, fluidAt(9), median)];
	});
}

/** With their ranges, and which parameters these come from. */
function ranges(recipe: Recipe, lie: Lie): unknown {
	const found = predict(recipe, lie, 14);
	const { mass, speed, pitch, time, distance, massContributors, speedContributors } = found;
	return [mass, speed, pitch, time, distance, massContributors, speedContributors];
}

/** How the rod is held, one smooth drift and a few rough ones. */
function drifts(rig: Rig, lie: Lie): unknown {
	const ready = drifting({ recipe: jig, rig, lie, celsius: 9 });
	const rough = worldRuns(ready, [0, 4], Float32Array.of(0, 1, 2)).map(
		({ good, fault, time, inZone, onBed, hangUp, height, angle, tension, slip, above }) =>
			[good, fault, time, inZone, onBed, hangUp, height, angle, tension, slip, above] as const
	);
	return [ready.hand.found, smoothDrift(ready), rough];
}

const outing = { recipe: jig, lie: waterOf('cobble'), rig: asUsual(starterRig), celsius: 9 };

/** Two of the sights: each asks for hundreds of drifts. */
const SEEN: readonly Sight[] = ['touched', 'atDepth'];

function taught(): unknown {
	const noted = { on: '2026-05-01' };
	const scale = { count: 10, step: 1e-5 };
	const drop = { recipe: jig, celsius: 12, distance: 1, seconds: [2.4, 2.6, 2.5], reaction: 0.15 };
	const found: Observation[] = [
		{
			kind: 'weighing',
			key: 'a',
			...noted,
			...scale,
			mass: 2.9e-3,
			of: { kind: 'beads', bead: bead! }
		},
		{ kind: 'weighing', key: 'b', ...noted, ...scale, mass: 0.4e-3, of: { kind: 'hooks', hook } },
		{
			kind: 'weighing',
			key: 'c',
			...noted,
			count: 1,
			step: 1e-5,
			mass: 0.2e-3,
			of: { kind: 'wire', coil: coil!, length: 0.15 }
		},
		{
			kind: 'weighing',
			key: 'd',
			...noted,
			count: 1,
			step: 1e-5,
			mass: 0.5e-3,
			of: { kind: 'fly', recipe: jig }
		},
		{ kind: 'drop', key: 'e', ...noted, ...drop, wet: 'soaked', tippet: 0.127e-3 },
		{ kind: 'drop', key: 'f', ...noted, ...drop, wet: 'fresh', gates: true }
	];
	const seen = SEEN.map((saw): Observation => ({
		kind: 'outing',
		key: saw,
		...noted,
		...outing,
		saw,
		fit: outingLikelihoodOf({ ...outing, saw })
	}));
	return [seen.map((one) => one.kind === 'outing' && one.fit), learn([...found, ...seen])];
}

/** Every question's answer, by its name. */
export const panel = (): Readonly<Record<string, unknown>> => ({
	parameters: prior,
	builds: builds.map(settled),
	ranges: waters.flatMap((lie) => [starterRecipe, jig].map((recipe) => ranges(recipe, lie))),
	drifts: ways.map((way) =>
		drifts(withWay(starterRig, way), way === 'still water' ? standing : waterOf('gravel'))
	),
	landings: landings.map((landing) =>
		drifts(
			{ ...starterRig, landing, set: { ...starterRig.set, line: true, landing: true } },
			waterOf('cobble')
		)
	),
	// On a float there are its own drag and lift, too.
	casts: [0, 0.15].flatMap((dropper) =>
		(['tight line', 'float'] as const).map((way) =>
			drifts(
				withCast(withWay(starterRig, way), [
					{ name: 'upper', recipe: starterRecipe, above: 0.5, dropper }
				]),
				waterOf('gravel')
			)
		)
	),
	taught: taught()
});

/** Versions have at most six digits, as they always had in files. */
const VERSIONS = 1e6;

/** A number that changes with any of the answers (FNV-1a, 32 bits, of their JSON). */
export function versionOf(answers: unknown): number {
	let hash = 0x811c9dc5;
	// The version itself is in what an outing says.
	const words = JSON.stringify(answers, (key, value: unknown) => (key === 'model' ? 0 : value));
	for (let i = 0; i < words.length; i++) {
		hash = Math.imul(hash ^ words.charCodeAt(i), 0x01000193) >>> 0;
	}
	return hash % VERSIONS;
}
