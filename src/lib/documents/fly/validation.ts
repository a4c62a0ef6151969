import { stepKeys, type StepKey } from '$core/batch/index';
import { fitCodes } from '$core/fly/index';
import {
	Formed,
	Many,
	Nested,
	OneOf,
	Sentence,
	Sequence,
	Several,
	Text,
	Whole
} from '$lib/contract/fields';
import {
	aboutTexts,
	flyColourNames,
	MOST_HANDLING,
	MOST_MINUTES,
	MOST_ORDERED,
	PHOTO_HASH,
	type AboutFly,
	type AboutText,
	type FlyColour,
	type FlyColouring,
	type Handling,
	type TyingWay
} from './about';
import type { RecipeDocument } from './recipe';
import { RecipeRequest } from './recipe-validation';

const Colour = (part: string) => OneOf(`The colour of the ${part}`, flyColourNames, true);

/** By which flies are told apart in the box. */
export class ColoursRequest {
	@Colour('bead') bead?: FlyColour;
	@Colour('thread') thread?: FlyColour;
	@Colour('collar') collar?: FlyColour;
	@Colour('tag') tag?: FlyColour;
	@Colour('head') head?: FlyColour;
}

const Written = (field: AboutText) => Text(aboutTexts[field].words, aboutTexts[field].most);

class HandlingRequest implements Handling {
	@OneOf('The step', stepKeys) step!: StepKey;
	@Sentence('The words', MOST_HANDLING) words!: string;
}
/** A way of tying. */
export class TyingWayRequest {
	@Sequence('The order', stepKeys, MOST_ORDERED) order?: StepKey[];
	@Many('The handling', () => HandlingRequest, stepKeys.length, true) handling?: HandlingRequest[];
}
class AboutRequest {
	@Written('imitates') imitates?: string;
	@Written('season') season?: string;
	@Written('water') water?: string;
	@Written('tags') tags?: string;
	@Written('notes') notes?: string;
	@Nested('The colours', () => ColoursRequest, 'optional') colours?: FlyColouring;
	@Nested('The way of tying', () => TyingWayRequest, 'optional') tying?: TyingWay;
	@Whole('The minutes that it took', [1, MOST_MINUTES], true) minutes?: number;
	@Formed('The photo', PHOTO_HASH, 'the SHA-256 of a photo that is here, 64 hex digits')
	photo?: string;
	@Several('What is meant so', fitCodes) meantSo?: AboutFly['meantSo'];
}

export class FlyBodyRequest {
	@Nested('The recipe', () => RecipeRequest) recipe!: RecipeDocument;
	@Nested('What it is kept with', () => AboutRequest, 'optional') about?: AboutFly;
}
