import type { Fault } from '../drift/index';
import type { Recipe } from '../fly/index';
import { distributionIn, type DriftQuestion, type Hand } from '../predict/index';
import { fluidAt } from '../water/index';
import { askedMetals, beadTable, type AskedMetal } from './bead-table';
import { evaluate } from './evaluate';
import type { Shelf } from './shelf';

/** Which bead for this fly, on this rig, in this water? */
export interface BeadQuestion extends DriftQuestion {
	readonly shelf: Shelf;
	/** Chance that is asked for. */
	readonly enough: number;
}

/** One bead on the hook, or none. SI. */
export interface BeadOption {
	readonly recipe: Recipe;
	/** null: no bead. */
	readonly metal: AskedMetal | null;
	/** 0 without one. */
	readonly diameter: number;
	readonly mass: number;
	readonly speed: number;
	/** N in water. */
	readonly weight: number;
	/** What will be regretted about it on this hook; null when nothing. */
	readonly trouble: string | null;
	readonly chance: number;
	/** Drifts that the chance was counted from; 0 while it is read off the curve. */
	readonly drifts: number;
	/** What spoils most of the drifts that are not good. */
	readonly fault: Fault | null;
	/** How the rod is held for it; null until it was followed. */
	readonly hand: Hand | null;
}

/** Every bead that the hook takes, and none, without their chances. */
export function beadOptions(question: BeadQuestion): BeadOption[] {
	const { recipe, celsius, shelf } = question;
	const distribution = distributionIn(question);
	const fluid = fluidAt(celsius);
	const rows = beadTable(recipe, fluid, shelf, distribution);
	const open = { chance: 0, drifts: 0, fault: null, hand: null };
	const bare = evaluate({ ...recipe, bead: null, coil: null }, fluid, distribution);
	const none = { ...plain(bare), metal: null, diameter: 0, ...open };
	return [
		...(bare.fits && bare.speed > 0 ? [none] : []),
		...askedMetals.flatMap((metal) =>
			rows.flatMap(({ diameter, found }) => {
				const candidate = found[metal];
				return candidate && candidate.speed > 0
					? [{ ...plain(candidate), metal, diameter, ...open }]
					: [];
			})
		)
	];
}

const plain = ({ recipe, mass, speed, weight, trouble }: ReturnType<typeof evaluate>) => ({
	recipe,
	mass,
	speed,
	weight,
	trouble
});
