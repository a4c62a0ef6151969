const two = (n: number) => String(n).padStart(2, '0');

/** The person's own calendar day, YYYY-MM-DD: at eight in the evening it is still today, wherever they are. */
export const localDay = (at = new Date()): string =>
	`${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`;
