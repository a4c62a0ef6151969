/** A copy of a plain object without one of its fields. */
export function without<T extends object, K extends keyof T>(object: T, field: K): Omit<T, K> {
	const copy: Partial<T> = { ...object };
	delete copy[field];
	return copy as Omit<T, K>;
}
