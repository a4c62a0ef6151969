import type { Beliefs } from '../belief/index';
import type { Fault } from '../drift/index';
import { buildFly, fitOf, mediansFor, type Recipe } from '../fly/index';
import {
	approachField,
	floatField,
	leadField,
	lineDiameterField,
	tipHeightField
} from '../quantity/index';
import { asUsual, openControls, wayTable, type Rig } from '../rig/index';
import { approachOf, type Lie } from '../water/index';
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
}

type RemedyName =
	| 'find the hand'
	| 'shorter tip'
	| 'thinner tippet'
	| 'slack cast'
	| 'plunged cast'
	| 'slower lead'
	| 'more room'
	| 'feel the bed'
	| 'larger float'
	| 'more buoyant dry'
	| 'another way'
	| 'heavier bead'
	| 'lighter bead'
	| 'more wire'
	| 'less wire'
	| 'less dressing';

/** What to try against a fault, in the order in which it costs the person least. */
export const remediesFor: Readonly<Record<Fault, readonly RemedyName[]>> = {
	short: ['find the hand', 'shorter tip', 'another way'],
	unsolved: ['find the hand', 'another way'],
	under: ['lighter bead', 'larger float', 'more buoyant dry', 'less wire', 'another way'],
	never: [
		...(['find the hand', 'slack cast', 'slower lead', 'heavier bead', 'more wire'] as const),
		...(['thinner tippet', 'more room', 'plunged cast', 'less dressing', 'another way'] as const)
	],
	late: [
		...(['find the hand', 'slack cast', 'slower lead', 'heavier bead', 'more wire'] as const),
		...(['more room', 'thinner tippet', 'plunged cast', 'less dressing', 'another way'] as const)
	],
	hung: ['find the hand', 'lighter bead', 'less wire', 'feel the bed', 'another way'],
	bed: ['find the hand', 'lighter bead', 'less wire', 'feel the bed', 'another way'],
	lifted: [
		...(['find the hand', 'slower lead', 'heavier bead', 'more wire', 'feel the bed'] as const),
		...(['thinner tippet', 'another way'] as const)
	]
};

/** A thinner tippet than this is not fished (our choice, about 8X); one X step, m. */
const THINNEST = 0.07e-3;
const X_STEP = 0.0254e-3;
/** Leads below this are held back more than led, as a share of the surface speed (our choice). */
const SLOWEST_LEAD = 0.4;
/** Steps of the room to land the fly, m, and of a float, m; how much more a larger dry fly carries. */
const MORE_ROOM = [0.5, 1.5] as const;
const LARGER = [2e-3, 5e-3] as const;
const MORE_BUOYANT = [1.4, 2] as const;
/** A lower tip, m. */
const LOW_TIP = 1;
/** Water that is slower than this is fished as still water, m/s. */
const STILL = 0.08;

