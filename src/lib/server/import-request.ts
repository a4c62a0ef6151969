import { priorBeliefs } from '$core/belief/index';
import { localDay } from '$lib/contract/day';
import { importChoices, type ImportAnswer, type ImportChoice } from '$lib/api/import';
import type { LotRow } from '$lib/documents/kinds';
import { entryQuestion, othersIn } from '$lib/evidence/doubts';
import { foundIn } from '$lib/evidence/observations';
import { clipped, INVISIBLE, isVisible } from '$lib/contract/names';
import { breather } from './breather';
import { isArchive, MOST_IN_FILE, openArchive, tooLarge, type NamedBytes } from './archive';
import { readBody, readJson } from './json';
import { learnedFrom } from './learned';
import { entriesFromCsv, isLogCsv } from './log-csv';
import { lotsFromCsv } from './stock-csv';
import type { Write } from './store/store';
import { documentsIn, importLabel, planImport } from './store/import';
import { listDocuments } from './store/documents';
import type { Queryable } from './db/database';
import { Refusal, type Store } from './store/index';

/** A log of 50,000 entries is some 20 MB as a table, with its outings up to 100. */
const MOST_IMPORT = 128 * 2 ** 20;
const isTable = (name: string) => /\.(csv|tsv|txt)$/i.test(name);

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
	const label = clipped(url.searchParams.get('label')?.trim() ?? '', 120) || null;
	if (label !== null && !isVisible(label)) throw faultAt('label', INVISIBLE);
	const body = await readBody(request, MOST_IMPORT);
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
	throw faultAt(path, `Must be one of ${importChoices.join(', ')}.`);
}

const faultAt = (path: string, message: string) =>
	new Refusal(422, `${path}: ${message}`, { errors: [{ path, message }] });

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
		planImport(tx, await incomingOf(files, await listDocuments<LotRow>(tx, 'lot')), choose);
	if (request.look) {
		const { items, writes } = await store.read(plan);
		const questions = await questionsAbout(writes, store);
		const asked = items.map((item) => {
			const question = questions.get(`${item.kind}:${item.id}`);
			return question === undefined ? item : { ...item, question };
		});
		return { items: asked, written: 0, passedOver };
	}
	const { result, answer } = await store.together(async (tx) => {
		const { items, writes } = await plan(tx);
		return { result: items, label: request.label ?? importLabel(writes), writes };
	});
	return { items: result, written: answer.changes.length, passedOver };
}

/** Weighings and drops of an import that are held against what is believed; of more a person would not read either. */
const MOST_ASKED = 1000;

/** What is asked about what is hardly believable, by document. */
async function questionsAbout(
	writes: readonly Write[],
	store: Store
): Promise<Map<string, string>> {
	const snapshot = await store.snapshot();
	const { learned } = await learnedFrom(store, snapshot);
	const flies = othersIn(snapshot.flies);
	const believed = { ...priorBeliefs, learned };
	const breathe = breather();
	const questions = new Map<string, string>();
	for (const { kind, id, content } of writes.slice(0, MOST_ASKED)) {
		for (const one of foundIn(kind, id, content.body)) {
			if (one.kind === 'outing') continue;
			const asked = entryQuestion(one, believed, flies);
			if (asked) questions.set(`${kind}:${id}`, asked.words);
		}
		await breathe();
	}
	return questions;
}

/** What the files bring. @throws Refusal */
async function incomingOf(files: readonly NamedBytes[], lots: readonly LotRow[]) {
	const today = localDay();
	const breathe = breather();
	const incoming: ReturnType<typeof documentsIn> = [];
	for (const { name, bytes } of files) {
		if (!isTable(name)) {
			if (bytes.byteLength > MOST_IN_FILE) throw tooLarge(name);
			incoming.push(...documentsIn(name, readJson(bytes, name)));
			await breathe();
			continue;
		}
		const text = textOf(bytes, name);
		const table = isLogCsv(text)
			? entriesFromCsv(name, text)
			: lotsFromCsv(name, text, lots, today);
		for (const { source, raw, columnOf } of table) {
			incoming.push(...documentsIn(source, raw, columnOf));
			await breathe();
		}
	}
	if (incoming.length === 0) {
		throw new Refusal(
			422,
			'There is no document in this: no .json file of a fly, a rig, a lie, a river, a lot of the stock, a batch or an entry of the log, and no table of a stock or a log.'
		);
	}
	return incoming;
}
