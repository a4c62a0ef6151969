import { math } from '../quantity/index';
import type { ParameterName, ParameterValues } from '../parameter/index';
import type { BeadGeometry } from './bead/index';
import { bundlesOf, type Bundle } from './bundles';
import { ribStretches, type RibStretch } from './rib';
import type { CoilGeometry } from './coil';
import type { HookGeometry } from './hook';
import { layoutOf, RAMP, type Layout } from './layout';
import { backPiece, dropPieces, wingCasePiece, withPile, type DressingPiece } from './pieces';
import { bar, cutsOf, diameterAt, filled, shell, wound, type Profile } from './profile';
import type { RibChoice } from './recipe';
import { ribTable, STEM, threadDiameter, wraps } from './stuffs/index';
import type { Dressing, DressingPart } from './usual';

export type { Bundle } from './bundles';
export type { Layout } from './layout';

/** Something wound round the shank: the space between two profiles. */
export interface Layer {
	readonly part: DressingPart;
	readonly kind: keyof typeof wraps;
	readonly under: Profile;
	readonly over: Profile;
}

export interface DressingGeometry {
	readonly layout: Layout;
	readonly layers: readonly Layer[];
	/** The outermost profile, from the face to the end. */
	readonly outline: Profile;
	/** What the water meets: the outline, and fur that stands on it. */
	readonly met: Profile;
	readonly pieces: readonly DressingPiece[];
	readonly bundles: readonly Bundle[];
	/** Length of each rib wound, m; 0 without. */
	readonly ribLength: number;
	readonly secondRibLength: number;
}

/** Thickness at the thin end of a tapered body against the thick one (our estimate). */
const THIN = 0.15;
/** A thorax from front to rear: places and thickness (our estimate). */
const THORAX = [
	[0, 0.55],
	[0.35, 1],
	[1, 0.7]
] as const;

/** What the dressing goes on. */
interface Ground {
	readonly dressing: Dressing;
	readonly hook: HookGeometry;
	readonly bead: (BeadGeometry & { readonly seat: number }) | null;
	readonly coil: CoilGeometry | null;
	readonly layout: Layout;
	/** How much thicker than said this tier makes things. */
	readonly girth: number;
	/** Diameter of the thread, m, and where its head ends. */
	readonly thread: number;
	readonly headEnd: number;
}

/** What is wound and tied in so far; the next part goes over it. */
interface Work {
	over: Profile;
	readonly layers: Layer[];
	readonly pieces: DressingPiece[];
}

/** Lays the dressing on hook, bead and coil in tie-on order. */
export function dressingGeometry(
	dressing: Dressing,
	hook: HookGeometry,
	bead: (BeadGeometry & { readonly seat: number }) | null,
	coil: CoilGeometry | null,
	values: ParameterValues
): DressingGeometry {
	const layout = layoutOf(dressing, hook, bead, coil);
	const thread = threadDiameter(dressing.thread.denier);
	const headEnd = Math.min(layout.gapEnd, layout.face + (dressing.thread.headTurns / 2) * thread);
	const girth = values['dressing.girth'];
	const ground: Ground = { dressing, hook, bead, coil, layout, girth, thread, headEnd };
	const work: Work = { over: bareShank(ground), layers: [], pieces: [] };
	windBase(work, ground);
	windTag(work, ground);
	windUnderbody(work, ground);
	windBody(work, ground);
	const ribLength = windRib(work, 'rib', dressing.rib, ground);
	const secondRibLength = windRib(work, 'secondRib', dressing.secondRib, ground);
	windThorax(work, ground);
	windHead(work, ground);
	windFurHead(work, ground);
	const bundles = bundlesOf(dressing, hook, layout);
	const { over, layers, pieces } = work;
	pieces.push(
		...bundles.map((bundle) => bundlePiece(bundle, over)),
		...backPiece(dressing, hook, layout, over),
		...wingCasePiece(dressing, hook, layout, over),
		...dropPieces(dressing, hook, layout, over)
	);
	const met = withPile(dressing, hook, layout, over);
	return { layout, layers, outline: over, met, pieces, bundles, ribLength, secondRibLength };
}

