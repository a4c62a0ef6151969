import { prior } from '$core/parameter/index';
import { sights, type Sight } from '$core/learn/index';
import { weighedThings, wets, type WeighedThing } from './body';
import {
	Many,
	Name,
	Nested,
	Numbers,
	OneOf,
	Positive,
	Sentence,
	Text,
	Whole,
	Within,
	YesNo
} from '$lib/contract/fields';
import type { RecipeDocument } from '../fly/recipe';
import { RecipeRequest } from '../fly/recipe-validation';
import { LieBodyRequest } from '../lie/validation';
import { RigBodyRequest } from '../rig/validation';

class WeighingRequest {
	@OneOf('What was weighed', weighedThings) of!: WeighedThing;
	@Nested('The recipe', () => RecipeRequest) recipe!: RecipeDocument;
	@Whole('The count', [1, 1000]) count!: number;
	@Positive('The weight', 1000) massG!: number;
	@Positive('The scale’s step', 10) scaleStepG!: number;
	@Positive('The length of wire', 100, true) lengthM?: number;
}
class DropRequest {
	@Nested('The recipe', () => RecipeRequest) recipe!: RecipeDocument;
	@OneOf('How wet it was', wets) wet!: 'soaked' | 'fresh';
	@Within('The temperature', [0, 35]) temperatureC!: number;
	@Positive('The distance', 20) distanceM!: number;
	@Numbers('The times', [0.01, 600], 100) runsS!: number[];
	@Positive('The spread of a key press', 5) reactionS!: number;
	@Positive('The tippet', 1, true) tippetMm?: number;
	@YesNo('Between light gates', true) gates?: boolean;
}
class SlopeRequest {
	@OneOf('The parameter', Object.keys(prior)) parameter!: string;
	@Within('The slope', [-100, 100]) slope!: number;

	/** Entries of before said it as a belief. */
	asNow(): void {
		const before: { belief?: string } = this as object;
		if (before.belief === undefined) return;
		this.parameter ??= before.belief;
		delete before.belief;
	}
}
class FitRequest {
	@Whole('The model’s version', [0, 1e6]) model!: number;
	@Within('The log-odds', [-100, 100]) logOdds!: number;
	@Many('The slopes', () => SlopeRequest, 100) slopes!: SlopeRequest[];
}
class OutingRequest {
	@Nested('The recipe', () => RecipeRequest) recipe!: RecipeDocument;
	@Nested('The lie', () => LieBodyRequest) lie!: LieBodyRequest;
	@Name() lieName!: string;
	@Sentence('The lie’s key', 200) lieKey!: string;
	@Nested('The rig', () => RigBodyRequest) rig!: RigBodyRequest;
	@Name() rigName!: string;
	@Within('The temperature', [0, 35]) temperatureC!: number;
	@Positive('The flow', 10_000, true) flowM3s?: number;
	@OneOf('What was seen', sights) saw!: Sight;
	@YesNo('A fish') fish!: boolean;
	@YesNo('The fly was lost', true) lost?: boolean;
	@Nested('What it says', () => FitRequest, 'optional') fit?: FitRequest;
}
class ExclusionRequest {
	@Sentence('What is left out', 200) of!: string;
}
class ResetRequest {
	@Sentence('What is learned anew', 400) score!: string;
}
class ExpectedRequest {
	@Within('The prediction', [0, 1e6]) value!: number;
	@Within('The lower end', [0, 1e6]) low!: number;
	@Within('The upper end', [0, 1e6]) high!: number;
}
export class EntryBodyRequest {
	@Positive('The moment', 1e14) at!: number;
	@Nested('The weighing', () => WeighingRequest, 'optional') weighing?: WeighingRequest;
	@Nested('The drop', () => DropRequest, 'optional') drop?: DropRequest;
	@Nested('The outing', () => OutingRequest, 'optional') outing?: OutingRequest;
	@Nested('The exclusion', () => ExclusionRequest, 'optional') exclusion?: ExclusionRequest;
	@Nested('The reset', () => ResetRequest, 'optional') reset?: ResetRequest;
	@YesNo('Left out', true) excluded?: boolean;
	@Nested('The prediction', () => ExpectedRequest, 'optional') expected?: ExpectedRequest;
	@Text('The note', 2000) note?: string;
}
