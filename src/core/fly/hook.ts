import { math } from '../quantity/index';
import type { ParameterValues } from '../parameter/index';
import type { Point } from '../body/index';
import { materials, nominalHook } from '../material/index';
import { hookStyleTable } from './hook-styles';
import type { HookChoice } from './recipe';

/** Proportions that the size table does not give, in gapes (our estimate). */
const SPEAR = 0.8;
const JIG_NECK = 0.5;
/** Inner diameter of the eye in wire diameters (our estimate). */
const EYE_BORE = 1.6;
/** Share of a curved hook's shank that stays straight, and by how much the rest turns (our estimate). */
const CURVED_STRAIGHT = 0.35;
const CURVED_TURN = (55 * Math.PI) / 180;

/** Radians that one chord of an arc may turn: drag and centre then err by under 1 %. */
const LARGEST_CHORD = 0.8;

export type HookRegion = 'eye' | 'neck' | 'shank' | 'bend' | 'spear';

/** A place or direction in the fly's frame, z out of the hook's plane. */
export interface ShankPoint extends Point {
	readonly z: number;
}

/** A straight piece of the hook's centre line. */
export interface HookPiece {
	readonly region: HookRegion;
	readonly from: ShankPoint;
	readonly to: ShankPoint;
	/** Unit vector from `from` to `to`. */
	readonly direction: ShankPoint;
	/** Length of wire that the piece stands for: of the arc where it is a chord. */
	readonly length: number;
	/** There is another such piece, its mirror image in the hook's plane. */
	readonly twin: boolean;
}

/** A line or an arc: its length, and by how much it turns towards the point's side, radians. */
interface ShankStretch {
	readonly region: HookRegion;
	readonly length: number;
	readonly turn: number;
}

/** A hook as a planar curve of round wire, metres, in the fly's frame. */
export interface HookGeometry {
	readonly wire: number;
	readonly gape: number;
	/** Length of the shank along its own curve, from its front end to the start of the bend. */
	readonly shank: number;
	readonly pieces: readonly HookPiece[];
	/** The curve behind the pieces, from the shank's front end to the point. */
	readonly stretches: readonly ShankStretch[];
	readonly point: Point;
	/** Centre and outer radius of the eye ring, and how much of it lies across the hook's plane, 0 to 1. */
	readonly eye: { readonly centre: Point; readonly radius: number; readonly across: number };
	/** Width of the eye inside, by which tiers measure the room behind a head. */
	readonly eyeOpening: number;
	/** kg, by its volume. */
	readonly mass: number;
	/** m³ */
	readonly volume: number;
	readonly centre: Point;
	/** Mean square of the distance of its wire from its centre, m². */
	readonly gyration: number;
}

/** Walks a curve of lines and arcs in chords that turn by at most `largestChord` radians. */
function walk(
	start: Point,
	heading: number,
	stretches: readonly ShankStretch[],
	largestChord = LARGEST_CHORD
): HookPiece[] {
	const pieces: HookPiece[] = [];
	let at: ShankPoint = { ...start, z: 0 };
	for (const { region, length, turn } of stretches) {
		const chords = turn === 0 ? 1 : Math.max(2, Math.ceil(Math.abs(turn) / largestChord));
		const each = length / chords;
		const step = turn / chords;
		const chord = step === 0 ? each : each * (math.sin(step / 2) / (step / 2));
		for (let i = 0; i < chords; i++) {
			const angle = heading - step / 2;
			const direction = { x: math.cos(angle), y: math.sin(angle), z: 0 };
			const to = { x: at.x + chord * direction.x, y: at.y + chord * direction.y, z: 0 };
			pieces.push({ region, from: at, to, direction, length: each, twin: false });
			at = to;
			heading -= step;
		}
	}
	return pieces;
}

/**
 * How much of the eye's ring lies across the hook's plane, 0 to 1. On straight, curved and long hooks all of
 * it: the tippet is passed through from top to bottom. On jigs it varies by maker; unless it was said the
 * ring is taken as partly this, partly that, by what is believed.
 */
function eyeAcross(hook: HookChoice, values: ParameterValues): number {
	if (hook.eye !== undefined) return hook.eye === 'across' ? 1 : 0;
	return hookStyleTable[hook.style].eye === null ? Math.min(1, values['hook.eye']) : 1;
}

/**
 * The eye's ring from the throat on: in the hook's plane, across it (half of it, the other half is its
 * image), or some of both.
 */
function ringPieces(
	throat: Point,
	outward: Point,
	ring: number,
	heading: number,
	across: number
): HookPiece[] {
	const inPlane = (): HookPiece[] =>
		walk(throat, heading, [{ region: 'eye', length: 2 * Math.PI * ring, turn: -2 * Math.PI }]);
	const laid = ({ x, y }: Point): ShankPoint => ({ x: x * outward.x, y: x * outward.y, z: y });
	const seated = ({ x, y }: Point): ShankPoint => {
		const out = ring * x;
		return { x: throat.x + out * outward.x, y: throat.y + out * outward.y, z: ring * y };
	};
	const aside = (): HookPiece[] =>
		HALF_RING.map(({ from, to, direction, length }) => ({
			region: 'eye',
			from: seated(from),
			to: seated(to),
			direction: laid(direction),
			length: ring * length,
			twin: true
		}));
	if (across === 0) return inPlane();
	if (across === 1) return aside();
	const part = (pieces: readonly HookPiece[], share: number) =>
		pieces.map((piece) => ({ ...piece, length: share * piece.length }));
	return [...part(inPlane(), 1 - across), ...part(aside(), across)];
}

