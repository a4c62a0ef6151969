import { openStore, type Store } from './store/index';

/**
 * The store of this process. On globalThis, because a hot reload of this module must not open the
 * database a second time, and because the program that hosts the handler closes it.
 */
const holder = globalThis as { gravitasStore?: Promise<Store> };

/** The open store; opens it on the first call. Its folder and content come from the environment. */
export function currentStore(): Promise<Store> {
	holder.gravitasStore ??= openStore(
		process.env.GRAVITAS_DATA ?? '.demo-data',
		process.env.GRAVITAS_DEMO === '1' || process.env.GRAVITAS_DATA === undefined
	);
	return holder.gravitasStore;
}
