import type { RecipeDocument } from './recipe';

export interface FlyBodyDocument {
	recipe: RecipeDocument;
}
