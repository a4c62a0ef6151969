import { math } from '../quantity/index';
import type { ParameterValues } from '../parameter/index';
import type { Point } from '../body/index';
import { beadDensity, beadGeometry, type BeadGeometry } from './bead/index';
import type { Build } from './build';
import { coilDensity } from './coil';
import { hookGeometry, onShank, type HookGeometry } from './hook';
import type { BeadChoice, Recipe } from './recipe';
import type { DressingPart } from './usual';

export type PartName = 'hook' | 'bead' | 'coil' | DressingPart;

/** In tie-on order. */
export const partNames = [
	'hook',
	'bead',
	'coil',
	'thread',
	'tail',
	'flash',
	'tag',
	'rib',
	'secondRib',
	'underbody',
	'body',
	'back',
	'palmer',
	'rearThorax',
	'thorax',
	'frontThorax',
	'wingCase',
	'wings',
	'legs',
	'hackle',
	'collar',
	'thirdCollar',
	'horns',
	'head',
	'finish'
] as const satisfies readonly PartName[];

/** One part's share of the fly: kg, m³, centre in the fly's frame. */
export interface PartMass {
	readonly part: PartName;
	readonly mass: number;
	/** m³ of solid matter. */
	readonly volume: number;
	readonly centre: Point;
	/** Centre out of the hook's plane, m: a bead whose slot is turned sideways. */
	readonly aside: number;
	/** Air that it holds when it is freshly dry, m³. */
	readonly air: number;
	/** Room between its fibres, which water or that air fills, m³. */
	readonly room: number;
	/** Mean square of the distance of its matter from its centre, m²; 0 where it is small against the fly. */
	readonly gyration: number;
}

/** How unsure each part's mass is when only the whole was weighed (our estimate). */
const UNSURE: Readonly<Partial<Record<PartName, number>>> = { hook: 0.2, bead: 0.08, coil: 0.05 };
const UNSURE_DRESSING = 0.8;

/** The parts that the fly has, in tie-on order, at one point of the parameters. */
export function partsOf(build: Build, values: ParameterValues): PartMass[] {
	const parts = [...metalOf(build, values), ...dressingParts(build, values)];
	const { weighed } = build.recipe;
	const whole = weighed === undefined ? parts : sharing(parts, weighed * values['fly.weighed']);
	const own = values['tied.mass'];
	return own === 1 ? whole : whole.map((part) => ({ ...part, mass: part.mass * own }));
}

const hookMass = ({ hook: { measured } }: Recipe, solid: HookGeometry, values: ParameterValues) =>
	measured?.mass === undefined ? solid.mass : measured.mass * values['hook.weighed'];

const beadMass = (bead: BeadChoice, solid: BeadGeometry, values: ParameterValues) =>
	bead.weighed === undefined
		? solid.volume * beadDensity(bead, values)
		: bead.weighed * values['bead.weighed'];

/** Mass of a recipe's hook or bead alone, kg, before it is tied. */
export function massAlone(recipe: Recipe, part: 'hook' | 'bead', values: ParameterValues): number {
	return part === 'hook'
		? hookMass(recipe, hookGeometry(recipe.hook, values), values)
		: beadMass(recipe.bead!, beadGeometry(recipe.bead!, values), values);
}

function metalOf(build: Build, values: ParameterValues): PartMass[] {
	const { recipe, hook, bead, coil } = build;
	const metal = { aside: 0, air: 0, room: 0 } as const;
	const parts: PartMass[] = [
		{
			part: 'hook',
			mass: hookMass(recipe, hook, values),
			volume: hook.volume,
			centre: hook.centre,
			gyration: hook.gyration,
			...metal
		}
	];
	if (bead) {
		const off = bead.centroid.y + bead.lift;
		parts.push({
			part: 'bead',
			mass: beadMass(recipe.bead!, bead, values),
			volume: bead.volume,
			centre: { x: bead.seat + bead.centroid.s, y: off * math.cos(bead.turn) },
			...metal,
			aside: off * math.sin(bead.turn),
			// A ball's; bore and recess change little.
			gyration: 0.4 * math.square(bead.radius)
		});
	}
	if (coil) {
		parts.push({
			part: 'coil',
			mass: coil.volume * coilDensity(recipe.coil!.metal, values),
			volume: coil.volume,
			centre: onShank(hook, coil.centre).at,
			gyration: math.square(coil.end - coil.start) / 12,
			...metal
		});
	}
	return parts;
}

function dressingParts({ hook, dressed }: Build, values: ParameterValues): PartMass[] {
	const parts: PartMass[] = [];
	for (const part of partNames) {
		let mass = 0;
		let volume = 0;
		let air = 0;
		let room = 0;
		let x = 0;
		let y = 0;
		for (const piece of dressed.pieces) {
			if (piece.part !== part) continue;
			const amount = values[piece.amount];
			const pieceMass = piece.volume * amount * piece.density;
			const { at, direction } = onShank(hook, piece.s);
			mass += pieceMass;
			volume += piece.volume * amount;
			air += piece.air * amount;
			room += piece.room * amount;
			x += pieceMass * (at.x - piece.off * direction.y);
			y += pieceMass * (at.y + piece.off * direction.x);
		}
		if (mass > 0) {
			const centre = { x: x / mass, y: y / mass };
			parts.push({ part, mass, volume, centre, aside: 0, air, room, gyration: 0 });
		}
	}
	return parts;
}

/**
 * The parts scaled so that they weigh what the scale says, each giving way as much as it is unsure:
 * the most likely masses when their logarithms are normal, m exp(λσ²) to first order.
 *
 * @param total kg, > 0
 */
function sharing(parts: readonly PartMass[], total: number): PartMass[] {
	const spread = parts.map(({ part }) => math.square(UNSURE[part] ?? UNSURE_DRESSING));
	let lambda = 0;
	for (let step = 0; step < 60; step++) {
		let sum = 0;
		let slope = 0;
		for (let i = 0; i < parts.length; i++) {
			const mass = parts[i]!.mass * math.exp(lambda * spread[i]!);
			sum += mass;
			slope += mass * spread[i]!;
		}
		// Newton on the logarithm of the sum, which is nearly straight.
		const next = (math.log(total / sum) * sum) / slope;
		lambda += next;
		if (Math.abs(next) < 1e-13 * (1 + Math.abs(lambda))) break;
	}
	const held = Math.min(Math.max(lambda, -MOST_GIVEN), MOST_GIVEN);
	const shared = parts.map((part, i) => part.mass * math.exp(held * spread[i]!));
	const rest = total / shared.reduce((sum, mass) => sum + mass, 0);
	return parts.map((part, i) => {
		// Metal keeps its measures and is another alloy; of a dressing there is more or less.
		const matter = part.part in UNSURE ? 1 : math.exp(held * spread[i]!);
		return { ...part, mass: shared[i]! * rest, volume: part.volume * matter };
	});
}

/** A dressing gives way by a factor of e³ at most; what a weighing asks beyond that all parts share. */
const MOST_GIVEN = 3 / math.square(UNSURE_DRESSING);
