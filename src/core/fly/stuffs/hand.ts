import { math } from '../../quantity/index';
import { materials } from '../../material/index';
import type { HackleKind, LegKind, TailKind, WingKind } from './strands';
import type { wraps } from './bodies';

/** How the hands count a material, and what of it weighs how much: kg a strand or a pinch, kg a metre. */
export type HandUnit =
	| { readonly unit: 'strands' | 'pinches' | 'strips'; readonly each: number }
	| { readonly unit: 'm'; readonly each: number };

const strands = (milligrams: number): HandUnit => ({ unit: 'strands', each: milligrams * 1e-6 });
const pinches = (milligrams: number): HandUnit => ({ unit: 'pinches', each: milligrams * 1e-6 });
const strips = (milligrams: number): HandUnit => ({ unit: 'strips', each: milligrams * 1e-6 });
const metres = (grams: number): HandUnit => ({ unit: 'm', each: grams * 1e-3 });

/** What is wound, by what one takes it in (our estimates, from what goes on a size 14). */
export const woundBy: Readonly<Record<keyof typeof wraps, HandUnit>> = {
	thread: metres(0.0078),
	quill: strips(1),
	herl: strands(1.2),
	dubbingTight: pinches(5),
	dubbingLoose: pinches(5),
	dubbingLoop: pinches(5),
	dubbing: pinches(5),
	chenille: metres(0.9),
	wool: metres(0.15),
	hide: metres(1.5),
	tinsel: metres(0.04),
	floss: metres(0.03),
	vinyl: metres(0.5),
	// Of 0.1 mm, as bodies are wound.
	wire: metres(1e3 * materials.copper.density * (Math.PI / 4) * math.square(0.1e-3)),
	foam: strips(4)
};

/** What a tail, legs, wings or horns are counted in. */
export const strandsOf: Readonly<
	Record<TailKind | LegKind | WingKind, 'fibres' | 'strands' | 'strips'>
> = {
	feather: 'fibres',
	hair: 'fibres',
	synthetic: 'fibres',
	plume: 'fibres',
	flash: 'strands',
	floss: 'strands',
	rubber: 'strands',
	hide: 'strips',
	slips: 'fibres',
	film: 'strands'
};

/** What a hackle is taken from: a feather, or a pinch of fur spun in (kg). */
export const hackleBy: Readonly<Record<HackleKind, 'feather' | HandUnit>> = {
	softHackle: 'feather',
	stiffHackle: 'feather',
	down: 'feather',
	plume: 'feather',
	fur: pinches(4),
	hair: pinches(6)
};
