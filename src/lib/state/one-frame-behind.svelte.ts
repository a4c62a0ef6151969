import { untrack } from 'svelte';

/**
 * A value that follows its source one animation frame later: the frame that answers a key is drawn
 * without it, the next one with it.
 *
 * @param watch reads whatever should bring the value up to date
 * @param read the value; only called in the later frame
 */
export function oneFrameBehind<T>(
	watch: () => unknown,
	read: () => T
): {
	readonly current: T;
	/** Whether that is still of what was before. */
	readonly behind: boolean;
} {
	let current = $state.raw(untrack(read));
	let behind = $state(false);
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
		behind = true;
		scheduled = requestAnimationFrame(() => {
			requestAnimationFrame(() => {
				scheduled = 0;
				current = untrack(read);
				behind = false;
			});
		});
	});
	return {
		get current() {
			return current;
		},
		get behind() {
			return behind;
		}
	};
}
