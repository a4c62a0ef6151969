import { untrack } from 'svelte';

/**
 * A value that follows its source one animation frame later: the frame that answers a key is drawn
 * without it, the next one with it.
 *
 * @param watch reads whatever should bring the value up to date
 * @param read the value; only called in the later frame
 */
export function oneFrameBehind<T>(watch: () => unknown, read: () => T): { readonly current: T } {
	let current = $state.raw(untrack(read));
	let scheduled = 0;
	let first = true;
	$effect(() => {
		watch();
		if (first) {
			first = false;
			return;
		}
		// One that is on its way reads the newest; a held key does not put it off for ever.
		if (scheduled) return;
		scheduled = requestAnimationFrame(() => {
			requestAnimationFrame(() => {
				scheduled = 0;
				current = untrack(read);
			});
		});
	});
	return {
		get current() {
			return current;
		}
	};
}
