import type { Point } from '../body/index';
import type { Build } from './build';
import { FULLEST } from './dressing';
import { hookLine, onShank } from './hook';
import type { BeadMetal, CoilMetal } from './recipe';

/** The fly cut open along the hook's plane, to scale, metres in the fly's frame. */
export interface Section {
	readonly hook: {
		readonly wire: number;
		/** Centre line from the eye to the point. */
		readonly line: readonly Point[];
		readonly eye: { readonly centre: Point; readonly radius: number };
	};
	readonly bead: {
		readonly metal: BeadMetal;
		readonly centre: Point;
		readonly radius: number;
		/** Whether the half on the point's side is open, so that one sees the slot's far wall. */
		readonly slotted: boolean;
		/** The metal above and below the bore, each a closed outline. */
		readonly halves: readonly (readonly Point[])[];
	} | null;
	readonly coil: {
		readonly metal: CoilMetal;
		readonly wire: number;
		/** Centres of the cut turns, above and below the shank. */
		readonly turns: readonly Point[];
	} | null;
	/** Upper and lower edge of the dressed body, front to tail. */
	readonly body: { readonly upper: readonly Point[]; readonly lower: readonly Point[] };
	/** Fibres of hackle and tail, root to tip. */
	readonly fibres: readonly (readonly [Point, Point])[];
	/**
	 * What a drawing should leave room for: the hook with the fullest dressing, so that the scale stays
	 * while bead, coil and dressing change; and the bead, where that is larger still.
	 */
	readonly frame: { readonly min: Point; readonly max: Point };
}

/** Fibres that the drawing shows of a bundle: enough to tell sparse from full. */
const SHOWN_SHARE = 0.4;
/** Radians a chord: fine enough that a bend looks round at any size on a screen. */
const DRAWN_CHORD = 0.1;
/** Degrees from the shank at which the steepest fibre of a collar is drawn. */
const STEEPEST = 55;

/** The section of a built fly. */
export function sectionOf(build: Build): Section {
	const { recipe } = build;
	const { hook, bead, coil, dressing } = build;
	const offset = (s: number, distance: number): Point => {
		const { at, direction } = onShank(hook, s);
		const beyond = s - hook.shank > 0 ? s - hook.shank : 0;
		return {
			x: at.x + beyond * direction.x - distance * direction.y,
			y: at.y + beyond * direction.y + distance * direction.x
		};
	};

	const line = hookLine(hook, DRAWN_CHORD);

	const fibres: [Point, Point][] = [];
	const shown = Math.max(2, Math.round((dressing.fibres.count * SHOWN_SHARE) / 2));
	for (let i = 0; i < shown; i++) {
		// Swept back between 22° and 55° from the shank, as a collar lies.
		const angle = ((STEEPEST - (33 * i) / Math.max(1, shown - 1)) * Math.PI) / 180;
		for (const side of [1, -1]) {
			const root = offset(dressing.fibres.root, side * (dressing.stations[0]!.diameter / 2));
			fibres.push([
				root,
				{
					x: root.x + dressing.fibres.length * Math.cos(angle),
					y: root.y + side * dressing.fibres.length * Math.sin(angle)
				}
			]);
		}
	}
	for (let i = 0; i < Math.max(3, Math.round(shown / 2)); i++) {
		// The tail, about half the shank long (common practice).
		const { at, direction } = onShank(hook, hook.shank);
		const fan = (i - 1) * 0.09;
		const tip = {
			x: at.x + (hook.shank / 2) * (direction.x * Math.cos(fan) + direction.y * Math.sin(fan)),
			y: at.y + (hook.shank / 2) * (direction.y * Math.cos(fan) - direction.x * Math.sin(fan))
		};
		fibres.push([at, tip]);
	}

	const upper = dressing.stations.map((station) => offset(station.s, station.diameter / 2));
	const lower = dressing.stations.map((station) => offset(station.s, -station.diameter / 2));
	const beadPart = bead && {
		metal: recipe.bead!.metal,
		centre: { x: bead.seat, y: 0 },
		radius: bead.radius,
		slotted: bead.slot > 0,
		halves: [1, -1].map((side) => beadHalf(bead, bead.seat, side))
	};
	const coilPart = coil && {
		metal: recipe.coil!.metal,
		wire: coil.wire,
		turns: Array.from({ length: coil.turns }, (_, i) => coil.start + (i + 0.5) * coil.wire).flatMap(
			(s) => [1, -1].map((side) => offset(s, (side * (hook.wire + coil.wire)) / 2))
		)
	};

	const reach =
		hook.gape * (FULLEST.fibre * Math.sin((STEEPEST * Math.PI) / 180) + FULLEST.girth / 2);
	const framed = [
		...line,
		...around(hook.eye.centre, hook.eye.radius),
		...around({ x: 0, y: 0 }, reach).map(({ y }) => ({ x: 0, y })),
		{ x: 1.5 * hook.shank, y: 0 },
		...(beadPart ? around(beadPart.centre, beadPart.radius) : [])
	];
	return {
		hook: { wire: hook.wire, line, eye: hook.eye },
		bead: beadPart,
		coil: coilPart,
		body: { upper, lower },
		fibres,
		frame: {
			min: {
				x: Math.min(...framed.map((p) => p.x)) - hook.wire / 2,
				y: Math.min(...framed.map((p) => p.y)) - hook.wire / 2
			},
			max: { x: Math.max(...framed.map((p) => p.x)), y: Math.max(...framed.map((p) => p.y)) }
		}
	};
}

const around = ({ x, y }: Point, r: number): Point[] => [
	{ x: x - r, y: y - r },
	{ x: x + r, y: y + r }
];

/** Outline of the bead's metal on one side of the bore: the sphere outside, bore and recess inside. */
function beadHalf(
	bead: {
		radius: number;
		bore: number;
		recess: number;
		recessDepth: number;
		front: number;
		rear: number;
	},
	seat: number,
	side: number
): Point[] {
	const from = Math.atan2(bead.bore / 2, bead.front);
	const to = Math.atan2(bead.recess / 2, bead.rear);
	const arc = Array.from({ length: 25 }, (_, i) => {
		const angle = from + ((to - from) * i) / 24;
		return { x: seat + bead.radius * Math.cos(angle), y: side * bead.radius * Math.sin(angle) };
	});
	return [
		...arc,
		{ x: seat + bead.rear - bead.recessDepth, y: (side * bead.bore) / 2 },
		{ x: seat + bead.front, y: (side * bead.bore) / 2 }
	];
}
