import 'reflect-metadata';
import { prior } from '$core/parameter/index';
import { goodField, SHOWN_CHOICES, type ShownUnits, temperatureField } from '$core/quantity/index';
import { colouredParts, flyColourNames, type FlyColour } from '$lib/documents/fly/about';
import { FlyBodyRequest } from '$lib/documents/fly/validation';
import {
	codeMeasures,
	MOST_STEPS,
	type CodeStep,
	type WeightCode
} from '$lib/documents/fly/weight-code';
import { LieBodyRequest } from '$lib/documents/lie/validation';
import { RigBodyRequest } from '$lib/documents/rig/validation';
import {
	Id,
	Many,
	MapOf,
	Nested,
	OneOf,
	Positive,
	Quantity,
	Share,
	Text,
	Whole,
	YesNo
} from '$lib/contract/fields';

export class StripRequest {
	@Id('flyId must be the id of a fly, or null.', 'or null') flyId!: string | null;
	@Id('lieId must be the id of a lie, or null.', 'or null') lieId!: string | null;
	@Id('rigId must be the id of a rig, or null.', 'or null') rigId!: string | null;
	@Id('lastRigId must be the id of a rig.', 'optional') lastRigId?: string;
}

/** What a person reads and writes figures in. */
export class UnitsRequest {
	@OneOf('Lengths', SHOWN_CHOICES.length) length!: ShownUnits['length'];
	@OneOf('Weights', SHOWN_CHOICES.mass) mass!: ShownUnits['mass'];
	@OneOf('Speeds', SHOWN_CHOICES.speed) speed!: ShownUnits['speed'];
	@OneOf('Temperatures', SHOWN_CHOICES.temperature) temperature!: ShownUnits['temperature'];
	@Text('The currency', 6) currency?: string;
}

class CodeStepRequest implements CodeStep {
	@OneOf('The colour', flyColourNames) colour!: FlyColour;
	@Positive('The upper end (upTo)', 1000, true) upTo?: number;
}
/** How weights are told apart in the box. */
export class WeightCodeRequest implements WeightCode {
	@OneOf('The part whose colour says it', colouredParts) part!: WeightCode['part'];
	@OneOf('What it says', codeMeasures) by!: WeightCode['by'];
	@Many('The steps', () => CodeStepRequest, MOST_STEPS) steps!: CodeStepRequest[];
}

export class ParameterRequest {
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

/** Documents of a list that may be asked for at once. */
export const PAGE_RANGE = [1, 2000] as const;

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
	@MapOf('The parameters', Object.keys(prior), () => ParameterRequest)
	parameters?: Record<string, unknown>;
}
