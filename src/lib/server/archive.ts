import { strToU8, unzipSync, zipSync, type UnzipFileInfo, type Zippable } from 'fflate';
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

/** A photo in an archive, by its hash. */
const photoPath = (hash: string) => `photos/${hash}.jpg`;
const PHOTO_PATH = /(?:^|\/)photos\/([0-9a-f]{64})\.jpg$/;
/** The largest that is written is smaller. */
const MOST_IN_PHOTO = 2 ** 20;

/**
 * Everything that a person describes, as a ZIP of document files: one a document, but those within another in its
 * file; and the photos of flies.
 */
export function makeArchive(
	all: Collections,
	photos: readonly ArchivedPhoto[]
): Uint8Array<ArrayBuffer> {
	const files: Zippable = {};
	// Packed already.
	for (const { hash, jpeg } of photos) files[photoPath(hash)] = [jpeg, { level: 0 }];
	for (const row of rowsIn(all)) {
		if (withinOf(row.kind)) continue;
		const plain = row.name.replace(/[^\p{L}\p{N} ._-]+/gu, '-').trim();
		const content = fileOf(row, (kind) => all[kinds[kind].collection]);
		const named = (id: string) => `${folderOf(row.kind)}/${plain} ${id}.json`;
		// Two of one name may begin alike in their ids, too, where somebody chose these.
		const short = named(row.id.slice(0, 8));
		files[short in files ? named(row.id) : short] = strToU8(
			`${JSON.stringify(content, null, '\t')}\n`
		);
	}
	return zipSync(files) as Uint8Array<ArrayBuffer>;
}

/** A photo as an archive holds it. */
export interface ArchivedPhoto {
	/** As which flies name it; what is read need not be it. */
	readonly hash: string;
	readonly jpeg: Uint8Array;
}

export const isArchive = (bytes: Uint8Array) =>
	bytes[0] === 0x50 && bytes[1] === 0x4b && (bytes[2] === 3 || bytes[2] === 5);

/**
 * The JSON files in an archive, its photos, and the names of the others.
 *
 * @throws Refusal when it is broken, or would unpack to more than a person can have
 */
export function openArchive({ name, bytes }: NamedBytes): {
	files: NamedBytes[];
	photos: ArchivedPhoto[];
	passedOver: string[];
} {
	const passedOver: string[] = [];
	let count = 0;
	let size = 0;
	const isDocument = (entry: UnzipFileInfo) =>
		/\.json$/i.test(entry.name) && !entry.name.startsWith('__MACOSX/');
	const isPhoto = (entry: UnzipFileInfo) =>
		PHOTO_PATH.test(entry.name) && entry.originalSize <= MOST_IN_PHOTO;
	const countOnly = (entry: UnzipFileInfo) => {
		if (entry.name.endsWith('/')) return false;
		count++;
		if (isPhoto(entry)) size += entry.originalSize;
		else if (!isDocument(entry)) {
			if (passedOver.length < 20) passedOver.push(entry.name.slice(0, 200));
			return false;
		} else if (entry.originalSize > MOST_IN_FILE)
			throw tooLarge(`${name} / ${entry.name.slice(0, 200)}`);
		else size += entry.originalSize;
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
		unpacked = unzipSync(bytes, { filter: (entry) => isDocument(entry) || isPhoto(entry) });
	} catch (error) {
		if (error instanceof Refusal) throw error;
		throw new Refusal(
			400,
			`${name} is not a ZIP archive that can be read; it is broken or cut off.`
		);
	}
	const files: NamedBytes[] = [];
	const photos: ArchivedPhoto[] = [];
	for (const [entry, content] of Object.entries(unpacked)) {
		const hash = PHOTO_PATH.exec(entry)?.[1];
		if (hash === undefined) files.push({ name: `${name} / ${entry}`, bytes: content });
		else photos.push({ hash, jpeg: content });
	}
	return { files, photos, passedOver };
}
