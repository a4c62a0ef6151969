import { openStore, type Store } from './store/index';
import { moveFromServer, moveToServer, type Moved } from './store/move';

/**
 * The store of this process. On globalThis, because a hot reload of this module must not open the
 * database a second time, and because the program that hosts the handler closes it.
 */
const holder = globalThis as { gravitasStore?: Promise<Store>; gravitasMoved?: Promise<Moved> };

/** The open store; opens it on the first call. Its place and content come from the environment. */
export function currentStore(): Promise<Store> {
	const { DATABASE_URL, GRAVITAS_DATA, GRAVITAS_DEMO, GRAVITAS_RESTORE } = process.env;
	holder.gravitasStore ??= openStore(GRAVITAS_DATA ?? '.demo-data', {
		demo: GRAVITAS_DEMO === '1' || GRAVITAS_DATA === undefined,
		...(DATABASE_URL ? { url: DATABASE_URL } : {}),
		...(GRAVITAS_RESTORE ? { restore: GRAVITAS_RESTORE } : {})
	});
	return holder.gravitasStore;
}

/** Whether this process was started to move data (scripts/move.mjs); then it does that instead of serving. */
export function isMoving(): boolean {
	const { DATABASE_URL = '', GRAVITAS_DATA = '', GRAVITAS_MOVE } = process.env;
	if (GRAVITAS_MOVE !== 'to' && GRAVITAS_MOVE !== 'from') return false;
	const move = GRAVITAS_MOVE === 'to' ? moveToServer : moveFromServer;
	holder.gravitasMoved ??= move(GRAVITAS_DATA, DATABASE_URL);
	// Who asked for it hears of it.
	holder.gravitasMoved.catch(() => undefined);
	return true;
}