/** The steps of a remedy, the smallest first; none where it makes no sense. */
export function remediesNamed(
	name: RemedyName,
	{ recipe, rig, lie }: Changeable,
	shelf: Shelf,
	believed: Beliefs
): Remedy[] {
	const withRig = (words: string, change: Partial<Rig>): Remedy => ({
		words,
		at: 'rod',
		change: { rig: { ...rig, ...change } }
	});
	const { tippet, set } = rig;
	const way = wayTable[rig.way];
	const floats = way.floats !== null;
	const usual = asUsual(rig);
	switch (name) {
		case 'find the hand': {
			const held = way.found.length > openControls(rig).length;
			const found = Object.fromEntries(way.found.map((control) => [control, false]));
			return held ? [withRig('the hand found, not set', { set: { ...set, ...found } })] : [];
		}
		case 'shorter tip':
			return rig.tipHeight > LOW_TIP && !floats
				? [
						withRig(`the tip ${tipHeightField.show(LOW_TIP)} over the water`, {
							tipHeight: LOW_TIP
						})
					]
				: [];
		case 'thinner tippet':
			return [1, 2].flatMap((steps) => {
				const diameter = tippet.diameter - steps * X_STEP;
				if (diameter < THINNEST) return [];
				const words = `a tippet of ${lineDiameterField.show(diameter)}`;
				return [withRig(words, { tippet: { ...tippet, diameter } })];
			});
		case 'slack cast':
			return usual.landing === 'straight' && !floats
				? [withRig('a cast with slack', { landing: 'slack', set: { ...set, landing: true } })]
				: [];
		case 'plunged cast':
			return usual.landing !== 'plunged' && !floats
				? [
						withRig('a cast that drives the fly in', {
							landing: 'plunged',
							set: { ...set, landing: true }
						})
					]
				: [];
		case 'slower lead': {
			if (!way.led) return [];
			return [0.1, 0.2].flatMap((less) => {
				const lead = Math.round(20 * (usual.lead - less)) / 20;
				const words = `the tip led at ${leadField.show(lead)} of the surface`;
				return lead >= SLOWEST_LEAD ? [withRig(words, { lead, set: { ...set, lead: true } })] : [];
			});
		}
		case 'more room':
			if (lie.surfaceSpeed < STILL || way.asks === 'depth') return [];
			return MORE_ROOM.map((more) => {
				const approach = Math.round(20 * (approachOf(lie) + more)) / 20;
				return {
					words: `landed ${approachField.show(approach)} above`,
					at: 'rod' as const,
					change: { lie: { ...lie, approach } }
				};
			});
		case 'feel the bed':
			return way.led && !rig.feelsBed
				? [withRig('line in at each touch of the bed', { feelsBed: true })]
				: [];
		case 'larger float':
			if (way.floats?.part !== 'float') return [];
			return LARGER.map((more) =>
				withRig(`a float of ${floatField.show(rig.float + more)}`, { float: rig.float + more })
			);
		case 'more buoyant dry':
			if (way.floats?.part !== 'carries') return [];
			return MORE_BUOYANT.map((times) =>
				withRig(`a dry fly that carries ${(rig.carries * times * 1e3).toFixed(2)} g`, {
					carries: rig.carries * times
				})
			);
		case 'another way': {
			const other = lie.surfaceSpeed < STILL ? 'still water' : floats ? 'tight line' : 'float';
			const words = {
				'still water': 'counted down',
				'tight line': 'on a tight line',
				float: 'under a float'
			};
			if (other === rig.way) return [];
			return [
				withRig(words[other], {
					way: other,
					tipHeight: wayTable[other].led ? Math.max(1, rig.tipHeight) : rig.tipHeight
				})
			];
		}
		case 'heavier bead':
		case 'lighter bead':
		case 'more wire':
		case 'less wire':
		case 'less dressing':
			return atTheVise(name, recipe, shelf, believed);
	}
}

const stepKeys: Readonly<
	Record<
		'heavier bead' | 'lighter bead' | 'more wire' | 'less wire' | 'less dressing',
		readonly string[]
	>
> = {
	'heavier bead': ['bead-up', 'bead-tungsten'],
	'lighter bead': ['bead-down', 'bead-brass', 'bead-off'],
	'more wire': ['turns3', 'coil-lead', 'coil-leadFree'],
	'less wire': ['turns-3', 'coil-off'],
	'less dressing': ['hackle-less', 'sparser']
};

function atTheVise(
	name: keyof typeof stepKeys,
	recipe: Recipe,
	shelf: Shelf,
	believed: Beliefs
): Remedy[] {
	const steps = stepsFrom(buildFly(recipe, mediansFor(recipe, believed)), shelf);
	return stepKeys[name].flatMap((key) => {
		const step = steps.find((one) => one.key === key);
		if (!step) return [];
		const values = mediansFor(step.recipe, believed);
		const notes = fitOf(buildFly(step.recipe, values), values);
		if (notes.some(({ severity }) => severity === 'stop')) return [];
		return [{ words: step.words, at: 'vise' as const, change: { recipe: step.recipe } }];
	});
}
