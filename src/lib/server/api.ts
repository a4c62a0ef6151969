import { error, json } from '@sveltejs/kit';
import type { DocumentContent, DocumentKind } from '$lib/documents/kinds';
import type { ErrorAnswer } from '$lib/api/answers';
import { parse } from '$lib/contract/parse';
import { ActionRequest } from '$lib/api/actions';
import { documentRequests } from '$lib/documents/requests';
import { currentStore } from './current-store';
import { BackupError } from './db/backup-file';
import {
	BUSY,
	CONNECTION_LOST,
	DATA_CORRUPTED,
	DatabaseError,
	DISK_FULL,
	UNKNOWN_OUTCOME
} from './db/database';
import { PlaceError } from './db/folder';
import { INVISIBLE, isVisible } from '$lib/contract/names';
import { readBody, readJson } from './json';
import type { ActionPart } from './store/changes';
import { Refusal, type Store } from './store/index';

/** The most that an ordinary request may hold. */
const SHORT = 256 * 1024;
/** And an action: a run with its flies, and lots with years of entries. */
const MOST_IN_ACTION = 8 * 2 ** 20;

/** When whoever was told that there is too much to do may ask again, s. */
const RETRY_AFTER = '5';

/** Answers from the store; refusals and failures of the database become words, never a stack. */
export async function respond(work: (store: Store) => Promise<Response>): Promise<Response> {
	try {
		return await work(await currentStore());
	} catch (error) {
		const { status, body } = inWords(error);
		const later = status === 429 || status === 503;
		return json(body, { status, ...(later && { headers: { 'retry-after': RETRY_AFTER } }) });
	}
}

/** What a page is opened with; where that cannot be had, it says why. */
export async function forPage<T>(work: (store: Store) => Promise<T>): Promise<T> {
	try {
		return await work(await currentStore());
	} catch (failed) {
		const { status, body } = inWords(failed);
		return error(status, body.message);
	}
}

/** As respond, with what `work` gives as JSON. */
export function answer(work: (store: Store) => Promise<unknown>, status = 200): Promise<Response> {
	return respond(async (store) => json(await work(store), { status }));
}

/** Codes of a database that does not answer just now, with words of their own. */
const AWAY = [UNKNOWN_OUTCOME, CONNECTION_LOST, BUSY];

function inWords(error: unknown): { status: number; body: ErrorAnswer } {
	if (error instanceof Refusal) {
		return { status: error.status, body: { message: error.message, ...error.more } };
	}
	if (error instanceof BackupError) return { status: 409, body: { message: error.message } };
	if (error instanceof PlaceError) return { status: 503, body: { message: error.message } };
	if (error instanceof DatabaseError) {
		console.error(`Database: ${error.code} ${error.message}`);
		if (error.code === DISK_FULL) return { status: 507, body: { message: error.message } };
		if (AWAY.includes(error.code)) return { status: 503, body: { message: error.message } };
		if (error.code.startsWith('57')) {
			return { status: 503, body: { message: `${error.message} It is started again by itself.` } };
		}
		if (error.code === DATA_CORRUPTED) {
			const message = `The database is damaged (${error.message}). Stop Gravitas and run “npm run restore”.`;
			return { status: 500, body: { message } };
		}
	}
	throw error;
}

/** The request's JSON. @throws Refusal when it is none, or too long */
export const jsonOf = async (request: Request): Promise<unknown> =>
	readJson(await readBody(request, SHORT), 'The request');

/** The request's JSON as an instance of a contract class. @throws Refusal naming each wrong field */
export async function bodyOf<T extends object>(request: Request, type: new () => T): Promise<T> {
	return checked(await jsonOf(request), type);
}

/** Untrusted data, found at `where`, as an instance of a contract class. @throws Refusal naming each wrong field */
export function checked<T extends object>(raw: unknown, type: new () => T, where = ''): T {
	const parsed = parse(type, raw);
	if (parsed.ok) return parsed.value;
	const errors = where
		? parsed.errors.map(({ path, message }) => ({ path: `${where}.${path}`, message }))
		: parsed.errors;
	const words = errors.map(({ message }) => message).join(' ');
	throw new Refusal(422, where ? `${where}: ${words}` : words, { errors });
}

/** A document of the collection's kind from the request. */
export async function documentOf(request: Request, kind: DocumentKind) {
	const { id, revision, ...content } = await bodyOf(request, documentRequests[kind]);
	return { id, revision, content: trimmed(content) };
}
type AnyRequest = InstanceType<(typeof documentRequests)[DocumentKind]>;

const trimmed = (content: DocumentContent): DocumentContent => ({
	...content,
	name: content.name.trim()
});

/** A document without an id and a revision of its own, which stand beside it. */
function ownless(raw: object, type: new () => AnyRequest, where: string): DocumentContent {
	for (const name of ['id', 'revision'])
		if (name in raw) {
			const message = `${name} stands beside the document, not in it.`;
			throw new Refusal(422, `${where}: ${message}`, {
				errors: [{ path: `${where}.${name}`, message }]
			});
		}
	return checked(raw, type, where);
}

/** Several changes from the request, as one action. @throws Refusal naming each wrong field with its change */
export async function actionOf(
	request: Request
): Promise<{ label: string; changes: ActionPart[] }> {
	const raw = readJson(await readBody(request, MOST_IN_ACTION), 'The request');
	const { label, changes } = checked(raw, ActionRequest);
	if (!isVisible(label)) throw new Refusal(422, `label: ${INVISIBLE}`);
	return {
		label: label.trim(),
		changes: changes.map(({ kind, id, revision, document }, k): ActionPart => {
			const where = `changes.${k}.document`;
			const content = document && trimmed(ownless(document, documentRequests[kind], where));
			return { kind, id: id.toLowerCase(), revision: revision ?? null, content: content ?? null };
		})
	};
}

/** A row's id from an address. @throws Refusal when it is not a UUID */
export function idOf(param: string): string {
	if (/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i.test(param)) return param.toLowerCase();
	throw new Refusal(422, `“${param.slice(0, 100)}” is not an id; ids are UUIDs.`);
}

/** A revision from an edit. @throws Refusal when it is missing */
export function revisionOf(revision: unknown): number {
	const number = typeof revision === 'string' ? Number(revision) : revision;
	if (typeof number === 'number' && Number.isInteger(number) && number > 0 && number < 2 ** 31) {
		return number;
	}
	const message = 'Must be a whole number from 1.';
	throw new Refusal(422, 'The revision that the change started from is missing.', {
		errors: [{ path: 'revision', message }]
	});
}

/** An answer that is sent as it is worked out; the work ends when nobody reads on. */
export function streamOf(pieces: AsyncGenerator<string>): ReadableStream<Uint8Array> {
	const encoder = new TextEncoder();
	return new ReadableStream({
		pull: async (controller) => {
			const { done, value } = await pieces.next();
			if (done) controller.close();
			else controller.enqueue(encoder.encode(value));
		},
		cancel: async () => void (await pieces.return(undefined))
	});
}

/** A file that the browser keeps instead of showing. */
export function download(name: string, type: string, content: BodyInit): Response {
	const plain = name.replace(/[^\w.-]+/g, '-').replace(/^-+/, '') || 'gravitas';
	return new Response(content, {
		headers: {
			'content-type': type,
			'content-disposition': `attachment; filename="${plain}"; filename*=UTF-8''${encodeURIComponent(name)}`,
			'cache-control': 'no-store'
		}
	});
}
