import type { ActionAnswer, DocumentKind, ErrorAnswer } from '$lib/contract/documents';

/** Why a request to the server failed, in words for the person. */
export class RequestError extends Error {
	override readonly name = 'RequestError';
	constructor(
		message: string,
		/** 0 when the server did not answer. */
		readonly status: number,
		readonly answer: ErrorAnswer | null = null
	) {
		super(message);
	}
}

const collection: Readonly<Record<DocumentKind, string>> = {
	fly: 'flies',
	lie: 'lies',
	river: 'rivers'
};

async function request(method: string, path: string, body?: unknown): Promise<unknown> {
	let response: Response;
	try {
		response = await fetch(path, {
			method,
			// A page that is being closed still gets its last change out.
			keepalive: true,
			...(body === undefined
				? {}
				: { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } })
		});
	} catch {
		throw new RequestError('Gravitas does not answer; it may have been stopped.', 0);
	}
	const answer: unknown = await response.json().catch(() => null);
	if (response.ok) return answer;
	const error = answer as ErrorAnswer | null;
	throw new RequestError(
		error?.message ?? `The request failed (${response.status}).`,
		response.status,
		error
	);
}

export const api = {
	create: (kind: DocumentKind, document: object) =>
		request('POST', `/api/${collection[kind]}`, document) as Promise<ActionAnswer>,
	edit: (kind: DocumentKind, id: string, document: object) =>
		request('PUT', `/api/${collection[kind]}/${id}`, document) as Promise<ActionAnswer>,
	remove: (kind: DocumentKind, id: string, revision: number) =>
		request(
			'DELETE',
			`/api/${collection[kind]}/${id}?revision=${revision}`
		) as Promise<ActionAnswer>,
	history: (direction: 'undo' | 'redo') =>
		request('POST', `/api/${direction}`) as Promise<ActionAnswer>,
	strip: (selection: { flyId: string | null; lieId: string | null }) =>
		request('PUT', '/api/strip', selection)
};
