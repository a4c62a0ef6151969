import {
	beadWords,
	coilWords,
	dressingWords,
	hookWords,
	isJig,
	partWords,
	type BackLie,
	type Build,
	type PartName
} from '../fly/index';
import type { MarkCode } from './marks';

/** What a step is on one fly. */
export interface StepOnFly {
	readonly part: PartName;
	/** What to do, in a short sentence. */
	readonly words: string;
	/** How long it usually takes, s. */
	readonly usual: number;
	/** Marks that are looked at here. */
	readonly marks?: readonly MarkCode[];
	/** Turns to count. */
	readonly turns?: number;
	/** How long it then must lie before the next, s. */
	readonly dries?: number;
	/** What to mind, where it applies; local rules decide. */
	readonly caution?: 'lead' | 'glue' | 'resin' | 'hook' | null;
}

/** Every step there is; the table below says what each is, in the usual order. */
export const stepKeys = [
	'bead',
	'hook',
	'coil',
	'base',
	'dam',
	'tail',
	'flash',
	'tag',
	'rib-in',
	'second-rib-in',
	'back-in',
	'palmer-in',
	'underbody',
	'body',
	'palmer',
	'back-over',
	'rib',
	'second-rib',
	'back-over-rib',
	'case-in',
	'thorax-rear',
	'thorax',
	'wings',
	'legs',
	'thorax-front',
	'case-over',
	'hackle',
	'collar',
	'third-collar',
	'horns',
	'head',
	'glue-thread',
	'whip',
	'marker',
	'resin',
	'glue',
	'lacquer',
	'rough-up',
	'look',
	'weigh'
] as const;
export type StepKey = (typeof stepKeys)[number];

/** Whatever is tied is tied before the knot. */
const TIED: readonly StepKey[] = stepKeys.slice(0, stepKeys.indexOf('glue-thread'));

/** A step of the table. */
export interface StepKind {
	/** The same for the same step on any fly. */
	readonly key: StepKey;
	/** What must come before it, where the fly has that; the rest of the order is the tier's. */
	readonly after: readonly StepKey[];
	/** It may be done more than once. */
	readonly again?: true;
	/** Only where the tier asks for it, by these words: “also …”. */
	readonly asked?: string;
	/** After all that do not. */
	readonly ends?: true;
	/** null where the fly has no such step. @param times how often it is done */
	on(build: Build, times: number): StepOnFly | null;
}

/** Seconds that steps usually take, and drying times (our estimates, until the person's own are known). */
const TAKES = {
	hook: 20,
	bead: 15,
	coil: 15,
	turn: 2.5,
	base: 25,
	dam: 20,
	tail: 25,
	flash: 20,
	tag: 15,
	ribIn: 15,
	back: 20,
	underbody: 30,
	body: 45,
	rib: 8,
	ribTurn: 2,
	thorax: 30,
	wingCase: 25,
	wings: 35,
	legs: 30,
	hackle: 25,
	hackleTurn: 6,
	horns: 20,
	whip: 20,
	drop: 6,
	lamp: 12,
	look: 12,
	weigh: 10
} as const;
const DRIES = { glue: 600, lacquer: 1800, marker: 60 } as const;

/** This many of a thing, in words. */
const many = (count: number, one: string) => `${count} ${one}${count === 1 ? '' : 's'}`;

const COLLARS = {
	hackle: { words: 'Hackle', mark: 'hackle' },
	collar: { words: 'Collar', mark: 'collar' },
	thirdCollar: { words: 'Third collar', mark: 'third-collar' }
} as const;
/** A feather wound at the head. */
function wound(part: 'hackle' | 'collar' | 'thirdCollar', { dressing }: Build): StepOnFly | null {
	const choice = dressing[part];
	return (
		choice && {
			part,
			words: `${COLLARS[part].words}: ${dressingWords[part](choice)}.`,
			usual: TAKES.hackle + TAKES.hackleTurn * choice.turns,
			turns: choice.turns,
			marks: [COLLARS[part].mark, 'gap']
		}
	);
}

