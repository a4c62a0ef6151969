import { dressingOf, fullnesses, partWords, type DressingPart, type Recipe } from '../../fly/index';
import { GRAM } from '../../quantity/index';
import type { Draft } from './draft';
import { finishOf, partOf, threadOf, tiedParts } from './dressing';
import { beadOf, coilOf, hookOf } from './metal';
import { Phrases } from './phrases';
import { coloured, labels, wordPattern, type Coloured, type Label } from './words';

/** What became of one line. */
export interface PatternLine {
	readonly text: string;
	/** null for the name and for what is no line of a recipe. */
	readonly label: Label | null;
	/** What it does not say and was taken as is usual. */
	readonly assumed: readonly string[];
	/** What has to be said, or was odd. */
	readonly asked: readonly string[];
	/** Words that say nothing here. */
	readonly unknown: readonly string[];
}

export interface PatternRead {
	readonly name: string;
	readonly recipe: Recipe;
	readonly lines: readonly PatternLine[];
	/** Parts that are not named: left out, or as is usual where nothing of the dressing is named. */
	readonly unnamed: { readonly parts: readonly string[]; readonly as: 'none' | 'usual' } | null;
	/** Lines of steps and remarks, as they are. */
	readonly notes: string;
	/** What has to be said that no line is about. */
	readonly asked: readonly string[];
	/** Colours that were named, by the part. */
	readonly colours: Readonly<Partial<Record<Coloured, string>>>;
}

/** A text that is longer is no recipe, characters. */
const LONGEST = 20_000;
/** And no line of a recipe; what reads one would take its time. */
const LONGEST_LINE = 500;
/** What stands before a line of a list. */
const BULLET = /^\s*[-•*·]\s+/u;
const NUMBERED = /^\s*\d{1,2}[.)]\s+/u;
/** What stands over a list says nothing of the fly. */
const HEADING = /^(?:materials|ingredients|recipe)\s*:?$/iu;
const REMARKS = /^(?:steps?|tying|notes?|remarks?|method)\b[\s:.)]*/iu;

const LABELS = (Object.entries(labels) as [Label, readonly [string, string]][]).map(
	([label, [own, also]]) =>
		[label, new RegExp(`^(?:${[own, also].filter(Boolean).join('|')})$`, 'iu')] as const
);

const labelOf = (text: string): Label | null =>
	LABELS.find(([, pattern]) => pattern.test(text.trim().replace('-', ' ')))?.[0] ?? null;
/** A label and what it says: “Hook: jig 14”, “Hook = jig 14”, “Hook - jig 14”. */
const PARTED = /^([^:=]{1,30}?)\s*(?::|=|\s[-–—]\s)(.*)$/su;
/** Another part on the same line, behind a semicolon, or a comma or a space and its label. */
const SAME_LINE =
	/;(?=[^:\n]{1,30}:)|,(?=\s*([\p{L} ]{2,20}):)|\s(?=(\p{L}{3,20}(?: \p{L}{1,20}){0,2}):)/gu;
/** “Tail: marabou with 4 strands of flash”: the flash is a part of its own. */
const WITH_FLASH =
	/^(tails?\s*(?::|=|\s[-–—]\s).*?\S)(?:\s*[,+]\s*|\s+(?:with|and|plus)\s+)((?:\w+\s+)?(?:strands?\s+)?(?:of\s+)?(?:\p{L}+\s+)?flash\S*(?:\s+strands?)?)\s*$/iu;

/** A line's parts. */
function parted(line: string): string[] {
	const mark = line.search(/[:=]/u);
	const cuts = [...line.matchAll(SAME_LINE)].filter(({ index, 1: comma, 2: space }) =>
		space === undefined
			? comma === undefined || labelOf(comma) !== null
			: mark >= 0 && index > mark && labelOf(space) !== null
	);
	return [-1, ...cuts.map(({ index }) => index)].flatMap((from, k) => {
		const part = line.slice(from + 1, cuts[k]?.index);
		const [, tail, flash] = WITH_FLASH.exec(part) ?? [];
		return tail && flash ? [tail, `Flash: ${flash}, tail`] : [part];
	});
}

/**
 * A label without a mark at its one end or the other, or the only one within: “size 14 jig hook”, “hook size 14 jig”,
 * “14 jig hook, barbless”.
 */
