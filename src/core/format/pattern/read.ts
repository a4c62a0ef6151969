import {
	firstOf,
	dressingOf,
	finishKinds,
	fullnesses,
	isJig,
	partWords,
	tagKinds,
	threadField,
	type Dressing,
	type DressingPart,
	type FinishChoice,
	type Recipe,
	thoraxKinds,
	usualCoilWire
} from '../../fly/index';
import {
	beadDiameterField,
	coilWireField,
	GRAM,
	MILLIMETRE,
	readHookSize,
	readQuantity,
	readXStep,
	type QuantityField
} from '../../quantity/index';
import { Phrases } from './phrases';
import { coloured, labels, wordPattern, written, type Coloured, type Label } from './words';

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
const DRESSING_PARTS: readonly Exclude<DressingPart, 'thread' | 'finish'>[] = [
	'tail',
	'tag',
	'rib',
	'underbody',
	'body',
	'back',
	'palmer',
	'thorax',
	'wingCase',
	'legs',
	'hackle',
	'collar'
];
const REMARKS = /^(?:steps?|tying|notes?|remarks?|method|\d+[.)])\b[\s:.)]*/iu;

/** A line while it is read. */
interface Draft {
	readonly text: string;
	readonly label: Label | null;
	readonly phrases: Phrases;
	readonly assumed: string[];
	readonly asked: string[];
}

const LABELS = (Object.entries(labels) as [Label, readonly [string, string]][]).map(
	([label, [own, also]]) =>
		[label, new RegExp(`^(?:${[own, also].filter(Boolean).join('|')})$`, 'iu')] as const
);

