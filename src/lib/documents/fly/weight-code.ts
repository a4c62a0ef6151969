import { beadDiameterField, GRAM, math, MILLIMETRE, shown } from '$core/quantity/index';
import {
	colouredParts,
	flyColourNames,
	flyColours,
	type ColouredPart,
	type FlyColour,
	type FlyColouring
} from './about';

/** How a tier tells the weights in a box apart: which colour of a part stands for which weight, or which bead. */
export interface WeightCode {
	readonly part: ColouredPart;
	readonly by: CodeMeasure;
	/** The lightest, or the smallest, first. */
	readonly steps: readonly CodeStep[];
}
export const codeMeasures = ['weight', 'bead'] as const;
export type CodeMeasure = (typeof codeMeasures)[number];

export interface CodeStep {
	readonly colour: FlyColour;
	/** Its upper end, itself still in it: g of a weight, mm of a bead. The last has none. */
	readonly upTo?: number;
}
/** Colours of one code. */
export const MOST_STEPS = 8;

/** What a code looks at of a fly. */
export interface Coded {
	/** g */
	readonly massG: number;
	/** mm; null without a bead */
	readonly beadMm: number | null;
}

/** In which step of a code a fly is; null where it has nothing that is measured. */
export function stepOf({ by, steps }: WeightCode, { massG, beadMm }: Coded): number | null {
	const value = by === 'weight' ? massG : beadMm;
	if (value === null) return null;
	return steps.findIndex(({ upTo }) => upTo === undefined || value <= upTo);
}

/** "up to 0.2 g", "2.5 to 3 mm", "over 0.4 g" */
export function stepWords({ by, steps }: WeightCode, k: number): string {
	const say = (value: number) =>
		by === 'weight'
			? shown.mass.words(value * GRAM, 3)
			: beadDiameterField.show(value * MILLIMETRE);
	const from = steps[k - 1]?.upTo;
	const to = steps[k]!.upTo;
	if (from === undefined) return to === undefined ? `any ${by}` : `up to ${say(to)}`;
	return to === undefined ? `over ${say(from)}` : `${say(from)} to ${say(to)}`;
}

/** Below this difference two colours look alike in a box under a lamp (our choice). */
const ALIKE = 0.11;

/** Whether two colours look alike in the box, at a glance and in poor light. */
export function alike(a: FlyColour, b: FlyColour): boolean {
	const [p, q] = [oklab(flyColours[a]), oklab(flyColours[b])];
	return math.hypot(math.hypot(p[0] - q[0], p[1] - q[1]), p[2] - q[2]) < ALIKE;
}

/**
 * Of an sRGB colour: lightness, green to red, blue to yellow.
 * Source: B. Ottosson, A perceptual color space for image processing (2020), and IEC 61966-2-1 for sRGB.
 */
function oklab(hex: string): readonly [number, number, number] {
	const [r, g, b] = [1, 3, 5].map((at) => {
		const c = parseInt(hex.slice(at, at + 2), 16) / 255;
		return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
	}) as [number, number, number];
	const l = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
	const m = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
	const s = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
	return [
		0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
		1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
		0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s
	];
}

/** What cannot be of a code, by step; null where a step is as it should be. */
export const codeFaults = ({ steps }: WeightCode): (string | null)[] =>
	steps.map(({ upTo }, k) => {
		const before = steps[k - 1]?.upTo;
		if (k < steps.length - 1 && upTo === undefined) return 'Only the last has no upper end.';
		return upTo !== undefined && before !== undefined && upTo <= before
			? 'It must end above the one before.'
			: null;
	});

/** What an eye may take for another step, by step; null where a colour stands out. */
export const codeWarnings = ({ steps }: WeightCode): (string | null)[] =>
	steps.map(({ colour }, k) => {
		const like = steps.slice(0, k).find((other) => alike(other.colour, colour));
		if (!like) return null;
		return like.colour === colour
			? `Two steps are ${colour}.`
			: `${like.colour} and ${colour} look alike in the box.`;
	});