/** One part of a thorax; by itself where it is in one. */
function thorax(
	part: 'rearThorax' | 'thorax' | 'frontThorax',
	{ dressing }: Build
): StepOnFly | null {
	const choice = dressing[part];
	const where = {
		rearThorax: 'Rear of the thorax:',
		thorax: 'Thorax of',
		frontThorax: 'Front of the thorax:'
	};
	return (
		choice && {
			part,
			words: `${where[part]} ${dressingWords.thorax(choice)}.`,
			usual: TAKES.thorax,
			...((dressing.rearThorax || dressing.frontThorax) && { marks: ['thorax'] })
		}
	);
}

/** A rib tied in, before what it goes over. */
const ribIn = (part: 'rib' | 'secondRib', { dressing }: Build): StepOnFly | null =>
	dressing[part] && {
		part,
		words: `Tie in the ${partWords[part]} along the ${part === 'rib' ? 'far' : 'near'} side.`,
		usual: TAKES.ribIn
	};

function ribWound(part: 'rib' | 'secondRib', { dressing }: Build): StepOnFly | null {
	const rib = dressing[part];
	return (
		rib && {
			part,
			words: `Wind the ${partWords[part]}, ${rib.turns} turns ${rib.against ? 'against the body' : 'with the body'}${rib.pitch === 'closeFirst' ? ', close turns first, then open ones' : ''}.`,
			usual: TAKES.rib + TAKES.ribTurn * rib.turns,
			turns: rib.turns,
			marks: [part === 'rib' ? 'rib' : 'second-rib']
		}
	);
}

/** A back drawn forward, before the rib that binds it or over it. */
const backOver = (rib: BackLie, { dressing: { back } }: Build): StepOnFly | null =>
	back?.rib === rib
		? {
				part: 'back',
				words: `Back forward over the body, and tie it down${rib === 'under' ? '; the rib goes over it' : ''}.`,
				usual: TAKES.back
			}
		: null;

