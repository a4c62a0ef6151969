import type { Build } from '../fly/index';
import type { MatchQuestion } from './question';
import type { Shelf } from './shelf';
import { spaceOf, type Space, type Winding } from './space';

interface FromLot {
	readonly lot?: string;
}

/** What a piece of a part, or a metre of wire, costs in the person's own money; NaN where that is not known. */
export const priceIn = ({ prices = {} }: Shelf, { lot }: FromLot): number =>
	lot === undefined ? NaN : (prices[lot] ?? NaN);

/** The same of a cubic metre of wire. */
export const pricePerVolume = (shelf: Shelf, winding: Pick<Winding, 'lot' | 'wire'>): number =>
	priceIn(shelf, winding) / ((Math.PI / 4) * winding.wire * winding.wire);

/** What hook, bead and coil cost where all of them are from lots with a price; null where one is not. */
export function priceOf({ recipe: { hook, bead, coil }, coil: wound }: Build, shelf: Shelf) {
	let price = priceIn(shelf, hook);
	if (bead) price += priceIn(shelf, bead);
	if (coil && wound) price += priceIn(shelf, coil) * wound.wireLength;
	return Number.isNaN(price) ? null : price;
}

/** Wire in the longest coil that counts towards the dearest build, m (our choice). */
const LONG_COIL = 0.15;

/** About the dearest build of a space, where prices are known; 0 where none is. */
export function dearestOf({ hooks, beads, windings }: Space, shelf: Shelf): number {
	const most = (parts: readonly (FromLot | null)[]) =>
		parts.reduce((best, part) => Math.max(best, (part && priceIn(shelf, part)) || 0), 0);
	return most(hooks) + most(beads) + LONG_COIL * most(windings);
}

/** About the dearest build that a question may find; 0 where no price is known. */
export const dearestIn = ({ recipe, locks, shelf, wishes }: MatchQuestion): number =>
	dearestOf(spaceOf(recipe, locks, shelf, wishes.noLead), shelf);