function unmarked(text: string): readonly [before: string, after: string] | null {
	const words = text.split(/\s+/u);
	for (const count of [2, 1]) {
		if (words.length <= count) continue;
		const [first, last] = [words.slice(0, count).join(' '), words.slice(-count).join(' ')];
		const [, heads] = /^(.*),$/u.exec(first) ?? [];
		if (heads && labelOf(heads)) return [heads, words.slice(count).join(' ')];
		if (labelOf(last)) return [last, words.slice(0, -count).join(' ')];
		if (labelOf(first)) return [first, words.slice(count).join(' ')];
	}
	const within = [...text.matchAll(WORD)].filter(([word]) => labelOf(word) !== null);
	const [only] = within;
	if (!only || within.length > 1) return null;
	return [only[0], `${text.slice(0, only.index)} ${text.slice(only.index + only[0].length)}`];
}
const WORD = /[\p{L}-]+/gu;

/** Where others are marked one without a mark is a line of a recipe still when it says how large, how many, or none. */
function forgotten(text: string): readonly [before: string, after: string] | null {
	const [first = '', ...others] = text.split(/\s+/u);
	const after = others.join(' ');
	return labelOf(first) && (/\d/u.test(after) || /^none$/iu.test(after)) ? [first, after] : null;
}

/** A part in a numbered list says no more than so many words after its label, where nothing marks it. */
const SHORT = 2;
/** A row of a list without what stands before it; a number stays before what is no part: that is a step. */
function bare(row: string): string {
	const rest = row.replace(NUMBERED, '');
	if (rest === row) return row.replace(BULLET, '');
	const [first = '', ...others] = rest.split(/\s+/u);
	const short = labelOf(first) && others.length > 0 && others.length <= SHORT;
	return labelOf(PARTED.exec(rest)?.[1] ?? '') || forgotten(rest) || short ? rest : row;
}

function drafted(text: string, marked: boolean): Draft {
	const [, before, after] = PARTED.exec(text) ?? [];
	const own = before !== undefined && after !== undefined ? ([before, after] as const) : null;
	const [left = '', right = ''] = (marked ? (own ?? forgotten(text)) : unmarked(text)) ?? [];
	return draftOf(text, left, right);
}

const HEAD = /^head$/iu;
const WOUND = wordPattern('dubbing|dubbed|fur|chenille|wool|yarn|herl|hide strip');

const BEADED = wordPattern('tungsten|brass|bead|cone');
const LEAD = wordPattern('lead');
const PALMERED = wordPattern('palmer(?:ed)?');
/** Labels that say something of what they head: “lead: .015”, “.020 lead, 12 wraps”, “5/32 tungsten cone”. */
const SAYS = wordPattern('lead|wraps|cone(?: ?head)?');

/** What a line is about, where what it says tells more than its label. */
function labelled(before: string, after: string): Label | null {
	const named = labelOf(before);
	// “Head: dubbing” is wound, “Head: lacquer” is not.
	if (named === 'finish' && HEAD.test(before)) {
		if (WOUND.test(after)) return 'head';
		if (BEADED.test(after)) return 'bead';
	}
	if (named === 'underbody' && LEAD.test(after)) return 'coil';
	if (named === 'hackle' && PALMERED.test(after)) return 'palmer';
	return named;
}

function draftOf(text: string, before: string, after: string): Draft {
	const label = labelled(before, after);
	// A label at the end stands behind what it heads.
	const whole = text.startsWith(before) ? `${before} ${after}` : `${after} ${before}`;
	const says = label !== null && SAYS.test(before);
	const phrases = new Phrases(label ? (says ? whole : after) : text);
	if (label === 'palmer') phrases.take(PALMERED);
	if (label !== 'name') phrases.inFigures();
	return { text, label, phrases, assumed: [], asked: [] };
}

/**
 * Reads a recipe as people write it: a line a part, in any order. What it does not say is taken as is usual and
 * named, what is odd is asked about, what says nothing is handed back; nothing is guessed in silence.
 *
 * @param colours names of colours that are known
 * @returns the fly; or why this is no recipe
 */
