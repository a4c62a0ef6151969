import type { Distribution } from '$core/parameter/index';
import type { ImportChoice, ImportItem } from '$lib/api/import';
import type { DocumentKind, DocumentRow, FlyRow, LotRow } from '$lib/documents/kinds';
import { entryQuestion, othersIn } from '$lib/evidence/doubts';
import { foundIn } from '$lib/evidence/observations';
import {
	isArchive,
	type ArchivedPhoto,
	MOST_IN_FILE,
	openArchive,
	tooLarge,
	type NamedBytes
} from './archive';
import { readJson } from './json';
import { entriesFromCsv, isLogCsv } from './log-csv';
import { lotsFromCsv } from './stock-csv';
import { documentsIn, planImport, type Write } from './store/import';
import { Refusal } from './store/refusal';

/** What an import is planned from. */
export interface ImportAsked {
	readonly files: readonly NamedBytes[];
	/** What to do with a document that is here and differs, unless `choices` names it by `kind:id`. */
	readonly different: ImportChoice;
	readonly choices: Readonly<Record<string, ImportChoice>>;
	/** The person's day, for ledgers. */
	readonly today: string;
	/** Asks about what is hardly believable by these; null: nothing is asked. */
	readonly distribution: Distribution | null;
}

export interface ImportPlanned {
	readonly items: readonly ImportItem[];
	readonly writes: readonly Write[];
	/** Files in an archive that are no documents. */
	readonly passedOver: readonly string[];
	/** As they were read. */
	readonly photos: readonly ArchivedPhoto[];
}

const isTable = (name: string) => /\.(csv|tsv|txt)$/i.test(name);

/** What an import means. @param here all documents there are @throws Refusal naming file and place */
export function planOf(asked: ImportAsked, here: readonly DocumentRow[]): ImportPlanned {
	const passedOver: string[] = [];
	const photos: ArchivedPhoto[] = [];
	const files = asked.files.flatMap((file) => {
		if (!isArchive(file.bytes)) return [file];
		const archive = openArchive(file);
		passedOver.push(...archive.passedOver);
		photos.push(...archive.photos);
		return archive.files;
	});
	const ofKind = <Row extends DocumentRow>(kind: Row['kind']) =>
		here.filter((row): row is Row => row.kind === kind);
	const incoming = incomingOf(files, ofKind<LotRow>('lot'), asked.today);
	const choose = (kind: DocumentKind, id: string) =>
		asked.choices[`${kind}:${id}`] ?? asked.different;
	const { items, writes } = planImport(here, incoming, choose);
	if (!asked.distribution) return { items, writes, passedOver, photos };
	const questions = questionsAbout(writes, asked.distribution, ofKind<FlyRow>('fly'));
	const asking = items.map((item) => {
		const question = questions.get(`${item.kind}:${item.id}`);
		return question === undefined ? item : { ...item, question };
	});
	return { items: asking, writes, passedOver, photos };
}

/** Weighings and drops of an import that are held against what is believed; of more a person would not read either. */
const MOST_ASKED = 1000;

/** What is asked about what is hardly believable, by document. */
function questionsAbout(
	writes: readonly Write[],
	distribution: Distribution,
	flies: readonly FlyRow[]
): Map<string, string> {
	const others = othersIn(flies);
	const questions = new Map<string, string>();
	for (const { kind, id, content } of writes.slice(0, MOST_ASKED)) {
		for (const one of foundIn(kind, id, content.body)) {
			if (one.kind === 'outing') continue;
			const asked = entryQuestion(one, distribution, others);
			if (asked) questions.set(`${kind}:${id}`, asked.words);
		}
	}
	return questions;
}

/** A table's text. @throws Refusal when it is not UTF-8 */
function textOf(bytes: Uint8Array, name: string): string {
	try {
		return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
	} catch {
		throw new Refusal(400, `${name} is not UTF-8 text. Save the table as CSV in UTF-8.`);
	}
}

/** What the files bring. @throws Refusal */
function incomingOf(files: readonly NamedBytes[], lots: readonly LotRow[], today: string) {
	const incoming: ReturnType<typeof documentsIn> = [];
	for (const { name, bytes } of files) {
		if (!isTable(name)) {
			if (bytes.byteLength > MOST_IN_FILE) throw tooLarge(name);
			incoming.push(...documentsIn(name, readJson(bytes, name)));
			continue;
		}
		const text = textOf(bytes, name);
		const table = isLogCsv(text)
			? entriesFromCsv(name, text)
			: lotsFromCsv(name, text, lots, today);
		for (const { source, raw, columnOf } of table) {
			incoming.push(...documentsIn(source, raw, columnOf));
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
