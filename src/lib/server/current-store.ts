import { openStore, type Store } from './store/index';

/**
 * The store of this process. On globalThis, because a hot reload of this module must not open the
 * database a second time, and because the program that hosts the handler closes it.
 */
const holder = globalThis as { gravitasStore?: Promise<Store> };

/** The open store; opens it on the first call. Its folder and content come from the environment. */
export function currentStore(): Promise<Store> {
	const { GRAVITAS_DATA, GRAVITAS_DEMO, GRAVITAS_RESTORE } = process.env;
	holder.gravitasStore ??= openStore(GRAVITAS_DATA ?? '.demo-data', {
		demo: GRAVITAS_DEMO === '1' || GRAVITAS_DATA === undefined,
		...(GRAVITAS_RESTORE ? { restore: GRAVITAS_RESTORE } : {})
	});
	return holder.gravitasStore;
}
