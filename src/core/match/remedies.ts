import type { Distribution } from '../parameter/index';
import type { Fault } from '../drift/index';
import { buildFly, fitOf, mediansFor, type Recipe } from '../fly/index';
import {
	aboveField,
	approachField,
	carriesField,
	floatField,
	leadField,
	lineDiameterField,
	tipHeightField
} from '../quantity/index';
import { asUsual, openControls, wayTable, withCast, withWay, type Rig } from '../rig/index';
import { approachOf, fluidAt, type Lie } from '../water/index';
import { evaluate } from './evaluate';
import type { Shelf } from './shelf';
import { stepsFrom } from './steps';

/** What a remedy may change: the fly, the rig or where the fly is landed. */
export interface Changeable {
	readonly recipe: Recipe;
	readonly rig: Rig;
	readonly lie: Lie;
}

/** One change, in a few words; `at` says where it is made. */
export interface Remedy {
	readonly words: string;
	readonly at: 'vise' | 'rod';
	readonly change: Partial<Changeable>;
	/** Which of the flies above changes places with the one on the point, where that is what it is. */
	readonly swaps?: number;
}

/** What to try against a fault, in the order in which it costs the person least. */
export const remediesFor: Readonly<Record<Fault, readonly RemedyName[]>> = {
	short: ['find the hand', 'shorter tip', 'another way'],
	unsolved: ['find the hand', 'another way'],
	under: [
		'one fly less',
		'lighter bead',
		'larger float',
		'more buoyant dry',
		'less wire',
		'another way'
	],
	never: [
		'find the hand',
		'slack cast',
		'slower lead',
		'heavier to the point',
		'upper fly higher',
		'one fly less',
		'heavier bead',
		'more wire',
		'thinner tippet',
		'more room',
		'plunged cast',
		'less dressing',
		'another way'
	],
	late: [
		'find the hand',
		'slack cast',
		'slower lead',
		'heavier to the point',
		'upper fly higher',
		'one fly less',
		'heavier bead',
		'more wire',
		'more room',
		'thinner tippet',
		'plunged cast',
		'less dressing',
		'another way'
	],
	hung: [
		'find the hand',
		'lighter to the point',
		'lighter bead',
		'less wire',
		'feel the bed',
		'another way'
	],
	bed: [
		'find the hand',
		'lighter to the point',
		'lighter bead',
		'less wire',
		'feel the bed',
		'another way'
	],
	lifted: [
		'find the hand',
		'slower lead',
		'upper fly higher',
		'one fly less',
		'heavier bead',
		'more wire',
		'feel the bed',
		'thinner tippet',
		'another way'
	]
};

/** A thinner tippet than this is not fished (our choice, about 8X); one X step, m. */
const THINNEST = 0.07e-3;
const X_STEP = 0.0254e-3;
/** Leads below this are held back more than led, as a share of the surface speed (our choice). */
const SLOWEST_LEAD = 0.4;
/** Steps of the room to land the fly, m, and of a float, m; how much more a larger dry fly carries (our choice). */
const MORE_ROOM = [0.5, 1.5] as const;
const LARGER = [2e-3, 5e-3] as const;
const MORE_BUOYANT = [1.4, 2] as const;
/** A lower tip, m (our choice). */
const LOW_TIP = 1;
/** A fly above is moved up by so much, m (our choice). */
const HIGHER = 0.25;
/** At which flies are told heavier from lighter, °C. */
const USUAL_CELSIUS = 10;
/** Water that is slower than this is fished as still water, m/s (our choice). */
const STILL = 0.08;

/** What a remedy is worked out from. */
interface Case extends Changeable {
	readonly shelf: Shelf;
	readonly distribution: Distribution;
	/** Whether something floats on the line. */
	readonly floats: boolean;
	/** The rig with whatever is not set as it usually is. */
	readonly usual: Rig;
}

const onTheRod = (words: string, rig: Rig): Remedy => ({ words, at: 'rod', change: { rig } });

/** A control that is set, where else the hand would be found. */
const set = ({ rig }: Case, control: keyof Rig['set']) => ({
	set: { ...rig.set, [control]: true }
});

