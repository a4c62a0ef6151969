/** After a change the kept state is brought up to date once nothing has changed for so long, ms. */
const STILL = 3000;

/** When what is shown was said, ISO; null where the program itself answered, and not the browser from what it keeps. */
export const saidAt = (): string | null => document.documentElement.dataset.saidAt ?? null;

/** What this page has asked of the program. */
function addresses(): string[] {
	const asked = performance
		.getEntriesByType('resource')
		.map(({ name }) => name)
		.filter((name) => new URL(name).pathname.startsWith('/api/') && !name.endsWith('/api/news'));
	return [location.href.split('#')[0]!, ...new Set(asked)];
}

/**
 * Has the browser keep what the program last said (service-worker.ts), so that it can be looked at while the program
 * does not answer. Browsers do that on this machine and over TLS only; elsewhere nothing happens.
 *
 * @returns to be called when something was changed, here or elsewhere; and ends it
 */
export function keepLastSaid(): { changed(): void; end(): void } {
	const workers = navigator.serviceWorker as ServiceWorkerContainer | undefined;
	let timer: ReturnType<typeof setTimeout> | undefined;
	const keep = () => workers?.controller?.postMessage({ keep: addresses() });
	// What was answered before the browser had it keep anything.
	workers?.addEventListener('controllerchange', keep);
	return {
		changed() {
			clearTimeout(timer);
			timer = setTimeout(keep, STILL);
		},
		end() {
			clearTimeout(timer);
			workers?.removeEventListener('controllerchange', keep);
		}
	};
}
