import { math } from '../../quantity/index';
import type { Build } from '../build';
import { isJig } from '../hook-styles';
import { mm, type FitNote } from './note';

/** Our own rule, by bead diameter over gape; with the nominal gapes it reproduces the trade's table. */
const UNDER = 0.6;
const BIG = 0.78;
/** A gap below this share of the gape hooks badly (our estimate; the trade fishes 0.45). */
const LEAST_GAP = 0.4;
/** A barb stands out by this share of the wire (our estimate). */
const BARB = 1.3;
/** What must be free round the wire for the bead to slide, as a share of it (our estimate). */
const SLIDE = 1.03;

export type BeadClass = 'under' | 'usual' | 'big';

/** The bead's class for the hook; a cone counts with its mean width. Null without a bead. */
export function beadClass({ bead, hook }: Build): BeadClass | null {
	if (!bead) return null;
	const width = bead.nose === null ? 2 * bead.radius : bead.radius + bead.nose;
	const share = width / hook.gape;
	if (share < UNDER) return 'under';
	return share > BIG ? 'big' : 'usual';
}

/** The hook gap that the bead leaves, m, measured square to the shank down to the spear. */
export function gapLeft({ bead, hook }: Build): number {
	const open = hook.gape - hook.wire / 2;
	if (!bead) return open - hook.wire / 2;
	const towardsPoint = math.cos(bead.turn);
	// The slot's two edges stand lower than its middle; turned away it opens nothing.
	const reach =
		bead.slot > 0 && towardsPoint > Math.SQRT1_2
			? Math.sqrt(math.square(bead.radius) - math.square(bead.slot / 2))
			: bead.radius;
	return open - reach + bead.lift * towardsPoint;
}

/**
 * Width that a straight bore must have to go round the tightest bend, m: the wire and the bend's rise
 * over the bore's length (geometry of a chord); the recess gives way.
 */
export function boreNeeded({ bead, hook, recipe }: Build): number {
	const wire = hook.wire * (recipe.hook.barbed ? BARB : 1);
	if (!bead) return wire;
	const radii = hook.stretches.filter(({ turn }) => turn !== 0).map((s) => s.length / s.turn);
	const radius = Math.min(...radii);
	const half = Math.min((bead.rear - bead.recessDepth - bead.front) / 2, radius);
	const rise = radius - Math.sqrt(math.square(radius) - math.square(half));
	return SLIDE * Math.max(wire, hook.wire + rise);
}

export function beadNotes(build: Build): FitNote[] {
	const { bead, hook, coil, recipe, dressing } = build;
	if (!bead || !recipe.bead) return [];
	const notes: FitNote[] = [];
	const on = { part: 'bead', at: { x: bead.seat, y: bead.radius } } as const;
	const below = { part: 'bead', at: { x: bead.seat, y: -bead.radius } } as const;
	if (bead.slot === 0 && isJig(recipe.hook)) {
		notes.push({
			...on,
			code: 'round-on-jig',
			severity: 'stop',
			figure: 'no slot',
			words: `A ${recipe.bead.shape} bead does not go round the bend of a jig’s neck. Take a slotted one.`
		});
	} else {
		const needed = bead.slot > 0 ? SLIDE * hook.wire : boreNeeded(build);
		const width = bead.slot > 0 ? bead.slot : bead.bore;
		if (width < needed) {
			notes.push({
				...on,
				code: 'bead-not-on',
				severity: 'stop',
				figure: `${bead.slot > 0 ? 'slot' : 'bore'} ${mm(width)}`,
				words: `The ${bead.slot > 0 ? 'slot' : 'bore'} is ${mm(width)} wide and this hook’s ${recipe.hook.barbed ? 'barb and bend need' : 'bend needs'} ${mm(needed)}. Take a larger bead, a finer hook${bead.slot > 0 ? '' : ' or a slotted bead'}.`
			});
		}
	}
	const gap = gapLeft(build);
	if (gap <= 0) {
		notes.push({
			...below,
			code: 'no-gap',
			severity: 'stop',
			figure: 'no gap',
			words: `The bead reaches ${mm(bead.radius)} below the shank and the gape is ${mm(hook.gape)}: no gap is left. Take a smaller bead or a larger hook.`
		});
	} else if (gap < LEAST_GAP * hook.gape) {
		notes.push({
			...below,
			code: 'gap-choked',
			severity: 'trouble',
			figure: `gap ${mm(gap)}`,
			words: `The bead leaves ${mm(gap)} of a gape of ${mm(hook.gape)}: it will hook badly. Take a smaller bead, a larger hook, or turn a slot to the point’s side.`
		});
	}
	const size = beadClass(build);
	if (size === 'big' || size === 'under') {
		notes.push({
			...on,
			code: 'bead-class',
			severity: 'note',
			figure: `${size} for the hook`,
			words:
				size === 'big'
					? `A big bead for this hook, ${((2 * bead.radius) / hook.gape).toFixed(2)} of its gape: a deliberately heavy fly.`
					: `A small bead for this hook, ${((2 * bead.radius) / hook.gape).toFixed(2)} of its gape: a slim fly.`
		});
	}
	if (!coil && !dressing.thread.dam) {
		notes.push({
			...on,
			code: 'bead-loose',
			severity: 'trouble',
			figure: 'bead loose',
			words: 'Nothing holds the bead forward. Dam it with thread, or seat a few turns of wire.'
		});
	}
	return notes;
}
