import { strToU8, unzipSync, zipSync, type UnzipFileInfo } from 'fflate';
import { fileOf } from '$lib/documents/file';
import { folderOf, kinds, rowsIn, withinOf, type Collections } from '$lib/documents/kinds';
import { Refusal } from './store/refusal';

/** Bounds of an archive that is read; what a person has tied and logged in a life is below. */
const MOST_FILES = 100_000;
const MOST_UNPACKED = 256 * 2 ** 20;
/** More than this in one document file is no document. */
export const MOST_IN_FILE = 2 * 2 ** 20;

export const tooLarge = (name: string) =>
	new Refusal(413, `${name} is larger than ${MOST_IN_FILE / 2 ** 20} MB; no document is.`);

export interface NamedBytes {
	readonly name: string;
	readonly bytes: Uint8Array;
}

/** Everything that a person describes, as a ZIP of document files: one a document, but those within another in its file. */
export function makeArchive(all: Collections): Uint8Array<ArrayBuffer> {
	const files: Record<string, Uint8Array> = {};
	for (const row of rowsIn(all)) {
		if (withinOf(row.kind)) continue;
		const plain = row.name.replace(/[^\p{L}\p{N} ._-]+/gu, '-').trim();
		const content = fileOf(row, (kind) => all[kinds[kind].collection]);
		files[`${folderOf(row.kind)}/${plain} ${row.id.slice(0, 8)}.json`] = strToU8(
			`${JSON.stringify(content, null, '\t')}\n`
		);
	}
	return zipSync(files) as Uint8Array<ArrayBuffer>;
}

export const isArchive = (bytes: Uint8Array) =>
	bytes[0] === 0x50 && bytes[1] === 0x4b && (bytes[2] === 3 || bytes[2] === 5);

/**
 * The JSON files in an archive, and the names of the others.
 *
 * @throws Refusal when it is broken, or would unpack to more than a person can have
 */
export function openArchive({ name, bytes }: NamedBytes): {
	files: NamedBytes[];
	passedOver: string[];
} {
	const passedOver: string[] = [];
	let count = 0;
	let size = 0;
	const isDocument = (entry: UnzipFileInfo) =>
		/\.json$/i.test(entry.name) && !entry.name.startsWith('__MACOSX/');
	const countOnly = (entry: UnzipFileInfo) => {
		if (entry.name.endsWith('/')) return false;
		count++;
		if (!isDocument(entry)) {
			if (passedOver.length < 20) passedOver.push(entry.name.slice(0, 200));
			return false;
		}
		if (entry.originalSize > MOST_IN_FILE) throw tooLarge(`${name} / ${entry.name.slice(0, 200)}`);
		size += entry.originalSize;
		if (count > MOST_FILES || size > MOST_UNPACKED) {
			throw new Refusal(
				413,
				`${name} unpacks to more than ${MOST_UNPACKED / 2 ** 20} MB or ${MOST_FILES} files; no archive of documents does.`
			);
		}
		return false;
	};
	let unpacked: Record<string, Uint8Array>;
	try {
		// Counted to the end before anything is unpacked; the unpacker writes no more than is declared.
		unzipSync(bytes, { filter: countOnly });
		unpacked = unzipSync(bytes, { filter: isDocument });
	} catch (error) {
		if (error instanceof Refusal) throw error;
		throw new Refusal(
			400,
			`${name} is not a ZIP archive that can be read; it is broken or cut off.`
		);
	}
	return {
		files: Object.entries(unpacked).map(([entry, content]) => ({
			name: `${name} / ${entry}`,
			bytes: content
		})),
		passedOver
	};
}
