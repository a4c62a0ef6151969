import type {
	BackChoice,
	BeadChoice,
	BodyChoice,
	CoilChoice,
	EyeLie,
	FinishChoice,
	FlashChoice,
	HackleChoice,
	HeadChoice,
	HookChoice,
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
} from '$core/fly/index';
import { GRAM, INCH, MILLIMETRE } from '$core/quantity/index';
import { tidy } from '../tidy';

/**
 * A recipe as it travels and is stored, with the units in the names: lengths of the dressing in shanks,
 * thicknesses in gapes, the gap in eye openings. A part that is not there is as usual; null is left out.
 */
export interface RecipeDocument {
	hook: Pick<HookChoice, 'style' | 'size' | 'lengthX' | 'wireX'> & {
		barbed?: boolean;
		eye?: EyeLie;
		measured?: { wireMm?: number; shankMm?: number; gapeMm?: number; massG?: number };
		lot?: string;
	};
	bead:
		| (Pick<BeadChoice, 'metal' | 'shape'> & {
				diameterMm: number;
				densityGcm3?: number;
				slotTurnDeg?: number;
				boreMm?: number;
				recessMm?: number;
				slotMm?: number;
				weighedG?: number;
				lot?: string;
		  })
		| null;
	coil:
		| (Pick<CoilChoice, 'metal' | 'turns' | 'place' | 'second' | 'measured' | 'lot'> & {
				wireInch: number;
		  })
		| null;
	dressing: Recipe['dressing'];
	thread?: ThreadChoice;
	tail?: LengthInShanks<TailChoice> | null;
	flash?: LengthInShanks<FlashChoice> | null;
	tag?: TagDocument | null;
	rib?: RibDocument | null;
	secondRib?: RibDocument | null;
	underbody?:
		(ThicknessInGapes<Omit<UnderbodyChoice, 'length'>> & { lengthOfRoom?: number }) | null;
	body?: (ThicknessInGapes<Omit<BodyChoice, 'length'>> & { lengthOfRoom: number }) | null;
	back?: BackChoice | null;
	palmer?: LengthInShanks<PalmerChoice> | null;
	rearThorax?: ThoraxPartDocument | null;
	thorax?: ThicknessInGapes<ThoraxChoice> | null;
	frontThorax?: ThoraxPartDocument | null;
	wingCase?: LengthInShanks<WingCaseChoice> | null;
	wings?: LengthInShanks<WingsChoice> | null;
	legs?: LengthInShanks<LegsChoice> | null;
	hackle?: LengthInShanks<HackleChoice> | null;
	collar?: LengthInShanks<HackleChoice> | null;
	thirdCollar?: LengthInShanks<HackleChoice> | null;
	horns?: LengthInShanks<HornsChoice> | null;
	head?: (ThicknessInGapes<Omit<HeadChoice, 'length'>> & { lengthOfGap: number }) | null;
	finish?: Omit<FinishChoice, 'gap'> & { gapEyes?: number };
	weighedG?: number;
}
type RibDocument = Omit<RibChoice, 'wire' | 'length'> & { wireMm: number; lengthOfRoom?: number };
type ThoraxPartDocument = ThicknessInGapes<Omit<ThoraxPartChoice, 'length'>> & {
	lengthOfThorax: number;
};
type TagDocument = ThicknessInGapes<Omit<TagChoice, 'length'>> & { lengthOfRoom: number };
type LengthInShanks<T> = Omit<T, 'length' | 'at'> & { lengthShanks: number; atShank?: number };
type ThicknessInGapes<T> = Omit<T, 'thickness'> & { thicknessGapes: number };

/** Digits enough that a document read and written again is the same. */
const fine = (n: number) => Number(n.toPrecision(9));

/** Applies to a part that is there; usual (undefined) and left out (null) stay what they are. */
const given = <From, To>(part: From | null | undefined, to: (part: From) => To) =>
	part === undefined ? undefined : part === null ? null : to(part);
const scaled = (n: number | undefined, factor: number) =>
	n === undefined ? undefined : fine(n * factor);

/** Fields that are undefined are not there. */
function clean<T extends object>(object: T): T {
	for (const key of Object.keys(object) as (keyof T)[]) {
		if (object[key] === undefined) delete object[key];
	}
	return object;
}

