import { hookStyleTable } from './hook-styles';
import { coilWireField, massField, shown, showXStep } from '../quantity/index';
import type { Recipe } from './recipe';
import type { DressingPart } from './usual';
import {
	beadMetalWords,
	coilMetalWords,
	coilPlaceWords,
	dressingWords,
	eyeWords,
	partWords
} from './words';

/** What a history says of a recipe. Apart from the words of its parts, since a page seldom needs it. */

const length = (metres: number) => shown.small.words(metres, 2);

/** A change between two recipes: the paths that differ, and the change in words. */
export interface RecipeChange {
	readonly paths: readonly string[];
	readonly words: string;
}

const yes = (value: boolean | undefined) => (value ? 'yes' : 'no');
const some = (value: number | undefined) => (value === undefined ? 'nominal' : length(value));
const inGrams = (mass: number | undefined) =>
	mass === undefined ? 'not weighed' : massField.show(mass);

const gramsPerCc = (density: number) => `${Number((density / 1000).toFixed(2))} g/cm³`;

const metalFields: readonly (readonly [string, (recipe: Recipe) => string])[] = [
	['hook style', (r) => hookStyleTable[r.hook.style].words],
	['hook size', (r) => String(r.hook.size)],
	['hook length', (r) => showXStep(r.hook.lengthX, 'length')],
	['hook wire', (r) => showXStep(r.hook.wireX, 'wire')],
	['barb', (r) => yes(r.hook.barbed)],
	['eye ring', (r) => (r.hook.eye ? eyeWords[r.hook.eye] : 'usual')],
	['measured wire', (r) => some(r.hook.measured?.wire)],
	['measured shank', (r) => some(r.hook.measured?.shank)],
	['measured gape', (r) => some(r.hook.measured?.gape)],
	['hook weighed', (r) => inGrams(r.hook.measured?.mass)],
	['bead', (r) => (r.bead ? shown.small.trimmed(r.bead.diameter, 2) : 'none')],
	['bead metal', (r) => (r.bead ? beadMetalWords[r.bead.metal] : '')],
	['bead shape', (r) => r.bead?.shape ?? ''],
	['bead density', (r) => (r.bead?.density === undefined ? '' : gramsPerCc(r.bead.density))],
	['slot turn', (r) => (r.bead ? `${Math.round(r.bead.slotTurn ?? 0)}°` : '')],
	['bore', (r) => (r.bead ? some(r.bead.bore) : '')],
	['recess', (r) => (r.bead ? some(r.bead.recess) : '')],
	['slot', (r) => (r.bead ? some(r.bead.slot) : '')],
	['beads weighed', (r) => (r.bead ? inGrams(r.bead.weighed) : '')],
	['turns', (r) => (r.coil ? String(r.coil.turns) : 'none')],
	['coil metal', (r) => (r.coil ? coilMetalWords[r.coil.metal] : '')],
	['coil wire', (r) => (r.coil ? coilWireField.show(r.coil.wire) : '')],
	['coil place', (r) => (r.coil ? coilPlaceWords[r.coil.place ?? 'forward'] : '')],
	['second layer', (r) => (r.coil ? String(r.coil.second ?? 0) : '')],
	['coil wire measured', (r) => (r.coil ? yes(r.coil.measured) : '')],
	['dressing', (r) => r.dressing.fullness],
	['weighing', (r) => inGrams(r.weighed)]
];

const dressingFields = (Object.keys(dressingWords) as DressingPart[]).map(
	(part): readonly [string, (recipe: Recipe) => string] => [
		partWords[part],
		(recipe) => {
			const choice = recipe[part];
			if (choice === undefined) return 'usual';
			return choice === null ? 'none' : dressingWords[part](choice as never);
		}
	]
);

const share = (value: number | undefined, of: string) =>
	value === undefined ? '' : `${Number(value.toFixed(3))} ${of}`;
/** Amounts that a part's few words leave out. */
const amountFields: readonly (readonly [string, (recipe: Recipe) => string])[] = [
	['base layers', (r) => String(r.thread?.baseLayers ?? '')],
	['head turns', (r) => String(r.thread?.headTurns ?? '')],
	['rib wound', (r) => (r.rib ? (r.rib.against ? 'against the body' : 'with it') : '')],
	[
		'second rib wound',
		(r) => (r.secondRib ? (r.secondRib.against ? 'against the body' : 'with it') : '')
	],
	[
		'second rib covers',
		(r) => (r.secondRib ? share(r.secondRib.length, 'of the room') || 'the body' : '')
	],
	['rib covers', (r) => (r.rib ? share(r.rib.length, 'of the room') || 'the body' : '')],
	['underbody thickness', (r) => share(r.underbody?.thickness, 'gape')],
	[
		'underbody covers',
		(r) => (r.underbody ? share(r.underbody.length, 'of the room') || 'all the room' : '')
	],
	['body thickness', (r) => share(r.body?.thickness, 'gape')],
	['body length', (r) => share(r.body?.length, 'of the room')],
	['tag thickness', (r) => share(r.tag?.thickness, 'gape')],
	['palmer length', (r) => share(r.palmer?.length, 'shank')],
	['rear thorax thickness', (r) => share(r.rearThorax?.thickness, 'gape')],
	['rear thorax length', (r) => share(r.rearThorax?.length, 'of the thorax')],
	['front thorax thickness', (r) => share(r.frontThorax?.thickness, 'gape')],
	['front thorax length', (r) => share(r.frontThorax?.length, 'of the thorax')],
	['wound head thickness', (r) => share(r.head?.thickness, 'gape')],
	['wound head length', (r) => share(r.head?.length, 'of the gap')],
	['thorax thickness', (r) => share(r.thorax?.thickness, 'gape')],
	['wing case length', (r) => share(r.wingCase?.length, 'shank')],
	['leg length', (r) => share(r.legs?.length, 'shank')],
	['hackle length', (r) => share(r.hackle?.length, 'shank')],
	['third collar length', (r) => share(r.thirdCollar?.length, 'shank')],
	['collar length', (r) => share(r.collar?.length, 'shank')],
	['gap', (r) => (r.finish ? share(r.finish.gap, 'eye openings') || 'usual' : '')]
];

const fields = [...metalFields, ...dressingFields, ...amountFields];

/** What changed from one recipe to the next, as an undo list or a history says it: "bead 2.8 to 3.2". */
export function recipeChange(before: Recipe, after: Recipe): RecipeChange {
	const paths: string[] = [];
	const words: string[] = [];
	for (const [name, show] of fields) {
		const from = show(before);
		const to = show(after);
		if (from === to) continue;
		paths.push(name);
		if (from !== '' && to !== '') words.push(`${name} ${from} to ${to}`);
	}
	return { paths, words: words.join(', ') };
}