function drafted(text: string): Draft {
	const [, before = '', after = ''] = /^([^:]{1,30}):(.*)$/su.exec(text) ?? [];
	const label = LABELS.find(([, pattern]) => pattern.test(before.trim()))?.[0] ?? null;
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
		.split(/\r?\n|;(?=[^:\n]{1,30}:)/u)
		.map((row) => row.replace(/^\s*[-•*·]\s+/u, '').trim())
		.filter(Boolean);
	const notes: string[] = [];
	const drafts: Draft[] = [];
	for (const row of rows) {
		const draft = drafted(row);
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
		const found = said?.[1]?.toLowerCase() ?? of(part)?.phrases.among(colours);
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
	for (const part of DRESSING_PARTS) {
		const draft = of(part);
		if (draft) parts[part] = partOf(part, draft, base);
		else if (isIn(none, part)) parts[part] = null;
		else if (!isIn(usual, part)) unnamed.push(part);
	}
	const thread = of('thread');
	if (thread) parts.thread = threadOf(thread, base);
	const finish = of('finish');
	if (finish) parts.finish = finishOf(finish);
	const dressed = DRESSING_PARTS.some((part) => of(part));
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

const NONE = /^\s*(?:none|no|without|-|–)?\s*(?:bead|wire|weight)?\s*$/iu;

/** A typed size: what is odd is asked, and taken to the letter where that can be. */
function sized(draft: Draft, text: string, field: QuantityField): number | undefined {
	const reading = readQuantity(text, field);
	if (reading.kind === 'value') return reading.value;
	draft.asked.push(reading.kind === 'question' ? reading.question : reading.message);
	return reading.kind === 'question' ? (reading.literal ?? reading.likely).value : undefined;
}

const X_WORDS = [
	['long|short', 'length'],
	['heavy|fine|strong|light', 'wire']
] as const;

function hookOf(draft: Draft | undefined): Recipe['hook'] {
	if (!draft) return { style: 'straight', size: 14, lengthX: 0, wireX: 0 };
	const { phrases, assumed, asked } = draft;
	const measured = {
		wire: phrases.quantity('wire', 'mm'),
		shank: phrases.quantity('shank', 'mm'),
		gape: phrases.quantity('gape', 'mm'),
		mass: phrases.quantity('weighs', 'g')
	};
	const eye = phrases.take(/eye(?=\s+(?:across|in the))/iu) && phrases.kind(written.eye);
	const barb = phrases.take(wordPattern('barbless|barbed'));
	const steps = { length: 0, wire: 0 };
	const stepped = (pattern: (words: string) => string) => {
		for (const [words, kind] of X_WORDS) {
			const found = phrases.take(wordPattern(pattern(words)));
			if (!found) continue;
			const plain = found[0].replace(/strong/iu, 'heavy').replace(/light/iu, 'fine');
			const reading = readXStep(plain, kind);
			if (reading.kind === 'value') steps[kind] = reading.value;
			else if (reading.kind === 'wrong') asked.push(reading.message);
		}
	};
	// “2X long” before “long shank”, and that before “long”.
	stepped((words) => `\\d\\s*x\\s*(?:${words})`);
	const style = phrases.kind(written.style);
	stepped((words) => words);
	const size = phrases.take(/(?:#|no\.?|size)?\s*(\d{1,3})(?![\d.]*\s*(?:mm|x|°|\/))/iu);
	const reading = size && readHookSize(size[1]!);
	if (!size) asked.push('Which size is the hook? 14 is taken until you say.');
	else if (reading && reading.kind !== 'value') {
		asked.push(reading.kind === 'wrong' ? reading.message : reading.question);
	}
	if (!style) assumed.push('a straight hook');
	const given = Object.fromEntries(
		Object.entries(measured)
			.filter(([, value]) => value !== undefined)
			.map(([key, value]) => [key, value! * (key === 'mass' ? GRAM : MILLIMETRE)])
	);
	return {
		style: style ?? 'straight',
		size:
			reading?.kind === 'value'
				? reading.value
				: reading?.kind === 'question'
					? reading.likely.value
					: 14,
		lengthX: steps.length,
		wireX: steps.wire,
		...(barb && { barbed: /barbed/iu.test(barb[0]) }),
		...(eye && { eye }),
		...(Object.keys(given).length > 0 && { measured: given })
	};
}

const LENGTH =
	/(?<![\d.])((?:\d+[\s-])?\d+\s*\/\s*\d+|\d*[.,]?\d+(?:e-?\d+)?)\s*(mm|"|″|in(?:ch(?:es)?)?|thou(?:sandths?)?)?(?![\p{L}\d°])/iu;

function beadOf(draft: Draft | undefined, hook: Recipe['hook']): Recipe['bead'] {
	if (!draft || NONE.test(draft.phrases.rest())) {
		draft?.phrases.take(/.*/su);
		return null;
	}
	const { phrases, assumed, asked } = draft;
	const cc = phrases.take(/([\d.]+)\s*g\/cm³/iu);
	const turned = phrases.take(/slot turned ([\d.e-]+)°/iu);
	const more = {
		bore: phrases.quantity('bore', 'mm'),
		recess: phrases.quantity('recess', 'mm'),
		slot: phrases.quantity('slot', 'mm'),
		weighed: phrases.quantity('weighs', 'g')
	};
	const metal = phrases.kind(written.metal);
	const shape = phrases.kind(written.shape);
	const size = phrases.take(LENGTH);
	const diameter = size && sized(draft, `${size[1]!} ${size[2] ?? ''}`, beadDiameterField);
	if (!metal)
		asked.push(
			'Is the bead tungsten or brass? Tungsten is taken until you say: it weighs twice as much.'
		);
	if (diameter === undefined || diameter === null) {
		asked.push('How large is the bead? 2.8 mm is taken until you say.');
	}
	if (!shape) assumed.push(isJig(hook) ? 'a slotted bead, for a jig' : 'a round bead');
	const given = Object.fromEntries(
		Object.entries(more)
			.filter(([, value]) => value !== undefined)
			.map(([key, value]) => [key, value! * (key === 'weighed' ? GRAM : MILLIMETRE)])
	);
	return {
		metal: metal ?? 'tungsten',
		shape: shape ?? (isJig(hook) ? 'slotted' : 'round'),
		diameter: diameter ?? 2.8 * MILLIMETRE,
		...(cc && { density: Number(cc[1]) * 1000 }),
		...(turned && { slotTurn: Number(turned[1]) }),
		...given
	};
}

function coilOf(draft: Draft | undefined, hook: Recipe['hook']): Recipe['coil'] {
	if (!draft || NONE.test(draft.phrases.rest())) {
		draft?.phrases.take(/.*/su);
		return null;
	}
	const { phrases, assumed, asked } = draft;
	const over = phrases.take(wordPattern('(\\d+)\\s*(?:turns?|wraps?) over them'));
	const turns = phrases.take(/(?:[x×]\s*(\d+))|(?:(\d+)\s*(?:turns?|wraps?|winds?))/iu);
	const measured = phrases.take(wordPattern('(not )?measured'));
	const place = phrases.kind(written.place);
	const metal = phrases.kind(written.coilMetal);
	const size = phrases.take(LENGTH);
	const wire = size && sized(draft, `${size[1]!} ${size[2] ?? ''}`, coilWireField);
	if (!metal) assumed.push('lead');
	if (!turns) asked.push('How many turns of wire? Six are taken until you say.');
	if (!wire) assumed.push('wire as thick as the hook’s');
	return {
		metal: metal ?? 'lead',
		wire: wire ?? usualCoilWire(hook.size),
		turns: turns ? Number(turns[1] ?? turns[2]) : 6,
		...(place && { place }),
		...(over && { second: Number(over[1]) }),
		...(measured && { measured: !measured[1] })
	};
}

function threadOf(draft: Draft, base: Recipe): Dressing['thread'] {
	const { phrases } = draft;
	const usual = dressingOf(base).thread;
	const aught = phrases.take(/\d+\/0/u);
	const denier = aught?.[0] ?? phrases.take(/([\d.]+)\s*(?:den(?:ier)?|d)(?![\p{L}\d])/iu)?.[1];
	const dam = phrases.take(wordPattern('no dam|dam'));
	const layers = phrases.count('layers?');
	const turns = phrases.count('turns?');
	if (!denier) draft.assumed.push(`${usual.denier} denier`);
	return {
		...usual,
		...(denier && { denier: sized(draft, denier, threadField) ?? usual.denier }),
		...(layers !== undefined && { baseLayers: layers }),
		...(turns !== undefined && { headTurns: turns }),
		...(dam && { dam: !/no/iu.test(dam[0]) })
	};
}

function finishOf({ phrases }: Draft): FinishChoice {
	const gap = phrases.take(/gap of ([\d.e-]+) eyes?/iu);
	const finish = { glue: 0, resin: 0, lacquer: 0 };
	const ways = { glue: 'glue|super ?glue', resin: 'resin|uv', lacquer: 'lacquer|varnish|cement' };
	for (const kind of finishKinds) {
		const counted = phrases.take(
			wordPattern(`(\\d+)\\s*(?:drops?|coats?) of (?:${ways[kind]})|(?:${ways[kind]})`)
		);
		if (counted) finish[kind] = counted[1] === undefined ? 1 : Number(counted[1]);
	}
	return { ...finish, ...(gap && { gap: Number(gap[1]) }) };
}

/** What each part of the dressing says besides its kind, and how it is called where it is taken as is usual. */
type Found = Readonly<Record<string, unknown>>;
const PART_READERS: Readonly<Record<(typeof DRESSING_PARTS)[number], (phrases: Phrases) => Found>> =
	{
		tail: strands('tail'),
		legs: strands('legs'),
		tag: (p) => ({
			length: p.share('over', 'of the room'),
			thickness: p.share('', 'gape thick'),
			kind: p.kind(written.body)
		}),
		rib: (p) => {
			const against = p.take(wordPattern('(against|counter|with)(?: the body)?'));
			return {
				length: p.share('over', 'of the room'),
				turns: p.count('turns?|wraps?'),
				...(against && { against: !/with/iu.test(against[0]) }),
				wire: p.quantity('', 'mm', MILLIMETRE),
				kind: p.kind(written.rib)
			};
		},
		underbody: (p) => ({
			length: p.share('over', 'of the room'),
			thickness: p.share('', 'gape thick'),
			kind: p.kind(written.underbody)
		}),
		body: (p) => ({
			length: p.share('over', 'of the room'),
			thickness: p.share('', 'gape thick'),
			shape: p.kind(written.bodyShape),
			kind: p.kind(written.body)
		}),
		back: (p) => ({ rib: p.kind(written.backLie), kind: p.kind(written.strip) }),
		palmer: (p) => ({ wound: p.kind(written.wound), ...feather(p) }),
		thorax: (p) => ({ thickness: p.share('', 'gape thick'), kind: p.kind(written.body) }),
		wingCase: (p) => ({
			at: p.share('at', 'shank'),
			length: p.share('', 'shank'),
			kind: p.kind(written.strip)
		}),
		hackle: feather,
		collar: feather
	};

function strands(part: 'tail' | 'legs') {
	return (p: Phrases): Found => ({
		at: p.share('at', 'shank'),
		length: p.share('', 'shank'),
		kind: p.kind(written[part]),
		fibres: p.count('')
	});
}

function feather(p: Phrases): Found {
	return {
		at: p.share('at', 'shank'),
		length: p.share('', 'shank'),
		turns: p.count('turns?|wraps?'),
		lie: p.kind(written.lie),
		kind: p.kind(written.hackle)
	};
}

const AMOUNT_WORDS: Readonly<Record<string, string>> = {
	kind: 'material',
	fibres: 'how many',
	turns: 'turns',
	length: 'length',
	thickness: 'thickness',
	wire: 'wire',
	shape: 'shape',
	lie: 'how it lies',
	wound: 'which way it is wound',
	against: 'which way it is wound',
	rib: 'how it lies to the rib'
};
/** Tag and thorax are of a few kinds of what bodies are of. */
const SOME: Readonly<Partial<Record<string, readonly string[]>>> = {
	tag: tagKinds,
	thorax: thoraxKinds
};

function partOf(
	part: (typeof DRESSING_PARTS)[number],
	draft: Draft,
	base: Recipe
): Dressing[typeof part] {
	if (NONE.test(draft.phrases.rest())) {
		draft.phrases.take(/.*/su);
		return null;
	}
	const usual = firstOf(base, part) as unknown as Record<string, unknown>;
	const found = { ...PART_READERS[part](draft.phrases) };
	if (SOME[part] && found.kind !== undefined && !SOME[part].includes(found.kind as string)) {
		draft.asked.push(`A ${partWords[part]} is not tied of that here.`);
		delete found.kind;
	}
	if (found.kind === undefined) draft.asked.push('Of what is it? Taken as is usual until you say.');
	const kept: Record<string, unknown> = { ...usual };
	// What is only said where it is not as usual.
	for (const key of ['at', ...(part === 'rib' || part === 'underbody' ? ['length'] : [])])
		delete kept[key];
	const missing: string[] = [];
	for (const [key, value] of Object.entries(found)) {
		if (value !== undefined) kept[key] = value;
		else if (key !== 'kind' && key in kept) missing.push(AMOUNT_WORDS[key] ?? key);
	}
	if (part === 'rib' && !('against' in found)) missing.push(AMOUNT_WORDS.against!);
	if (missing.length > 0) draft.assumed.push(`${missing.join(', ')} as is usual`);
	return kept as never;
}
