import 'reflect-metadata';
import {
	backLies,
	beadMetals,
	beadShapes,
	bodyKinds,
	bodyShapes,
	coilMetals,
	coilPlaces,
	flashKinds,
	flashPlaces,
	fullnesses,
	hackleKinds,
	eyeLies,
	hookStyles,
	legKinds,
	wingKinds,
	palmerWays,
	ribKinds,
	ribPitches,
	tagKinds,
	backKinds,
	tailKinds,
	tailPartings,
	thoraxKinds,
	underbodyKinds,
	wingCaseKinds
} from '$core/fly/index';
import {
	baseLayersField,
	beadDiameterField,
	bodyLengthShare,
	boreField,
	caseLengthShare,
	coilWireField,
	coverShare,
	denierField,
	densityField,
	dropsField,
	fibreLengthShare,
	flashLengthShare,
	flashStrandsField,
	gapeField,
	gapShare,
	GRAM,
	hackleTurnsField,
	headTurnsField,
	HOOK_SIZE_RANGE,
	hookWireField,
	INCH,
	legFibresField,
	legLengthShare,
	massField,
	MILLIMETRE,
	palmerTurnsField,
	placeShare,
	recessField,
	ribTurnsField,
	ribWireField,
	secondTurnsField,
	shankField,
	shareField,
	slotField,
	slotTurnField,
	tagLengthShare,
	tailFibresField,
	tailLengthShare,
	thicknessShare,
	turnsField,
	X_STEP_RANGE,
	type ShareField,
	headLengthShare,
	hornLengthShare,
	thoraxPartShare,
	underTurnsField,
	wingFibresField,
	wingLengthShare
} from '$core/quantity/index';
import { Id, Nested, OneOf, Quantity, Whole, YesNo } from '$lib/contract/fields';

/** The recipe's part of the contract: what each part of a fly may say. */

const Share = (share: ShareField, optional = false) => Quantity(shareField(share), 1, optional);
const Lot = () => Id('The lot must be the id of a lot in the stock.', 'optional');

class MeasuredHookRequest {
	@Quantity(hookWireField, MILLIMETRE, true) wireMm?: number;
	@Quantity(shankField, MILLIMETRE, true) shankMm?: number;
	@Quantity(gapeField, MILLIMETRE, true) gapeMm?: number;
	@Quantity(massField, GRAM, true) massG?: number;
}

class HookRequest {
	@OneOf('Hook style', hookStyles) style!: string;
	@Whole('Hook size', HOOK_SIZE_RANGE) size!: number;
	@Whole('Hook length', X_STEP_RANGE) lengthX!: number;
	@Whole('Hook wire', X_STEP_RANGE) wireX!: number;
	@YesNo('Barbed', true) barbed?: boolean;
	@OneOf('Eye ring', eyeLies, true) eye?: string;
	@Nested('What was measured', () => MeasuredHookRequest, 'optional')
	measured?: MeasuredHookRequest;
	@Lot() lot?: string;
}

class BeadRequest {
	@OneOf('Bead metal', beadMetals) metal!: string;
	@OneOf('Bead shape', beadShapes) shape!: string;
	@Quantity(beadDiameterField, MILLIMETRE) diameterMm!: number;
	@Quantity(densityField, 1000, true) densityGcm3?: number;
	@Quantity(slotTurnField, 1, true) slotTurnDeg?: number;
	@Quantity(boreField, MILLIMETRE, true) boreMm?: number;
	@Quantity(recessField, MILLIMETRE, true) recessMm?: number;
	@Quantity(slotField, MILLIMETRE, true) slotMm?: number;
	@Quantity(massField, GRAM, true) weighedG?: number;
	@Lot() lot?: string;
}

class CoilRequest {
	@OneOf('Coil metal', coilMetals) metal!: string;
	@Quantity(coilWireField, INCH) wireInch!: number;
	@Quantity({ ...turnsField, possible: [1, turnsField.possible[1]] }) turns!: number;
	@OneOf('Coil place', coilPlaces, true) place?: string;
	@Quantity(secondTurnsField, 1, true) second?: number;
	@YesNo('Measured', true) measured?: boolean;
	@Lot() lot?: string;
}

