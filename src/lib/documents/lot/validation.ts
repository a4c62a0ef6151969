import {
	beadMetals,
	beadShapes,
	coilMetals,
	eyeLies,
	hookStyles,
	ribKinds,
	type BeadMetal,
	type BeadShape,
	type CoilMetal,
	type EyeLie,
	type HookStyle,
	type RibKind
} from '$core/fly/index';
import {
	beadDiameterField,
	coilWireField,
	denierField,
	HOOK_SIZE_RANGE,
	hookWireField,
	INCH,
	MILLIMETRE,
	ribWireField,
	X_STEP_RANGE
} from '$core/quantity/index';
import {
	Amount,
	Id,
	IsoDate,
	Many,
	Name,
	Nested,
	OneOf,
	Positive,
	Quantity,
	Whole,
	YesNo
} from '$lib/contract/fields';
import { entryKinds, type EntryKind } from './body';

class LotHook {
	@OneOf('Hook style', hookStyles) style!: HookStyle;
	@Whole('Hook size', HOOK_SIZE_RANGE) size!: number;
	@Whole('Hook length', X_STEP_RANGE) lengthX!: number;
	@Whole('Hook wire', X_STEP_RANGE) wireX!: number;
	@YesNo('Barbed', true) barbed?: boolean;
	@OneOf('Eye ring', eyeLies, true) eye?: EyeLie;
}
class LotBead {
	@OneOf('Bead metal', beadMetals) metal!: BeadMetal;
	@OneOf('Bead shape', beadShapes) shape!: BeadShape;
	@Quantity(beadDiameterField, MILLIMETRE) diameterMm!: number;
}
class LotCoil {
	@OneOf('Coil metal', coilMetals) metal!: CoilMetal;
	@Quantity(coilWireField, INCH) wireInch!: number;
}
class LotThread {
	@Quantity(denierField) denier!: number;
}
class LotRib {
	@OneOf('Rib', ribKinds) kind!: RibKind;
	@Quantity(ribWireField, MILLIMETRE) wireMm!: number;
}
class LotDressing {
	@Name() kind!: string;
}
class LotFinish {
	@OneOf('Finish', ['glue', 'resin', 'lacquer']) kind!: 'glue' | 'resin' | 'lacquer';
}
class LotMeasured {
	@Whole('The pieces weighed together', [1, 10_000], true) pieces?: number;
	@Positive('Their weight', 10_000, true) togetherG?: number;
	@Quantity({ ...hookWireField, name: 'The wire' }, MILLIMETRE, true) wireMm?: number;
}
class LotEntryRequest {
	@IsoDate('The date of an entry') on!: string;
	@OneOf('An entry', entryKinds) kind!: EntryKind;
	@Amount('The amount') amount!: number;
	@Positive('The price', 1e6, true) price?: number;
	@Id('The batch (batchId) must be the id of a batch.', 'optional') batchId?: string;
}
export class LotBodyRequest {
	@Nested('The hook', () => LotHook, 'optional') hook?: LotHook;
	@Nested('The bead', () => LotBead, 'optional') bead?: LotBead;
	@Nested('The coil wire', () => LotCoil, 'optional') coil?: LotCoil;
	@Nested('The thread', () => LotThread, 'optional') thread?: LotThread;
	@Nested('The rib', () => LotRib, 'optional') rib?: LotRib;
	@Nested('The dressing', () => LotDressing, 'optional') dressing?: LotDressing;
	@Nested('The finish', () => LotFinish, 'optional') finish?: LotFinish;
	@Nested('What was measured', () => LotMeasured, 'optional') measured?: LotMeasured;
	@Many('The entries', () => LotEntryRequest, 2000) entries!: LotEntryRequest[];
	@Positive('Low at', 1e6, true) lowAt?: number;
}
