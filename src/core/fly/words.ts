import { beadShapeTable } from './bead/index';
import { coilPlaceTable } from './coil-places';
import { hookStyleTable } from './hook-styles';
import { beadDiameterField, coilWireField, massField, shown, showXStep } from '../quantity/index';
import type { PartName } from './parts';
import {
	bodyTable,
	flashTable,
	hackleTable,
	legTable,
	ribTable,
	tailTable,
	underbodyTable,
	wingCaseTable,
	wingTable,
	type BodyKind
} from './stuffs/index';
import type {
	BackLie,
	BeadChoice,
	BeadMetal,
	BodyShape,
	CoilChoice,
	CoilMetal,
	EyeLie,
	FlashPlace,
	HackleChoice,
	PalmerWay,
	Recipe,
	RibChoice,
	RibPitch
} from './recipe';
import type { Dressing, DressingPart } from './usual';

/** The trade's words for the choices, as they stand on the screen. */
export const beadMetalWords: Readonly<Record<BeadMetal, string>> = {
	tungsten: 'tungsten',
	brass: 'brass',
	steel: 'steel',
	glass: 'glass',
	own: 'own metal'
};
export const coilMetalWords: Readonly<Record<CoilMetal, string>> = {
	lead: 'lead',
	leadFree: 'lead-free',
	copper: 'copper'
};
export const bodyShapeWords: Readonly<Record<BodyShape, string>> = {
	tapered: 'tapered',
	straight: 'straight',
	reversed: 'reversed'
};
/** The words of a table alone, for a choice among its kinds. */
const wordsIn = <Kind extends string>(table: Readonly<Record<Kind, { readonly words: string }>>) =>
	Object.fromEntries(
		Object.entries<{ readonly words: string }>(table).map(([kind, { words }]) => [kind, words])
	) as Readonly<Record<Kind, string>>;
export const coilPlaceWords = wordsIn(coilPlaceTable);
export const bodyKindWords = wordsIn(bodyTable);
export const hackleKindWords = wordsIn(hackleTable);
export const tailKindWords = wordsIn(tailTable);
export const ribKindWords = wordsIn(ribTable);
export const underbodyKindWords = wordsIn(underbodyTable);
export const wingCaseKindWords = wordsIn(wingCaseTable);
export const legKindWords = wordsIn(legTable);
export const flashKindWords = wordsIn(flashTable);
export const wingKindWords = wordsIn(wingTable);
export const partWords: Readonly<Record<PartName, string>> = {
	hook: 'hook',
	bead: 'bead',
	coil: 'coil',
	thread: 'thread',
	tail: 'tail',
	flash: 'flash',
	tag: 'tag',
	rib: 'rib',
	secondRib: 'second rib',
	underbody: 'underbody',
	body: 'body',
	back: 'back',
	palmer: 'palmer',
	rearThorax: 'rear thorax',
	thorax: 'thorax',
	frontThorax: 'front thorax',
	wingCase: 'wing case',
	wings: 'wings',
	legs: 'legs',
	hackle: 'hackle',
	collar: 'collar',
	thirdCollar: 'third collar',
	horns: 'horns',
	head: 'wound head',
	finish: 'finish'
};

const length = (metres: number) => shown.small.words(metres, 2);
const times = (n: number, one: string, many = `${one}s`) => `${n} ${n === 1 ? one : many}`;

export const flashPlaceWords: Readonly<Record<FlashPlace, string>> = {
	tail: 'in the tail',
	sides: 'along the sides',
	back: 'over the back'
};
export const backLieWords: Readonly<Record<BackLie, string>> = {
	under: 'under the rib',
	over: 'over the rib'
};
export const ribPitchWords: Readonly<Record<RibPitch, string>> = {
	even: 'evenly',
	closeFirst: 'close then open'
};
export const palmerWayWords: Readonly<Record<PalmerWay, string>> = {
	forward: 'wound forward from its tip',
	back: 'wound back from its butt'
};
export const eyeWords: Readonly<Record<EyeLie, string>> = {
	across: 'across the hook',
	inPlane: 'in the hook’s plane'
};

/** A hook in a few words: jig 60° 14, 2X long. */
export function hookWords({
	style,
	size,
	lengthX,
	wireX,
	barbed,
	eye,
	measured
}: Recipe['hook']): string {
	const steps = [
		lengthX === 0 ? '' : `, ${showXStep(lengthX, 'length')}`,
		wireX === 0 ? '' : `, ${showXStep(wireX, 'wire')}`,
		barbed ? ', barbed' : '',
		eye ? `, eye ${eyeWords[eye]}` : '',
		measured && Object.keys(measured).length > 0 ? ', measured' : ''
	];
	return `${hookStyleTable[style].words} ${size}${steps.join('')}`;
}

