import { Nested } from '$lib/contract/fields';
import type { RecipeDocument } from './recipe';
import { RecipeRequest } from './recipe-validation';

export class FlyBodyRequest {
	@Nested('The recipe', () => RecipeRequest) recipe!: RecipeDocument;
}
