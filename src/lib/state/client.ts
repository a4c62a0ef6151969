import type { ShownUnits } from '$core/quantity/index';
import type {
	ActionAnswer,
	ErrorAnswer,
	Done,
	HistoryEntry,
	LearningAnswer,
	Measured,
	Snapshot,
	StripSelection
} from '$lib/api/answers';
import type { WeightCode } from '$lib/documents/fly/weight-code';
import { kinds, type DocumentKind, type DocumentRow } from '$lib/documents/kinds';
import type { TyingProgress } from '$lib/documents/batch/body';
import type { ImportAnswer, ImportChoice } from '$lib/api/import';

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

/** Where a document, the archive or the table is fetched from, for links. */
export const addresses = {
	file: (kind: DocumentKind, id: string) => `/api/${kinds[kind].collection}/${id}/file`,
	archive: '/api/archive',
	photo: (hash: string) => `/api/photos/${hash}`,
	stock: '/api/stock.csv',
	gauge: (base: number) => `/api/gauge.csv?base=${base}`,
	table: (lieId: string | null) => `/api/flies.csv${lieId ? `?lie=${lieId}` : ''}`
};

export interface BackupRow {
	readonly name: string;
	readonly kind: 'daily' | 'before-migration' | 'before-restore' | 'by-hand' | 'damaged';
	readonly madeAt: string;
	readonly bytes: number;
}

/** One of several changes: without a revision it is made, without a document deleted. */
export interface ActionChange {
	readonly kind: DocumentKind;
	readonly id: string;
	readonly revision?: number;
	readonly document?: object;
}

/** How much the browser sends on for a page that is going away. */
const KEEPALIVE_MOST = 60_000;

/** Documents of a list that come at once: some hundredths of a second of the server's. */
const AT_ONCE = 500;

const request = (method: string, path: string, body?: unknown): Promise<unknown> =>
	asked(method, path, body).then((response) => response.json().catch(() => null));

async function asked(method: string, path: string, body?: unknown): Promise<Response> {
	const raw = body instanceof FormData || body instanceof Blob;
	const text = body === undefined || raw ? '' : JSON.stringify(body);
	let response: Response;
	try {
		response = await fetch(path, {
			method,
			// A page that is being closed still gets its last change out.
			keepalive: !raw && text.length < KEEPALIVE_MOST,
			...(raw
				? { body }
				: body === undefined
					? {}
					: { body: text, headers: { 'content-type': 'application/json' } })
		});
	} catch {
		throw new RequestError('Gravitas does not answer; it may have been stopped.', 0);
	}
	if (response.ok) return response;
	const error = (await response.json().catch(() => null)) as ErrorAnswer | null;
	throw new RequestError(
		error?.message ?? `The request failed (${response.status}).`,
		response.status,
		error
	);
}

export const api = {
	create: (kind: DocumentKind, document: object) =>
		request('POST', `/api/${kinds[kind].collection}`, document) as Promise<ActionAnswer>,
	edit: (kind: DocumentKind, id: string, document: object) =>
		request('PUT', `/api/${kinds[kind].collection}/${id}`, document) as Promise<ActionAnswer>,
	remove: (kind: DocumentKind, id: string, revision: number) =>
		request(
			'DELETE',
			`/api/${kinds[kind].collection}/${id}?revision=${revision}`
		) as Promise<ActionAnswer>,
	history: (direction: 'undo' | 'redo') =>
		request('POST', `/api/${direction}`) as Promise<ActionAnswer>,
	/** Everything but the kinds that grow. */
	snapshot: () => request('GET', '/api/snapshot?short=1') as Promise<Snapshot>,
	/** @returns null when it is not there */
	get: (kind: DocumentKind, id: string) =>
		request('GET', `/api/${kinds[kind].collection}/${id}`).catch((error: unknown) => {
			if (error instanceof RequestError && error.status === 404) return null;
			throw error;
		}) as Promise<DocumentRow | null>,
	/** @param judged whether how each entry goes with it is wanted too */
	learning: (judged: boolean) =>
		request('GET', `/api/learning?judged=${judged ? 1 : 0}`) as Promise<LearningAnswer>,
	/** How often a fly as it is now was weighed and timed. */
	measured: (flyId: string) => request('GET', `/api/flies/${flyId}/measured`) as Promise<Measured>,
	/** All documents of a kind, bit by bit. */
	async *pages(kind: DocumentKind): AsyncGenerator<readonly DocumentRow[]> {
		let path: string | undefined = `/api/${kinds[kind].collection}?most=${AT_ONCE}`;
		while (path) {
			const response = await asked('GET', path);
			yield (await response.json()) as DocumentRow[];
			path = /<([^>]+)>; rel="next"/.exec(response.headers.get('link') ?? '')?.[1];
		}
	},
	done: () => request('GET', '/api/actions') as Promise<Done[]>,
	historyOf: (kind: DocumentKind, id: string) =>
		request('GET', `/api/${kinds[kind].collection}/${id}/history`) as Promise<HistoryEntry[]>,
	backups: () => request('GET', '/api/backups') as Promise<BackupRow[]>,
	backUp: () => request('POST', '/api/backups') as Promise<BackupRow>,
	restore: (name: string) =>
		request('POST', `/api/backups/${encodeURIComponent(name)}/restore`) as Promise<Snapshot>,
	/** @param look only asks what it would mean */
	import: (
		files: readonly File[],
		choices: Readonly<Record<string, ImportChoice>>,
		look: boolean
	) => {
		const form = new FormData();
		files.forEach((file) => form.append('file', file));
		form.append('choices', JSON.stringify(choices));
		return request('POST', `/api/import${look ? '?look=1' : ''}`, form) as Promise<ImportAnswer>;
	},
	/** Keeps a photo for flies to name. */
	keepPhoto: (photo: Blob) =>
		request('POST', '/api/photos', photo) as Promise<{ readonly hash: string }>,
	/** Several changes as one action. */
	act: (label: string, changes: readonly ActionChange[]) =>
		request('POST', '/api/actions', { label, changes }) as Promise<ActionAnswer>,
	strip: (selection: StripSelection) => request('PUT', '/api/strip', selection),
	weightCode: (code: WeightCode | null) =>
		code ? request('PUT', '/api/weight-code', code) : request('DELETE', '/api/weight-code'),
	units: (units: ShownUnits) => request('PUT', '/api/units', units),
	tying: (batchId: string, progress: TyingProgress) =>
		request('PUT', `/api/tying/${batchId}`, progress)
};
