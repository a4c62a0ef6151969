import type { HookGeometry } from './hook';
import type { Layout } from './layout';
import type { HackleChoice, PalmerChoice, TiedIn } from './recipe';
import {
	flashTable,
	hackleTable,
	legTable,
	tailTable,
	wingTable,
	type Strand
} from './stuffs/index';
import type { Dressing, DressingPart } from './usual';

/** Like fibres tied in at one place. */
export interface Bundle {
	readonly part: DressingPart;
	readonly root: number;
	readonly count: number;
	readonly length: number;
	readonly strand: Strand;
	/** Angle to the shank, radians; 0 trails behind. */
	readonly tilt: number;
	/** Turns of the stem that it is wound by; 0 without one. */
	readonly turns: number;
	/** Angle by which what trails is lifted off the shank's line, away from the point, radians. */
	readonly lift: number;
	/** How many lots it is in, which cling together each for itself. */
	readonly lots: number;
	/** Angle by which the halves of what trails stand off to both sides, radians. */
	readonly aside: number;
}

/** How hackle, legs, wings and horns stand to the shank, degrees from trailing behind (our estimate). */
const TILT = { propped: 75, swept: 35, legs: 50, wings: 25, horns: 150 } as const;

/** What a turn of thread beneath its root lifts a tail by, and the most that turns do, degrees (our estimate). */
const LIFT = { turn: 7, most: 35 } as const;

/** How a forked tail's halves stand off to each side, degrees (our estimate). */
const SPLIT = 25;

const radians = (degrees: number) => (degrees * Math.PI) / 180;
/** What lies as one and where it is tied in. */
const TOGETHER = { lots: 1, aside: 0, lift: 0, turns: 0 } as const;

/** Everything of single fibres, in tie-on order. */
export function bundlesOf(dressing: Dressing, hook: HookGeometry, layout: Layout): Bundle[] {
	const { shank } = hook;
	const { face, headEnd, gapEnd, bodyFront, bodyEnd, end } = layout;
	/** Where the tier wants it, on what is wound. */
	const place = ({ at }: TiedIn, usual: number) =>
		at === undefined ? usual : Math.min(end, Math.max(face, at * shank));
	const bundles: Bundle[] = [];
	const { tail, flash, wings, legs, horns } = dressing;
	if (tail && tail.fibres > 0) {
		const strand = tailTable[tail.kind];
		bundles.push({
			part: 'tail',
			root: place(tail, Math.min(end, shank)),
			count: tail.fibres,
			strand,
			tilt: 0,
			turns: 0,
			lift: radians(Math.min(LIFT.most, LIFT.turn * (tail.under ?? 0))),
			lots: tail.parted ? 2 : 1,
			aside: tail.parted === 'split' ? radians(SPLIT) : 0,
			length: tail.length * shank
		});
	}
	if (flash) {
		bundles.push({
			part: 'flash',
			root: flash.place === 'tail' ? Math.min(end, shank) : gapEnd,
			count: flash.strands,
			strand: flashTable[flash.kind],
			...TOGETHER,
			tilt: 0,
			length: flash.length * shank
		});
	}
	if (wings) {
		bundles.push({
			...TOGETHER,
			part: 'wings',
			root: place(wings, gapEnd),
			count: 2 * wings.fibres,
			length: wings.length * shank,
			strand: wingTable[wings.kind],
			tilt: radians(TILT.wings)
		});
	}
	if (legs && legs.fibres > 0) {
		bundles.push({
			...TOGETHER,
			part: 'legs',
			root: place(legs, (gapEnd + bodyFront) / 2),
			count: legs.fibres,
			length: legs.length * shank,
			strand: legTable[legs.kind],
			tilt: radians(TILT.legs)
		});
	}
	const wind = (
		part: 'hackle' | 'collar' | 'thirdCollar',
		choice: HackleChoice | null,
		share: number
	) => {
		if (!choice || choice.turns === 0) return;
		const strand = hackleTable[choice.kind];
		bundles.push({
			...TOGETHER,
			part,
			root: place(choice, headEnd + share * (gapEnd - headEnd)),
			strand,
			turns: choice.turns,
			count: choice.turns * strand.perTurn,
			length: choice.length * shank,
			tilt: radians(TILT[choice.lie])
		});
	};
	bundles.push(...palmered(dressing.palmer, shank, bodyFront, bodyEnd));
	const { hackle, collar, thirdCollar } = dressing;
	// From the eye backwards: the hackle, and behind it one collar or two.
	wind('hackle', hackle, thirdCollar ? 0.35 : collar ? 0.55 : 0.75);
	wind('collar', collar, thirdCollar ? 0.65 : 0.9);
	wind('thirdCollar', thirdCollar, 0.9);
	if (horns) {
		bundles.push({
			...TOGETHER,
			part: 'horns',
			root: face,
			count: 2,
			length: horns.length * shank,
			strand: legTable[horns.kind],
			tilt: radians(TILT.horns)
		});
	}
	return bundles;
}

/** A palmered hackle is so many bundles along the body: enough for its moment, few enough for every key. */
const PALMER_BUNDLES = 4;

/** Its turns lie evenly over the body. */
function palmered(
	choice: PalmerChoice | null,
	shank: number,
	front: number,
	end: number
): Bundle[] {
	if (!choice || end <= front) return [];
	const strand = hackleTable[choice.kind];
	const places = Math.min(PALMER_BUNDLES, choice.turns);
	return Array.from({ length: places }, (_, i) => ({
		...TOGETHER,
		part: 'palmer',
		root: front + ((i + 0.5) / places) * (end - front),
		strand,
		turns: choice.turns / places,
		count: (choice.turns * strand.perTurn) / places,
		length: choice.length * shank,
		tilt: radians(TILT[choice.lie])
	}));
}