/** Wire and coil, cut wherever anything begins, ends or bends. */
function bareShank({ dressing, hook, coil, layout, headEnd }: Ground): Profile {
	const { face, gapEnd, bodyFront, bodyEnd, underbodyFront, end, dam } = layout;
	const thoraxPeak = gapEnd + THORAX[1][0] * (bodyFront - gapEnd);
	const knots = [headEnd, gapEnd, thoraxPeak, bodyFront, bodyEnd, underbodyFront, ...dam];
	if (dressing.rearThorax) knots.push(layout.rearThoraxFront);
	if (dressing.frontThorax) knots.push(layout.frontThoraxEnd);
	if (dressing.head) knots.push(layout.headEnd);
	if (coil) knots.push(coil.start, coil.secondEnd, coil.end, coil.start - RAMP * coil.wire);
	const bare = bar(cutsOf(knots, face, end), hook.wire);
	if (!coil) return bare;
	const first = filled(bare, coil.start, coil.end, () => coil.outerDiameter);
	return filled(first, coil.start, coil.secondEnd, () => coil.outerDiameter + 2 * coil.wire);
}

/** Winds a part from what is there out to `next`. */
function wrap(
	work: Work,
	part: DressingPart,
	kind: keyof typeof wraps,
	next: Profile,
	amount: ParameterName
): void {
	const { volume, centre } = shell(work.over, next);
	if (volume > 0) {
		const { solid, density, air } = wraps[kind];
		work.layers.push({ part, kind, under: work.over, over: next });
		work.pieces.push({
			part,
			density,
			amount,
			s: centre,
			off: 0,
			volume: volume * solid,
			air: volume * (1 - solid) * air,
			room: volume * (1 - solid)
		});
	}
	work.over = next;
}

/** Thread: base, dam and head are one part in three places. */
function windBase(work: Work, { dressing, hook, bead, coil, layout, thread }: Ground): void {
	const base = (Math.PI / 4) * thread * dressing.thread.baseLayers;
	const wrapped = wound(work.over, layout.face, layout.end, () => base);
	const next = dressing.thread.dam ? dammed(wrapped, hook, bead, coil, layout, base) : wrapped;
	wrap(work, 'thread', 'thread', next, 'thread.mass');
}

/** Straight between a thickness at the front and one at the end. */
const taper = (front: number, end: number, thin: number, thick: number) => (s: number) =>
	thin + ((thick - thin) * (s - front)) / Math.max(end - front, 1e-12);

/** At the bend, behind the body. */
function windTag(work: Work, { dressing: { tag }, hook, layout, girth }: Ground): void {
	if (!tag) return;
	const t = tag.thickness * hook.gape * girth;
	const next = wound(work.over, layout.bodyEnd, layout.end, () => t);
	wrap(work, 'tag', tag.kind, next, 'dressing.mass');
}

function windUnderbody(work: Work, { dressing, hook, layout, girth }: Ground): void {
	if (!dressing.underbody) return;
	const { underbodyFront: front, bodyEnd: end } = layout;
	const t = dressing.underbody.thickness * hook.gape * girth;
	const next = wound(work.over, front, end, taper(front, end, t, THIN * t));
	wrap(work, 'underbody', dressing.underbody.kind, next, 'dressing.mass');
}

/** Shares of a body's thickness at its front and at its end. */
const SHAPES = { straight: [1, 1], tapered: [1, THIN], reversed: [THIN, 1] } as const;

function windBody(work: Work, { dressing, hook, layout, girth }: Ground): void {
	if (!dressing.body) return;
	const { kind, shape, thickness } = dressing.body;
	const { bodyFront, bodyEnd: end } = layout;
	const t = thickness * hook.gape * (kind === 'wire' ? 1 : girth);
	const [front, rear] = SHAPES[shape];
	const next = wound(work.over, bodyFront, end, taper(bodyFront, end, front * t, rear * t));
	wrap(work, 'body', kind, next, kind === 'wire' ? 'rib.mass' : 'dressing.mass');
}

/** @returns the rib's length, m; it lies on the body and is too thin to be wound over */
function windRib(
	{ over, pieces }: Work,
	part: 'rib' | 'secondRib',
	rib: RibChoice | null,
	{ layout }: Ground
): number {
	if (!rib) return 0;
	let length = 0;
	let moment = 0;
	for (const stretch of ribStretches(rib, layout[`${part}Front`], layout.bodyEnd)) {
		const one = helixLength(over, stretch, rib.wire);
		length += one;
		moment += one * (stretch.from + stretch.to);
	}
	if (length === 0) return 0;
	pieces.push({
		part,
		volume: (Math.PI / 4) * math.square(rib.wire) * length,
		density: ribTable[rib.kind].density,
		s: moment / length / 2,
		off: 0,
		amount: 'rib.mass',
		air: 0,
		room: 0
	});
	return length;
}

