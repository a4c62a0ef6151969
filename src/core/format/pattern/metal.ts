import { beadMetalWords, isJig, usualCoilWire, type Recipe } from '../../fly/index';
import {
	beadDiameterField,
	coilWireField,
	GRAM,
	MILLIMETRE,
	readHookSize,
	readXStep
} from '../../quantity/index';
import { NONE, sized, type Draft } from './draft';
import { wordPattern, written } from './words';

const X_WORDS = [
	['long|short|l', 'length'],
	['heavy|fine|strong|light|h|f', 'wire']
] as const;

/** “3xl”, “2x strong” as steps are written here. */
const X_IN_FULL = { strong: 'heavy', light: 'fine', l: 'long', h: 'heavy', f: 'fine' };

export function hookOf(draft: Draft | undefined): Recipe['hook'] {
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
			const plain = Object.entries(X_IN_FULL).reduce(
				(text, [short, full]) => text.replace(wordPattern(`(\\d\\s*x)?\\s*${short}`), `$1 ${full}`),
				found[0]
			);
			const reading = readXStep(plain, kind);
			if (reading.kind === 'value') steps[kind] = reading.value;
			else if (reading.kind === 'wrong') asked.push(reading.message);
		}
	};
	// “2X long” before “long shank”, and that before “long”.
	stepped((words) => `\\d\\s*x\\s*(?:${words})`);
	const style = phrases.kind(written.style);
	stepped((words) => words.replace(/(\|\w)+$/u, ''));
	const sizes = phrases.take(
		/(?:#|no\.?|sizes?)?\s*(\d{1,2})\s*(?:-|–|to|or|\/)\s*#?(?!0)(\d{1,2})(?![\d.]*\s*(?:mm|x|°|\/))/iu
	);
	const size = sizes ?? phrases.take(/(?:#|no\.?|size)?\s*(\d{1,3})(?![\d.]*\s*(?:mm|x|°|\/))/iu);
	const reading = size && readHookSize(size[1]!);
	if (sizes)
		asked.push(`Which size, ${sizes[1]} to ${sizes[2]}? ${sizes[1]} is taken until you say.`);
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

/** “2.8-3.3 mm”: two sizes, of which one can be tied. */
const RANGE =
	/(?<![\d./])(\d+(?:\.\d+)?)\s*(?:mm)?\s*(?:-|–|to|or)\s*(\d+(?:\.\d+)?)\s*(mm)(?![\p{L}\d°])/iu;

export function beadOf(draft: Draft | undefined, hook: Recipe['hook']): Recipe['bead'] {
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
	const range = phrases.take(RANGE);
	if (range)
		asked.push(`Which size, ${range[1]} to ${range[2]}? ${range[1]} is taken until you say.`);
	const size = range ? [range[0], range[1], range[3]] : phrases.take(LENGTH);
	const diameter = size && sized(draft, `${size[1]!} ${size[2] ?? ''}`, beadDiameterField);
	if (!metal)
		asked.push(
			'Is the bead tungsten or brass? Tungsten is taken until you say: it weighs twice as much.'
		);
	const other = metal && phrases.kind(written.metal);
	if (other)
		asked.push(
			`Is the bead ${beadMetalWords[metal]} or ${beadMetalWords[other]}? It is taken as ${beadMetalWords[metal]} until you say.`
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

export function coilOf(draft: Draft | undefined, hook: Recipe['hook']): Recipe['coil'] {
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
	phrases.take(wordPattern('wire'));
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
