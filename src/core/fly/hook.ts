import type { BeliefValues } from '../belief/index';
import type { Point } from '../body/index';
import { materials, nominalHook } from '../material/index';
import type { HookChoice } from './recipe';

/** Proportions that the size table does not give, in gapes (our estimate). */
const SPEAR = 0.8;
const JIG_NECK = 0.5;
/** Inner diameter of the eye in wire diameters (our estimate). */
const EYE_BORE = 1.6;
/** Share of a curved hook's shank that stays straight, and by how much the rest turns. */
const CURVED_STRAIGHT = 0.35;
const CURVED_TURN = (55 * Math.PI) / 180;

/** Radians that one chord of an arc may turn: drag and centre then err by under 1 %. */
const LARGEST_CHORD = 0.6;

export type HookRegion = 'eye' | 'neck' | 'shank' | 'bend' | 'spear';

/** A straight piece of the hook's centre line. */
export interface HookPiece {
	readonly region: HookRegion;
	readonly from: Point;
	readonly to: Point;
	readonly length: number;
}

/** A hook as a planar curve of round wire, metres, in the fly's frame. */
export interface HookGeometry {
	readonly wire: number;
	readonly gape: number;
	/** Length of the shank along its own curve, from its front end to the start of the bend. */
	readonly shank: number;
	readonly pieces: readonly HookPiece[];
	readonly point: Point;
	/** Centre and outer radius of the eye ring. */
	readonly eye: { readonly centre: Point; readonly radius: number };
	/** kg */
	readonly mass: number;
	/** m³ */
	readonly volume: number;
	readonly centre: Point;
}

/** Walks a planar curve of lines and arcs, adding its chords with the arc's true length. */
class Pen {
	readonly pieces: HookPiece[] = [];
	constructor(
		private at: Point,
		private heading: number,
		private readonly largestChord: number
	) {}

	get place(): Point {
		return this.at;
	}

	/** Goes on for `length`, turning by `turn` radians (towards the point's side when positive). */
	go(region: HookRegion, length: number, turn = 0): this {
		const chords = turn === 0 ? 1 : Math.max(2, Math.ceil(Math.abs(turn) / this.largestChord));
		const each = length / chords;
		const step = turn / chords;
		const chord = step === 0 ? each : each * (Math.sin(step / 2) / (step / 2));
		for (let i = 0; i < chords; i++) {
			const direction = this.heading - step / 2;
			const to = {
				x: this.at.x + chord * Math.cos(direction),
				y: this.at.y + chord * Math.sin(direction)
			};
			this.pieces.push({ region, from: this.at, to, length: each });
			this.at = to;
			this.heading -= step;
		}
		return this;
	}
}

/**
 * The hook's curve, mass and centre. Mass is wire area × developed length × density.
 *
 * Nominal proportions from the material table, scaled by the beliefs about wire, shank and gape;
 * spear, jig neck, eye and the curve of grub hooks are our own estimate.
 *
 * @param largestChord radians that one chord of an arc may turn; finer for a drawing
 */
export function hookGeometry(
	hook: HookChoice,
	values: BeliefValues,
	largestChord = LARGEST_CHORD
): HookGeometry {
	const nominal = nominalHook(hook.size, hook.lengthX, hook.wireX);
	const wire = nominal.wire * values['hook.wire'];
	const shank = nominal.shank * values['hook.shank'];
	const gape = nominal.gape * values['hook.gape'];

	const ring = ((EYE_BORE + 1) / 2) * wire;
	const neckTurn = hook.style === 'jig60' ? Math.PI / 3 : hook.style === 'jig90' ? Math.PI / 2 : 0;
	const neck = neckTurn === 0 ? 0 : JIG_NECK * gape;
	// From the shank's front end out to the eye, the way is backwards and towards the point's side.
	const outward = { x: -Math.cos(neckTurn), y: -Math.sin(neckTurn) };
	const throat = { x: neck * outward.x, y: neck * outward.y };
	const eyeCentre = { x: throat.x + ring * outward.x, y: throat.y + ring * outward.y };

	const eyePen = new Pen(throat, neckTurn + Math.PI / 2, largestChord).go(
		'eye',
		2 * Math.PI * ring,
		-2 * Math.PI
	);
	const neckPieces: HookPiece[] =
		neck > 0 ? [{ region: 'neck', from: throat, to: { x: 0, y: 0 }, length: neck }] : [];
	const body = new Pen({ x: 0, y: 0 }, 0, largestChord);
	if (hook.style === 'curved') {
		// The bend's radius is such that the spear lies one gape below the middle of the curved shank.
		const shankRadius = ((1 - CURVED_STRAIGHT) * shank) / CURVED_TURN;
		const fallen = shankRadius * (1 - Math.cos(CURVED_TURN));
		const rest = Math.PI - CURVED_TURN;
		const radius = Math.max(0.3 * gape, (gape - fallen / 2) / (1 + Math.cos(CURVED_TURN)));
		body
			.go('shank', CURVED_STRAIGHT * shank)
			.go('shank', (1 - CURVED_STRAIGHT) * shank, CURVED_TURN)
			.go('bend', radius * rest, rest);
	} else {
		body.go('shank', shank).go('bend', (Math.PI / 2) * gape, Math.PI);
	}
	body.go('spear', SPEAR * gape);

	const pieces = [...eyePen.pieces, ...neckPieces, ...body.pieces];
	let length = 0;
	let x = 0;
	let y = 0;
	for (const piece of pieces) {
		length += piece.length;
		x += (piece.length * (piece.from.x + piece.to.x)) / 2;
		y += (piece.length * (piece.from.y + piece.to.y)) / 2;
	}
	const volume = (Math.PI / 4) * wire * wire * length;
	return {
		wire,
		gape,
		shank,
		pieces,
		point: body.place,
		eye: { centre: eyeCentre, radius: ring + wire / 2 },
		mass: volume * materials.steel.density,
		volume,
		centre: { x: x / length, y: y / length }
	};
}

/** Place and direction on the shank's centre line at arc length s from its front end; held to the shank. */
export function onShank(hook: HookGeometry, s: number): { at: Point; direction: Point } {
	let passed = 0;
	let last: HookPiece | undefined;
	for (const piece of hook.pieces) {
		if (piece.region !== 'shank') continue;
		last = piece;
		if (s <= passed + piece.length) return along(piece, Math.max(0, (s - passed) / piece.length));
		passed += piece.length;
	}
	if (!last) throw new Error('hookGeometry broke its rule: a hook has a shank');
	return along(last, 1);
}

function along(piece: HookPiece, share: number): { at: Point; direction: Point } {
	const dx = piece.to.x - piece.from.x;
	const dy = piece.to.y - piece.from.y;
	const chord = Math.hypot(dx, dy);
	return {
		at: { x: piece.from.x + share * dx, y: piece.from.y + share * dy },
		direction: { x: dx / chord, y: dy / chord }
	};
}