/** In up to three parts, each with its share of the one shape. */
function windThorax(work: Work, { dressing, hook, layout, girth }: Ground): void {
	const { gapEnd, bodyFront, rearThoraxFront, frontThoraxEnd } = layout;
	const length = Math.max(bodyFront - gapEnd, 1e-12);
	const shape = (t: number) => (s: number) => {
		const u = (s - gapEnd) / length;
		const [a, b] = u <= THORAX[1][0] ? [THORAX[0], THORAX[1]] : [THORAX[1], THORAX[2]];
		return t * (a[1] + ((b[1] - a[1]) * (u - a[0])) / (b[0] - a[0]));
	};
	for (const [part, from, to] of [
		['rearThorax', rearThoraxFront, bodyFront],
		['thorax', frontThoraxEnd, rearThoraxFront],
		['frontThorax', gapEnd, frontThoraxEnd]
	] as const) {
		const choice = dressing[part];
		if (!choice) continue;
		const next = wound(work.over, from, to, shape(choice.thickness * hook.gape * girth));
		wrap(work, part, choice.kind, next, 'dressing.mass');
	}
}

/** Over the head of thread, before the collars. */
function windFurHead(work: Work, { dressing: { head }, hook, layout, girth }: Ground): void {
	if (!head) return;
	const t = head.thickness * hook.gape * girth;
	const next = wound(work.over, layout.face, layout.headEnd, () => t);
	wrap(work, 'head', head.kind, next, 'dressing.mass');
}

/** The head lies on what is there: 2 layers deep. */
function windHead(work: Work, { layout, headEnd, thread }: Ground): void {
	const next = wound(work.over, layout.face, headEnd, () => (Math.PI / 2) * thread);
	wrap(work, 'thread', 'thread', next, 'thread.mass');
}

/** What is wound by its stem. */
const FEATHERS: readonly DressingPart[] = ['hackle', 'collar', 'thirdCollar', 'palmer'];

/** What a bundle weighs and where: its fibres, and of a hackle the stem round the body and the air between. */
function bundlePiece(
	{ part, root, count, length, strand, tilt, turns, lift, aside }: Bundle,
	over: Profile
): DressingPiece {
	const volume = count * length * (Math.PI / 4) * math.square(strand.diameter);
	const stem = FEATHERS.includes(part)
		? turns * Math.PI * (diameterAt(over, root) + STEM) * (Math.PI / 4) * math.square(STEM)
		: 0;
	const room = volume * (strand.air ?? 0);
	return {
		part,
		volume: volume + stem,
		density: strand.density,
		s: root + (length / 2) * math.cos(tilt + lift) * (aside === 0 ? 1 : math.cos(aside)),
		off: (length / 2) * math.sin(lift) * (aside === 0 ? 1 : math.cos(aside)),
		amount: 'dressing.mass',
		air: room,
		room
	};
}

/** Thread from the coil's girth down to the shank, behind it and, where it stands alone, before it. */
function dammed(
	profile: Profile,
	hook: HookGeometry,
	bead: BeadGeometry | null,
	coil: CoilGeometry | null,
	{ dam: [start, end], face }: Layout,
	base: number
): Profile {
	const low = hook.wire + 2 * base;
	const ramp = (from: number, to: number, high: number) => (s: number) =>
		to === from ? high : high + ((low - high) * (s - from)) / (to - from);
	if (!coil) {
		// Up against the bead: as thick as its recess takes (our estimate).
		return bead
			? filled(profile, start, end, ramp(start, end, Math.max(low, 0.85 * bead.recess)))
			: profile;
	}
	const high = coil.outerDiameter + 2 * base;
	const full = start + RAMP * coil.wire;
	let next = filled(profile, start, end, ramp(start, full, high));
	if (coil.seat === 'alone') {
		const front = coil.start - RAMP * coil.wire;
		if (front > face) next = filled(next, front, coil.start, ramp(coil.start, front, high));
	}
	return next;
}

/** Length of an even helix over the body, m. */
function helixLength(over: Profile, { from, to, turns }: RibStretch, wire: number): number {
	const run = to - from;
	// Where a tag leaves less than the wire is wide, nothing is wound.
	if (run < wire) return 0;
	const round = (Math.PI * turns) / run;
	let length = 0;
	for (let i = 0; i < over.from.length; i++) {
		const [start, stop] = [over.cuts[i]!, over.cuts[i + 1]!];
		const [a, b] = [Math.max(from, start), Math.min(to, stop)];
		if (b <= a) continue;
		// The girth in the middle of what is covered of this run.
		const share = (a + b) / 2 - start;
		const slope = (over.to[i]! - over.from[i]!) / (stop - start);
		const middle = over.from[i]! + share * slope + wire;
		length += (b - a) * math.hypot(1, round * middle);
	}
	return length;
}
