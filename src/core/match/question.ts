import type { DriftQuestion } from '../predict/index';
import type { Locks } from './dressing-variants';
import type { Wishes } from './rank';
import type { Shelf } from './shelf';

/** A lie, a rig and what may be tied for it. */
export interface MatchQuestion extends DriftQuestion {
	readonly locks: Locks;
	readonly shelf: Shelf;
	readonly wishes: Wishes;
}
