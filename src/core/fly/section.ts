import { math } from '../quantity/index';
import type { FlyBody, Point } from '../body/index';
import type { Build, SeatedBead } from './build';
import { outerRadius } from './bead/index';
import type { Bundle, Layer } from './dressing';
import { hookLine, onShank, type HookGeometry } from './hook';
import { diameterAt, type Profile } from './profile';
import { ribStretches } from './rib';
import type { BeadMetal, CoilMetal, WingsChoice } from './recipe';
import { backTable, drops, wingCaseTable, wingTable, type RibKind } from './stuffs/index';
import type { DressingPart } from './usual';

/** A rib's cut turns. */
interface CutRib {
	readonly kind: RibKind;
	readonly wire: number;
	readonly turns: readonly Point[];
}

/** The fly cut open along the hook's plane, to scale, metres in the fly's frame. */
export interface Section {
	readonly hook: {
		readonly wire: number;
		/** Centre line from the eye to the point. */
		readonly line: readonly Point[];
		readonly eye: HookGeometry['eye'];
		readonly barbed: boolean;
	};
	readonly bead: {
		readonly metal: BeadMetal;
		/** The whole bead's outline, closed. */
		readonly outline: readonly Point[];
		/** The metal above and below the bore, each a closed outline. */
		readonly halves: readonly (readonly Point[])[];
		/** Which half is open, so that one sees the slot's far wall: 0 above, 1 below, null neither. */
		readonly open: 0 | 1 | null;
	} | null;
	readonly coil: {
		readonly metal: CoilMetal;
		readonly wire: number;
		/** Centres of the cut turns, above and below the shank. */
		readonly turns: readonly Point[];
	} | null;
	/** What is wound, in tie-on order: the cut bands above and below the shank, each a closed outline. */
	readonly layers: readonly {
		readonly part: DressingPart;
		readonly kind: Layer['kind'];
		readonly bands: readonly (readonly Point[])[];
	}[];
	readonly rib: CutRib | null;
	readonly secondRib: CutRib | null;
	/** Fibres root, middle, tip. */
	readonly fibres: readonly {
		readonly part: DressingPart;
		readonly diameter: number;
		readonly lines: readonly (readonly [Point, Point, Point])[];
	}[];
	/** The nearer one of the wings beneath: a closed outline. */
	readonly wing: readonly Point[] | null;
	/** The strips over thorax and body, and what is dropped on: closed outlines. */
	readonly wingCase: readonly Point[] | null;
	readonly back: readonly Point[] | null;
	readonly resin: readonly Point[] | null;
	/** Where weight and buoyancy act. */
	readonly centres: { readonly mass: Point; readonly buoyancy: Point };
	/** Places along the shank that a tier measures from the eye, m. */
	readonly face: number;
	/**
	 * What a drawing should leave room for: the hook with the fullest dressing, so that the scale stays
	 * while bead, coil and dressing change; and whatever stands out beyond that.
	 */
	readonly frame: { readonly min: Point; readonly max: Point };
}

/** Fibres that the drawing shows of a bundle: enough to tell sparse from full (ours). */
const SHOWN_SHARE = 0.5;
const MOST_SHOWN = 24;
/** Two lots of a tail are drawn so far apart, radians (ours). */
const LOTS_APART = 0.08;
/** Strips are thinner than a screen shows, m. */
const DRAWN_STRIP = 0.15e-3;
/** Radians a chord: fine enough that a bend looks round at any size on a screen. */
const DRAWN_CHORD = 0.1;
/** The usual fullest fibres reach this far from the shank, in shank lengths, and a tail behind it. */
const REACH = { across: 0.53, behind: 1.52 } as const;

