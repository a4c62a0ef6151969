import { math } from '../quantity/index';
import type { BeliefName, BeliefValues } from '../belief/index';
import type { BeadGeometry } from './bead/index';
import { bundlesOf, type Bundle } from './bundles';
import type { CoilGeometry } from './coil';
import type { HookGeometry } from './hook';
import { layoutOf, RAMP, type Layout } from './layout';
import { dropPieces, wingCasePiece, type DressingPiece } from './pieces';
import { bar, cutsOf, diameterAt, filled, shell, wound, type Profile } from './profile';
import { hackleStrands, ribDensity, STEM, threadDiameter, wraps } from './stuffs';
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
	readonly pieces: readonly DressingPiece[];
	readonly bundles: readonly Bundle[];
	/** Length of rib wound, m; 0 without. */
	readonly ribLength: number;
}

/** Thickness at the thin end of a tapered body against the thick one (our estimate). */
const THIN = 0.15;
/** A thorax from front to rear: places and thickness (our estimate). */
const THORAX = [
	[0, 0.55],
	[0.35, 1],
	[1, 0.7]
] as const;

/** Lays the dressing on hook, bead and coil in tie-on order. */
export function dressingGeometry(
	dressing: Dressing,
	hook: HookGeometry,
	bead: (BeadGeometry & { readonly seat: number }) | null,
	coil: CoilGeometry | null,
	values: BeliefValues
): DressingGeometry {
	const layout = layoutOf(dressing, hook, bead, coil);
	const { face, gapEnd, bodyFront, underbodyFront, end, dam } = layout;
	const thread = threadDiameter(dressing.thread.denier);
	const headEnd = Math.min(gapEnd, face + (dressing.thread.headTurns / 2) * thread);
	const thoraxPeak = gapEnd + THORAX[1][0] * (bodyFront - gapEnd);
	const knots = [headEnd, gapEnd, thoraxPeak, bodyFront, underbodyFront, dam[0], dam[1]];
	if (coil) knots.push(coil.start, coil.secondEnd, coil.end, coil.start - RAMP * coil.wire);
	const cuts = cutsOf(knots, face, end);
	const layers: Layer[] = [];
	const pieces: DressingPiece[] = [];
	let over = bar(cuts, hook.wire);

	const girth = values['dressing.girth'];
	const wrap = (
		part: DressingPart,
		kind: keyof typeof wraps,
		next: Profile,
		amount: BeliefName
	) => {
		const { volume, centre } = shell(over, next);
		if (volume > 0) {
			const { solid, density, air } = wraps[kind];
			layers.push({ part, kind, under: over, over: next });
			pieces.push({
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
		over = next;
	};

	if (coil) {
		over = filled(over, coil.start, coil.end, () => coil.outerDiameter);
		over = filled(over, coil.start, coil.secondEnd, () => coil.outerDiameter + 2 * coil.wire);
	}
	// Thread: base, dam and head are one part in three places.
	const base = (Math.PI / 4) * thread * dressing.thread.baseLayers;
	let wrapped = wound(over, face, end, () => base);
	if (dressing.thread.dam) wrapped = dammed(wrapped, hook, bead, coil, layout, base);
	wrap('thread', 'thread', wrapped, 'thread.mass');

	const taper = (front: number, thin: number, thick: number) => (s: number) =>
		thin + ((thick - thin) * (s - front)) / Math.max(end - front, 1e-12);
	if (dressing.underbody) {
		const t = dressing.underbody.thickness * hook.gape * girth;
		const { kind } = dressing.underbody;
		const wool = wound(over, underbodyFront, end, taper(underbodyFront, t, THIN * t));
		wrap('underbody', kind, wool, 'dressing.mass');
	}
	if (dressing.body) {
		const { kind, shape, thickness } = dressing.body;
		const t = thickness * hook.gape * (kind === 'wire' ? 1 : girth);
		const [front, rear] =
			shape === 'straight' ? [t, t] : shape === 'tapered' ? [t, THIN * t] : [THIN * t, t];
		const next = wound(over, bodyFront, end, taper(bodyFront, front, rear));
		wrap('body', kind, next, kind === 'wire' ? 'rib.mass' : 'dressing.mass');
	}
	const ribLength = dressing.rib ? helixLength(over, layout, dressing.rib) : 0;
	if (dressing.rib && ribLength > 0) {
		pieces.push({
			part: 'rib',
			volume: (Math.PI / 4) * math.square(dressing.rib.wire) * ribLength,
			density: ribDensity[dressing.rib.kind],
			s: (layout.ribFront + end) / 2,
			off: 0,
			amount: 'rib.mass',
			air: 0,
			room: 0
		});
	}
	if (dressing.thorax) {
		const t = dressing.thorax.thickness * hook.gape * girth;
		const length = Math.max(bodyFront - gapEnd, 1e-12);
		const shape = (s: number) => {
			const u = (s - gapEnd) / length;
			const [a, b] = u <= THORAX[1][0] ? [THORAX[0], THORAX[1]] : [THORAX[1], THORAX[2]];
			return t * (a[1] + ((b[1] - a[1]) * (u - a[0])) / (b[0] - a[0]));
		};
		wrap('thorax', dressing.thorax.kind, wound(over, gapEnd, bodyFront, shape), 'dressing.mass');
	}
	// The head lies on what is there: 2 layers deep.
	wrap(
		'thread',
		'thread',
		wound(over, face, headEnd, () => (Math.PI / 2) * thread),
		'thread.mass'
	);

	const bundles = bundlesOf(dressing, hook, layout);
	for (const { part, root, count, length, strand, tilt } of bundles) {
		const volume = count * length * (Math.PI / 4) * math.square(strand.diameter);
		const hackle = part === 'hackle' || part === 'collar' ? dressing[part] : null;
		const stem = hackle
			? hackle.turns * Math.PI * (diameterAt(over, root) + STEM) * (Math.PI / 4) * math.square(STEM)
			: 0;
		pieces.push({
			part,
			volume: volume + stem,
			density: strand.density,
			s: root + (length / 2) * math.cos(tilt),
			off: 0,
			amount: 'dressing.mass',
			air: hackle ? volume * hackleStrands[hackle.kind].air : 0,
			room: hackle ? volume * hackleStrands[hackle.kind].air : 0
		});
	}
	pieces.push(
		...wingCasePiece(dressing, hook, layout, over),
		...dropPieces(dressing, hook, layout, over)
	);
	return { layout, layers, outline: over, pieces, bundles, ribLength };
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
function helixLength(
	over: Profile,
	{ ribFront, end }: Layout,
	{ turns, wire }: { readonly turns: number; readonly wire: number }
): number {
	const run = end - ribFront;
	if (run <= 0) return 0;
	const round = (Math.PI * turns) / run;
	let length = 0;
	for (let i = 0; i < over.from.length; i++) {
		const a = Math.max(ribFront, over.cuts[i]!);
		const b = over.cuts[i + 1]!;
		if (b <= a) continue;
		// The girth in the middle of what is covered of this run.
		const share = (a + b) / 2 - over.cuts[i]!;
		const slope = (over.to[i]! - over.from[i]!) / (b - over.cuts[i]!);
		const middle = over.from[i]! + share * slope + wire;
		length += (b - a) * math.hypot(1, round * middle);
	}
	return length;
}
