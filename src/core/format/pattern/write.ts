import {
	backLieWords,
	beadMetalWords,
	bodyKindWords,
	coilMetalWords,
	coilPlaceWords,
	countedWords,
	eyeWords,
	finishKinds,
	flashKindWords,
	flashPlaceWords,
	hackleKindWords,
	hookStyleTable,
	legKindWords,
	palmerWayWords,
	partWords,
	ribKindWords,
	ribPitchWords,
	tailKindWords,
	underbodyKindWords,
	backKindWords,
	tailPartingWords,
	wingCaseKindWords,
	wingKindWords,
	type Dressing,
	type HackleChoice,
	type Recipe,
	type RibChoice,
	type ThoraxPartChoice
} from '../../fly/index';
import { GRAM, INCH, MILLIMETRE, showXStep } from '../../quantity/index';
import { coloured, labels, type Coloured, type Label } from './words';

/** Figures that read back as the same number. */
const exact = (n: number) => String(Number(n.toPrecision(9)));
const mm = (metres: number) => `${exact(metres / MILLIMETRE)} mm`;
const grams = (kilograms: number) => `${exact(kilograms / GRAM)} g`;
const many = (n: number, one: string) => `${exact(n)} ${one}${n === 1 ? '' : 's'}`;
const at = (place: number | undefined) => (place === undefined ? '' : `at ${exact(place)} shank`);
const shanks = (length: number) => `${exact(length)} shank`;
const thick = (share: number) => `${exact(share)} gape thick`;
const over = (share: number | undefined) =>
	share === undefined ? '' : `over ${exact(share)} of the room`;

type Optional = Exclude<keyof Dressing, never>;
type Lines = { readonly [Part in Optional]: (choice: NonNullable<Dressing[Part]>) => string[] };

const hackle = ({ kind, turns, length, lie, at: place }: HackleChoice) => [
	hackleKindWords[kind],
	many(turns, 'turn'),
	shanks(length),
	lie,
	at(place)
];

const ribbed = ({ kind, wire, turns, against, pitch, length }: RibChoice) => [
	ribKindWords[kind],
	mm(wire),
	many(turns, 'turn'),
	against ? 'against the body' : 'with the body',
	pitch === undefined ? '' : ribPitchWords[pitch],
	over(length)
];

const thoraxPart =
	(of: string) =>
	({ kind, length, thickness }: ThoraxPartChoice) => [
		bodyKindWords[kind],
		`over ${exact(length)} ${of}`,
		thick(thickness)
	];

const dressing: Lines = {
	thread: ({ denier, baseLayers, headTurns, dam }) => [
		`${exact(denier)} denier`,
		many(baseLayers, 'layer'),
		many(headTurns, 'turn'),
		dam ? 'dam' : 'no dam'
	],
	tail: ({ kind, fibres, length, at: place, under, parted }) => [
		countedWords(exact(fibres), kind, tailKindWords[kind]),
		shanks(length),
		at(place),
		parted === undefined ? '' : tailPartingWords[parted],
		under === undefined ? '' : `${many(under, 'turn')} of thread under it`
	],
	flash: ({ kind, strands, length, place }) => [
		`${many(strands, 'strand')} of ${flashKindWords[kind]}`,
		shanks(length),
		flashPlaceWords[place]
	],
	tag: ({ kind, length, thickness }) => [bodyKindWords[kind], over(length), thick(thickness)],
	rib: ribbed,
	secondRib: ribbed,
	underbody: ({ kind, thickness, length }) => [
		underbodyKindWords[kind],
		thick(thickness),
		over(length)
	],
	body: ({ kind, shape, thickness, length }) => [
		bodyKindWords[kind],
		shape,
		thick(thickness),
		over(length)
	],
	back: ({ kind, rib }) => [backKindWords[kind], backLieWords[rib]],
	palmer: ({ wound, ...rest }) => [...hackle(rest), palmerWayWords[wound]],
	rearThorax: thoraxPart('of the thorax'),
	thorax: ({ kind, thickness }) => [bodyKindWords[kind], thick(thickness)],
	frontThorax: thoraxPart('of the thorax'),
	head: thoraxPart('of the gap'),
	wingCase: ({ kind, length, at: place }) => [wingCaseKindWords[kind], shanks(length), at(place)],
	wings: ({ kind, fibres, length, at: place }) => [
		wingKindWords[kind],
		`${many(fibres, 'fibre')} each`,
		shanks(length),
		at(place)
	],
	legs: ({ kind, fibres, length, at: place }) => [
		countedWords(exact(fibres), kind, legKindWords[kind]),
		shanks(length),
		at(place)
	],
	hackle,
	collar: hackle,
	thirdCollar: hackle,
	horns: ({ kind, length }) => [`two ${legKindWords[kind]}`, shanks(length)],
	finish: ({ gap, ...drops }) => [
		...finishKinds.map((kind) => `${many(drops[kind], 'drop')} of ${kind}`),
		gap === undefined ? '' : `gap of ${exact(gap)} eyes`
	]
};

