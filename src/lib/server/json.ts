import { parse as parseTolerantly, type ParseError } from 'jsonc-parser';
import { Refusal } from './store/refusal';

/** Deeper than any document; class-transformer and the engine recurse. */
const DEEPEST = 32;
/** Names that mean something else to JavaScript than a field; class-transformer drops them without a word. */
const FORBIDDEN = ['prototype', ...Object.getOwnPropertyNames(Object.prototype)];
/** How much of what is too long is read and dropped, so that the sender hears why. */
const MOST_DROPPED = 160 * 2 ** 20;

/**
 * Reads untrusted bytes as JSON.
 *
 * @param where what the bytes are, for messages: "The request", a file's name
 * @throws Refusal saying what is wrong and where: not UTF-8, not JSON, too deep, or with names or
 *   characters that cannot be kept
 */
export function readJson(bytes: Uint8Array, where: string): unknown {
	let text: string;
	try {
		text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
	} catch {
		throw new Refusal(400, `${where} is not text in UTF-8. Save it as UTF-8 and try again.`);
	}
	return parseJson(text, where);
}

/** As readJson, of what is text already. */
export function parseJson(text: string, where: string): unknown {
	if (text.trim() === '')
		throw new Refusal(400, `${where} is empty; a JSON document belongs there.`);
	const deep = tooDeepAt(text);
	if (deep !== null) {
		throw new Refusal(
			422,
			`${where} is nested deeper than ${DEEPEST} levels (${place(text, deep)}); no document is.`
		);
	}
	let value: unknown;
	try {
		value = JSON.parse(text) as unknown;
	} catch {
		// JavaScript's own parser does not say where.
		const problems: ParseError[] = [];
		parseTolerantly(text, problems, { disallowComments: true });
		const at = problems[0]?.offset ?? text.length;
		const spot = at >= text.trimEnd().length ? 'at its end' : place(text, at);
		throw new Refusal(400, `${where} is not readable as JSON: something is wrong ${spot}.`);
	}
	refuseUnkeepable(value, '', where);
	return value;
}

const place = (text: string, at: number) => {
	const before = text.slice(0, at).split('\n');
	return `in line ${before.length}, column ${before.at(-1)!.length + 1}`;
};

function tooDeepAt(text: string): number | null {
	let depth = 0;
	let inText = false;
	for (let i = 0; i < text.length; i++) {
		const c = text[i];
		if (inText) {
			if (c === '\\') i++;
			else if (c === '"') inText = false;
		} else if (c === '"') inText = true;
		else if (c === '[' || c === '{') {
			if (++depth > DEEPEST) return i;
		} else if (c === ']' || c === '}') depth--;
	}
	return null;
}

function refuseUnkeepable(value: unknown, path: string, where: string): void {
	const refuse = (message: string, at = path) => {
		throw new Refusal(422, `${where}: ${at ? `${at}: ` : ''}${message}`, {
			errors: [{ path: at, message }]
		});
	};
	if (typeof value === 'string') {
		if (!keepable(value))
			refuse('the text has characters that cannot be kept (NUL or half a pair).');
	} else if (Array.isArray(value)) {
		value.forEach((entry, i) => refuseUnkeepable(entry, path ? `${path}.${i}` : String(i), where));
	} else if (typeof value === 'object' && value !== null) {
		for (const [key, entry] of Object.entries(value)) {
			const below = path ? `${path}.${key.slice(0, 60)}` : key.slice(0, 60);
			if (FORBIDDEN.includes(key)) refuse('a field may not have this name.', below);
			if (!keepable(key)) refuse('a field’s name has characters that cannot be kept.');
			refuseUnkeepable(entry, below, where);
		}
	}
}

/** PostgreSQL keeps neither NUL nor half of a surrogate pair. */
export const keepable = (text: string) => !text.includes('\0') && !/\p{Surrogate}/u.test(text);

/**
 * The body of a request, up to `limit` bytes.
 *
 * @throws Refusal with 413 when it is longer, 415 when it is packed
 */
export async function readBody(request: Request, limit: number): Promise<Uint8Array<ArrayBuffer>> {
	const packing = request.headers.get('content-encoding');
	if (packing && packing !== 'identity') {
		throw new Refusal(415, `The request is packed (content-encoding ${packing}). Send it plain.`);
	}
	// The server framework does not hand on a body of which nobody says what it is.
	if (request.body === null && Number(request.headers.get('content-length') ?? 0) > 0) {
		throw new Refusal(
			415,
			'Say what the request holds: set content-type, for instance to application/json.'
		);
	}
	const chunks: Uint8Array[] = [];
	let length = 0;
	const reader = request.body?.getReader();
	while (reader) {
		const { done, value } = await reader.read().catch(() => {
			throw new Refusal(400, 'The request was cut off.');
		});
		if (done) break;
		length += value.byteLength;
		if (length <= limit) chunks.push(value);
		else {
			chunks.length = 0;
			if (length > MOST_DROPPED) {
				await reader.cancel();
				break;
			}
		}
	}
	if (length > limit) {
		const most = limit >= 2 ** 20 ? `${limit / 2 ** 20} MB` : `${limit / 1024} kB`;
		throw new Refusal(413, `The request is too long; ${most} is the most that is read here.`);
	}
	const body = new Uint8Array(length);
	let at = 0;
	for (const chunk of chunks) {
		body.set(chunk, at);
		at += chunk.byteLength;
	}
	return body;
}
