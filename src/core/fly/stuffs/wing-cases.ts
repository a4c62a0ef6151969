import { materials } from '../../material/index';
import { FUR, type NamedWrap } from './wrap';

/** The strip over the thorax, and its thickness, m. */
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
} as const satisfies Readonly<Record<string, NamedWrap & { readonly thickness: number }>>;

export type WingCaseKind = keyof typeof wingCaseTable;
export const wingCaseKinds = Object.keys(wingCaseTable) as readonly WingCaseKind[];
