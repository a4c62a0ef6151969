import { materials } from '../../material/index';
import { FUR, type NamedWrap } from './wrap';

/** A strip over something, m thick. */
interface Strip extends NamedWrap {
	readonly thickness: number;
}

/** What a wing case is of: the strip over the thorax. */
export const wingCaseTable = {
	feather: { words: 'feather', thickness: 0.12e-3, solid: 0.4, density: FUR, air: 0.2 },
	foil: {
		words: 'foil',
		thickness: 0.05e-3,
		solid: 1,
		density: materials.polyester.density,
		air: 0
	},
	// In two layers, the foil on top.
	featherFoil: {
		words: 'feather under foil',
		thickness: 0.17e-3,
		solid: 0.58,
		density: FUR,
		air: 0.2
	},
	film: {
		words: 'plastic film',
		thickness: 0.08e-3,
		solid: 1,
		density: materials.nylon.density,
		air: 0
	}
} as const satisfies Readonly<Record<string, Strip>>;

export type WingCaseKind = keyof typeof wingCaseTable;
export const wingCaseKinds = Object.keys(wingCaseTable) as readonly WingCaseKind[];

/** And a back: fur stands up on its leather, so that with it the body is thicker (our estimate: 1.5 g a metre, 3 mm wide). */
export const backTable = {
	...wingCaseTable,
	hide: { words: 'hide strip', thickness: 2e-3, solid: 0.2, density: FUR, air: 0.35, pile: true }
} as const satisfies Readonly<Record<string, Strip & { readonly pile?: true }>>;

export type BackKind = keyof typeof backTable;
export const backKinds = Object.keys(backTable) as readonly BackKind[];
