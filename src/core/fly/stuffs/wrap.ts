import { materials } from '../../material/index';

/** Something wound or dubbed round the shank. Shares are our estimate, with the wide spreads of the parameters. */
export interface Wrap {
	/** Share of the wound space that is matter. */
	readonly solid: number;
	/** kg/m³ of the matter. */
	readonly density: number;
	/** Share of the rest that is air in a freshly dry fly. */
	readonly air: number;
}

/** The same with the trade's words for it, as they stand on the screen. */
export interface NamedWrap extends Wrap {
	readonly words: string;
}

/** Fur and feather, kg/m³. */
export const FUR = materials.keratin.density;
