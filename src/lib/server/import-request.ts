import { prior } from '$core/parameter/index';
import { localDay } from '$lib/contract/day';
import { importChoices, type ImportAnswer, type ImportChoice } from '$lib/api/import';
import { clipped, INVISIBLE, isVisible } from '$lib/contract/names';
import type { NamedBytes } from './archive';
import { planned } from './exchange';
import { readBody, readJson } from './json';
import type { ImportPlanned } from './import-plan';
import { learnedNow } from './learned';
import { photoAsKept, type Photo } from './photo';
import { documentTexts } from './store/document-texts';
import { versionIn } from './store/news';
import { importLabel } from './store/import';
import { Refusal, type Store } from './store/index';

/** A log of 50,000 entries is some 20 MB as a table, with its outings up to 100. */
const MOST_IMPORT = 128 * 2 ** 20;

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

/**
 * Looks at what an import means, or does it: everything in one transaction and one action. It is planned in a
 * thread, beside what others do; when something was changed meanwhile it is planned once more, within the transaction.
 *
 * @param gone aborted when nobody waits any more: until it is written, nothing is done
 */
export async function importInto(
	store: Store,
	{ files, look, label, different, choices }: ImportRequest,
	gone?: AbortSignal
): Promise<ImportAnswer> {
	const distribution = look ? { ...prior, learned: (await learnedNow(store)).learned } : null;
	const asked = { files, different, choices, today: localDay(), distribution };
	const { at, texts } = await store.read(async (tx) => ({
		at: await versionIn(tx),
		texts: await documentTexts(tx)
	}));
	const plan = await planned(texts, asked, gone);
	const { photos, passedOver } = await photosOf(plan);
	if (look) return { items: plan.items, written: 0, passedOver };
	const { result, answer } = await store.together(async (tx) => {
		const now = (await versionIn(tx)) === at ? plan : await planned(await documentTexts(tx), asked);
		return { result: now, label: label ?? importLabel(now.writes), writes: now.writes };
	}, photos);
	return {
		items: result.items,
		written: answer.changes.length,
		passedOver
	};
}

/** The photos of an archive that are just as this program writes them; any other is passed over. */
async function photosOf(
	plan: Pick<ImportPlanned, 'photos' | 'passedOver'>
): Promise<{ photos: Photo[]; passedOver: string[] }> {
	const photos: Photo[] = [];
	const passedOver = [...plan.passedOver];
	for (const { hash, jpeg } of plan.photos) {
		const photo = await photoAsKept(hash, jpeg);
		if (photo) photos.push(photo);
		else passedOver.push(`photos/${hash}.jpg (not as Gravitas writes a photo)`);
	}
	return { photos, passedOver };
}
