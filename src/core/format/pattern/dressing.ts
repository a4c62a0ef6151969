import {
	dressingOf,
	finishKinds,
	firstOf,
	ofKind,
	partNames,
	partWords,
	tagKinds,
	threadField,
	thoraxKinds,
	type Dressing,
	type DressingPart,
	type FinishChoice,
	type Recipe
} from '../../fly/index';
import { MILLIMETRE } from '../../quantity/index';
import { NONE, sized, type Draft } from './draft';
import type { Phrases } from './phrases';
import { wordPattern, written } from './words';

/** Parts that may be left out. */
export type TiedPart = Exclude<DressingPart, 'thread' | 'finish'>;
const ALWAYS: readonly string[] = ['hook', 'bead', 'coil', 'thread', 'finish'];
export const tiedParts = partNames.filter((part): part is TiedPart => !ALWAYS.includes(part));

export function threadOf(draft: Draft, base: Recipe): Dressing['thread'] {
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

export function finishOf({ phrases }: Draft): FinishChoice {
	if (NONE.test(phrases.rest())) phrases.take(/.*/su);
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

/** Turns of thread beneath a tail. */
const UNDER_IT =
	/(\d+)\s*(?:thread\s+)?(?:turns?|wraps?)(?:\s+of\s+thread)?\s+(?:under(?:neath)?|beneath)(?:\s+(?:it|the tail))?/iu;
/** Wings and horns are always two. */
const A_PAIR = wordPattern('two|a pair of|pair of|2(?=\\s+(?!fib|strand|shank)\\p{L})');

/** What each part of the dressing says besides its kind, and how it is called where it is taken as is usual. */
type Found = Readonly<Record<string, unknown>>;
const PART_READERS: Readonly<Record<TiedPart, (phrases: Phrases) => Found>> = {
	tail: (p) => {
		const under = p.take(UNDER_IT);
		const parted = p.kind(written.parted);
		return {
			...(under && { under: Number(under[1]) }),
			...(parted && { parted }),
			...strands('tail')(p)
		};
	},
	legs: strands('legs'),
	wings: (p) => {
		p.take(A_PAIR);
		return {
			at: p.share('at', 'shank'),
			length: p.share('', 'shank'),
			kind: p.kind(written.wings),
			fibres: p.count('fib(?:re|er)s?|strands?')
		};
	},
	horns: (p) => {
		p.take(A_PAIR);
		return { length: p.share('', 'shank'), kind: p.kind(written.legs) };
	},
	flash: (p) => ({
		place: p.kind(written.flashPlace),
		length: p.share('', 'shank'),
		kind: p.kind(written.flash),
		strands: p.count('(?:strands?)?')
	}),
	tag: (p) => ({
		length: p.share('over', 'of the room'),
		thickness: p.share('', 'gape thick'),
		kind: p.kind(written.body)
	}),
	rib,
	secondRib: rib,
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
	back: (p) => ({ rib: p.kind(written.backLie), kind: p.kind(written.back) }),
	palmer: (p) => ({ wound: p.kind(written.wound), ...feather(p) }),
	rearThorax: thoraxPart('of the thorax'),
	thorax: (p) => ({ thickness: p.share('', 'gape thick'), kind: p.kind(written.body) }),
	frontThorax: thoraxPart('of the thorax'),
	head: thoraxPart('of the gap'),
	wingCase: (p) => ({
		at: p.share('at', 'shank'),
		length: p.share('', 'shank'),
		kind: p.kind(written.strip)
	}),
	hackle: feather,
	collar: feather,
	thirdCollar: feather
};

function rib(p: Phrases): Found {
	const against = p.take(wordPattern('(against|counter|with)(?: the body)?'));
	return {
		pitch: p.kind(written.pitch),
		length: p.share('over', 'of the room'),
		turns: p.count('turns?|wraps?'),
		...(against && { against: !/with/iu.test(against[0]) }),
		wire: p.quantity('', 'mm', MILLIMETRE),
		kind: p.kind(written.rib)
	};
}

function thoraxPart(of: string) {
	return (p: Phrases): Found => ({
		length: p.share('over', of),
		thickness: p.share('', 'gape thick'),
		kind: p.kind(written.body)
	});
}

/** “3 pairs” are six. */
function inPairs(p: Phrases): number | undefined {
	const pairs = p.count('pairs?');
	return pairs === undefined ? undefined : 2 * pairs;
}

function strands(part: 'tail' | 'legs') {
	return (p: Phrases): Found => ({
		at: p.share('at', 'shank'),
		length: p.share('', 'shank'),
		kind: p.kind(written[part]),
		fibres: inPairs(p) ?? p.count('')
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
	strands: 'how many',
	place: 'where it lies',
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
	rearThorax: thoraxKinds,
	thorax: thoraxKinds,
	frontThorax: thoraxKinds,
	head: thoraxKinds
};

const isRib = (part: TiedPart) => part === 'rib' || part === 'secondRib';

export function partOf(part: TiedPart, draft: Draft, base: Recipe): Dressing[typeof part] {
	if (NONE.test(draft.phrases.rest())) {
		draft.phrases.take(/.*/su);
		return null;
	}
	const found = { ...PART_READERS[part](draft.phrases) };
	if (SOME[part] && found.kind !== undefined && !SOME[part].includes(found.kind as string)) {
		draft.asked.push(`A ${partWords[part]} is not tied of that here.`);
		delete found.kind;
	}
	if (found.kind === undefined) draft.asked.push('Of what is it? Taken as is usual until you say.');
	const usual = firstOf(base, part);
	const kept: Record<string, unknown> = {
		...(found.kind === undefined ? usual : ofKind(base, part, usual, found.kind as string))
	};
	// What is only said where it is not as usual.
	for (const key of ['at', ...(isRib(part) || part === 'underbody' ? ['length'] : [])])
		delete kept[key];
	const missing: string[] = [];
	for (const [key, value] of Object.entries(found)) {
		if (value !== undefined) kept[key] = value;
		else if (key !== 'kind' && key in kept) missing.push(AMOUNT_WORDS[key] ?? key);
	}
	if (isRib(part) && !('against' in found)) missing.push(AMOUNT_WORDS.against!);
	if (missing.length > 0) draft.assumed.push(`${missing.join(', ')} as is usual`);
	return kept as never;
}
