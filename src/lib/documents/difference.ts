/** What differs between two states of a document: the paths, and the whole in a tier's words. */
export interface Difference {
	readonly paths: readonly string[];
	/** "bead 2.8 to 3.2"; empty when nothing differs. */
	readonly words: string;
}

/** @param shown of each part its name, and how it was and is shown */
export function shownChange(shown: readonly (readonly [string, string, string])[]): Difference {
	const different = shown.filter(([, from, to]) => from !== to);
	return {
		paths: different.map(([name]) => name),
		words: different.map(([name, from, to]) => `${name} ${from} to ${to}`).join(', ')
	};
}

/** Whether two contents are the same to the last digit, whatever the order of their fields. */
export function sameContent(a: unknown, b: unknown): boolean {
	if (a === b) return true;
	if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
	const field = (of: object, key: string) =>
		Object.hasOwn(of, key) ? (of as Record<string, unknown>)[key] : undefined;
	// A field that is undefined is one that is not there, as in JSON.
	return Object.keys({ ...a, ...b }).every((key) => sameContent(field(a, key), field(b, key)));
}