class DressingRequest {
	@OneOf('Dressing', fullnesses) fullness!: string;
}

class ThreadRequest {
	@Quantity(denierField) denier!: number;
	@Quantity(baseLayersField) baseLayers!: number;
	@YesNo('Dam') dam!: boolean;
	@Quantity(headTurnsField) headTurns!: number;
	@Lot() lot?: string;
}

class TailRequest {
	@OneOf('Tail', tailKinds) kind!: string;
	@Quantity(tailFibresField) fibres!: number;
	@Share(tailLengthShare) lengthShanks!: number;
	@Quantity(underTurnsField, 1, true) under?: number;
	@OneOf('How the tail is parted', tailPartings, true) parted?: string;
	@Share(placeShare, true) atShank?: number;
	@Lot() lot?: string;
}

class FlashRequest {
	@OneOf('Flash', flashKinds) kind!: string;
	@Quantity(flashStrandsField) strands!: number;
	@Share(flashLengthShare) lengthShanks!: number;
	@OneOf('Where the flash lies', flashPlaces) place!: string;
	@Lot() lot?: string;
}

class TagRequest {
	@OneOf('Tag', tagKinds) kind!: string;
	@Share(tagLengthShare) lengthOfRoom!: number;
	@Share(thicknessShare) thicknessGapes!: number;
	@Lot() lot?: string;
}

class BackRequest {
	@OneOf('Back', backKinds) kind!: string;
	@OneOf('The back lies', backLies) rib!: string;
	@Lot() lot?: string;
}

class PalmerRequest {
	@OneOf('Palmered hackle', hackleKinds) kind!: string;
	@Quantity(palmerTurnsField) turns!: number;
	@Share(fibreLengthShare) lengthShanks!: number;
	@OneOf('Fibres', ['propped', 'swept']) lie!: string;
	@OneOf('Wound', palmerWays) wound!: string;
	@Lot() lot?: string;
}

class RibRequest {
	@OneOf('Rib', ribKinds) kind!: string;
	@Quantity(ribWireField, MILLIMETRE) wireMm!: number;
	@Quantity(ribTurnsField) turns!: number;
	@YesNo('Against the body') against!: boolean;
	@OneOf('How the rib’s turns lie', ribPitches, true) pitch?: string;
	@Share(coverShare, true) lengthOfRoom?: number;
	@Lot() lot?: string;
}

class UnderbodyRequest {
	@OneOf('Underbody', underbodyKinds) kind!: string;
	@Share(thicknessShare) thicknessGapes!: number;
	@Share(coverShare, true) lengthOfRoom?: number;
	@Lot() lot?: string;
}

class BodyRequest {
	@OneOf('Body', bodyKinds) kind!: string;
	@OneOf('Body shape', bodyShapes) shape!: string;
	@Share(thicknessShare) thicknessGapes!: number;
	@Share(bodyLengthShare) lengthOfRoom!: number;
	@Lot() lot?: string;
}

class ThoraxRequest {
	@OneOf('Thorax', thoraxKinds) kind!: string;
	@Share(thicknessShare) thicknessGapes!: number;
	@Lot() lot?: string;
}

class ThoraxPartRequest extends ThoraxRequest {
	@Share(thoraxPartShare) lengthOfThorax!: number;
}

class HeadRequest {
	@OneOf('Wound head', thoraxKinds) kind!: string;
	@Share(thicknessShare) thicknessGapes!: number;
	@Share(headLengthShare) lengthOfGap!: number;
	@Lot() lot?: string;
}

class WingCaseRequest {
	@OneOf('Wing case', wingCaseKinds) kind!: string;
	@Share(caseLengthShare) lengthShanks!: number;
	@Share(placeShare, true) atShank?: number;
	@Lot() lot?: string;
}

class WingsRequest {
	@OneOf('Wings', wingKinds) kind!: string;
	@Quantity(wingFibresField) fibres!: number;
	@Share(wingLengthShare) lengthShanks!: number;
	@Share(placeShare, true) atShank?: number;
	@Lot() lot?: string;
}

