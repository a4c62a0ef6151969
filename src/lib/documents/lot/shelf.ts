import type { Build, PartName } from '$core/fly/index';
import type { Shelf } from '$core/match/index';
import { INCH } from '$core/quantity/index';
import type { LotRow } from '../kinds';
import { withLot } from './from-stock';
import { leftOf, priceEach } from './body';
import { recipeFromDocument, type RecipeDocument } from '../fly/recipe';

/** A fly to take parts of lots into, when only the part is wanted. */
const BLANK: RecipeDocument = {
	hook: { style: 'straight', size: 14, lengthX: 0, wireX: 0 },
	bead: null,
	coil: null,
	dressing: { fullness: 'medium' }
};

/** What of beads, coil wires and hooks is left in the stock, as a recipe takes it. */
export function shelfOf(lots: readonly LotRow[], only: boolean): Shelf {
	const left = lots.filter(({ body }) => leftOf(body) > 0);
	const taken = <Part extends 'hook' | 'bead' | 'coil'>(part: Part) =>
		left
			.filter(({ body }) => body[part] !== undefined)
			.map((lot) => recipeFromDocument(withLot(BLANK, lot, part))[part]);
	return {
		beads: taken('bead').filter((bead) => bead !== null),
		coils: taken('coil').flatMap((coil) => {
			if (!coil) return [];
			const { metal, wire, lot, measured } = coil;
			return [{ metal, wire, ...(lot ? { lot } : {}), ...(measured ? { measured } : {}) }];
		}),
		hooks: taken('hook'),
		only,
		prices: Object.fromEntries(
			left.flatMap(({ id, body }): [string, number][] => {
				const each = priceEach(body);
				return each === null ? [] : [[id, each]];
			})
		)
	};
}

/**
 * What a part of a fly costs, in the person's own money: by the lot that it is from, or by one of the
 * same make in the stock. Null where no price is known; 0 without the part.
 */
export function costOf(build: Build, part: PartName, lots: readonly LotRow[]): number | null {
	const { recipe, coil, dressed, dressing } = build;
	const priced = (lot: string | undefined, like: (body: LotRow['body']) => boolean) => {
		const row =
			lots.find(({ id }) => id === lot) ??
			lots.find(({ body }) => like(body) && priceEach(body) !== null);
		return row ? priceEach(row.body) : null;
	};
	const times = (each: number | null, amount: number) => (each === null ? null : each * amount);
	switch (part) {
		case 'hook': {
			const { lot, style, size, lengthX, wireX } = recipe.hook;
			return priced(
				lot,
				({ hook }) =>
					hook?.style === style &&
					hook.size === size &&
					hook.lengthX === lengthX &&
					hook.wireX === wireX
			);
		}
		case 'bead': {
			if (!recipe.bead) return 0;
			const { lot, metal, shape, diameter } = recipe.bead;
			return priced(
				lot,
				({ bead }) =>
					bead?.metal === metal &&
					bead.shape === shape &&
					Math.abs(bead.diameterMm * 1e-3 - diameter) < 1e-5
			);
		}
		case 'coil': {
			if (!recipe.coil || !coil) return 0;
			const { lot, metal, wire } = recipe.coil;
			const each = priced(
				lot,
				(body) => body.coil?.metal === metal && Math.abs(body.coil.wireInch * INCH - wire) < 1e-6
			);
			return times(each, coil.volume / ((Math.PI / 4) * wire ** 2));
		}
		case 'rib':
		case 'secondRib': {
			const rib = dressing[part];
			if (!rib) return 0;
			const each = priced(
				rib.lot,
				(body) => body.rib?.kind === rib.kind && Math.abs(body.rib.wireMm * 1e-3 - rib.wire) < 1e-6
			);
			return times(each, dressed[`${part}Length`]);
		}
		case 'thread':
		case 'underbody':
		case 'tail':
		case 'body':
		case 'rearThorax':
		case 'thorax':
		case 'frontThorax':
		case 'head':
		case 'flash':
		case 'tag':
		case 'back':
		case 'palmer':
		case 'wingCase':
		case 'wings':
		case 'horns':
		case 'legs':
		case 'hackle':
		case 'collar':
		case 'thirdCollar':
		case 'finish':
			// Pinches and drops of a packet are not counted.
			return 0;
	}
}
