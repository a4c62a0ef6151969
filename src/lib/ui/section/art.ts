import type { Section } from '$core/fly/index';
import { MILLIMETRE } from '$core/quantity/index';
import { materialColour } from '../colours';

/** A shape of the drawing: path data in millimetres, x to the tail, y down, as SVG has it. */
export interface Shape {
	readonly key: string;
	readonly d: string;
	readonly fill: string;
	readonly fillOpacity?: number;
	readonly stroke: string;
	/** Millimetres; a hairline of one pixel where it is not given. */
	readonly strokeMm?: number;
	readonly strokeOpacity?: number;
	readonly dash?: string;
}

type At = { readonly x: number; readonly y: number };
const n = (metres: number) => (metres / MILLIMETRE).toFixed(3);
const line = (points: readonly At[]) =>
	points.map(({ x, y }, i) => `${i ? 'L' : 'M'}${n(x)} ${n(-y)}`).join('');
const outline = (points: readonly At[]) => `${line(points)}Z`;
const disc = ({ x, y }: At, r: number) =>
	`M${n(x - r)} ${n(-y)}a${n(r)} ${n(r)} 0 1 0 ${n(2 * r)} 0a${n(r)} ${n(r)} 0 1 0 ${n(-2 * r)} 0Z`;
const bow = ([root, middle, tip]: readonly [At, At, At]) =>
	`M${n(root.x)} ${n(-root.y)}Q${n(middle.x)} ${n(-middle.y)} ${n(tip.x)} ${n(-tip.y)}`;

/** The eye's ring; across the hook's plane it is cut, and its far half lies behind. */
function eyeRing({ eye, line: [throat], wire }: Section['hook']): { ring: string; cut: string } {
	const ring = eye.radius - wire / 2;
	if (!throat || eye.across < 0.5) return { ring: disc(eye.centre, ring), cut: '' };
	const { x, y } = eye.centre;
	const far = { x: 2 * x - throat.x, y: 2 * y - throat.y };
	return { ring: line([throat, far]), cut: disc(far, wire / 2) };
}

type Kind = Section['layers'][number]['kind'];

/** How dense a wound layer is drawn: loose stuff lets the ground through. */
const LAYER_OPACITY: Readonly<Partial<Record<Kind, number>>> = {
	thread: 1,
	wire: 0.9,
	quill: 0.85,
	vinyl: 0.75,
	floss: 0.75,
	dubbingLoose: 0.35,
	dubbingLoop: 0.28,
	chenille: 0.45,
	hide: 0.4,
	tinsel: 0.9,
	herl: 0.4
};

/** Colours that the tier named, as CSS has them. */
export type Colouring = Readonly<
	Partial<Record<'bead' | 'thread' | 'collar' | 'tag' | 'head', string>>
>;

/** The outermost collar is what one sees in the box. */
function fibreColour(part: string, fibres: Section['fibres'], { collar }: Colouring): string {
	const outer = (['thirdCollar', 'collar'] as const).find((part) =>
		fibres.some((one) => one.part === part)
	);
	if (part === 'flash') return materialColour.tinsel;
	return part === (outer ?? 'hackle') && collar ? collar : materialColour.dressing;
}

/** What is wound, from the shank outwards. */
function layerShapes(layers: Section['layers'], colours: Colouring): Shape[] {
	const head = layers.findLastIndex(({ part }) => part === 'thread' || part === 'head');
	const colourOf = (part: string, kind: Kind, i: number): string => {
		if (i === head && colours.head) return colours.head;
		if (part === 'tag' && colours.tag) return colours.tag;
		if (kind === 'thread') return colours.thread ?? materialColour.thread;
		return kind === 'wire' ? materialColour.copper : materialColour.dressing;
	};
	return layers.map(({ part, kind, bands }, i) => {
		const colour = colourOf(part, kind, i);
		return {
			key: `${part}-${i}`,
			d: bands.map(outline).join(''),
			fill: colour,
			fillOpacity: LAYER_OPACITY[kind] ?? 0.55,
			stroke: kind === 'thread' ? 'none' : colour,
			strokeOpacity: 0.8
		};
	});
}

