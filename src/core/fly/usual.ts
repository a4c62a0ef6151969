import { math, MILLIMETRE } from '../quantity/index';
import { COIL_WIRE_STEPS, nominalHook } from '../material/index';
import type { TailKind } from './stuffs/index';
import type {
	BackChoice,
	BodyChoice,
	FinishChoice,
	FlashChoice,
	Fullness,
	HackleChoice,
	HeadChoice,
	HornsChoice,
	LegsChoice,
	PalmerChoice,
	Recipe,
	RibChoice,
	TagChoice,
	TailChoice,
	ThoraxChoice,
	ThoraxPartChoice,
	ThreadChoice,
	UnderbodyChoice,
	WingCaseChoice,
	WingsChoice
} from './recipe';

/** Every part of the dressing as it will be tied; null where there is none. */
export interface Dressing {
	readonly thread: ThreadChoice;
	readonly tail: TailChoice | null;
	readonly flash: FlashChoice | null;
	readonly tag: TagChoice | null;
	readonly rib: RibChoice | null;
	readonly secondRib: RibChoice | null;
	readonly underbody: UnderbodyChoice | null;
	readonly body: BodyChoice | null;
	readonly back: BackChoice | null;
	readonly palmer: PalmerChoice | null;
	readonly rearThorax: ThoraxPartChoice | null;
	readonly thorax: ThoraxChoice | null;
	readonly frontThorax: ThoraxPartChoice | null;
	readonly wingCase: WingCaseChoice | null;
	readonly wings: WingsChoice | null;
	readonly legs: LegsChoice | null;
	readonly hackle: HackleChoice | null;
	readonly collar: HackleChoice | null;
	readonly thirdCollar: HackleChoice | null;
	readonly horns: HornsChoice | null;
	readonly head: HeadChoice | null;
	readonly finish: FinishChoice;
}
export type DressingPart = keyof Dressing;

/** What a fullness stands for (our estimate): thicknesses on the radius in gapes, lengths in shanks. */
const AMOUNT: Readonly<
	Record<
		Fullness,
		{ body: number; thorax: number; tail: number; hackle: number; fibre: number; loose: boolean }
	>
> = {
	sparse: { body: 0.07, thorax: 0.1, tail: 5, hackle: 1, fibre: 0.45, loose: false },
	medium: { body: 0.11, thorax: 0.17, tail: 8, hackle: 2, fibre: 0.55, loose: false },
	full: { body: 0.17, thorax: 0.25, tail: 14, hackle: 3, fibre: 0.68, loose: true }
};

/** Ribbing wires that are sold, metres (common practice, no source). */
export const RIB_STEPS = [0.09, 0.1, 0.14, 0.18, 0.2, 0.25].map((mm) => mm * MILLIMETRE);

/** Drops and gap of a fly on which nothing else was said: one drop of glue on the whip finish. */
const FINISH: FinishChoice = { glue: 1, resin: 0, lacquer: 0 };

/** Usual thickness of each kind of body on the radius, in gapes, against that of tight dubbing. */
const BODY_THICKNESS: Readonly<Record<BodyChoice['kind'], number>> = {
	thread: 0.35,
	quill: 0.4,
	herl: 1,
	dubbingTight: 1,
	dubbingLoose: 1.35,
	dubbingLoop: 1.7,
	chenille: 1.6,
	wool: 1,
	hide: 2.2,
	tinsel: 0.3,
	floss: 0.5,
	vinyl: 0.8,
	wire: 0.35
};

/**
 * The dressing with everything that the recipe leaves open filled in as is usual for the hook and the
 * fullness. The rules are common practice without a source (tail ½ shank, body to ⅔–¾ of the shank,
 * 5–7 turns of rib, one to three of hackle); the amounts are our estimate.
 */