function hookFrom({ measured, ...rest }: RecipeDocument['hook']) {
	return clean({
		...rest,
		measured:
			measured &&
			clean({
				wire: scaled(measured.wireMm, MILLIMETRE),
				shank: scaled(measured.shankMm, MILLIMETRE),
				gape: scaled(measured.gapeMm, MILLIMETRE),
				mass: scaled(measured.massG, GRAM)
			})
	});
}

export function recipeFromDocument(document: RecipeDocument): Recipe {
	const { hook, bead, coil, dressing, thread, finish } = document;
	const length = <T>(part: LengthInShanks<T> | null | undefined) =>
		given(part, ({ lengthShanks, atShank, ...rest }) =>
			clean({ ...rest, length: lengthShanks, at: atShank })
		);
	const thickness = <T>(part: ThicknessInGapes<T> | null | undefined) =>
		given(part, ({ thicknessGapes, ...rest }) => ({ ...rest, thickness: thicknessGapes }));
	const rib = (part: RibDocument | null | undefined) =>
		given(part, ({ wireMm, lengthOfRoom, ...rest }) =>
			clean({ ...rest, wire: fine(wireMm * MILLIMETRE), length: lengthOfRoom })
		);
	const thoraxPart = (part: ThoraxPartDocument | null | undefined) =>
		given(part, ({ thicknessGapes, lengthOfThorax, ...rest }) => ({
			...rest,
			thickness: thicknessGapes,
			length: lengthOfThorax
		}));
	return clean({
		hook: hookFrom(hook),
		bead:
			bead &&
			clean({
				metal: bead.metal,
				shape: bead.shape,
				slotTurn: bead.slotTurnDeg,
				lot: bead.lot,
				diameter: fine(bead.diameterMm * MILLIMETRE),
				density: scaled(bead.densityGcm3, 1000),
				bore: scaled(bead.boreMm, MILLIMETRE),
				recess: scaled(bead.recessMm, MILLIMETRE),
				slot: scaled(bead.slotMm, MILLIMETRE),
				weighed: scaled(bead.weighedG, GRAM)
			}),
		coil:
			coil &&
			clean({
				metal: coil.metal,
				wire: fine(coil.wireInch * INCH),
				turns: coil.turns,
				place: coil.place,
				second: coil.second,
				measured: coil.measured,
				lot: coil.lot
			}),
		dressing: { fullness: dressing.fullness },
		thread: thread && clean({ ...thread }),
		tail: length(document.tail),
		flash: length(document.flash),
		tag: given(document.tag, ({ thicknessGapes, lengthOfRoom, ...rest }) => ({
			...rest,
			thickness: thicknessGapes,
			length: lengthOfRoom
		})),
		back: given(document.back, (back) => ({ ...back })),
		palmer: length(document.palmer),
		rib: rib(document.rib),
		secondRib: rib(document.secondRib),
		underbody: given(document.underbody, ({ thicknessGapes, lengthOfRoom, ...rest }) =>
			clean({ ...rest, thickness: thicknessGapes, length: lengthOfRoom })
		),
		body: given(document.body, ({ thicknessGapes, lengthOfRoom, ...rest }) => ({
			...rest,
			thickness: thicknessGapes,
			length: lengthOfRoom
		})),
		rearThorax: thoraxPart(document.rearThorax),
		thorax: thickness(document.thorax),
		frontThorax: thoraxPart(document.frontThorax),
		wingCase: length(document.wingCase),
		wings: length(document.wings),
		legs: length(document.legs),
		hackle: length(document.hackle),
		collar: length(document.collar),
		thirdCollar: length(document.thirdCollar),
		horns: length(document.horns),
		head: given(document.head, ({ thicknessGapes, lengthOfGap, ...rest }) => ({
			...rest,
			thickness: thicknessGapes,
			length: lengthOfGap
		})),
		finish:
			finish &&
			clean({
				glue: finish.glue,
				resin: finish.resin,
				lacquer: finish.lacquer,
				gap: finish.gapEyes,
				lots: finish.lots && { ...finish.lots }
			}),
		weighed: scaled(document.weighedG, GRAM)
	} as Recipe);
}