/** Every remedy: its steps, the smallest first; none where it makes no sense. */
const remedyTable = {
	'find the hand': (its) => {
		const { found } = wayTable[its.rig.way];
		if (found.length <= openControls(its.rig).length) return [];
		const open = Object.fromEntries(found.map((control) => [control, false]));
		return [onTheRod('the hand found, not set', { ...its.rig, set: { ...its.rig.set, ...open } })];
	},
	'shorter tip': ({ rig }) =>
		'tipHeight' in rig && rig.tipHeight > LOW_TIP
			? [
					onTheRod(`the tip ${tipHeightField.show(LOW_TIP)} over the water`, {
						...rig,
						tipHeight: LOW_TIP
					})
				]
			: [],
	'thinner tippet': (its) =>
		[1, 2].flatMap((steps) => {
			const { tippet } = its.rig;
			const diameter = tippet.diameter - steps * X_STEP;
			if (diameter < THINNEST) return [];
			const words = `a tippet of ${lineDiameterField.show(diameter)}`;
			return [onTheRod(words, { ...its.rig, tippet: { ...tippet, diameter } })];
		}),
	'slack cast': (its) =>
		its.usual.landing === 'straight' && !its.floats
			? [onTheRod('a cast with slack', { ...its.rig, landing: 'slack', ...set(its, 'landing') })]
			: [],
	'plunged cast': (its) =>
		its.usual.landing !== 'plunged' && !its.floats
			? [
					onTheRod('a cast that drives the fly in', {
						...its.rig,
						landing: 'plunged',
						...set(its, 'landing')
					})
				]
			: [],
	'slower lead': (its) => {
		const { rig, usual } = its;
		if (!('lead' in rig && 'lead' in usual)) return [];
		return [0.1, 0.2].flatMap((less) => {
			const lead = Math.round(20 * (usual.lead - less)) / 20;
			const words = `the tip led at ${leadField.show(lead)} of the surface`;
			return lead >= SLOWEST_LEAD ? [onTheRod(words, { ...rig, lead, ...set(its, 'lead') })] : [];
		});
	},
	'more room': ({ lie, rig }) =>
		lie.surfaceSpeed < STILL || wayTable[rig.way].asks === 'depth'
			? []
			: MORE_ROOM.map((more) => {
					const approach = Math.round(20 * (approachOf(lie) + more)) / 20;
					return {
						words: `landed ${approachField.show(approach)} above`,
						at: 'rod',
						change: { lie: { ...lie, approach } }
					};
				}),
	'feel the bed': ({ rig }) =>
		'feelsBed' in rig && !rig.feelsBed
			? [onTheRod('line in at each touch of the bed', { ...rig, feelsBed: true })]
			: [],
	'larger float': ({ rig }) =>
		'float' in rig
			? LARGER.map((more) => {
					const float = rig.float + more;
					return onTheRod(`a float of ${floatField.show(float)}`, { ...rig, float });
				})
			: [],
	'more buoyant dry': ({ rig }) =>
		'carries' in rig
			? MORE_BUOYANT.map((times) => {
					const carries = rig.carries * times;
					return onTheRod(`a dry fly that carries ${carriesField.show(carries)}`, {
						...rig,
						carries
					});
				})
			: [],
	'another way': (its) => {
		const { rig, lie, floats } = its;
		const other = lie.surfaceSpeed < STILL ? 'still water' : floats ? 'tight line' : 'float';
		const words = {
			'still water': 'counted down',
			'tight line': 'on a tight line',
			float: 'under a float'
		};
		if (other === rig.way) return [];
		const changed = withWay(rig, other);
		return [
			onTheRod(
				words[other],
				'lead' in changed ? { ...changed, tipHeight: Math.max(1, changed.tipHeight) } : changed
			)
		];
	},
	'heavier to the point': (its) => swapped(its, (its, point) => its > point),
	'lighter to the point': (its) => swapped(its, (its, point) => its < point),
	'upper fly higher': ({ rig }) =>
		(rig.cast ?? []).flatMap((one, k, cast) => {
			const above = Math.round(20 * (one.above + HIGHER)) / 20;
			if (above > aboveField.possible[1] || above >= (cast[k + 1]?.above ?? Infinity)) return [];
			const words = `${one.name} ${aboveField.show(above)} above the point`;
			return [onTheRod(words, withCast(rig, cast.with(k, { ...one, above })))];
		}),
	'one fly less': ({ rig }) =>
		(rig.cast ?? []).map(({ name }, k, cast) =>
			onTheRod(`without ${name} above`, withCast(rig, cast.toSpliced(k, 1)))
		),
	'heavier bead': atTheVise('bead-up', 'bead-tungsten'),
	'lighter bead': atTheVise('bead-down', 'bead-brass', 'bead-off'),
	'more wire': atTheVise('turns3', 'coil-lead', 'coil-leadFree'),
	'less wire': atTheVise('turns-3', 'coil-off'),
	'less dressing': atTheVise('hackle-less', 'sparser')
} as const satisfies Readonly<Record<string, (its: Case) => readonly Remedy[]>>;

type RemedyName = keyof typeof remedyTable;

/** The steps of a remedy, the smallest first; none where it makes no sense. */
export function remediesNamed(
	name: RemedyName,
	{ recipe, rig, lie }: Changeable,
	shelf: Shelf,
	distribution: Distribution
): readonly Remedy[] {
	const floats = wayTable[rig.way].floats !== null;
	return remedyTable[name]({ recipe, rig, lie, shelf, distribution, floats, usual: asUsual(rig) });
}

/** A fly above and the one on the point change places. @param better of two weights in water, N */
function swapped(
	{ recipe, rig, distribution }: Case,
	better: (its: number, point: number) => boolean
): Remedy[] {
	const weightOf = (one: Recipe) => evaluate(one, fluidAt(USUAL_CELSIUS), distribution).weight;
	const cast = rig.cast ?? [];
	return cast.flatMap((one, k) => {
		if (!better(weightOf(one.recipe), weightOf(recipe))) return [];
		const above = cast.with(k, { ...one, name: 'the other', recipe });
		const change = { recipe: one.recipe, rig: withCast(rig, above) };
		return [{ words: `${one.name} on the point`, at: 'rod' as const, change, swaps: k }];
	});
}

/** A step of the Bench, by its key, where it can be tied. */
function atTheVise(...keys: readonly string[]) {
	return ({ recipe, shelf, distribution }: Case): Remedy[] => {
		const steps = stepsFrom(buildFly(recipe, mediansFor(recipe, distribution)), shelf);
		return keys.flatMap((key) => {
			const step = steps.find((one) => one.key === key);
			if (!step) return [];
			const values = mediansFor(step.recipe, distribution);
			const notes = fitOf(buildFly(step.recipe, values), values);
			if (notes.some(({ severity }) => severity === 'stop')) return [];
			return [{ words: step.words, at: 'vise' as const, change: { recipe: step.recipe } }];
		});
	};
}