/** All steps in the usual order (common practice, no source). */
export const stepTable: readonly StepKind[] = [
	{
		// A bead must be on before the hook is clamped.
		key: 'bead',
		after: [],
		on: ({ recipe: { bead, hook } }) =>
			bead && {
				part: 'bead',
				words: `Bead on: ${beadWords(bead)}, ${isJig(hook) ? 'slot towards the bend of the neck' : 'small hole towards the eye'}.`,
				usual: TAKES.bead
			}
	},
	{
		key: 'hook',
		after: ['bead'],
		on: ({ recipe }) => ({
			part: 'hook',
			words: `Hook in the vise: ${hookWords(recipe.hook)}.`,
			usual: TAKES.hook,
			caution: 'hook'
		})
	},
	{
		key: 'coil',
		after: ['bead', 'hook'],
		on({ recipe, coil }) {
			if (!recipe.coil || !coil) return null;
			const turns = coil.turns + coil.second;
			return {
				part: 'coil',
				words: `Wind ${coilWords(recipe.coil)}; break the ends flush.`,
				usual: TAKES.coil + TAKES.turn * turns,
				turns,
				marks: ['coil', 'coil-end'],
				caution: recipe.coil.metal === 'lead' ? 'lead' : null
			};
		}
	},
	{
		key: 'base',
		after: ['hook'],
		on: ({ dressing }) => ({
			part: 'thread',
			words: `Thread base, ${dressingWords.thread(dressing.thread)}.`,
			usual: TAKES.base
		})
	},
	{
		key: 'dam',
		after: ['coil', 'base'],
		on: ({ dressing, coil, bead }) =>
			dressing.thread.dam && (coil || bead)
				? {
						part: 'thread',
						words: 'Dam: a ramp of thread that holds wire and bead forward.',
						usual: TAKES.dam,
						marks: ['dam']
					}
				: null
	},
	{
		key: 'tail',
		after: ['base'],
		on: ({ dressing: { tail } }) =>
			tail && {
				part: 'tail',
				words: `Tail: ${dressingWords.tail(tail)}.`,
				usual: TAKES.tail,
				marks: ['tail']
			}
	},
	{
		key: 'flash',
		after: ['base'],
		on: ({ dressing: { flash } }) =>
			flash && {
				part: 'flash',
				words: `Flash: ${dressingWords.flash(flash)}.`,
				usual: TAKES.flash,
				marks: ['flash']
			}
	},
	{
		key: 'tag',
		after: ['base'],
		on: ({ dressing: { tag } }) =>
			tag && {
				part: 'tag',
				words: `Tag behind the body: ${dressingWords.tag(tag)}.`,
				usual: TAKES.tag,
				marks: ['tag']
			}
	},
	{ key: 'rib-in', after: ['base'], on: (build) => ribIn('rib', build) },
	{ key: 'second-rib-in', after: ['base'], on: (build) => ribIn('secondRib', build) },
	{
		// Before what it covers.
		key: 'back-in',
		after: ['base'],
		on: ({ dressing: { back } }) =>
			back && {
				part: 'back',
				words: `Tie in the back at the bend: ${dressingWords.back(back)}.`,
				usual: TAKES.back
			}
	},
	{
		key: 'palmer-in',
		after: ['base'],
		on: ({ dressing: { palmer } }) =>
			palmer?.wound === 'forward'
				? {
						part: 'palmer',
						words: `Tie in the hackle by its tip at the bend: ${dressingWords.palmer(palmer)}.`,
						usual: TAKES.hackle,
						marks: ['palmer']
					}
				: null
	},
	{
		key: 'underbody',
		after: ['base'],
		on: ({ dressing: { underbody } }) =>
			underbody && {
				part: 'underbody',
				words: `Underbody of ${dressingWords.underbody(underbody)}, for the taper.`,
				usual: TAKES.underbody
			}
	},
	{
		key: 'body',
		after: ['tail', 'tag', 'rib-in', 'second-rib-in', 'back-in', 'palmer-in', 'underbody', 'base'],
		on: ({ dressing: { body } }) =>
			body && {
				part: 'body',
				words: `Body: ${dressingWords.body(body)}; stop at the mark.`,
				usual: TAKES.body,
				marks: ['body']
			}
	},
	{
		key: 'palmer',
		after: ['palmer-in', 'body'],
		on: ({ dressing: { palmer } }) =>
			palmer && {
				part: 'palmer',
				words:
					palmer.wound === 'forward'
						? `Wind the hackle forward, ${palmer.turns === 1 ? 'one open turn' : `${palmer.turns} open turns`}, laid to one side.`
						: `Tie in the hackle by its butt in front of the body and wind it back: ${dressingWords.palmer(palmer)}.`,
				usual: TAKES.hackleTurn * palmer.turns + (palmer.wound === 'back' ? TAKES.hackle : 0),
				turns: palmer.turns,
				marks: ['palmer']
			}
	},
	{
		key: 'back-over',
		after: ['back-in', 'body', 'palmer'],
		on: (build) => backOver('under', build)
	},
	{ key: 'rib', after: ['rib-in', 'body', 'back-over'], on: (build) => ribWound('rib', build) },
	{
		key: 'second-rib',
		after: ['second-rib-in', 'body', 'back-over'],
		on: (build) => ribWound('secondRib', build)
	},
	{
		key: 'back-over-rib',
		after: ['back-in', 'body', 'rib', 'second-rib'],
		on: (build) => backOver('over', build)
	},
	{
		key: 'case-in',
		after: ['base'],
		on: ({ dressing: { wingCase } }) =>
			wingCase && {
				part: 'wingCase',
				words: `Tie in the wing case: ${dressingWords.wingCase(wingCase)}.`,
				usual: TAKES.wingCase,
				marks: ['wing-case']
			}
	},
	{ key: 'thorax-rear', after: ['body', 'case-in'], on: (build) => thorax('rearThorax', build) },
	{
		key: 'thorax',
		after: ['body', 'case-in', 'thorax-rear'],
		on: (build) => thorax('thorax', build)
	},
	{
		key: 'wings',
		after: ['body'],
		on: ({ dressing: { wings } }) =>
			wings && {
				part: 'wings',
				words: `Wings beneath, one on each side: ${dressingWords.wings(wings)}.`,
				usual: TAKES.wings,
				marks: ['wings']
			}
	},
	{
		key: 'legs',
		after: ['base'],
		on: ({ dressing: { legs } }) =>
			legs && {
				part: 'legs',
				words: `Legs: ${dressingWords.legs(legs)}.`,
				usual: TAKES.legs,
				marks: ['legs']
			}
	},
	{
		// Legs and wings may be bound in between the parts.
		key: 'thorax-front',
		after: ['body', 'case-in', 'thorax-rear', 'thorax'],
		on: (build) => thorax('frontThorax', build)
	},
	{
		key: 'case-over',
		after: ['case-in', 'thorax-rear', 'thorax', 'thorax-front'],
		on: ({ dressing: { wingCase } }) =>
			wingCase && {
				part: 'wingCase',
				words: 'Wing case over, and tie it down.',
				usual: TAKES.wingCase
			}
	},
	{ key: 'hackle', after: ['body'], on: (build) => wound('hackle', build) },
	{ key: 'collar', after: ['body'], on: (build) => wound('collar', build) },
	{ key: 'third-collar', after: ['body'], on: (build) => wound('thirdCollar', build) },
	{
		key: 'horns',
		after: ['base'],
		on: ({ dressing: { horns } }) =>
			horns && {
				part: 'horns',
				words: `Horns, forwards over the eye: ${dressingWords.horns(horns)}.`,
				usual: TAKES.horns,
				marks: ['horns']
			}
	},
	{
		key: 'head',
		after: ['body', 'hackle', 'collar', 'third-collar'],
		on: ({ dressing: { head } }) =>
			head && {
				part: 'head',
				words: `Head before the collars: ${dressingWords.head(head)}.`,
				usual: TAKES.thorax,
				marks: ['head']
			}
	},
	{
		key: 'glue-thread',
		after: TIED,
		asked: 'glue on the thread',
		on: () => ({
			part: 'finish',
			words: 'Glue on the last of the thread, for the knot to draw in.',
			usual: TAKES.drop,
			caution: 'glue'
		})
	},
	{
		key: 'whip',
		after: TIED,
		again: true,
		on: () => ({
			part: 'thread',
			words: 'Whip finish, and cut.',
			usual: TAKES.whip,
			marks: ['gap']
		})
	},
	{
		key: 'marker',
		after: ['whip'],
		asked: 'colour the head with a marker',
		on: () => ({
			part: 'thread',
			words: 'Colour the head with a marker.',
			usual: TAKES.drop,
			dries: DRIES.marker
		})
	},
	{
		// Over the wing case it may come before the knot.
		key: 'resin',
		after: ['body', 'case-over'],
		again: true,
		on: ({ dressing: { finish } }, times) =>
			finish.resin > 0
				? {
						part: 'finish',
						words: `${many(Math.ceil(finish.resin / times), 'drop')} of resin, and the lamp.`,
						usual: TAKES.drop * Math.ceil(finish.resin / times) + TAKES.lamp,
						caution: 'resin'
					}
				: null
	},
	{
		key: 'glue',
		after: ['whip'],
		again: true,
		on: ({ dressing: { finish } }, times) =>
			finish.glue > 0
				? {
						part: 'finish',
						words: `${many(Math.ceil(finish.glue / times), 'drop')} of glue on the whip finish.`,
						usual: TAKES.drop * Math.ceil(finish.glue / times),
						dries: DRIES.glue,
						caution: 'glue'
					}
				: null
	},
	{
		key: 'lacquer',
		after: ['whip', 'marker'],
		again: true,
		on: ({ dressing: { finish } }, times) =>
			finish.lacquer > 0
				? {
						part: 'finish',
						words: `${many(Math.ceil(finish.lacquer / times), 'coat')} of lacquer on the head.`,
						usual: TAKES.drop * Math.ceil(finish.lacquer / times),
						dries: DRIES.lacquer,
						caution: 'glue'
					}
				: null
	},
	{
		key: 'rough-up',
		after: ['body', 'thorax-rear', 'thorax', 'thorax-front', 'whip'],
		asked: 'rough up the fur',
		on: () => ({
			part: 'body',
			words: 'Rough the fur up with a brush.',
			usual: TAKES.look
		})
	},
	{
		key: 'look',
		after: [],
		ends: true,
		on: () => ({
			part: 'hook',
			words: 'Look it over: profile, gap, point clear, fibres not past the tail.',
			usual: TAKES.look
		})
	},
	{
		key: 'weigh',
		after: ['look'],
		ends: true,
		on: () => ({ part: 'hook', words: 'Weigh it as it leaves the vise.', usual: TAKES.weigh })
	}
];