/** As far apart as colours go, in the order in which they are handed out (our choice). */
const FAR_APART: readonly FlyColour[] = [
	'white',
	'chartreuse',
	'orange',
	'red',
	'purple',
	'black',
	'pink',
	'blue'
];

/**
 * A code for some weights, or beads: one step for each that differs, its end half way to the next (as a ratio, since
 * weights are told apart by their ratio).
 *
 * @param values g or mm @param used colours that are taken already, lightest first
 */
export function proposedCode(
	part: ColouredPart,
	by: CodeMeasure,
	values: readonly number[],
	used: readonly FlyColour[] = []
): WeightCode {
	const sorted = [...new Set(values)].sort((a, b) => a - b);
	// Nearer than a tenth they are one weight to the hand.
	let groups = sorted.reduce<number[][]>((found, value) => {
		const last = found.at(-1);
		if (last && value <= 1.1 * last[0]!) last.push(value);
		else found.push([value]);
		return found;
	}, []);
	if (groups.length > MOST_STEPS) {
		groups = Array.from({ length: MOST_STEPS }, (_, k) =>
			sorted.slice(
				Math.floor((k * sorted.length) / MOST_STEPS),
				Math.floor(((k + 1) * sorted.length) / MOST_STEPS)
			)
		);
	}
	const free = [...used, ...FAR_APART, ...flyColourNames].filter(
		(colour, k, all) => !all.slice(0, k).some((other) => alike(other, colour))
	);
	const digits = by === 'weight' ? 1000 : 100;
	const steps = groups.map((group, k): CodeStep => {
		const next = groups[k + 1];
		const colour = free[k % free.length]!;
		if (!next) return { colour };
		return { colour, upTo: Math.round(Math.sqrt(group.at(-1)! * next[0]!) * digits) / digits };
	});
	return { part, by, steps: steps.length > 0 ? steps : [{ colour: free[0]! }] };
}

/** A fly as its colours and its weight stand to a code. */
export interface CodeVerdict {
	/** By the code; null where it says nothing of this fly. */
	readonly colour: FlyColour | null;
	/** What the colour stands for. */
	readonly words: string;
	/** What the fly's own colour says instead, in words; null where it agrees or is not said. */
	readonly contradicts: string | null;
}

/** What a code says of a fly. @param colours as they were said of it */
export function codeOf(code: WeightCode, fly: Coded, colours: FlyColouring = {}): CodeVerdict {
	const k = stepOf(code, fly);
	if (k === null) return { colour: null, words: 'it has no bead', contradicts: null };
	const { colour } = code.steps[k]!;
	const own = colours[code.part];
	const meant = code.steps.findIndex((step) => step.colour === own);
	return {
		colour,
		words: stepWords(code, k),
		contradicts:
			own === undefined || own === colour
				? null
				: meant >= 0
					? `Its ${code.part} is ${own}: by your code that is ${stepWords(code, meant)}.`
					: alike(own, colour)
						? null
						: `Its ${code.part} is ${own}, which your code does not use.`
	};
}

/** A fly of the box, by what the eye sees and what it weighs. */
export interface Seen {
	readonly name: string;
	/** What looks alike however it weighs: hook and bead. */
	readonly look: string;
	readonly colours: FlyColouring;
	readonly massG: number;
}
/** Weights that differ by less fish alike (our choice). */
const APART = 1.2;

/** Two of the box that look alike and weigh apart: an accident waiting. */
export function lookAlikes(flies: readonly Seen[]): (readonly [Seen, Seen])[] {
	const pairs: (readonly [Seen, Seen])[] = [];
	flies.forEach((a, i) => {
		for (const b of flies.slice(i + 1)) {
			if (a.look !== b.look) continue;
			if (Math.max(a.massG, b.massG) < APART * Math.min(a.massG, b.massG)) continue;
			const same = colouredParts.every((part) => {
				const [p, q] = [a.colours[part], b.colours[part]];
				return p === q || (p !== undefined && q !== undefined && alike(p, q));
			});
			if (same) pairs.push(a.massG <= b.massG ? [a, b] : [b, a]);
		}
	});
	return pairs;
}
