import type { ErrorAnswer } from '$lib/api/answers';

/** Said to whoever went away before the answer came. */
export const NOBODY_WAITS = 'Nobody waits for the answer any more.';

/** A request that cannot be met, with words for the person; nothing was changed. */
export class Refusal extends Error {
	override readonly name = 'Refusal';
	constructor(
		readonly status: 400 | 404 | 409 | 413 | 415 | 422 | 429 | 503,
		message: string,
		/** What else the answer carries. */
		readonly more: Omit<ErrorAnswer, 'message'> = {}
	) {
		super(message);
	}
}
