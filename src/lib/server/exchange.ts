import { documentKinds, type DocumentKind } from '$lib/documents/kinds';
import { breather } from './breather';
import code from './exchange-thread.ts?nodeworker';
import type { ExchangeAnswer, ExchangeAsked, ExchangeFile } from './exchange-thread';
import type { ImportAsked, ImportPlanned } from './import-plan';
import { documentTexts, type DocumentTexts } from './store/document-texts';
import { namedPhotos } from './store/photos';
import type { Store } from './store/store';
import { NOBODY_WAITS, Refusal } from './store/refusal';
import { threads } from './threads';

/** One at a time, since each may hold all that is kept; and how many may wait. */
const THREADS = 1;
const WAITING = 20;
/** MB of the thread's heap. */
const HEAP = 1500;

const started = threads<ExchangeAsked, ExchangeAnswer>(
	'exchange',
	code,
	{ threads: THREADS, waiting: WAITING },
	HEAP
);

type AnswerTo<Kind extends ExchangeAsked['kind']> = Extract<ExchangeAnswer, { kind: Kind }>;

async function exchanged<Task extends ExchangeAsked>(
	task: Task,
	gone?: AbortSignal
): Promise<AnswerTo<Task['kind']>> {
	const pool = started();
	if (pool.queueSize >= WAITING) {
		throw new Refusal(
			503,
			'Too many files are on their way in or out at once. Try again in a few seconds.'
		);
	}
	let answer: ExchangeAnswer;
	try {
		answer = await pool.run(task, gone ? { signal: gone } : {});
	} catch (error) {
		throw gone?.aborted ? new Refusal(503, NOBODY_WAITS) : error;
	}
	if (answer.kind === 'refused') {
		const { status, message, more } = answer.refusal;
		throw new Refusal(status, message, more);
	}
	return answer as AnswerTo<Task['kind']>;
}

/** What of the documents is in a file. */
const kindsIn: Readonly<Record<ExchangeFile, readonly DocumentKind[]>> = {
	archive: documentKinds,
	log: ['entry'],
	stock: ['lot']
};

/** A file of all that is kept. @param gone aborted when nobody waits any more */
export async function fileOfAll(
	store: Pick<Store, 'read'>,
	file: ExchangeFile,
	gone: AbortSignal
): Promise<Uint8Array<ArrayBuffer>> {
	const asked = await store.read(async (tx) => ({
		here: await documentTexts(tx, kindsIn[file]),
		photos: file === 'archive' ? await namedPhotos(tx) : []
	}));
	return (await exchanged({ kind: 'file', file, ...asked }, gone)).bytes;
}

/** What an import means here. @param gone aborted when nobody waits any more @throws Refusal naming file and place */
export async function planned(
	here: DocumentTexts,
	asked: ImportAsked,
	gone?: AbortSignal
): Promise<ImportPlanned> {
	return readBack(await exchanged({ kind: 'import', here, asked }, gone));
}

/** Others have their turn between the pieces. */
async function readBack({
	items,
	writes,
	passedOver,
	photos
}: AnswerTo<'import'>): Promise<ImportPlanned> {
	const breathe = breather();
	const read = async <T>(pieces: readonly string[]): Promise<T[]> => {
		const all: T[] = [];
		for (const piece of pieces) {
			all.push(...(JSON.parse(piece) as T[]));
			await breathe();
		}
		return all;
	};
	return {
		items: await read<ImportPlanned['items'][number]>(items),
		writes: await read<ImportPlanned['writes'][number]>(writes),
		passedOver,
		photos
	};
}
