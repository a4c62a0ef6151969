import {
	batchStates,
	MOST_COMPARTMENT,
	MOST_FLIES,
	waysOut,
	type BatchState,
	type OutOfBox
} from './body';
import {
	Id,
	IsoDate,
	Many,
	Name,
	Nested,
	OneOf,
	Positive,
	Text,
	Whole
} from '$lib/contract/fields';
import type { FlyColouring, TyingWay } from '../fly/about';
import { RecipeRequest } from '../fly/recipe-validation';
import { ColoursRequest, TyingWayRequest } from '../fly/validation';
import type { RecipeDocument } from '../fly/recipe';

class PredictedRequest {
	@Positive('The predicted mass', 1000) massG!: number;
	@Positive('The lower end', 1000) lowG!: number;
	@Positive('The upper end', 1000) highG!: number;
	@Positive('The sink rate', 20) sinkMs!: number;
}
class ItemRequest {
	@Name() name!: string;
	@Nested('The recipe', () => RecipeRequest) recipe!: RecipeDocument;
	@Whole('The count', [1, MOST_FLIES]) count!: number;
	@Nested('The prediction', () => PredictedRequest, 'optional') predicted?: PredictedRequest;
	@Nested('The colours', () => ColoursRequest, 'optional') colours?: FlyColouring;
	@Text('The compartment', MOST_COMPARTMENT) compartment?: string;
	@Nested('The way of tying', () => TyingWayRequest, 'optional') tying?: TyingWay;
}
class TurnRequest {
	@Whole('The fly', [0, MOST_FLIES - 1]) fly!: number;
	@Whole('The first step', [0, 100]) from!: number;
	@Whole('The last step', [0, 100]) to!: number;
}
class TiedRequest {
	@Whole('The fly', [0, MOST_FLIES - 1]) fly!: number;
	@IsoDate('The day') on!: string;
	@Positive('The weight', 1000, true) massG?: number;
	@Whole('Weighed together', [1, MOST_FLIES], true) together?: number;
	@Positive('The scale’s step', 10, true) scaleStepG?: number;
	@OneOf('How it left the box', waysOut, true) out?: OutOfBox;
	@IsoDate('The day it left the box', true) outOn?: string;
}
class TakenRequest {
	@Id('The lot (lotId) must be the id of a lot.') lotId!: string;
	@Positive('The amount', 1e6) amount!: number;
}
class StepTimeRequest {
	@Name() key!: string;
	@Whole('How often', [1, 1e6]) times!: number;
	@Positive('The seconds', 1e8) seconds!: number;
	@Positive('The usual seconds', 1e8) usual!: number;
}
export class BatchBodyRequest {
	@IsoDate('The day') on!: string;
	@OneOf('The state', batchStates) state!: BatchState;
	@Whole('In progress at once', [1, 12]) carry!: number;
	@Many('The items', () => ItemRequest, 24) items!: ItemRequest[];
	@Many('The order', () => TurnRequest, 4000) order!: TurnRequest[];
	@Many('The flies', () => TiedRequest, MOST_FLIES) flies!: TiedRequest[];
	@Many('What is taken', () => TakenRequest, 300) taken!: TakenRequest[];
	@Many('The times', () => StepTimeRequest, 100) times!: StepTimeRequest[];
}

class DryingRequest {
	@Whole('The fly', [0, MOST_FLIES - 1]) fly!: number;
	@Positive('When it is dry', 1e14) at!: number;
}
/** Where one is at the vise. */
export class TyingRequest {
	@Whole('The place', [0, 20_000]) place!: number;
	@Whole('The turns counted', [0, 200]) counted!: number;
	@Many('What dries', () => DryingRequest, MOST_FLIES) drying!: DryingRequest[];
	@Many('The times', () => StepTimeRequest, 100) times!: StepTimeRequest[];
}