/** Half a ring of radius 1 in a plane of its own: outwards, and aside. */
const HALF_RING = walk({ x: 0, y: 0 }, Math.PI / 2, [
	{ region: 'eye', length: Math.PI, turn: Math.PI }
]);

/**
 * The hook's curve, mass and centre. Mass is wire area × developed length × density.
 *
 * Nominal proportions from the material table, or what was measured, scaled by the parameters about wire,
 * shank and gape; spear, jig neck, eye and the curve of grub hooks are our own estimate.
 */
export function hookGeometry(hook: HookChoice, values: ParameterValues): HookGeometry {
	const { measured } = hook;
	const nominal = nominalHook(hook.size, hook.lengthX, hook.wireX);
	const wire = (measured?.wire ?? nominal.wire) * values['hook.wire'];
	const shank = (measured?.shank ?? nominal.shank) * values['hook.shank'];
	const gape = (measured?.gape ?? nominal.gape) * values['hook.gape'];

	const ring = ((EYE_BORE + 1) / 2) * wire;
	const { neckTurn } = hookStyleTable[hook.style];
	const neck = neckTurn === 0 ? 0 : JIG_NECK * gape;
	// From the shank's front end out to the eye, the way is backwards and towards the point's side.
	const outward = { x: -math.cos(neckTurn), y: -math.sin(neckTurn) };
	const throat = { x: neck * outward.x, y: neck * outward.y };
	const eyeCentre = { x: throat.x + ring * outward.x, y: throat.y + ring * outward.y };

	const across = eyeAcross(hook, values);
	const pieces = ringPieces(throat, outward, ring, neckTurn + Math.PI / 2, across);
	if (neck > 0) {
		pieces.push(...walk(throat, neckTurn, [{ region: 'neck', length: neck, turn: 0 }]));
	}
	const stretches = [...shankAndBend(hook, shank, gape), spear(gape)];
	pieces.push(...walk({ x: 0, y: 0 }, 0, stretches));
	let length = 0;
	let x = 0;
	let y = 0;
	let square = 0;
	for (const { from: a, to: b, length: one, twin } of pieces) {
		const long = twin ? 2 * one : one;
		length += long;
		x += (long * (a.x + b.x)) / 2;
		y += (long * (a.y + b.y)) / 2;
		square += (long * (a.x * a.x + a.x * b.x + b.x * b.x)) / 3;
		square += (long * (a.y * a.y + a.y * b.y + b.y * b.y)) / 3;
	}
	const volume = (Math.PI / 4) * wire * wire * length;
	return {
		wire,
		gape,
		shank,
		pieces,
		stretches,
		point: pieces[pieces.length - 1]!.to,
		eye: { centre: eyeCentre, radius: ring + wire / 2, across },
		mass: volume * materials.steel.density,
		volume,
		eyeOpening: EYE_BORE * wire,
		centre: { x: x / length, y: y / length },
		gyration: square / length - (x * x + y * y) / (length * length)
	};
}

const spear = (gape: number): ShankStretch => ({ region: 'spear', length: SPEAR * gape, turn: 0 });

function shankAndBend(hook: HookChoice, shank: number, gape: number): ShankStretch[] {
	if (!hookStyleTable[hook.style].curved) {
		return [
			{ region: 'shank', length: shank, turn: 0 },
			{ region: 'bend', length: (Math.PI / 2) * gape, turn: Math.PI }
		];
	}
	// The bend's radius is such that the spear lies one gape below the middle of the curved shank.
	const shankRadius = ((1 - CURVED_STRAIGHT) * shank) / CURVED_TURN;
	const fallen = shankRadius * (1 - math.cos(CURVED_TURN));
	const rest = Math.PI - CURVED_TURN;
	const radius = Math.max(0.3 * gape, (gape - fallen / 2) / (1 + math.cos(CURVED_TURN)));
	return [
		{ region: 'shank', length: CURVED_STRAIGHT * shank, turn: 0 },
		{ region: 'shank', length: (1 - CURVED_STRAIGHT) * shank, turn: CURVED_TURN },
		{ region: 'bend', length: radius * rest, turn: rest }
	];
}

/** The centre line from neck or shank to the point, in chords as fine as a drawing wants them (radians). */
export function hookLine(hook: HookGeometry, largestChord: number): Point[] {
	const neck = hook.pieces.find((piece) => piece.region === 'neck');
	const rest = walk({ x: 0, y: 0 }, 0, hook.stretches, largestChord);
	return [...(neck ? [neck.from] : []), { x: 0, y: 0 }, ...rest.map((piece) => piece.to)];
}

/** Place and direction on the shank's centre line at arc length s from its front end; held to the shank. */
export function onShank(hook: HookGeometry, s: number): { at: Point; direction: Point } {
	let at: Point = { x: 0, y: 0 };
	let heading = 0;
	let left = Math.max(0, s);
	for (const { region, length, turn } of hook.stretches) {
		if (region !== 'shank') break;
		const part = Math.min(left, length);
		const angle = (turn * part) / length;
		// Along an arc: the chord of the part that was gone, at its middle heading.
		const chord = angle === 0 ? part : part * (math.sin(angle / 2) / (angle / 2));
		const middle = heading - angle / 2;
		at = { x: at.x + chord * math.cos(middle), y: at.y + chord * math.sin(middle) };
		heading -= angle;
		left -= part;
		if (left <= 0) break;
	}
	return { at, direction: { x: math.cos(heading), y: math.sin(heading) } };
}