export function dressingOf(recipe: Recipe): Dressing {
	const choose = <Part extends DressingPart>(part: Part): Dressing[Part] => {
		const chosen = recipe[part] as Dressing[Part] | undefined;
		return chosen === undefined ? usualPart(recipe, part) : chosen;
	};
	return {
		thread: choose('thread'),
		tail: choose('tail'),
		flash: choose('flash'),
		tag: choose('tag'),
		rib: choose('rib'),
		secondRib: choose('secondRib'),
		underbody: choose('underbody'),
		body: choose('body'),
		back: choose('back'),
		palmer: choose('palmer'),
		rearThorax: choose('rearThorax'),
		thorax: choose('thorax'),
		frontThorax: choose('frontThorax'),
		wingCase: choose('wingCase'),
		wings: choose('wings'),
		legs: choose('legs'),
		hackle: choose('hackle'),
		collar: choose('collar'),
		thirdCollar: choose('thirdCollar'),
		horns: choose('horns'),
		head: choose('head'),
		finish: choose('finish')
	};
}

/** What a part is when the recipe says nothing of it; null where the usual fly has none. */
function usualPart<Part extends DressingPart>(recipe: Recipe, part: Part): Dressing[Part] {
	return USUAL[part](recipe, AMOUNT[recipe.dressing.fullness]) as Dressing[Part];
}

/** A part to begin with where the usual fly has none and the tier takes it up. */
export function firstOf<Part extends DressingPart>(
	recipe: Recipe,
	part: Part
): NonNullable<Dressing[Part]> {
	const usual = usualPart(recipe, part);
	return (usual ?? FIRST[part as keyof typeof FIRST](recipe)) as NonNullable<Dressing[Part]>;
}

type Amount = (typeof AMOUNT)[Fullness];
const USUAL: {
	readonly [Part in DressingPart]: (recipe: Recipe, amount: Amount) => Dressing[Part];
} = {
	thread: ({ hook }) => ({
		denier: hook.size <= 8 ? 140 : 70,
		baseLayers: 1,
		dam: true,
		headTurns: 8
	}),
	tail: (_, { tail }) => ({ kind: 'feather', fibres: tail, length: 0.5 }),
	flash: () => null,
	tag: () => null,
	rib: ({ hook }) => ({ kind: 'copper', wire: ribWire(hook.size), turns: 6, against: true }),
	secondRib: () => null,
	underbody: () => null,
	body: (_, { body, loose }) => ({
		kind: loose ? 'dubbingLoose' : 'dubbingTight',
		shape: 'tapered',
		thickness: body,
		length: 0.7
	}),
	back: () => null,
	palmer: () => null,
	rearThorax: () => null,
	frontThorax: () => null,
	thorax: (_, { thorax, loose }) => ({
		kind: loose ? 'dubbingLoose' : 'dubbingTight',
		thickness: thorax
	}),
	wingCase: () => null,
	wings: () => null,
	legs: () => null,
	hackle: (_, { hackle, fibre }) => ({
		kind: 'softHackle',
		turns: hackle,
		length: fibre,
		lie: 'swept'
	}),
	collar: () => null,
	thirdCollar: () => null,
	horns: () => null,
	head: () => null,
	finish: () => FINISH
};

const FIRST = {
	flash: ({ tail }: Recipe): FlashChoice => ({
		kind: 'flash',
		strands: 4,
		length: tail?.length ?? 0.5,
		place: 'tail'
	}),
	tag: (): TagChoice => ({ kind: 'floss', length: 0.1, thickness: 0.05 }),
	back: (): BackChoice => ({ kind: 'film', rib: 'under' }),
	palmer: (recipe: Recipe): PalmerChoice => ({
		kind: 'softHackle',
		turns: 5,
		length: 0.6 * AMOUNT[recipe.dressing.fullness].fibre,
		lie: 'swept',
		wound: 'forward'
	}),
	underbody: (): UnderbodyChoice => ({ kind: 'wool', thickness: 0.08 }),
	wingCase: (): WingCaseChoice => ({ kind: 'feather', length: 0.33 }),
	wings: (): WingsChoice => ({ kind: 'slips', fibres: 8, length: 0.6 }),
	legs: (): LegsChoice => ({ kind: 'feather', fibres: 8, length: 0.4 }),
	secondRib: ({ hook }: Recipe): RibChoice => ({
		kind: 'tinsel',
		wire: 2 * ribWire(hook.size),
		turns: 6,
		against: false
	}),
	rearThorax: firstThorax,
	frontThorax: firstThorax,
	head: (recipe: Recipe): HeadChoice => ({ ...firstThorax(recipe), length: 0.35 }),
	thirdCollar: firstCollar,
	collar: firstCollar,
	horns: (): HornsChoice => ({ kind: 'feather', length: 0.8 })
};