/** The section of a built fly, with the centres of its FlyBody. */
export function sectionOf(build: Build, body: FlyBody): Section {
	const { recipe, hook, bead, coil, dressing, dressed } = build;
	const line = hookLine(hook, DRAWN_CHORD);
	const offset = (s: number, distance: number) => offShank(build, s, distance);

	const slips = dressed.bundles.find(({ part }) => part === 'wings');
	const wing = slips && dressing.wings ? wingOutline(build, slips, dressing.wings) : null;
	const strands = dressed.bundles.filter((bundle) => bundle !== slips);
	const fibres: Section['fibres'][number][] = strands.map((bundle) => ({
		part: bundle.part,
		diameter: bundle.strand.fur ? LEATHER : bundle.strand.diameter,
		lines: bundle.tilt === 0 ? tailLines(build, bundle) : standingLines(build, bundle)
	}));
	fibres.push(...furOf(build));
	const layers = dressed.layers.map(({ part, kind, under, over }) => ({
		part,
		kind,
		bands: [1, -1].flatMap((side) => bandsOf(build, under, over, side))
	}));
	const beadPart = bead && beadSection(bead, recipe.bead!.metal);
	const coilPart = coil && {
		metal: recipe.coil!.metal,
		wire: coil.wire,
		turns: [
			...Array.from({ length: coil.turns }, (_, i) => [i, 0.5 * (hook.wire + coil.wire)] as const),
			...Array.from(
				{ length: coil.second },
				(_, i) => [i, 0.5 * (coil.outerDiameter + coil.wire)] as const
			)
		].flatMap(([i, from]) =>
			[1, -1].map((side) => offset(coil.start + (i + 0.5) * coil.wire, side * from))
		)
	};
	const rib = dressed.ribLength > 0 ? ribSection(build, 'rib') : null;
	const secondRib = dressed.secondRibLength > 0 ? ribSection(build, 'secondRib') : null;
	const caseThickness = dressing.wingCase ? wingCaseTable[dressing.wingCase.kind].thickness : 0;
	const { gapEnd, bodyFront, caseFront, face } = dressed.layout;
	const covered: [number, number] = dressing.wingCase
		? [caseFront, caseFront + dressing.wingCase.length * hook.shank]
		: [gapEnd, bodyFront];
	const wingCase = dressing.wingCase
		? strip(build, ...covered, 0, Math.max(caseThickness, DRAWN_STRIP))
		: null;
	const { back } = dressing;
	const over = back && backTable[back.kind];
	const backThickness = !over ? 0 : 'pile' in over ? LEATHER : over.thickness;
	const backStrip = back
		? strip(build, gapEnd, dressed.layout.end, 0, Math.max(backThickness, DRAWN_STRIP))
		: null;
	const resin = dressing.finish.resin > 0 ? resinDome(build, ...covered, caseThickness) : null;

	const reach = REACH.across * hook.shank;
	const points = [
		...line,
		...around(hook.eye.centre, hook.eye.radius),
		{ x: 0, y: reach },
		{ x: 0, y: -reach },
		{ x: REACH.behind * hook.shank, y: 0 },
		...(beadPart?.outline ?? []),
		...fibres.flatMap(({ lines }) => lines.flat()),
		...layers.flatMap(({ bands }) => bands.flat()),
		...(wing ?? []),
		...(wingCase ?? []),
		...(backStrip ?? []),
		...(resin ?? [])
	];
	const xs = points.map((p) => p.x);
	const ys = points.map((p) => p.y);
	return {
		hook: { wire: hook.wire, line, eye: hook.eye, barbed: recipe.hook.barbed ?? false },
		bead: beadPart,
		coil: coilPart,
		layers,
		rib,
		secondRib,
		fibres,
		wing,
		wingCase,
		back: backStrip,
		resin,
		centres: { mass: body.centreOfMass, buoyancy: body.centreOfBuoyancy },
		face,
		frame: {
			min: { x: Math.min(...xs) - hook.wire / 2, y: Math.min(...ys) - hook.wire / 2 },
			max: { x: Math.max(...xs), y: Math.max(...ys) }
		}
	};
}

