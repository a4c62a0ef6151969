import 'reflect-metadata';
import {
	approachField,
	depthField,
	speedField,
	temperatureField,
	zoneField
} from '$core/quantity/index';
import { priorBeliefs } from '$core/belief/index';
import { beds, type Bed } from '$core/water/index';
import { DOCUMENT_VERSION } from './documents';
import { RecipeRequest } from './recipe-validation';
import type { RecipeDocument } from './recipe-document';
import { Exactly, Id, Many, MapOf, Name, Nested, OneOf, Positive, Quantity, Whole } from './fields';

class FlyBodyRequest {
	@Nested('The recipe', () => RecipeRequest) recipe!: RecipeDocument;
}

class RiverBodyRequest {
	@Quantity(temperatureField) temperatureC!: number;
}

class LieBodyRequest {
	@Quantity(depthField) depthM!: number;
	@Quantity(speedField) surfaceSpeedMs!: number;
	@OneOf('Bed', beds) bed!: Bed;
	@Quantity(zoneField) zoneTopM!: number;
	@Quantity(approachField) approachM!: number;
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

export class LieRequest extends DocumentRequest {
	@Id('The river (riverId) must be the id of a river.') riverId!: string;
	@Nested('The body', () => LieBodyRequest) body!: LieBodyRequest;
}

export class StripRequest {
	@Id('flyId must be the id of a fly, or null.', 'or null') flyId!: string | null;
	@Id('lieId must be the id of a lie, or null.', 'or null') lieId!: string | null;
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

/** A fly in a lie, complete in itself: nothing of it is kept. */
export class PredictRequest {
	@Nested('The fly', () => FlyBodyRequest) fly!: FlyBodyRequest;
	@Nested('The lie', () => LieOfPrediction) lie!: LieOfPrediction;
	/** What is believed of single parameters, in place of what Gravitas believes. */
	@MapOf('The beliefs', Object.keys(priorBeliefs), () => BeliefRequest)
	beliefs?: Record<string, unknown>;
}
