import { createHash } from 'node:crypto';
import { Refusal } from './store/refusal';

/** What is kept of one at most. */
const MOST_KEPT = 2 ** 20;
/** Longer side of what is kept, pixels: a fly fills a screen with it (our choice). */
const SIDE = 1280;
/** More than any camera takes; a small file may unpack to anything. */
const MOST_PIXELS = 120e6;
/** JPEG's, the first with which it is small enough. */
const QUALITIES = [82, 70, 55, 40];

/** What is read, and what it is called. */
const formats: Readonly<Record<string, string>> = { jpeg: 'JPEG', png: 'PNG', webp: 'WebP' };

/** A photo as it is kept. */
export interface Photo {
	/** SHA-256 of `jpeg`, hex. */
	readonly hash: string;
	/** Pixels. */
	readonly width: number;
	readonly height: number;
	readonly jpeg: Uint8Array;
}

export const hashOf = (bytes: Uint8Array): string =>
	createHash('sha256').update(bytes).digest('hex');

const imaging = async () => (await import('sharp')).default;

/**
 * A photo as it is kept: turned upright, at most 1280 pixels long, written anew as JPEG, so that nothing of the file
 * but its picture is left (neither place nor camera, nor whatever else was in it).
 *
 * @throws Refusal when it is none that can be read
 */
export async function photoFrom(bytes: Uint8Array, name = 'The file'): Promise<Photo> {
	const sharp = await imaging();
	const open = () => sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' });
	let format: string | undefined;
	try {
		({ format } = await open().metadata());
	} catch {
		throw noPhoto(name, looksLike(bytes));
	}
	if (!format || !(format in formats)) throw noPhoto(name, `it is ${format ?? 'something else'}`);
	try {
		for (const quality of QUALITIES) {
			const { data, info } = await open()
				.rotate()
				.resize({ width: SIDE, height: SIDE, fit: 'inside', withoutEnlargement: true })
				.flatten({ background: '#ffffff' })
				.jpeg({ quality, mozjpeg: true })
				.toBuffer({ resolveWithObject: true });
			if (data.byteLength > MOST_KEPT) continue;
			return { hash: hashOf(data), width: info.width, height: info.height, jpeg: data };
		}
	} catch {
		throw noPhoto(name, `it is a ${formats[format]} that is cut off or damaged`);
	}
	throw noPhoto(name, `it stays larger than 1 MB however it is written`);
}

/**
 * A photo that went out in an archive, as it was; null where it is not just as this program writes one.
 *
 * @param hash as which it is named
 */
export async function photoAsKept(hash: string, jpeg: Uint8Array): Promise<Photo | null> {
	if (jpeg.byteLength > MOST_KEPT || hashOf(jpeg) !== hash) return null;
	const sharp = await imaging();
	try {
		const image = sharp(jpeg, { limitInputPixels: SIDE * SIDE, failOn: 'error' });
		const { format, width, height, exif, xmp, iptc } = await image.metadata();
		if (format !== 'jpeg' || exif || xmp || iptc) return null;
		await image.stats();
		return { hash, width, height, jpeg };
	} catch {
		return null;
	}
}

const noPhoto = (name: string, why: string) =>
	new Refusal(
		422,
		`${name} is no photo that can be read: ${why}. Save it as JPEG, PNG or WebP and try again.`
	);

/** What a file is that is no picture of a known kind, as far as its first bytes say. */
function looksLike(bytes: Uint8Array): string {
	const start = new TextDecoder('latin1').decode(bytes.slice(0, 64));
	if (bytes.byteLength === 0) return 'it is empty';
	if (/^.{4}ftyp(heic|heix|mif1|msf1|avif)/s.test(start))
		return 'it is HEIC or AVIF, as phones write it';
	if (/^\s*(<\?xml|<svg|<!doctype|<html)/i.test(start)) return 'it is text with tags, not a photo';
	if (start.startsWith('%PDF')) return 'it is a PDF';
	return 'it is none of the known kinds, or damaged';
}
