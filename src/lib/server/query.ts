import { Refusal } from './store/index';

/** A whole number of an address's query; null where it is not there. @throws Refusal when it is none within the range */
export function wholeFrom(
	query: URLSearchParams,
	name: string,
	[low, high]: readonly [number, number]
): number | null {
	const text = query.get(name);
	if (text === null) return null;
	const value = Number(text);
	if (/^\d+$/.test(text) && value >= low && value <= high) return value;
	const message = `${name} must be a whole number from ${low} to ${high}.`;
	throw new Refusal(422, message, { errors: [{ path: name, message }] });
}