export function beadWords(bead: BeadChoice | null): string {
	if (!bead) return 'none';
	const { words } = beadShapeTable[bead.shape];
	const shape = words && `, ${words}`;
	return `${beadMetalWords[bead.metal]} ${beadDiameterField.show(bead.diameter)}${shape}${bead.weighed === undefined ? '' : ', weighed'}`;
}

export function coilWords(coil: CoilChoice | null): string {
	if (!coil) return 'none';
	const turns = coil.second ? `${coil.turns} + ${coil.second}` : String(coil.turns);
	const place =
		coil.place === undefined || coil.place === 'forward' ? '' : `, ${coilPlaceWords[coil.place]}`;
	return `${coilMetalWords[coil.metal]} ${coilWireField.show(coil.wire).replace(' in', '')} × ${turns}${place}`;
}

const hackleWords = ({ kind, turns, lie, at }: HackleChoice) =>
	`${hackleTable[kind].words} × ${turns}, ${lie}${placeWords(at)}`;
/** Where it is tied in, when that is not the usual place. */
const placeWords = (at: number | undefined) => (at === undefined ? '' : `, at ${shanks(at)}`);

/** What is wound, by what it is of. */
const woundWords = ({ kind }: { readonly kind: BodyKind }) => bodyTable[kind].words;

function ribWords({ kind, wire, turns, pitch }: RibChoice): string {
	const close = pitch === 'closeFirst' ? `, ${ribPitchWords.closeFirst}` : '';
	return `${ribTable[kind].words} ${length(wire)} × ${turns}${close}`;
}

/** A part of the dressing in a few words. */
export const dressingWords: {
	readonly [Part in DressingPart]: (choice: NonNullable<Dressing[Part]>) => string;
} = {
	thread: ({ denier, dam }) => `${denier} denier${dam ? ', dam' : ', no dam'}`,
	tail: ({ kind, fibres, length, at, under }) =>
		`${fibres} ${tailTable[kind].words}, ${shanks(length)}${placeWords(at)}${under ? `, ${times(under, 'turn')} of thread under it` : ''}`,
	flash: ({ kind, strands, length, place }) =>
		`${times(strands, 'strand')} of ${flashTable[kind].words}, ${shanks(length)}, ${flashPlaceWords[place]}`,
	tag: ({ kind, length }) => `${bodyTable[kind].words}, ${Math.round(100 * length)} % of the room`,
	back: ({ kind, rib }) => `${wingCaseTable[kind].words}, ${backLieWords[rib]}`,
	palmer: ({ kind, turns, lie, wound }) =>
		`${hackleTable[kind].words} × ${turns}, ${lie}, ${palmerWayWords[wound]}`,
	rib: ribWords,
	secondRib: ribWords,
	underbody: ({ kind }) => underbodyTable[kind].words,
	body: ({ kind, shape }) => `${bodyTable[kind].words}, ${bodyShapeWords[shape]}`,
	rearThorax: woundWords,
	thorax: woundWords,
	frontThorax: woundWords,
	wingCase: ({ kind, at }) => `${wingCaseTable[kind].words}${placeWords(at)}`,
	wings: ({ kind, fibres, length, at }) =>
		`${wingTable[kind].words}, ${fibres} a side, ${shanks(length)}${placeWords(at)}`,
	legs: ({ kind, fibres, at }) => `${fibres} ${legTable[kind].words}${placeWords(at)}`,
	hackle: hackleWords,
	collar: hackleWords,
	thirdCollar: hackleWords,
	head: woundWords,
	horns: ({ kind, length }) => `a pair of ${legTable[kind].words}, ${shanks(length)}`,
	finish: ({ glue, resin, lacquer }) =>
		[
			glue ? times(glue, 'drop of glue', 'drops of glue') : '',
			resin ? times(resin, 'drop of resin', 'drops of resin') : '',
			lacquer ? times(lacquer, 'drop of lacquer', 'drops of lacquer') : ''
		]
			.filter(Boolean)
			.join(', ') || 'none'
};

/** A length against the shank, as tiers say it. */
function shanks(share: number): string {
	const known: readonly (readonly [number, string])[] = [
		[0.25, '¼ shank'],
		[1 / 3, '⅓ shank'],
		[0.5, '½ shank'],
		[2 / 3, '⅔ shank'],
		[0.75, '¾ shank'],
		[1, '1 shank']
	];
	return (
		known.find(([n]) => Math.abs(n - share) < 0.004)?.[1] ?? `${Number(share.toFixed(2))} shank`
	);
}

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
