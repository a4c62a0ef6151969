import { zipSync } from 'fflate';
import { expect, test } from 'vitest';
import { openArchive } from './archive';
import { Refusal } from './store/refusal';

const MEGABYTE = 2 ** 20;
const named = (files: Record<string, Uint8Array>) => ({
	name: 'all.zip',
	bytes: zipSync(files, { level: 1 })
});
const hash = (digit: string) => digit.repeat(64);

test('of an archive documents and photos up to a megabyte are read; of the rest the first twenty are named', () => {
	const others = Object.fromEntries(
		Array.from({ length: 22 }, (_, k) => [`notes/${k}.txt`, new Uint8Array(1)])
	);
	const { files, photos, passedOver } = openArchive(
		named({
			'__MACOSX/flies/a.json': new Uint8Array(2),
			[`photos/${hash('b')}.jpg`]: new Uint8Array(MEGABYTE + 1),
			...others,
			'flies/a.json': new Uint8Array(3),
			[`mine/photos/${hash('a')}.jpg`]: new Uint8Array(MEGABYTE)
		})
	);
	expect(files.map(({ name, bytes }) => [name, bytes.length])).toEqual([
		['all.zip / flies/a.json', 3]
	]);
	expect(photos.map((one) => [one.hash, one.jpeg.length])).toEqual([[hash('a'), MEGABYTE]]);
	expect(passedOver).toHaveLength(20);
	expect(passedOver.slice(0, 3)).toEqual([
		'__MACOSX/flies/a.json',
		`photos/${hash('b')}.jpg`,
		'notes/0.txt'
	]);
});

test('a document over two megabytes, and what is no archive, are refused in words', () => {
	const refusal = (work: () => unknown) => {
		try {
			work();
		} catch (error) {
			if (error instanceof Refusal) return [error.status, error.message];
		}
		return null;
	};
	const whole = named({ 'flies/a.json': new Uint8Array(2 * MEGABYTE) });
	expect(openArchive(whole).files).toHaveLength(1);
	expect(
		refusal(() => openArchive(named({ 'flies/a.json': new Uint8Array(2 * MEGABYTE + 1) })))
	).toEqual([413, 'all.zip / flies/a.json is larger than 2 MB; no document is.']);
	const cut = { ...whole, bytes: whole.bytes.slice(0, -30) };
	expect(refusal(() => openArchive(cut))).toEqual([
		400,
		'all.zip is not a ZIP archive that can be read; it is broken or cut off.'
	]);
});
