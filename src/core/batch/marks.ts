import type { Build } from '../fly/index';

/** What a mark tells the fingers. */
export type MarkCode =
	| 'bead'
	| 'coil'
	| 'coil-end'
	| 'dam'
	| 'gap'
	| 'body'
	| 'rib'
	| 'second-rib'
	| 'thorax'
	| 'head'
	| 'wing-case'
	| 'tail'
	| 'flash'
	| 'tag'
	| 'palmer'
	| 'wings'
	| 'legs'
	| 'hackle'
	| 'collar'
	| 'third-collar'
	| 'horns';

/** A length to tie to, or a place on the shank. */
export interface Mark {
	readonly code: MarkCode;
	/** What is measured: "coil begins", "tail". */
	readonly words: string;
	/** A place: from where the shank begins behind the eye; a length: by itself. */
	readonly kind: 'place' | 'length';
	/** m */
	readonly length: number;
}

/** What a tier holds against the work, each as long as it is on this very hook. */
export const gauges = ['eye', 'bead', 'gape', 'shank'] as const;
export type Gauge = (typeof gauges)[number];
const gaugeWords: Readonly<Record<Gauge, readonly [string, string]>> = {
	eye: ['eye length', 'eye lengths'],
	bead: ['bead width', 'bead widths'],
	gape: ['hook gap', 'hook gaps'],
	shank: ['of the shank', 'shanks']
};

/** Lengths of the gauges on a hook, m; null where there is none. */
export function gaugeLengths({ hook, bead }: Build): Readonly<Record<Gauge, number | null>> {
	return {
		eye: 2 * hook.eye.radius,
		bead: bead ? 2 * bead.radius : null,
		gape: hook.gape,
		shank: hook.shank
	};
}

/**
 * The marks for one fly, in tie-on order, from its geometry: places in metres from where the shank begins
 * behind the eye, lengths by themselves. What the fly lacks has none.
 */
export function marksOf({ hook, bead, coil, dressing, dressed }: Build): Mark[] {
	const { face, gapEnd, bodyFront, bodyEnd, ribFront, secondRibFront, caseFront } = dressed.layout;
	const { dam, rearThoraxFront, frontThoraxEnd, headEnd } = dressed.layout;
	const marks: Mark[] = [];
	const place = (code: MarkCode, words: string, length: number) =>
		marks.push({ code, words, kind: 'place', length });
	const span = (code: MarkCode, words: string, length: number) =>
		marks.push({ code, words, kind: 'length', length });
	if (bead) place('bead', 'bead ends', face);
	if (coil) {
		place('coil', 'wire begins', coil.start);
		place('coil-end', 'wire ends', coil.end);
	}
	if (dam[1] > dam[0]) place('dam', 'dam ends', dam[1]);
	const { tail, tag, rib, secondRib, body, palmer, wingCase, wings, legs, horns } = dressing;
	const { rearThorax, frontThorax, hackle, collar, thirdCollar, head } = dressing;
	if (tail) span('tail', 'tail, behind the bend', tail.length * hook.shank);
	if (dressing.flash) span('flash', 'flash', dressing.flash.length * hook.shank);
	if (tag) place('tag', 'tag begins', bodyEnd);
	if (body) place('body', 'body stops', bodyFront);
	if (palmer) span('palmer', 'palmered fibre', palmer.length * hook.shank);
	if (rib && Math.abs(ribFront - bodyFront) > 1e-5) place('rib', 'rib stops', ribFront);
	if (secondRib && Math.abs(secondRibFront - bodyFront) > 1e-5) {
		place('second-rib', 'second rib stops', secondRibFront);
	}
	if (rearThorax) place('thorax', 'rear of the thorax stops', rearThoraxFront);
	if (frontThorax) place('thorax', 'front of the thorax begins', frontThoraxEnd);
	if (wingCase) span('wing-case', 'wing case', wingCase.length * hook.shank);
	if (wingCase && Math.abs(caseFront - gapEnd) > 1e-5) {
		place('wing-case', 'wing case begins', caseFront);
	}
	if (wings) span('wings', 'wings', wings.length * hook.shank);
	if (legs) span('legs', 'legs', legs.length * hook.shank);
	if (hackle) span('hackle', 'hackle fibre', hackle.length * hook.shank);
	if (collar) span('collar', 'collar fibre', collar.length * hook.shank);
	if (thirdCollar) span('third-collar', 'third collar’s fibre', thirdCollar.length * hook.shank);
	if (head) place('head', 'wound head begins', headEnd);
	if (horns) span('horns', 'horns', horns.length * hook.shank);
	span('gap', bead ? 'leave free behind the bead' : 'leave free behind the eye', gapEnd - face);
	return marks;
}

/** A length in quarters of a gauge. */
export interface Gauged {
	readonly gauge: Gauge;
	/** Quarters of it, at least 1. */
	readonly quarters: number;
	/** What the length is more (+) or less (−) than that says, as a share of it. */
	readonly off: number;
}

/** More of a gauge than this is counted off badly (our choice). */
const MOST = 12;

/** The gauge that says a length best: within the fewest per cent, by whole quarters up to three of it. */
export function inGauge(
	length: number,
	lengths: Readonly<Record<Gauge, number | null>>
): Gauged | null {
	let best: Gauged | null = null;
	for (const gauge of gauges) {
		const one = lengths[gauge];
		if (one === null || !(one > 0)) continue;
		const quarters = Math.round((4 * length) / one);
		if (quarters < 1 || quarters > MOST) continue;
		const off = length / ((quarters * one) / 4) - 1;
		const nearer = best ? Math.abs(best.off) - Math.abs(off) : Infinity;
		// As near by two gauges: by the one of which fewer are counted.
		if (!best || nearer > 1e-9 || (nearer > -1e-9 && quarters < best.quarters)) {
			best = { gauge, quarters, off };
		}
	}
	return best;
}

const FRACTIONS = ['', '¼', '½', '¾'] as const;
/** "1½ eye lengths", "¾ of the shank". */
export function gaugedWords({ gauge, quarters }: Gauged): string {
	const whole = Math.floor(quarters / 4);
	const number = `${whole || ''}${FRACTIONS[quarters % 4]}`;
	const [one, many] = gaugeWords[gauge];
	if (gauge === 'shank')
		return quarters === 4 ? 'the whole shank' : `${number} ${quarters < 4 ? one : many}`;
	return `${number} ${quarters <= 4 ? one : many}`;
}
