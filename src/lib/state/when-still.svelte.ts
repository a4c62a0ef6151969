import { untrack } from 'svelte';

/**
 * A value that is worked out once its source has been still for a moment, so that no key waits for it;
 * until then it is the one before.
 *
 * @param watch reads whatever should bring the value up to date
 * @param read the value; called when nothing has changed for `pause` milliseconds
 */
export function whenStill<T>(
	watch: () => unknown,
	read: () => T,
	pause = 160
): { readonly current: T; refresh(): T } {
	let current = $state.raw(untrack(read));
	let first = true;
	$effect(() => {
		watch();
		if (first) {
			first = false;
			return;
		}
		const timer = setTimeout(() => (current = untrack(read)), pause);
		return () => clearTimeout(timer);
	});
	return {
		get current() {
			return current;
		},
		/** Brings it up to date now, for one who cannot wait. */
		refresh: () => (current = untrack(read))
	};
}
