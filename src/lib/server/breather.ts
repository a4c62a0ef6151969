/** Others wait no longer than this for a long loop. */
const AT_MOST_MS = 12;

/** Something to await in each round of a long loop: now and then it lets the others have their turn. */
export function breather(): () => Promise<void> {
	let since = performance.now();
	return async () => {
		if (performance.now() - since < AT_MOST_MS) return;
		await new Promise((resolve) => setImmediate(resolve));
		since = performance.now();
	};
}
