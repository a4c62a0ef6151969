import { beadShapeTable } from './bead/index';
import { coilPlaceTable } from './coil-places';
import { hookStyleTable } from './hook-styles';
import { beadDiameterField, coilWireField, shown, showXStep } from '../quantity/index';
import type { PartName } from './parts';
import {
	bodyTable,
	flashTable,
	hackleTable,
	legTable,
	ribTable,
	strandsOf,
	tailTable,
	underbodyTable,
	backTable,
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
	RibPitch,
	TailParting
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
export const backKindWords = wordsIn(backTable);
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
export const tailPartingWords: Readonly<Record<TailParting, string>> = {
	bundles: 'in two bundles',
	split: 'split in two'
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

/** “8 feather fibres”, “4 strands of rubber”, “1 hide strip”, as the hands count the kind. */
export function countedWords(n: string, kind: keyof typeof strandsOf, words: string): string {
	const unit = strandsOf[kind];
	const one = n === '1';
	if (unit === 'strips') return `${n} ${words}${one ? '' : 's'}`;
	if (words.endsWith(` ${unit}`)) return `${n} ${one ? words.slice(0, -1) : words}`;
	return `${n} ${one ? unit.slice(0, -1) : unit} of ${words}`;
}

/** A part of the dressing in a few words. */
export const dressingWords: {
	readonly [Part in DressingPart]: (choice: NonNullable<Dressing[Part]>) => string;
} = {
	thread: ({ denier, dam }) => `${denier} denier${dam ? ', dam' : ', no dam'}`,
	tail: ({ kind, fibres, length, at, under, parted }) =>
		`${countedWords(`${fibres}`, kind, tailTable[kind].words)}, ${shanks(length)}${placeWords(at)}${parted ? `, ${tailPartingWords[parted]}` : ''}${under ? `, ${times(under, 'turn')} of thread under it` : ''}`,
	flash: ({ kind, strands, length, place }) =>
		`${times(strands, 'strand')} of ${flashTable[kind].words}, ${shanks(length)}, ${flashPlaceWords[place]}`,
	tag: ({ kind, length }) => `${bodyTable[kind].words}, ${Math.round(100 * length)} % of the room`,
	back: ({ kind, rib }) => `${backTable[kind].words}, ${backLieWords[rib]}`,
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
	legs: ({ kind, fibres, at }) =>
		`${countedWords(`${fibres}`, kind, legTable[kind].words)}${placeWords(at)}`,
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