export function readPattern(
	text: string,
	colours: readonly string[] = []
): PatternRead | { readonly fault: string } {
	if (text.length > LONGEST) {
		return {
			fault: `This has ${text.length.toLocaleString('en')} characters; a recipe has a page at most. Paste one recipe alone.`
		};
	}
	const rows = text
		.split(/\r?\n/u)
		.flatMap((row) => (row.length > LONGEST_LINE ? [row] : parted(bare(row))))
		.map((row) => row.trim())
		.filter((row) => row && !HEADING.test(row));
	const notes: string[] = [];
	const drafts: Draft[] = [];
	// Whoever marks one label marks them all: what has none is then a remark.
	const marked = rows.some(
		(row) => row.length <= LONGEST_LINE && labelOf(PARTED.exec(row)?.[1] ?? '') !== null
	);
	for (const row of rows) {
		const draft = row.length > LONGEST_LINE ? draftOf(row, '', '') : drafted(row, marked);
		const isStep = NUMBERED.test(row);
		const words = row.replace(isStep ? NUMBERED : REMARKS, '').trim();
		if (isStep || (!draft.label && REMARKS.test(row))) notes.push(words || row);
		else drafts.push(draft);
	}
	const of = (label: Label) => drafts.find((draft) => draft.label === label);
	if (!drafts.some(({ label }) => label !== null && label !== 'name')) {
		return {
			fault:
				'No line of a recipe was found. Write a line a part, such as “Hook: jig #14”, “Bead: 2.8 tungsten slotted”, “Body: herl”.'
		};
	}
	const named: Partial<Record<Coloured, string>> = {};
	for (const part of coloured) {
		const said = of('colours')?.phrases.take(wordPattern(`${part} (${colours.join('|')})`));
		// “Head: black” is the line of the finish where nothing is wound.
		const own = of(part) ?? (part === 'head' ? of('finish') : undefined);
		const found = said?.[1]?.toLowerCase() ?? own?.phrases.among(colours);
		if (found) named[part] = found;
	}
	const { recipe, unnamed } = recipeOf(of);
	// The first line is the name where it is no part of the fly, by a label or by a measure.
	const [top] = drafts;
	const heads = top?.label === null && !MEASURED.test(top.text) ? top : undefined;
	const name = of('name')?.phrases.rest() ?? heads?.text ?? '';
	const lines = drafts.map((draft): PatternLine => {
		const { text, label, assumed, asked, phrases } = draft;
		const isName = label === 'name' || draft === heads;
		const again = label !== null && of(label) !== draft;
		return {
			text,
			label,
			assumed,
			asked: again ? [`There are two lines of this; only the first counts.`] : asked,
			unknown: isName ? [] : label ? (again ? [] : phrases.left()) : [text]
		};
	});
	return {
		name,
		recipe,
		lines,
		unnamed,
		notes: notes.join('\n'),
		asked: of('hook') ? [] : ['On which hook? A straight one of size 14 is taken until you say.'],
		colours: named
	};
}

/** A measure, a size, or a label that is none here: “#12 2xl”, “B: 4.0 mm”. */
const MEASURED = /#\s*\d|\d\s*(?:mm|xl|x\b|\/)|(?:^|\s)\.\d|:/iu;

type Of = (label: Label) => Draft | undefined;

function recipeOf(of: Of): Pick<PatternRead, 'recipe' | 'unnamed'> {
	const hook = hookOf(of('hook'));
	const metal: Recipe = {
		hook,
		bead: beadOf(of('bead'), hook),
		coil: coilOf(of('coil'), hook),
		dressing: {
			fullness: of('dressing')?.phrases.among(fullnesses) ?? 'medium'
		}
	};
	const weighed = of('weighed')?.phrases.quantity('', 'g');
	const base: Recipe = {
		...metal,
		...(weighed !== undefined && { weighed: weighed * GRAM })
	};
	const list = (label: Label) =>
		(of(label)?.phrases.rest() ?? '').split(',').map((word) => word.trim().toLowerCase());
	const isIn = (words: readonly string[], part: DressingPart) => words.includes(partWords[part]);
	const [usual, none] = [list('usual'), list('without')];
	of('usual')?.phrases.take(/.+/su);
	of('without')?.phrases.take(/.+/su);
	const parts: Partial<Record<DressingPart, unknown>> = {};
	const unnamed: DressingPart[] = [];
	for (const part of tiedParts) {
		const draft = of(part);
		if (draft) parts[part] = partOf(part, draft, base);
		else if (isIn(none, part)) parts[part] = null;
		else if (!isIn(usual, part)) unnamed.push(part);
	}
	const thread = of('thread');
	if (thread) parts.thread = threadOf(thread, base);
	const finish = of('finish');
	if (finish) parts.finish = finishOf(finish);
	const dressed = tiedParts.some((part) => of(part));
	if (dressed) for (const part of unnamed) parts[part] = null;
	const there = dressed
		? unnamed.filter((part) => dressingOf(base)[part] !== null || part === 'legs')
		: unnamed.filter((part) => dressingOf(base)[part] !== null);
	return {
		recipe: { ...base, ...parts } as Recipe,
		unnamed:
			there.length > 0
				? { parts: there.map((part) => partWords[part]), as: dressed ? 'none' : 'usual' }
				: null
	};
}