/** A place beside the shank's line; past its end along its last direction. */
function offShank({ hook }: Build, s: number, distance: number): Point {
	const { at, direction } = onShank(hook, s);
	const beyond = Math.max(0, s - hook.shank);
	return {
		x: at.x + beyond * direction.x - distance * direction.y,
		y: at.y + beyond * direction.y + distance * direction.x
	};
}

/** Places along a run, close enough to follow a curved shank. */
function placesAlong({ hook }: Build, from: number, to: number): number[] {
	const curved = hook.stretches.some(({ region, turn }) => region === 'shank' && turn !== 0);
	const steps = curved ? Math.max(1, Math.ceil((12 * (to - from)) / hook.shank)) : 1;
	return Array.from({ length: steps + 1 }, (_, i) => from + ((to - from) * i) / steps);
}

/** The cut bands of a layer on one side: one closed outline for each stretch of runs that it covers. */
function bandsOf(build: Build, under: Profile, over: Profile, side: number): Point[][] {
	const bands: Point[][] = [];
	let outer: Point[] = [];
	let inner: Point[] = [];
	const close = () => {
		if (outer.length) bands.push([...outer, ...inner.reverse()]);
		outer = [];
		inner = [];
	};
	for (let i = 0; i < over.from.length; i++) {
		if (over.from[i] === under.from[i] && over.to[i] === under.to[i]) {
			close();
			continue;
		}
		const [a, b] = [over.cuts[i]!, over.cuts[i + 1]!];
		for (const s of placesAlong(build, a, b)) {
			const share = (s - a) / (b - a);
			const at = ({ from, to }: Profile) => (from[i]! + share * (to[i]! - from[i]!)) / 2;
			outer.push(offShank(build, s, side * at(over)));
			inner.push(offShank(build, s, side * at(under)));
		}
	}
	close();
	return bands;
}

function beadSection(bead: SeatedBead, metal: BeadMetal): NonNullable<Section['bead']> {
	// Away from the slot is away from the point while it faces the point.
	const lift = bead.lift * math.cos(bead.turn);
	const place = (s: number, y: number): Point => ({ x: bead.seat + s, y: y + lift });
	const arc = (from: number, to: number, side: number): Point[] =>
		Array.from({ length: 33 }, (_, i) => {
			// Even steps of angle, so that chords stay short where the outline of a ball turns.
			const angle =
				math.acos(from / bead.radius) * (1 - i / 32) + (math.acos(to / bead.radius) * i) / 32;
			const s = bead.radius * math.cos(angle);
			return place(s, side * outerRadius(bead, s));
		});
	const half = (side: number) => [
		...arc(bead.front, bead.rear, side),
		place(bead.rear, (side * bead.recess) / 2),
		place(bead.rear - bead.recessDepth, (side * bead.bore) / 2),
		place(bead.front, (side * bead.bore) / 2)
	];
	const facing = math.cos(bead.turn);
	return {
		metal,
		outline: [...arc(bead.front, bead.rear, 1), ...arc(bead.front, bead.rear, -1).reverse()],
		halves: [half(1), half(-1)],
		open: bead.slot === 0 || Math.abs(facing) < 0.5 ? null : facing > 0 ? 1 : 0
	};
}

function ribSection(build: Build, part: 'rib' | 'secondRib'): CutRib {
	const { dressing, dressed } = build;
	const rib = dressing[part]!;
	const { kind, wire } = rib;
	const { [`${part}Front` as const]: front, bodyEnd: end } = dressed.layout;
	const stretches = ribStretches(rib, front, end);
	// Half a turn lies between what is cut above and what is cut below.
	const cut = stretches.flatMap(({ from, to, turns }) =>
		Array.from({ length: 2 * turns }, (_, i) => {
			const s = to - ((i + 0.5) * (to - from)) / turns / 2;
			const side = i % 2 === 0 ? 1 : -1;
			return offShank(build, s, (side * (diameterAt(dressed.outline, s) + wire)) / 2);
		})
	);
	return { kind, wire, turns: cut };
}

