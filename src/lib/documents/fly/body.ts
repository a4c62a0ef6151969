import type { AboutFly } from './about';
import type { RecipeDocument } from './recipe';

export interface FlyBodyDocument {
	recipe: RecipeDocument;
	about?: AboutFly;
}