function metal({ hook, bead, coil }: Recipe): [Label, string[]][] {
	const { measured = {} } = hook;
	const said = <T>(value: T | undefined, words: (value: T) => string) =>
		value === undefined ? '' : words(value);
	const lines: [Label, string[]][] = [
		[
			'hook',
			[
				hookStyleTable[hook.style].words,
				`#${hook.size}`,
				hook.lengthX === 0 ? '' : showXStep(hook.lengthX, 'length'),
				hook.wireX === 0 ? '' : showXStep(hook.wireX, 'wire'),
				said(hook.barbed, (barbed) => (barbed ? 'barbed' : 'barbless')),
				said(hook.eye, (eye) => `eye ${eyeWords[eye]}`),
				said(measured.wire, (n) => `wire ${mm(n)}`),
				said(measured.shank, (n) => `shank ${mm(n)}`),
				said(measured.gape, (n) => `gape ${mm(n)}`),
				said(measured.mass, (n) => `weighs ${grams(n)}`)
			]
		]
	];
	if (bead) {
		lines.push([
			'bead',
			[
				beadMetalWords[bead.metal],
				bead.shape,
				mm(bead.diameter),
				said(bead.density, (n) => `${exact(n / 1000)} g/cm³`),
				said(bead.slotTurn, (n) => `slot turned ${exact(n)}°`),
				said(bead.bore, (n) => `bore ${mm(n)}`),
				said(bead.recess, (n) => `recess ${mm(n)}`),
				said(bead.slot, (n) => `slot ${mm(n)}`),
				said(bead.weighed, (n) => `weighs ${grams(n)}`)
			]
		]);
	}
	if (coil) {
		lines.push([
			'coil',
			[
				coilMetalWords[coil.metal],
				`${exact(coil.wire / INCH).replace(/^0/, '')} in`,
				many(coil.turns, 'turn'),
				said(coil.second, (n) => `${many(n, 'turn')} over them`),
				said(coil.place, (place) => coilPlaceWords[place]),
				said(coil.measured, (is) => (is ? 'measured' : 'not measured'))
			]
		]);
	}
	return lines;
}

/** What is written besides how it is tied. */
export interface PatternBesides {
	readonly colours?: Readonly<Partial<Record<Coloured, string>>>;
	readonly notes?: string;
}

/**
 * A fly as people write a recipe: a line a part, in tie-on order. It reads back as the same fly, but for
 * the lots that its materials came from.
 */
export function writePattern(
	name: string,
	recipe: Recipe,
	{ colours = {}, notes = '' }: PatternBesides = {}
): string {
	const lines = metal(recipe);
	const usual: string[] = [];
	const none: string[] = [];
	if (!recipe.bead) none.push(partWords.bead);
	if (!recipe.coil) none.push('wire');
	for (const part of Object.keys(dressing) as (keyof Dressing)[]) {
		const choice = recipe[part];
		if (choice === undefined) usual.push(partWords[part]);
		else if (choice === null) none.push(partWords[part]);
		else lines.push([part, dressing[part](choice as never)]);
	}
	lines.push(['dressing', [recipe.dressing.fullness]]);
	if (recipe.weighed !== undefined) lines.push(['weighed', [grams(recipe.weighed)]]);
	const painted = coloured.flatMap((part) => (colours[part] ? [`${part} ${colours[part]}`] : []));
	if (painted.length > 0) lines.push(['colours', painted]);
	if (usual.length > 0) lines.push(['usual', usual]);
	if (none.length > 0) lines.push(['without', none]);
	const said = lines.map(
		([label, phrases]) => `${labels[label][0]}: ${phrases.filter(Boolean).join(', ')}`
	);
	const remarks = notes.split(/\r?\n/u).filter((line) => line.trim() !== '');
	return [name, ...said, ...remarks.map((line) => `Notes: ${line.trim()}`)].join('\n');
}
