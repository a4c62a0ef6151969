import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unzipSync, zipSync } from 'fflate';
import sharp from 'sharp';
import { expect, test } from 'vitest';
import { starterRecipe } from '$core/fly/index';
import { recipeToDocument } from '$lib/documents/fly/recipe';
import { fileOfAll } from './exchange';
import { importInto } from './import-request';
import { hashOf, photoFrom } from './photo';
import { openStore, Refusal } from './store/index';

/** A photo as a camera writes it: lying on its side, with place and maker. */
const fromCamera = () =>
	sharp({ create: { width: 3000, height: 2000, channels: 3, background: '#6b4423' } })
		.withMetadata({
			orientation: 6,
			exif: { IFD0: { Make: 'MakerOfCameras' }, IFD3: { GPSLatitudeRef: 'N' } }
		})
		.jpeg()
		.toBuffer();

test('a photo is turned upright and kept small, without place and camera', async () => {
	const camera = await fromCamera();
	expect(camera.includes('MakerOfCameras')).toBe(true);
	const { hash, width, height, jpeg } = await photoFrom(camera);
	expect([width, height]).toEqual([853, 1280]);
	expect(jpeg.byteLength).toBeLessThan(2 ** 20);
	expect(Buffer.from(jpeg).includes('MakerOfCameras')).toBe(false);
	expect((await sharp(jpeg).metadata()).exif).toBeUndefined();
	expect(hash).toBe(hashOf(jpeg));
	// Noise packs worst of all; it is written coarser until it goes in.
	const noise = await sharp({
		create: {
			width: 1280,
			height: 1280,
			channels: 3,
			background: '#000000',
			noise: { type: 'gaussian', mean: 128, sigma: 80 }
		}
	})
		.png()
		.toBuffer();
	expect((await photoFrom(noise)).jpeg.byteLength).toBeLessThanOrEqual(2 ** 20);
});

test.each([
	['nothing', '', 'it is empty'],
	[
		'a drawing with a script',
		'<svg xmlns="http://www.w3.org/2000/svg"><script/></svg>',
		'with tags'
	],
	['a page', '<!DOCTYPE html><script>1</script>', 'with tags'],
	['a document', '%PDF-1.7 …', 'it is a PDF'],
	['a phone’s own kind', '\0\0\0\x18ftypheic', 'HEIC'],
	['anything else', 'a photo, I swear', 'none of the known kinds']
])('%s is refused, and it is said why', async (_, text, why) => {
	const refused = await photoFrom(Buffer.from(text, 'latin1')).catch((error: unknown) => error);
	expect(refused).toBeInstanceOf(Refusal);
	expect((refused as Refusal).message).toContain(why);
});

test('half a photo is refused, not kept half', async () => {
	const camera = await fromCamera();
	await expect(photoFrom(camera.subarray(0, camera.length / 2))).rejects.toThrow('cut off');
});

test('copies and archives carry it; what an archive has in its place is passed over', async () => {
	const folder = mkdtempSync(join(tmpdir(), 'gravitas-photo-'));
	const store = await openStore(folder, { demo: false });
	try {
		const photo = await photoFrom(await fromCamera());
		await store.keepPhoto(photo);
		await store.keepPhoto(photo);
		await store.create('fly', '00000000-0000-4000-8000-0000000000f0', {
			name: 'Pictured',
			body: { recipe: recipeToDocument(starterRecipe), about: { photo: photo.hash } }
		});
		const { name } = await store.backups.make('by-hand');
		await store.backups.restore(name);
		expect(hashOf((await store.photo(photo.hash)).jpeg)).toBe(photo.hash);
		await expect(store.photo('0'.repeat(64))).rejects.toThrow('no such photo');

		const archive = await fileOfAll(store, 'archive', new AbortController().signal);
		const files = unzipSync(archive);
		const path = `photos/${photo.hash}.jpg`;
		expect(hashOf(files[path]!)).toBe(photo.hash);
		// The camera's own, under the name of what was made of it.
		const tampered = zipSync({ ...files, [path]: await fromCamera() });
		const bring = (bytes: Uint8Array) =>
			importInto(store, {
				files: [{ name: 'a.zip', bytes }],
				look: true,
				label: null,
				different: 'keep',
				choices: {}
			});
		expect((await bring(archive)).passedOver).toEqual([]);
		expect((await bring(tampered)).passedOver).toEqual([
			`${path} (not as Gravitas writes a photo)`
		]);
	} finally {
		await store.close();
		rmSync(folder, { recursive: true });
	}
}, 120_000);