class HornsRequest {
	@OneOf('Horns', legKinds) kind!: string;
	@Share(hornLengthShare) lengthShanks!: number;
	@Lot() lot?: string;
}

class LegsRequest {
	@OneOf('Legs', legKinds) kind!: string;
	@Quantity(legFibresField) fibres!: number;
	@Share(legLengthShare) lengthShanks!: number;
	@Share(placeShare, true) atShank?: number;
	@Lot() lot?: string;
}

class HackleRequest {
	@OneOf('Hackle', hackleKinds) kind!: string;
	@Quantity(hackleTurnsField) turns!: number;
	@Share(fibreLengthShare) lengthShanks!: number;
	@OneOf('Fibres', ['propped', 'swept']) lie!: string;
	@Share(placeShare, true) atShank?: number;
	@Lot() lot?: string;
}

class FinishLotsRequest {
	@Lot() glue?: string;
	@Lot() resin?: string;
	@Lot() lacquer?: string;
}

class FinishRequest {
	@Quantity({ ...dropsField, name: 'Glue' }) glue!: number;
	@Quantity({ ...dropsField, name: 'Resin' }) resin!: number;
	@Quantity({ ...dropsField, name: 'Lacquer' }) lacquer!: number;
	@Share(gapShare, true) gapEyes?: number;
	@Nested('The lots of the finish', () => FinishLotsRequest, 'optional') lots?: FinishLotsRequest;
}

export class RecipeRequest {
	@Nested('The hook', () => HookRequest) hook!: HookRequest;
	@Nested('The bead', () => BeadRequest, 'or null') bead!: BeadRequest | null;
	@Nested('The coil', () => CoilRequest, 'or null') coil!: CoilRequest | null;
	@Nested('The dressing', () => DressingRequest) dressing!: DressingRequest;
	@Nested('The thread', () => ThreadRequest, 'optional') thread?: ThreadRequest;
	@Nested('The tail', () => TailRequest, 'optional or null') tail?: TailRequest | null;
	@Nested('The flash', () => FlashRequest, 'optional or null') flash?: FlashRequest | null;
	@Nested('The tag', () => TagRequest, 'optional or null') tag?: TagRequest | null;
	@Nested('The rib', () => RibRequest, 'optional or null') rib?: RibRequest | null;
	@Nested('The second rib', () => RibRequest, 'optional or null') secondRib?: RibRequest | null;
	@Nested('The underbody', () => UnderbodyRequest, 'optional or null')
	underbody?: UnderbodyRequest | null;
	@Nested('The body', () => BodyRequest, 'optional or null') body?: BodyRequest | null;
	@Nested('The back', () => BackRequest, 'optional or null') back?: BackRequest | null;
	@Nested('The palmered hackle', () => PalmerRequest, 'optional or null')
	palmer?: PalmerRequest | null;
	@Nested('The rear thorax', () => ThoraxPartRequest, 'optional or null')
	rearThorax?: ThoraxPartRequest | null;
	@Nested('The thorax', () => ThoraxRequest, 'optional or null') thorax?: ThoraxRequest | null;
	@Nested('The front thorax', () => ThoraxPartRequest, 'optional or null')
	frontThorax?: ThoraxPartRequest | null;
	@Nested('The wing case', () => WingCaseRequest, 'optional or null')
	wingCase?: WingCaseRequest | null;
	@Nested('The wings', () => WingsRequest, 'optional or null') wings?: WingsRequest | null;
	@Nested('The legs', () => LegsRequest, 'optional or null') legs?: LegsRequest | null;
	@Nested('The hackle', () => HackleRequest, 'optional or null') hackle?: HackleRequest | null;
	@Nested('The collar', () => HackleRequest, 'optional or null') collar?: HackleRequest | null;
	@Nested('The third collar', () => HackleRequest, 'optional or null')
	thirdCollar?: HackleRequest | null;
	@Nested('The horns', () => HornsRequest, 'optional or null') horns?: HornsRequest | null;
	@Nested('The wound head', () => HeadRequest, 'optional or null') head?: HeadRequest | null;
	@Nested('The finish', () => FinishRequest, 'optional') finish?: FinishRequest;
	@Quantity(massField, GRAM, true) weighedG?: number;
}
