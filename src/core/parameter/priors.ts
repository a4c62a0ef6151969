import { materials } from '../material/index';

/**
 * How far a parameter reaches. `kind`: everything made of that stuff; `model`: every prediction; `fly`: one fly
 * against the mean of all that are tied to its recipe; `water`: one lie as the person judged it; `rig`: the
 * hand that fishes; `tool`: what a watch or a scale says.
 */
export type Scope = 'kind' | 'model' | 'fly' | 'water' | 'rig' | 'tool';

/**
 * An uncertain positive parameter: log-normal, given by its median and the standard deviation of
 * its logarithm. `spreadBelow` replaces the spread on the low side where the tail is heavier there; both are
 * then those of the ends of the central 90 % (`logarithmAt`).
 */
export interface Parameter {
	readonly scope: Scope;
	readonly median: number;
	readonly spread: number;
	readonly spreadBelow?: number;
	/** What it is, in a tier's words. */
	readonly about: string;
	readonly source: string;
}

const estimate = 'our estimate, until it has been measured';

/** What is believed before anything was weighed or timed. Factors are without unit. */
export const priors = {
	'bead.tungsten.density': {
		scope: 'kind',
		median: materials.tungsten.density,
		spread: 0.03,
		spreadBelow: 0.08,
		about: 'density of tungsten beads, kg/m³',
		source: `${materials.tungsten.source}; a heavy low tail for alloys below the claim`
	},
	'bead.brass.density': {
		scope: 'kind',
		median: materials.brass.density,
		spread: 0.01,
		about: 'density of brass beads, kg/m³',
		source: materials.brass.source
	},
	'bead.steel.density': {
		scope: 'kind',
		median: materials.steel.density,
		spread: 0.01,
		about: 'density of steel beads, kg/m³',
		source: materials.steel.source
	},
	'bead.glass.density': {
		scope: 'kind',
		median: materials.glass.density,
		spread: 0.03,
		about: 'density of glass beads, kg/m³',
		source: materials.glass.source
	},
	'bead.own.density': parameter(
		'kind',
		1,
		0.03,
		'density of an own bead against what was said of it'
	),
	'bead.diameter': parameter('kind', 1, 0.012, 'bead diameter against its trade size'),
	'bead.bore': parameter('kind', 1, 0.1, 'bore of the bead against 0.32 of its diameter'),
	'bead.recess': parameter('kind', 1, 0.1, 'width of the recess against 0.57 of the bead'),
	'bead.recessDepth': parameter(
		'kind',
		1,
		0.1,
		'depth of the recess, from its rim, against 0.45 of the bead'
	),
	'bead.slot': parameter('kind', 1, 0.1, 'width of the slot against 0.36 of the bead'),
	'coil.lead.density': {
		scope: 'kind',
		median: materials.lead.density,
		spread: 0.005,
		about: 'density of lead wire, kg/m³',
		source: materials.lead.source
	},
	'coil.leadFree.density': {
		scope: 'kind',
		median: materials.leadFree.density,
		spread: 0.05,
		about: 'density of lead-free wire, kg/m³',
		source: materials.leadFree.source
	},
	'coil.copper.density': {
		scope: 'kind',
		median: materials.copper.density,
		spread: 0.003,
		about: 'density of copper wire, kg/m³',
		source: materials.copper.source
	},
	'coil.wire': parameter('kind', 1, 0.02, 'coil wire diameter against its trade size'),
	'hook.wire': parameter('kind', 1, 0.1, 'hook wire against the nominal table'),
	'hook.shank': parameter('kind', 1, 0.1, 'shank length against the nominal table'),
	'hook.gape': parameter('kind', 1, 0.1, 'gape against the nominal table'),
	'thread.mass': parameter('kind', 1, 0.25, 'thread wound, against the turns that were said'),
	'rib.mass': parameter('kind', 1, 0.1, 'mass of the rib'),
	'finish.mass': parameter('kind', 1, 0.6, 'what dries of a drop of glue, resin or lacquer'),
	'dressing.mass': parameter('kind', 1, 0.35, 'mass of fur, feather and fibre'),
	'dressing.girth': parameter('kind', 1, 0.12, 'thickness of the dressed body'),
	'dressing.drag': parameter('kind', 0.5, 0.5, 'drag of the hackle and fur, sheltering included'),
	// What a weighing says; the recipe that carries one sets the spread.
	'bead.weighed': parameter('kind', 1, 0, 'mass of the beads against their weighing'),
	'hook.weighed': parameter('kind', 1, 0, 'mass of the hooks against their weighing'),
	'fly.weighed': parameter('kind', 1, 0, 'mass of the fly against its weighing'),
	'model.beadWake': {
		scope: 'model',
		median: 0.85,
		spread: 0.18,
		about: 'share of a bare bead’s drag that is left when a body fills its wake',
		source: 'prior 0.85 ± 0.15'
	},
	'model.crossFlow': parameter('model', 1, 0.08, 'drag of wire and body across the flow'),
	'model.friction': {
		scope: 'model',
		median: 1,
		spread: 0.18,
		about: 'friction along wire, body and fibres',
		source: 'Churchill & Bernstein (1977) by analogy; Taylor (1952) gives a third more'
	},
	'model.blunt': parameter('model', 1, 0.35, 'form drag on the shoulder and the blunt end'),
	'model.munk': parameter(
		'model',
		0.5,
		0.6,
		'share of ideal flow’s turning moment that the dressed body keeps'
	),
	'water.depth': parameter('water', 1, 0.08, 'depth of the lie as judged from the bank'),
	'water.speed': parameter('water', 1, 0.1, 'surface speed as judged from the bank'),
	'rig.lead': parameter('rig', 1, 0.1, 'speed at which the rod tip is led'),
	'rig.reach': parameter('rig', 1, 0.04, 'how straight the line lands'),
	'water.roughness': parameter('water', 1, 0.5, 'roughness of the bed against its class'),
	// Metres, and not a share: the line is off by the logarithm of the factor.
	'rig.hand': parameter(
		'rig',
		1,
		0.04,
		'e to the metres by which the hand misses the line that it means'
	),
	// One fly differs from the next by what hand and pieces differ; no entry teaches where the next one lies.
	'tied.mass': parameter('fly', 1, 0.03, 'mass of one fly against the mean of its recipe'),
	'tied.drag': parameter('fly', 1, 0.06, 'drag of one fly against the mean of its recipe'),
	// Shared by all entries, or 500 drops would claim more than a watch can know.
	'scale.factor': parameter('tool', 1, 0.01, 'what the scale says against the truth'),
	'watch.factor': parameter('tool', 1, 0.05, 'what watch, jug and thumb say of a drop’s time'),
	// Last, so that worlds are drawn as they were before of all the others.
	'hook.eye': parameter('kind', 0.25, 0.7, 'how far the eye’s ring of a jig lies across its plane'),
	'model.eyeShelter': parameter(
		'model',
		0.7,
		0.3,
		'drag that eye and neck keep right before a bead or behind it'
	),
	'model.ringShelter': parameter(
		'model',
		0.6,
		0.3,
		'drag that the far side of the eye’s ring keeps'
	),
	'model.bendShelter': parameter(
		'model',
		0.7,
		0.3,
		'drag that the bend keeps behind body and hackle'
	)
} as const satisfies Record<string, Parameter>;

export type ParameterName = keyof typeof priors;

function parameter(scope: Scope, median: number, spread: number, about: string) {
	return { scope, median, spread, about, source: estimate } as const;
}
