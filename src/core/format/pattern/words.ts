import {
	backLies,
	backLieWords,
	beadMetals,
	beadMetalWords,
	beadShapes,
	bodyKinds,
	bodyKindWords,
	bodyShapes,
	coilMetals,
	coilMetalWords,
	coilPlaces,
	coilPlaceWords,
	eyeLies,
	eyeWords,
	flashKinds,
	flashKindWords,
	flashPlaces,
	flashPlaceWords,
	hackleKinds,
	hackleKindWords,
	hookStyles,
	hookStyleTable,
	legKinds,
	legKindWords,
	palmerWays,
	palmerWayWords,
	ribKinds,
	ribPitches,
	ribPitchWords,
	ribKindWords,
	tailKinds,
	tailKindWords,
	underbodyKinds,
	underbodyKindWords,
	backKinds,
	backKindWords,
	tailPartings,
	tailPartingWords,
	wingCaseKinds,
	wingCaseKindWords,
	wingKinds,
	wingKindWords
} from '../../fly/index';

/** A kind of something with every way in which people write it, the way that it is written here first. */
export interface Written<Kind extends string> {
	readonly kind: Kind;
	readonly words: string;
	/** As it is written here, and else. */
	readonly own: RegExp;
	readonly also: RegExp | null;
}

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
/** Whole words, whatever stands around them. */
export const wordPattern = (source: string) =>
	new RegExp(`(?<![\\p{L}\\d])(?:${source})(?![\\p{L}\\d])`, 'iu');

/**
 * @param also more ways to write a kind, as the source of a pattern; the earlier rows go first where two would do
 */
function table<Kind extends string>(
	kinds: readonly Kind[],
	words: Readonly<Record<Kind, string>>,
	also: Partial<Record<Kind, string>> = {}
): Written<Kind>[] {
	return (
		kinds
			.map((kind) => ({
				kind,
				words: words[kind],
				own: wordPattern(escaped(words[kind])),
				also: also[kind] ? wordPattern(also[kind]) : null
			}))
			// “copper wire” before “wire”.
			.sort((a, b) => b.words.length - a.words.length)
	);
}

const FEATHER =
	'feather(?: fibres?| fibers?)?|(?:golden )?pheasant(?: tail| tippets?)?|tippets?|partridge|hackle fibres?|cock fibres?|coq de leon|turkey|goose|duck';
const HAIR = 'hairs?|(?:moose|elk)(?: hairs?)?|squirrel|deer|calf|bucktail';
const PLUME = 'plume(?: fibres?)?|marabou';
const FLASH = 'flash(?: strands?)?';
const HIDE =
	'(?:rabbit|fur|hide|hare|seal|squirrel|mink)(?: fur)? strips?|hide|strips? of (?:hide|fur)';
const RUBBER = 'rubber(?: legs?)?|silicone(?: legs?)?';
const DUBBED =
	"dubbing|dubbed|fur(?! strips?)|hare(?:’s|'s)? (?:ear|mask)|hare(?!(?: fur)? strips?)|seal(?!(?: fur)? strips?)";
const STRIPS = {
	feather: `${FEATHER}|slip`,
	film: 'film|plastic|thin skin',
	foil: 'tinsel|foil'
} as const;

const styleWords = Object.fromEntries(
	hookStyles.map((style) => [style, hookStyleTable[style].words])
) as Record<(typeof hookStyles)[number], string>;

