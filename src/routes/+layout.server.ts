import { forPage } from '$lib/server/api';
import { learnedSoon } from '$lib/server/learned';
import type { LayoutServerLoad } from './$types';

/** What was learned is at hand but after a start, or a whole log that came in; a page does not wait for it. */
const PATIENCE_MS = 100;

/** Read once, when a window opens; from then on the window keeps up by itself. */
export const load: LayoutServerLoad = ({ setHeaders }) =>
	forPage(async (store) => {
		const [opening, learning] = await Promise.all([
			store.opening(),
			learnedSoon(store, PATIENCE_MS)
		]);
		// What a browser keeps of this database is no use of another one (service-worker.ts).
		setHeaders({ 'x-gravitas-database': opening.database });
		return {
			opening,
			/**
			 * What all that was weighed, timed and seen has taught; how each goes with it is fetched by the Log. Null
			 * while it is still being learned: the page asks for it.
			 */
			learning: learning && { ...learning, judged: [], unusable: [] },
			/** Whether this is the demo, with its simulated instruments. */
			demo: process.env.GRAVITAS_DEMO === '1'
		};
	});