function hookTo({ measured, ...rest }: HookChoice) {
	return clean({
		...rest,
		measured:
			measured &&
			clean({
				wireMm: scaled(measured.wire, 1 / MILLIMETRE),
				shankMm: scaled(measured.shank, 1 / MILLIMETRE),
				gapeMm: scaled(measured.gape, 1 / MILLIMETRE),
				massG: scaled(measured.mass, 1 / GRAM)
			})
	});
}

export function recipeToDocument(recipe: Recipe): RecipeDocument {
	const { hook, bead, coil, dressing, thread, finish } = recipe;
	const length = <T extends { readonly length: number; readonly at?: number }>(
		part: T | null | undefined
	) =>
		given(part, ({ length, at, ...rest }) =>
			clean({ ...rest, lengthShanks: fine(length), atShank: scaled(at, 1) })
		);
	const thickness = <T extends { readonly thickness: number }>(part: T | null | undefined) =>
		given(part, ({ thickness, ...rest }) => ({ ...rest, thicknessGapes: fine(thickness) }));
	const rib = (part: RibChoice | null | undefined) =>
		given(part, ({ wire, length, ...rest }) =>
			clean({ ...rest, wireMm: fine(wire / MILLIMETRE), lengthOfRoom: scaled(length, 1) })
		);
	const thoraxPart = (part: ThoraxPartChoice | null | undefined) =>
		given(part, ({ thickness, length, ...rest }) => ({
			...rest,
			thicknessGapes: fine(thickness),
			lengthOfThorax: fine(length)
		}));
	return clean({
		hook: hookTo(hook),
		bead:
			bead &&
			clean({
				metal: bead.metal,
				shape: bead.shape,
				slotTurnDeg: bead.slotTurn,
				lot: bead.lot,
				diameterMm: tidy(bead.diameter / MILLIMETRE),
				densityGcm3: scaled(bead.density, 1 / 1000),
				boreMm: scaled(bead.bore, 1 / MILLIMETRE),
				recessMm: scaled(bead.recess, 1 / MILLIMETRE),
				slotMm: scaled(bead.slot, 1 / MILLIMETRE),
				weighedG: scaled(bead.weighed, 1 / GRAM)
			}),
		coil:
			coil &&
			clean({
				metal: coil.metal,
				wireInch: tidy(coil.wire / INCH),
				turns: coil.turns,
				place: coil.place,
				second: coil.second,
				measured: coil.measured,
				lot: coil.lot
			}),
		dressing: { ...dressing },
		thread: thread && { ...thread },
		tail: length(recipe.tail),
		flash: length(recipe.flash),
		tag: given(recipe.tag, ({ thickness, length, ...rest }) => ({
			...rest,
			thicknessGapes: fine(thickness),
			lengthOfRoom: fine(length)
		})),
		back: given(recipe.back, (back) => ({ ...back })),
		palmer: length(recipe.palmer),
		rib: rib(recipe.rib),
		secondRib: rib(recipe.secondRib),
		underbody: given(recipe.underbody, ({ thickness, length, ...rest }) =>
			clean({ ...rest, thicknessGapes: fine(thickness), lengthOfRoom: scaled(length, 1) })
		),
		body: given(recipe.body, ({ thickness, length, ...rest }) => ({
			...rest,
			thicknessGapes: fine(thickness),
			lengthOfRoom: fine(length)
		})),
		rearThorax: thoraxPart(recipe.rearThorax),
		thorax: thickness(recipe.thorax),
		frontThorax: thoraxPart(recipe.frontThorax),
		wingCase: length(recipe.wingCase),
		wings: length(recipe.wings),
		legs: length(recipe.legs),
		hackle: length(recipe.hackle),
		collar: length(recipe.collar),
		thirdCollar: length(recipe.thirdCollar),
		horns: length(recipe.horns),
		head: given(recipe.head, ({ thickness, length, ...rest }) => ({
			...rest,
			thicknessGapes: fine(thickness),
			lengthOfGap: fine(length)
		})),
		finish:
			finish &&
			clean({
				glue: finish.glue,
				resin: finish.resin,
				lacquer: finish.lacquer,
				gapEyes: finish.gap,
				lots: finish.lots && { ...finish.lots }
			}),
		weighedG: scaled(recipe.weighed, 1 / GRAM)
	} as RecipeDocument);
}
