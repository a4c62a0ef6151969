import type { FieldError } from '$lib/contract/field-error';
import type { Difference } from './difference';
import type { Bodies, DocumentKind } from './kinds';

/** What is seldom asked of a kind of document: the server does, and a page where two windows met. */
export interface Definition<Of extends DocumentKind> {
	/** What a body is checked by as it comes in. */
	readonly body: new () => object;
	/** Of its schema: what one is. */
	readonly title: string;
	/** A change from one body to another, in a tier's words. */
	readonly told: (a: Bodies[Of], b: Bodies[Of]) => Difference;
	/** The field whose fields are the parts that two windows may change apart; without it those of the body. */
	readonly parts?: keyof Bodies[Of] & string;
	/**
	 * What the body's class cannot say.
	 *
	 * @param before as it is here; null for a new one
	 * @returns what is wrong; null where nothing is
	 */
	readonly fault?: (body: Bodies[Of], before: Bodies[Of] | null) => BodyFault | null;
	/** What is kept where a file is taken in place of what is here; without it the file's. */
	readonly joined?: (here: Bodies[Of], file: Bodies[Of]) => Bodies[Of];
	/** False where a name says nothing of which one a file without an id means. */
	readonly knownByName?: false;
	/** For the description of the API, whose examples are run. */
	readonly examples: Examples;
}

export interface BodyFault extends FieldError {
	/** 409 where it does not go with what is here. */
	readonly status?: 409;
}

export interface Examples {
	readonly id: string;
	/** A document, and a change of it. */
	readonly first: Readonly<Record<string, unknown>>;
	readonly second: Readonly<Record<string, unknown>>;
	/** One that is refused. */
	readonly wrong: Readonly<Record<string, unknown>>;
}

/** An id of the examples. @param n two figures of its own */
export const exampleId = (n: string) => `6f1d1f2c-5a37-4c1e-9d3b-0a8d6b1f2e${n}`;