/** The drawing of a section as shapes, from the back to the front. */
export function artOf(section: Section, colours: Colouring = {}): Shape[] {
	const { hook, bead, coil, layers, fibres, wing, wingCase, back, resin } = section;
	const shapes: Shape[] = [];
	fibres.forEach(({ part, diameter, lines }, i) => {
		shapes.push({
			key: `${part}-fibres-${i}`,
			d: lines.map(bow).join(''),
			fill: 'none',
			stroke: fibreColour(part, fibres, colours),
			// Single fibres are finer than a screen shows.
			strokeMm: Math.max(diameter / MILLIMETRE, 0.07),
			strokeOpacity:
				part === 'tail' || part === 'flash' || part === 'legs' || part === 'horns' ? 0.95 : 0.7
		});
	});
	shapes.push(...layerShapes(layers, colours));
	const { line: wire, tip } = spear(hook.line, hook.wire);
	const steel = materialColour.hook;
	const wireMm = hook.wire / MILLIMETRE;
	const eye = eyeRing(hook);
	shapes.push(
		{ key: 'wire', d: line(wire), fill: 'none', stroke: steel, strokeMm: wireMm },
		{ key: 'point', d: outline(tip), fill: steel, stroke: steel },
		{
			key: 'eye',
			d: eye.ring,
			fill: 'none',
			stroke: steel,
			strokeMm: wireMm,
			strokeOpacity: eye.cut ? 0.5 : 1
		},
		{ key: 'eye-cut', d: eye.cut, fill: steel, stroke: 'none' }
	);
	if (hook.barbed)
		shapes.push({ key: 'barb', d: barb(hook.line, hook.wire), fill: steel, stroke: steel });
	if (coil) {
		shapes.push({
			key: 'coil',
			d: coil.turns.map((turn) => disc(turn, coil.wire / 2)).join(''),
			fill: materialColour[coil.metal],
			stroke: 'var(--ground)'
		});
	}
	if (bead) {
		const metal = materialColour[bead.metal];
		shapes.push({ key: 'bead', d: outline(bead.outline), fill: 'none', stroke: metal });
		bead.halves.forEach((half, i) =>
			shapes.push({
				key: `bead-${i}`,
				d: outline(half),
				fill: metal,
				fillOpacity: bead.open === i ? 0.4 : 1,
				stroke: 'none'
			})
		);
	}
	if (bead && colours.bead) {
		// Painted: the metal's own colour is that of the cut.
		const d = outline(bead.outline);
		shapes.push({ key: 'bead-colour', d, fill: 'none', stroke: colours.bead, strokeMm: 0.22 });
	}
	for (const key of ['rib', 'secondRib'] as const) {
		const rib = section[key];
		if (!rib) continue;
		shapes.push({
			key,
			d: rib.turns.map((turn) => disc(turn, rib.wire / 2)).join(''),
			fill: materialColour[rib.kind],
			stroke: materialColour[rib.kind]
		});
	}
	for (const [key, strip] of Object.entries({ back, wingCase })) {
		if (!strip) continue;
		shapes.push({
			key,
			d: outline(strip),
			fill: materialColour.dressing,
			stroke: materialColour.dressing
		});
	}
	if (wing) {
		// In front of what is cut, which shows through it.
		shapes.push({
			key: 'wing',
			d: outline(wing),
			fill: materialColour.dressing,
			fillOpacity: 0.3,
			stroke: materialColour.dressing
		});
	}
	if (resin) {
		shapes.push({
			key: 'resin',
			d: outline(resin),
			fill: materialColour.finish,
			fillOpacity: 0.75,
			stroke: materialColour.finish
		});
	}
	return shapes;
}

/** The same fly as an outline only, to lay over another. */
export function ghostOf(section: Section): Shape[] {
	const ghost = { fill: 'none', stroke: 'var(--ink)', strokeOpacity: 0.75, dash: '4 3' } as const;
	const { hook, bead, coil, layers, resin } = section;
	const last = layers.flatMap(({ bands }) => bands);
	return [
		{ key: 'ghost-wire', d: line(hook.line), ...ghost },
		{ key: 'ghost-eye', d: eyeRing(hook).ring, ...ghost },
		...(bead ? [{ key: 'ghost-bead', d: outline(bead.outline), ...ghost }] : []),
		...(coil
			? [{ key: 'ghost-coil', d: coil.turns.map((t) => disc(t, coil.wire / 2)).join(''), ...ghost }]
			: []),
		{ key: 'ghost-body', d: last.map(outline).join(''), ...ghost, strokeOpacity: 0.45 },
		...(resin ? [{ key: 'ghost-resin', d: outline(resin), ...ghost }] : [])
	];
}

/** The wire up to where the point is ground, and the point itself. */
function spear(hookLine: readonly At[], wire: number): { line: At[]; tip: At[] } {
	const end = hookLine[hookLine.length - 1]!;
	const start = hookLine[hookLine.length - 2]!;
	const full = Math.hypot(end.x - start.x, end.y - start.y);
	const ground = Math.min(3.2 * wire, 0.7 * full);
	const ux = (end.x - start.x) / full;
	const uy = (end.y - start.y) / full;
	const shoulder = { x: end.x - ground * ux, y: end.y - ground * uy };
	const half = wire / 2;
	return {
		// A little into the point, or a seam shows.
		line: [
			...hookLine.slice(0, -1),
			{ x: shoulder.x + 0.1 * ground * ux, y: shoulder.y + 0.1 * ground * uy }
		],
		tip: [
			{ x: shoulder.x - half * uy, y: shoulder.y + half * ux },
			end,
			{ x: shoulder.x + half * uy, y: shoulder.y - half * ux }
		]
	};
}

/** A barb raised from the spear, on the side of the gap. */
function barb(hookLine: readonly At[], wire: number): string {
	const end = hookLine[hookLine.length - 1]!;
	const start = hookLine[hookLine.length - 2]!;
	const full = Math.hypot(end.x - start.x, end.y - start.y);
	const ux = (end.x - start.x) / full;
	const uy = (end.y - start.y) / full;
	// The gap lies on the left of the way to the point or on its right; the shank tells.
	const side = ux * -end.y + uy * end.x > 0 ? 1 : -1;
	const at = (back: number, out: number) => ({
		x: end.x - back * ux - side * out * uy,
		y: end.y - back * uy + side * out * ux
	});
	return outline([at(3.4 * wire, wire / 2), at(4.8 * wire, 1.05 * wire), at(5.2 * wire, wire / 2)]);
}
