/** What the tests of the search ask. */
import { starterRig } from '../rig/index';
import type { BeadChoice, Recipe } from '../fly/index';
import type { Lie } from '../water/index';
import {
	SearchWorker,
	USUAL_WISHES,
	emptyShelf,
	type Locks,
	type MatchQuestion,
	type SearchChannel
} from './index';

export const jig: Recipe = {
	hook: { style: 'jig60', size: 14, lengthX: 0, wireX: 0 },
	bead: { metal: 'tungsten', shape: 'slotted', diameter: 2.8e-3 },
	coil: { metal: 'lead', wire: 0.381e-3, turns: 3 },
	dressing: { fullness: 'medium' }
};
export const lie: Lie = {
	depth: 0.9,
	surfaceSpeed: 0.75,
	zoneTop: 0.15,
	approach: 3,
	hold: 2,
	bed: 'cobble'
};
export const openLocks: Locks = {
	hook: false,
	bead: false,
	coil: false,
	rib: false,
	dressing: false
};
export const onlyBead: Locks = { hook: true, bead: false, coil: true, rib: true, dressing: true };
export const ask = (more: Partial<MatchQuestion> = {}): MatchQuestion => ({
	recipe: jig,
	rig: starterRig,
	lie,
	celsius: 8,
	shelf: emptyShelf,
	wishes: USUAL_WISHES,
	locks: { ...onlyBead, coil: false },
	...more
});
export const slotted = (metal: BeadChoice['metal'], mm: number): BeadChoice => ({
	metal,
	shape: 'slotted',
	diameter: mm * 1e-3
});
export const channel = (): SearchChannel => {
	const worker = new SearchWorker();
	return { ask: (task) => Promise.resolve(worker.do(task) as never) };
};