function tailLines(build: Build, bundle: Bundle): [Point, Point, Point][] {
	const shown = Math.min(9, bundle.count, Math.max(2, Math.round(bundle.count * SHOWN_SHARE)));
	const { direction } = onShank(build.hook, bundle.root);
	// Over the back it lies on what is wound.
	const onBack = bundle.part === 'flash' && build.dressing.flash?.place === 'back';
	const surface = onBack ? diameterAt(build.dressed.outline, bundle.root) / 2 : 0;
	const at = offShank(build, bundle.root, surface);
	// Lots are shown apart, and forked ones as they look from above.
	const apart = bundle.aside > 0 ? bundle.aside : bundle.lots > 1 ? LOTS_APART : 0;
	return Array.from({ length: shown }, (_, i) => {
		const across = (2 * i - (shown - 1)) / Math.max(1, shown - 1);
		const fan = 0.22 * across + Math.sign(across) * apart;
		const towards = (share: number, off: number): Point => {
			const angle = bundle.lift + off;
			return {
				x:
					at.x +
					share * bundle.length * (direction.x * math.cos(angle) - direction.y * math.sin(angle)),
				y:
					at.y +
					share * bundle.length * (direction.y * math.cos(angle) + direction.x * math.sin(angle))
			};
		};
		return [at, towards(0.55, fan * 0.7), towards(1, fan)];
	});
}

/** What does not stand all round: lines at least, radians from the first to the last, sides of the shank (1 above). */
const STANDS: Partial<Record<Bundle['part'], readonly [number, number, readonly number[]]>> = {
	legs: [4, 0.5, [-1]],
	horns: [4, 0.25, [1]]
};

/** Fur on a strip of hide, swept back, and the leather under it, m (ours). */
const HAIR = { every: 0.35e-3, length: 3e-3, tilt: 0.7, diameter: 0.05e-3 } as const;
const LEATHER = 0.4e-3;

/** Hairs on a strip over the back and on both sides of one that trails. */
function furOf(build: Build): Section['fibres'][number][] {
	const { hook, dressing, dressed } = build;
	const along = (length: number) =>
		Array.from({ length: Math.floor(length / HAIR.every) }, (_, i) => (i + 0.5) * HAIR.every);
	const hair = (at: Point, axis: Point, side: number): [Point, Point, Point] => {
		const to = (share: number, angle: number): Point => {
			const [c, s] = [math.cos(angle), side * math.sin(angle)];
			return {
				x: at.x + share * HAIR.length * (c * axis.x - s * axis.y),
				y: at.y + share * HAIR.length * (c * axis.y + s * axis.x)
			};
		};
		return [at, to(0.55, HAIR.tilt + 0.15), to(1, HAIR.tilt - 0.15)];
	};
	const { diameter } = HAIR;
	const fur: Section['fibres'][number][] = [];
	if (dressing.back && 'pile' in backTable[dressing.back.kind]) {
		const { gapEnd, end } = dressed.layout;
		const lines = along(end - gapEnd).map((x) => {
			const s = gapEnd + x;
			const top = diameterAt(dressed.outline, s) / 2 + LEATHER;
			return hair(offShank(build, s, top), onShank(hook, s).direction, 1);
		});
		fur.push({ part: 'back', diameter, lines });
	}
	const tail = dressed.bundles.find(({ part, strand }) => part === 'tail' && strand.fur);
	if (tail) {
		const { at, direction } = onShank(hook, tail.root);
		const [c, s] = [math.cos(tail.lift), math.sin(tail.lift)];
		const axis = { x: c * direction.x - s * direction.y, y: c * direction.y + s * direction.x };
		const lines = along(tail.length).flatMap((x) =>
			[1, -1].map((side) => hair({ x: at.x + x * axis.x, y: at.y + x * axis.y }, axis, side))
		);
		fur.push({ part: 'tail', diameter, lines });
	}
	return fur;
}

