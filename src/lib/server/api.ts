import { json } from '@sveltejs/kit';
import type { DocumentKind, ErrorAnswer } from '$lib/contract/documents';
import { parse } from '$lib/contract/parse';
import { FlyRequest, LieRequest, RiverRequest } from '$lib/contract/validation';
import { currentStore } from './current-store';
import { Refusal, type Store } from './store/index';

export type Collection = 'flies' | 'lies' | 'rivers';
export const kindOf: Readonly<Record<Collection, DocumentKind>> = {
	flies: 'fly',
	lies: 'lie',
	rivers: 'river'
};
const requests = { fly: FlyRequest, lie: LieRequest, river: RiverRequest } as const;

/** Answers a JSON request from the store; refusals and unreadable requests become words, never a stack. */
export async function answer(
	work: (store: Store) => Promise<unknown>,
	status = 200
): Promise<Response> {
	try {
		return json(await work(await currentStore()), { status });
	} catch (error) {
		if (error instanceof BadRequest) return json(error.answer, { status: error.status });
		if (error instanceof Refusal) {
			const body: ErrorAnswer = { message: error.message, current: error.current };
			return json(body, { status: error.status });
		}
		throw error;
	}
}

export class BadRequest extends Error {
	constructor(
		readonly status: 400 | 422,
		readonly answer: ErrorAnswer
	) {
		super(answer.message);
	}
}

/** The request's JSON as an instance of a contract class. @throws BadRequest naming each wrong field */
export async function bodyOf<T extends object>(request: Request, type: new () => T): Promise<T> {
	let raw: unknown;
	try {
		raw = await request.json();
	} catch {
		throw new BadRequest(400, { message: 'The request is not readable as JSON.' });
	}
	const parsed = parse(type, raw);
	if (parsed.ok) return parsed.value;
	throw new BadRequest(422, {
		message: parsed.errors.map((e) => e.message).join(' '),
		errors: parsed.errors
	});
}

/** A document of the collection's kind from the request. */
export async function documentOf(request: Request, kind: DocumentKind) {
	const { name, body, id, revision, ...rest } = await bodyOf<
		FlyRequest | LieRequest | RiverRequest
	>(request, requests[kind]);
	const riverId = (rest as Partial<LieRequest>).riverId;
	return {
		id,
		revision,
		content: { name: name.trim(), body, ...(riverId === undefined ? {} : { riverId }) }
	};
}

/** A row's id from an address. @throws BadRequest when it is not a UUID */
export function idOf(param: string): string {
	if (/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i.test(param)) return param.toLowerCase();
	throw new BadRequest(422, { message: `“${param}” is not an id; ids are UUIDs.` });
}

/** A revision from an edit. @throws BadRequest when it is missing */
export function revisionOf(revision: unknown): number {
	const number = typeof revision === 'string' ? Number(revision) : revision;
	if (typeof number === 'number' && Number.isInteger(number) && number > 0) return number;
	throw new BadRequest(422, {
		message: 'The revision that the change started from is missing.',
		errors: [{ path: 'revision', message: 'Must be a whole number from 1.' }]
	});
}
