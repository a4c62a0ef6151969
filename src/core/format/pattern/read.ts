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
	/** Colours that were named, by the part. */
	readonly colours: Readonly<Partial<Record<Coloured, string>>>;
}

/** A text that is longer is no recipe, characters. */
const LONGEST = 20_000;
const REMARKS = /^(?:steps?|tying|notes?|remarks?|method|\d+[.)])\b[\s:.)]*/iu;

const LABELS = (Object.entries(labels) as [Label, readonly [string, string]][]).map(
	([label, [own, also]]) =>
		[label, new RegExp(`^(?:${[own, also].filter(Boolean).join('|')})$`, 'iu')] as const
);

const labelOf = (text: string): Label | null =>
	LABELS.find(([, pattern]) => pattern.test(text.trim()))?.[0] ?? null;
/** A label and what it says: “Hook: jig 14”, “Hook = jig 14”, “Hook - jig 14”. */
const PARTED = /^([^:=]{1,30}?)\s*(?::|=|\s[-–—]\s)(.*)$/su;
/** Another part on the same line, behind a semicolon, or a comma and its label. */
const SAME_LINE = /;(?=[^:\n]{1,30}:)|,(?=\s*([\p{L} ]{2,20}):)/u;

/** A line's parts. */
function parted(line: string): string[] {
	const cut = SAME_LINE.exec(line);
	if (!cut || (cut[1] !== undefined && !labelOf(cut[1]))) return [line];
	return [line.slice(0, cut.index), ...parted(line.slice(cut.index + 1))];
}

/** A label without a mark at its one end or the other: “size 14 jig hook”, “hook size 14 jig”. */
function unmarked(text: string): readonly [before: string, after: string] | null {
	const words = text.split(/\s+/u);
	for (const count of [2, 1]) {
		if (words.length <= count) continue;
		const [first, last] = [words.slice(0, count).join(' '), words.slice(-count).join(' ')];
		if (labelOf(last)) return [last, words.slice(0, -count).join(' ')];
		if (labelOf(first)) return [first, words.slice(count).join(' ')];
	}
	return null;
}

function drafted(text: string, marked: boolean): Draft {
	const [, before, after] = PARTED.exec(text) ?? [];
	const [left = '', right = ''] = marked ? [before, after] : (unmarked(text) ?? []);
	return draftOf(text, left, right);
}

const HEAD = /^head$/iu;
const WOUND = wordPattern('dubbing|dubbed|fur|chenille|wool|yarn|herl|hide strip');

function draftOf(text: string, before: string, after: string): Draft {
	const named = labelOf(before);
	// “Head: dubbing” is wound, “Head: lacquer” is not.
	const label = named === 'finish' && HEAD.test(before) && WOUND.test(after) ? 'head' : named;
	// “Lead: .015” says the metal by its label.
	const said = label === 'coil' && /lead/iu.test(before) ? `${before} ${after}` : after;
	return { text, label, phrases: new Phrases(label ? said : text), assumed: [], asked: [] };
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
		.flatMap(parted)
		.map((row) => row.replace(/^\s*[-•*·]\s+/u, '').trim())
		.filter(Boolean);
	const notes: string[] = [];
	const drafts: Draft[] = [];
	// Whoever marks one label marks them all: what has none is then a remark.
	const marked = rows.some((row) => labelOf(PARTED.exec(row)?.[1] ?? '') !== null);
	for (const row of rows) {
		const draft = drafted(row, marked);
		if (!draft.label && REMARKS.test(row)) notes.push(row.replace(REMARKS, '').trim() || row);
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
	const first = drafts.findIndex(({ label }) => label !== null);
	const name =
		of('name')?.phrases.rest() ??
		drafts
			.slice(0, Math.max(0, first))
			.map((draft) => draft.text)
			.join(' ');
	const lines = drafts.map((draft, i): PatternLine => {
		const { text, label, assumed, asked, phrases } = draft;
		const isName = label === 'name' || i < first;
		const again = label !== null && of(label) !== draft;
		return {
			text,
			label,
			assumed,
			asked: again ? [`There are two lines of this; only the first counts.`] : asked,
			unknown: isName ? [] : label ? (again ? [] : phrases.left()) : [text]
		};
	});
	return { name, recipe, lines, unnamed, notes: notes.join('\n'), colours: named };
}

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
