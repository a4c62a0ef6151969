import { learnedFrom } from '$lib/server/learned';
import { currentStore } from '$lib/server/current-store';
import type { LayoutServerLoad } from './$types';

/** Read once, when a window opens; from then on the window keeps up by itself. */
export const load: LayoutServerLoad = async () => {
	const store = await currentStore();
	const snapshot = await store.snapshot();
	return {
		snapshot,
		/** What all that was weighed, timed and seen has taught. */
		learning: await learnedFrom(store, snapshot),
		/** Whether this is the demo, with its simulated instruments. */
		demo: process.env.GRAVITAS_DEMO === '1'
	};
};