/** Above and below the shank, spread about their tilt and swept towards the tips. */
function standingLines(build: Build, bundle: Bundle): [Point, Point, Point][] {
	const { hook, dressed } = build;
	const { at, direction } = onShank(hook, bundle.root);
	const surface = diameterAt(dressed.outline, bundle.root) / 2;
	const [least, fan, sides] = STANDS[bundle.part] ?? [4, 0.5, [1, -1]];
	const shown = Math.min(MOST_SHOWN, Math.max(least, Math.round(bundle.count * SHOWN_SHARE)));
	const each = Math.ceil(shown / 2);
	return sides.flatMap((side) =>
		Array.from({ length: each }, (_, i): [Point, Point, Point] => {
			const spread = each > 1 ? (i / (each - 1) - 0.5) * fan : 0;
			const angle = bundle.tilt + spread;
			const off = (x: number, y: number): Point => ({
				x: at.x + x * direction.x - side * y * direction.y,
				y: at.y + x * direction.y + side * y * direction.x
			});
			const bow = 0.12;
			const l = bundle.length;
			return [
				off(0, surface),
				off(0.5 * l * math.cos(angle + bow), surface + 0.5 * l * math.sin(angle + bow)),
				off(l * math.cos(angle - bow), surface + l * math.sin(angle - bow))
			];
		})
	);
}

/** Half widths of a slip from its root to its tip, as shares of its whole width; and where along it. */
const SLIP = [
	[0, 0.3],
	[0.25, 0.5],
	[0.8, 0.5],
	[0.94, 0.35],
	[1, 0]
] as const;

/** The slip on the near flank, hanging to the point's side. */
function wingOutline(build: Build, { root, length, tilt }: Bundle, wings: WingsChoice): Point[] {
	const { at, direction } = onShank(build.hook, root);
	const width = wings.fibres * wingTable[wings.kind].width;
	const [c, s] = [math.cos(tilt), math.sin(tilt)];
	const along = { x: c * direction.x + s * direction.y, y: c * direction.y - s * direction.x };
	const edge = (side: number) =>
		SLIP.map(([share, half]) => ({
			x: at.x + share * length * along.x - side * half * width * along.y,
			y: at.y + share * length * along.y + side * half * width * along.x
		}));
	return [...edge(1), ...edge(-1).reverse()];
}

/** A band on top of the fly between two places. */
function strip(build: Build, from: number, to: number, low: number, high: number): Point[] {
	const places = Array.from({ length: 13 }, (_, i) => from + ((to - from) * i) / 12);
	const edge = (extra: number) =>
		places.map((s) => offShank(build, s, diameterAt(build.dressed.outline, s) / 2 + extra));
	return [...edge(low), ...edge(high).reverse()];
}

/** Resin as a dome over what it covers, as high as its volume makes it on the wing case's width. */
function resinDome(build: Build, from: number, to: number, on: number): Point[] {
	const { hook, dressing, dressed } = build;
	const volume = dressing.finish.resin * drops.resin.volume * math.square(hook.gape / drops.gape);
	const width = 0.45 * hook.gape;
	// A drop spreads at least as far as it is wide.
	const length = Math.max(to - from, width);
	// A dome of parabolas holds 4/9 of its box.
	const height = volume / ((4 / 9) * width * length);
	const places = Array.from({ length: 15 }, (_, i) => i / 14);
	const at = (u: number, h: number) => {
		const s = from + u * length;
		return offShank(build, s, diameterAt(dressed.outline, s) / 2 + on + h);
	};
	return [
		...places.map((u) => at(u, 0)),
		...places.toReversed().map((u) => at(u, 4 * u * (1 - u) * height))
	];
}

const around = ({ x, y }: Point, r: number): Point[] => [
	{ x: x - r, y: y - r },
	{ x: x + r, y: y + r }
];