function firstThorax(recipe: Recipe): ThoraxPartChoice {
	return { kind: 'dubbingTight', thickness: AMOUNT[recipe.dressing.fullness].thorax, length: 0.3 };
}

function firstCollar(recipe: Recipe): HackleChoice {
	return {
		kind: 'fur',
		turns: 1,
		length: 0.8 * AMOUNT[recipe.dressing.fullness].fibre,
		lie: 'swept'
	};
}

/** A body of another kind at the thickness that is usual for that kind. */
export function bodyOfKind(recipe: Recipe, body: BodyChoice, kind: BodyChoice['kind']): BodyChoice {
	const { gape } = nominalHook(recipe.hook.size, 0, 0);
	const thickness =
		kind === 'wire'
			? // Touching wire is as thick as the wire: the usual ribbing wire of this hook.
				ribWire(recipe.hook.size) / gape
			: AMOUNT[recipe.dressing.fullness].body * BODY_THICKNESS[kind];
	return { ...body, kind, thickness: Number(thickness.toFixed(3)) };
}

/** How many of a kind make a tail where a feather's would have n fibres (our estimate). */
const TAIL_FIBRES: Readonly<Record<TailKind, (n: number) => number>> = {
	feather: (n) => n,
	hair: (n) => 2 * n,
	synthetic: (n) => 2 * n,
	plume: (n) => 4 * n,
	flash: () => 4,
	floss: () => 2,
	rubber: () => 2,
	hide: () => 1
};

/** A tail of another kind, of as many as is usual for that kind. */
function tailOfKind(recipe: Recipe, tail: TailChoice, kind: TailKind): TailChoice {
	return { ...tail, kind, fibres: TAIL_FIBRES[kind](AMOUNT[recipe.dressing.fullness].tail) };
}

/** A part of another kind, in the amount that is usual for that kind; of the same kind it stays. */
export function ofKind<Part extends Exclude<DressingPart, 'thread' | 'finish'>>(
	recipe: Recipe,
	part: Part,
	choice: NonNullable<Dressing[Part]>,
	kind: string
): NonNullable<Dressing[Part]>;
export function ofKind(
	recipe: Recipe,
	part: DressingPart,
	choice: { readonly kind?: string },
	kind: string
): object {
	if (choice.kind === kind) return choice;
	if (part === 'body') return bodyOfKind(recipe, choice as BodyChoice, kind as BodyChoice['kind']);
	if (part === 'tail') return tailOfKind(recipe, choice as TailChoice, kind as TailKind);
	return { ...choice, kind };
}

function ribWire(size: number): number {
	if (size >= 18) return 0.09 * MILLIMETRE;
	if (size >= 15) return 0.1 * MILLIMETRE;
	if (size >= 11) return 0.14 * MILLIMETRE;
	return size >= 8 ? 0.18 * MILLIMETRE : 0.25 * MILLIMETRE;
}

/** Thread sizes that are sold, denier (common practice, no source). */
export const THREAD_STEPS = [30, 50, 70, 100, 140, 210] as const;

/** Usual coil wire for a hook, metres: about as thick as the hook's own wire (common practice). */
export function usualCoilWire(size: number): number {
	const { wire } = nominalHook(size, 0, 0);
	return COIL_WIRE_STEPS.reduce((best, step) =>
		Math.abs(math.log(step / wire)) < Math.abs(math.log(best / wire)) ? step : best
	);
}
