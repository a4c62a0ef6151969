import 'reflect-metadata';
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
	exponentField,
	flowField,
	goodField,
	coilWireField,
	denierField,
	HOOK_SIZE_RANGE,
	hookWireField,
	INCH,
	MILLIMETRE,
	ribWireField,
	X_STEP_RANGE,
	temperatureField
} from '$core/quantity/index';
import { priorBeliefs } from '$core/belief/index';

import { BatchBodyRequest } from './batch-validation';
import { DOCUMENT_VERSION } from './documents';
import { EntryBodyRequest } from './entry-validation';
import { RecipeRequest } from './recipe-validation';
import { LieBodyRequest, RigBodyRequest } from './water-validation';
import type { RecipeDocument } from './recipe-document';
import { entryKinds, type EntryKind } from './lots';
import {
	Amount,
	Exactly,
	Id,
	IsoDate,
	Many,
	MapOf,
	Name,
	Nested,
	OneOf,
	Positive,
	Quantity,
	Share,
	Whole,
	YesNo
} from './fields';

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
class LotBodyRequest {
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

class FlyBodyRequest {
	@Nested('The recipe', () => RecipeRequest) recipe!: RecipeDocument;
}

class RiverBodyRequest {
	@Quantity(temperatureField) temperatureC!: number;
	@Quantity(flowField, 1, true) flowM3s?: number;
	@Quantity({ ...exponentField, name: 'Depth’s exponent' }, 1, true) depthExponent?: number;
	@Quantity({ ...exponentField, name: 'Speed’s exponent' }, 1, true) speedExponent?: number;
}

/** A new document; an edit adds the revision that it saw. */
class DocumentRequest {
	@Name() name!: string;
	@Whole('The revision', [1, 2 ** 31 - 1], true) revision?: number;
	@Id('The id must be a UUID.', 'optional') id?: string;
}

export class FlyRequest extends DocumentRequest {
	@Nested('The body', () => FlyBodyRequest) body!: FlyBodyRequest;
}

export class RiverRequest extends DocumentRequest {
	@Nested('The body', () => RiverBodyRequest) body!: RiverBodyRequest;
}

export class RigRequest extends DocumentRequest {
	@Nested('The body', () => RigBodyRequest) body!: RigBodyRequest;
}

export class LotRequest extends DocumentRequest {
	@Nested('The body', () => LotBodyRequest) body!: LotBodyRequest;
}

export class BatchRequest extends DocumentRequest {
	@Nested('The body', () => BatchBodyRequest) body!: BatchBodyRequest;
}

export class EntryRequest extends DocumentRequest {
	@Nested('The body', () => EntryBodyRequest) body!: EntryBodyRequest;
}

export class LieRequest extends DocumentRequest {
	@Id('The river (riverId) must be the id of a river.') riverId!: string;
	@Nested('The body', () => LieBodyRequest) body!: LieBodyRequest;
}

export class StripRequest {
	@Id('flyId must be the id of a fly, or null.', 'or null') flyId!: string | null;
	@Id('lieId must be the id of a lie, or null.', 'or null') lieId!: string | null;
	@Id('rigId must be the id of a rig, or null.', 'or null') rigId!: string | null;
	@Id('lastRigId must be the id of a rig.', 'optional') lastRigId?: string;
}

/** What every document file says of itself. */
class DocumentFile {
	@Exactly(
		DOCUMENT_VERSION,
		`This file is of another version; version ${DOCUMENT_VERSION} can be read.`
	)
	version!: number;
	@Id('The id must be a UUID.', 'optional') id?: string;
	@Name() name!: string;
}

/** A fly as a file of its own. */
export class FlyFile extends DocumentFile {
	@Exactly('gravitas/fly', 'The format must be gravitas/fly.') format!: 'gravitas/fly';
	@Nested('The body', () => FlyBodyRequest) body!: FlyBodyRequest;
}

/** A rig as a file of its own. */
export class RigFile extends DocumentFile {
	@Exactly('gravitas/rig', 'The format must be gravitas/rig.') format!: 'gravitas/rig';
	@Nested('The body', () => RigBodyRequest) body!: RigBodyRequest;
}

/** A lot of the stock as a file of its own. */
export class LotFile extends DocumentFile {
	@Exactly('gravitas/lot', 'The format must be gravitas/lot.') format!: 'gravitas/lot';
	@Nested('The body', () => LotBodyRequest) body!: LotBodyRequest;
}

/** A batch with its tied flies as a file of its own. */
export class BatchFile extends DocumentFile {
	@Exactly('gravitas/batch', 'The format must be gravitas/batch.') format!: 'gravitas/batch';
	@Nested('The body', () => BatchBodyRequest) body!: BatchBodyRequest;
}

/** An entry of the log as a file of its own. */
export class EntryFile extends DocumentFile {
	@Exactly('gravitas/entry', 'The format must be gravitas/entry.') format!: 'gravitas/entry';
	@Nested('The body', () => EntryBodyRequest) body!: EntryBodyRequest;
}

class RiverOfLieFile {
	@Id('The id must be a UUID.', 'optional') id?: string;
	@Name() name!: string;
	@Nested('The body', () => RiverBodyRequest) body!: RiverBodyRequest;
}

/** A lie as a file of its own, with the river that it is in. */
export class LieFile extends DocumentFile {
	@Exactly('gravitas/lie', 'The format must be gravitas/lie.') format!: 'gravitas/lie';
	@Nested('The body', () => LieBodyRequest) body!: LieBodyRequest;
	@Nested('The river', () => RiverOfLieFile) river!: RiverOfLieFile;
}

class LieInRiverFile {
	@Id('The id must be a UUID.', 'optional') id?: string;
	@Name() name!: string;
	@Nested('The body', () => LieBodyRequest) body!: LieBodyRequest;
}

/** A river with its lies as one file. */
export class RiverFile extends DocumentFile {
	@Exactly('gravitas/river', 'The format must be gravitas/river.') format!: 'gravitas/river';
	@Nested('The body', () => RiverBodyRequest) body!: RiverBodyRequest;
	@Many('The lies', () => LieInRiverFile, 500) lies!: LieInRiverFile[];
}

export class BeliefRequest {
	@Positive('The median', 1e5) median!: number;
	@Positive('The spread', 3) spread!: number;
	@Positive('The spread below', 3, true) spreadBelow?: number;
}

class LieOfPrediction extends LieBodyRequest {
	@Quantity(temperatureField) temperatureC!: number;
}

/** What stays as it is in the pattern. */
class LocksRequest {
	@YesNo('Hook', true) hook?: boolean;
	@YesNo('Bead', true) bead?: boolean;
	@YesNo('Coil', true) coil?: boolean;
	@YesNo('Rib', true) rib?: boolean;
	@YesNo('Dressing', true) dressing?: boolean;
}
class WishesRequest {
	@OneOf('Slim', ['head', 'body'], true) slim?: 'head' | 'body';
	@OneOf('Hang', ['head-down', 'level'], true) hang?: 'head-down' | 'level';
	@YesNo('No lead', true) noLead?: boolean;
	@YesNo('Spare tungsten', true) spareTungsten?: boolean;
	@YesNo('Only owned', true) onlyOwned?: boolean;
	@Quantity(goodField, 1, true) enough?: number;
}

/** What makes a drift a good one: shares of the hold. */
class WantedRequest {
	@Share('The share of the hold in the zone') inZone!: number;
	@Share('The share of that time on the bed') onBed!: number;
}

/** Drifts that a chance may be asked from. */
export const DRIFTS_RANGE = [2, 500] as const;

/** A pattern, a lie and a rig to find builds for; the stock is what is kept here. */
export class MatchRequest {
	@Nested('The fly', () => FlyBodyRequest) fly!: FlyBodyRequest;
	@Nested('The lie', () => LieOfPrediction) lie!: LieOfPrediction;
	@Nested('The rig', () => RigBodyRequest, 'optional') rig?: RigBodyRequest;
	@Nested('The locks', () => LocksRequest, 'optional') locks?: LocksRequest;
	@Nested('The wishes', () => WishesRequest, 'optional') wishes?: WishesRequest;
	/** Builds that are answered. */
	@Whole('Most', [1, 24], true) most?: number;
	@Nested('What makes a drift good', () => WantedRequest, 'optional') wanted?: WantedRequest;
	@YesNo('Whether what was learned counts', true) learned?: boolean;
}

/** A fly in a lie, complete in itself: nothing of it is kept. */
export class PredictRequest {
	@Nested('The fly', () => FlyBodyRequest) fly!: FlyBodyRequest;
	@Nested('The lie', () => LieOfPrediction) lie!: LieOfPrediction;
	/** How it is fished; without it the last used rig, else the starter's. */
	@Nested('The rig', () => RigBodyRequest, 'optional') rig?: RigBodyRequest;
	/** Drifts behind the chance. */
	@Whole('Drifts', DRIFTS_RANGE, true) drifts?: number;
	@Nested('What makes a drift good', () => WantedRequest, 'optional') wanted?: WantedRequest;
	/** Whether what was learned from the log counts; it does unless it is said not to. */
	@YesNo('Whether what was learned counts', true) learned?: boolean;
	/** What is believed of single parameters, in place of what Gravitas believes. */
	@MapOf('The beliefs', Object.keys(priorBeliefs), () => BeliefRequest)
	beliefs?: Record<string, unknown>;
}