export const written = {
	style: table(hookStyles, styleWords, {
		jig60: 'jig(?: hook)?(?! ?90)',
		jig90: '90° jig|jig 90',
		curved: 'grub|pupa|scud|caddis',
		longShank: 'long-shank(?:ed)?|stonefly|streamer',
		straight: 'nymph|wet(?: fly)?|standard shank'
	}),
	eye: table(eyeLies, eyeWords),
	metal: table(beadMetals, beadMetalWords, { tungsten: 'tung|W', own: 'other metal' }),
	shape: table(
		beadShapes,
		{ round: 'round', slotted: 'slotted', cone: 'cone' },
		{ slotted: 'slot', cone: 'cone ?head' }
	),
	coilMetal: table(coilMetals, coilMetalWords, { leadFree: 'lead ?free|non-?lead|tin' }),
	place: table(coilPlaces, coilPlaceWords),
	tail: table(tailKinds, tailKindWords, {
		feather: FEATHER,
		hair: HAIR,
		plume: PLUME,
		flash: FLASH,
		floss: 'floss',
		rubber: RUBBER,
		synthetic: 'synthetic|nylon fibres?',
		hide: HIDE
	}),
	parted: table(tailPartings, tailPartingWords, {
		bundles: '(?:in )?(?:two|2) (?:bundles|bunches|clumps|lots|halves|plumes)(?: of)?',
		split: 'split(?: tails?)?|forked|in a fork'
	}),
	flash: table(flashKinds, flashKindWords, { flash: FLASH, twistedFlash: 'twisted' }),
	flashPlace: table(flashPlaces, flashPlaceWords, { tail: 'tail', sides: 'sides?', back: 'back' }),
	legs: table(legKinds, legKindWords, {
		feather: FEATHER,
		hair: HAIR,
		flash: FLASH,
		rubber: RUBBER
	}),
	wings: table(wingKinds, wingKindWords, {
		film: 'film|plastic|foil',
		slips: `slips?|pads?|buds?|quill|${FEATHER}`,
		hair: HAIR
	}),
	rib: table(ribKinds, ribKindWords, {
		copper: 'copper|wire',
		brass: 'brass|gold wire',
		lead: 'lead',
		mono: 'monofilament|tippet',
		tinsel: 'tinsel',
		ovalTinsel: 'oval',
		twistedWire: 'twisted|rope of wire',
		groovedVinyl: 'grooved|vinyl'
	}),
	pitch: table(ribPitches, ribPitchWords, {
		closeFirst: 'close(?: turns)?,? then open(?: turns| ones)?'
	}),
	underbody: table(underbodyKinds, underbodyKindWords, { wool: 'yarn', dubbing: DUBBED }),
	body: table(bodyKinds, bodyKindWords, {
		quill: 'biot',
		herl: 'peacock(?: herl)?|pheasant tail(?: fibres?)?|ostrich',
		dubbingTight: DUBBED,
		dubbingLoose: 'spiky dubbing|rough dubbing',
		dubbingLoop:
			'(?:dubbing|dubbed|fur|hare)?,? ?(?:spun )?in a (?:dubbing )?loop|dubbing loop|loop[- ]dubbed|loop dubbing',
		wool: 'yarn',
		hide: HIDE,
		tinsel: 'tinsel',
		vinyl: 'plastic|tubing|larva skin',
		wire: 'wire',
		thread: 'tying thread'
	}),
	bodyShape: table(bodyShapes, { tapered: 'tapered', straight: 'straight', reversed: 'reversed' }),
	strip: table(wingCaseKinds, wingCaseKindWords, STRIPS),
	back: table(backKinds, backKindWords, { ...STRIPS, hide: HIDE }),
	backLie: table(backLies, backLieWords),
	hackle: table(hackleKinds, hackleKindWords, {
		softHackle: 'partridge|hen(?: hackle)?|grouse|soft',
		stiffHackle: 'cock(?: hackle)?|rooster|saddle',
		down: 'cul de canard|cdc|puff',
		fur: DUBBED,
		plume: PLUME,
		hair: HAIR
	}),
	lie: table(['swept', 'propped'] as const, { swept: 'swept', propped: 'propped' }),
	wound: table(palmerWays, palmerWayWords, { forward: 'wound forward', back: 'wound back' })
} as const;

/** The lines of a recipe: how they are called here, and what else people call them. */
export const labels = {
	hook: ['Hook', 'hooks?|hk'],
	bead: ['Bead', 'bead ?head|cone ?head|cone|beads?|bd'],
	coil: ['Wire', 'weight|wt|lead|lead wire|lead.?free(?: wire)?|wire underbody|wraps|weighting'],
	thread: ['Thread', 'tying thread|silk'],
	tail: ['Tail', 'tails'],
	flash: ['Flash', 'tinsel strands'],
	tag: ['Tag', 'hot ?spot|butt'],
	rib: ['Rib', 'ribs|ribbing'],
	secondRib: ['Second rib', 'rib 2|2nd rib|second ribbing|counter ?rib'],
	underbody: ['Underbody', 'under ?body'],
	body: ['Body', 'abdomen'],
	back: ['Back', 'shell ?back|over ?body'],
	palmer: ['Palmer', 'palmer(?:ed)? hackle|body hackle'],
	rearThorax: ['Rear thorax', 'thorax rear|rear of thorax|back of thorax'],
	thorax: ['Thorax', 'middle thorax'],
	frontThorax: ['Front thorax', 'thorax front|front of thorax'],
	wingCase: ['Wing case', 'wing ?cases?|case'],
	wings: ['Wings', 'wing|wing slips|wing pads|wing buds|slips|pads'],
	legs: ['Legs', 'leg'],
	hackle: ['Hackle', 'front hackle'],
	collar: ['Collar', 'second collar'],
	thirdCollar: ['Third collar', 'collar 3|3rd collar'],
	head: ['Wound head', '(?:fur|dubbed|dubbing|chenille|wool|herl) head'],
	horns: ['Horns', 'horn|feelers?|antennae|antenna'],
	finish: ['Finish', 'head|varnish|cement'],
	dressing: ['Dressing', 'fullness'],
	colours: ['Colours', 'colou?rs?'],
	weighed: ['Weighs', 'weighed|whole fly'],
	usual: ['As usual', ''],
	without: ['Without', 'none of'],
	name: ['Name', 'pattern|fly']
} as const;
/** The parts whose colour is said. */
export const coloured = ['bead', 'thread', 'collar', 'tag', 'head'] as const;
export type Coloured = (typeof coloured)[number];
export type Label = keyof typeof labels;
