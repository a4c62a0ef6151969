import { localDay } from '$lib/contract/day';
import { importChoices, type ImportAnswer, type ImportChoice } from '$lib/contract/files';
import type { LotRow } from '$lib/contract/documents';
import { isArchive, openArchive, type NamedBytes } from './archive';
import { LONG } from './api';
import { readBody, readJson } from './json';
import { entriesFromCsv, isLogCsv } from './log-csv';
import { lotsFromCsv } from './stock-csv';
import { documentsIn, importLabel, planImport } from './store/import';
import { listDocuments } from './store/documents';
import type { Queryable } from './db/database';
import { Refusal, type Store } from './store/index';

/** More than this in one document file is no document. */
const MOST_IN_FILE = 2 * 2 ** 20;

export interface ImportRequest {
	readonly files: readonly NamedBytes[];
	/** Only says what the import would mean. */
	readonly look: boolean;
	/** What the undo list calls it; null for the usual words. */
	readonly label: string | null;
	/** What to do with a document that is here and differs, unless `choices` names it. */
	readonly different: ImportChoice;
	/** By `kind:id`. */
	readonly choices: Readonly<Record<string, ImportChoice>>;
}

/**
 * Reads an import: a form with any number of files (and `choices` as JSON), or one file as the body.
 *
 * @throws Refusal
 */
export async function importRequestOf(request: Request, url: URL): Promise<ImportRequest> {
	const look = url.searchParams.get('look') === '1';
	const different = choiceOf(url.searchParams.get('different') ?? 'keep', 'different');
	const label = url.searchParams.get('label')?.trim().slice(0, 120) || null;
	const body = await readBody(request, LONG);
	const type = request.headers.get('content-type') ?? '';
	if (!/^multipart\/form-data/i.test(type)) {
		return { files: [{ name: 'The request', bytes: body }], look, label, different, choices: {} };
	}
	let form: FormData;
	try {
		form = await new Response(body, { headers: { 'content-type': type } }).formData();
	} catch {
		throw new Refusal(400, 'The form cannot be read; it is broken or cut off.');
	}
	const files: NamedBytes[] = [];
	let choices: Record<string, ImportChoice> = {};
	for (const [field, value] of form) {
		if (typeof value !== 'string') {
			const name = value.name.slice(0, 200) || 'a file without a name';
			files.push({ name, bytes: new Uint8Array(await value.arrayBuffer()) });
		} else if (field === 'choices') choices = choicesOf(value);
		else throw new Refusal(422, `The form has a field “${field.slice(0, 60)}” that is not known.`);
	}
	return { files, look, label, different, choices };
}

function choiceOf(value: unknown, path: string): ImportChoice {
	const choice = importChoices.find((known) => known === value);
	if (choice) return choice;
	const message = `Must be one of ${importChoices.join(', ')}.`;
	throw new Refusal(422, `${path}: ${message}`, { errors: [{ path, message }] });
}

function choicesOf(text: string): Record<string, ImportChoice> {
	const raw = readJson(new TextEncoder().encode(text), 'The field choices');
	if (typeof raw !== 'object' || raw === null) {
		throw new Refusal(422, 'The field choices must be a JSON object.');
	}
	return Object.fromEntries(
		Object.entries(raw).map(([key, value]) => [key, choiceOf(value, `choices.${key}`)])
	);
}

/** A table's text. @throws Refusal when it is not UTF-8 */
function textOf(bytes: Uint8Array, name: string): string {
	try {
		return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
	} catch {
		throw new Refusal(400, `${name} is not UTF-8 text. Save the table as CSV in UTF-8.`);
	}
}

/** Looks at what an import means, or does it: everything in one transaction and one action. */
export async function importInto(store: Store, request: ImportRequest): Promise<ImportAnswer> {
	const passedOver: string[] = [];
	const files = request.files.flatMap((file) => {
		if (!isArchive(file.bytes)) return [file];
		const archive = openArchive(file);
		passedOver.push(...archive.passedOver);
		return archive.files;
	});
	const choose = (kind: string, id: string) =>
		request.choices[`${kind}:${id}`] ?? request.different;
	// Read within the transaction: a table is held against the stock as it then is.
	const plan = async (tx: Queryable) =>
		planImport(tx, incomingOf(files, await listDocuments<LotRow>(tx, 'lot')), choose);
	if (request.look) {
		const { items } = await store.read(plan);
		return { items, written: 0, passedOver };
	}
	const { result, answer } = await store.together(async (tx) => {
		const { items, writes } = await plan(tx);
		return { result: items, label: request.label ?? importLabel(writes), writes };
	});
	return { items: result, written: answer.changes.length, passedOver };
}

/** What the files bring. @throws Refusal */
function incomingOf(files: readonly NamedBytes[], lots: readonly LotRow[]) {
	const today = localDay();
	const incoming = files.flatMap(({ name, bytes }) => {
		if (bytes.byteLength > MOST_IN_FILE) {
			throw new Refusal(
				413,
				`${name} is larger than ${MOST_IN_FILE / 2 ** 20} MB; no document is.`
			);
		}
		if (!/\.(csv|tsv|txt)$/i.test(name)) return documentsIn(name, readJson(bytes, name));
		const text = textOf(bytes, name);
		const table = isLogCsv(text)
			? entriesFromCsv(name, text)
			: lotsFromCsv(name, text, lots, today);
		return table.flatMap((one) => documentsIn(name, one));
	});
	if (incoming.length === 0) {
		throw new Refusal(
			422,
			'There is no document in this: no .json file of a fly, a rig, a lie, a river, a lot of the stock, a batch or an entry of the log, and no table of a stock or a log.'
		);
	}
	return incoming;
}
