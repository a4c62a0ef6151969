import { learnedNow } from '$lib/server/learned';
import { currentStore } from '$lib/server/current-store';
import type { LayoutServerLoad } from './$types';

/** Read once, when a window opens; from then on the window keeps up by itself. */
export const load: LayoutServerLoad = async () => {
	const store = await currentStore();
	const [opening, learning] = await Promise.all([store.opening(), learnedNow(store)]);
	return {
		opening,
		/** What all that was weighed, timed and seen has taught; how each goes with it is fetched by the Log. */
		learning: { ...learning, judged: [], unusable: [] },
		/** Whether this is the demo, with its simulated instruments. */
		demo: process.env.GRAVITAS_DEMO === '1'
	};
};
