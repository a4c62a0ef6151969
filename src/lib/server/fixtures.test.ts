import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { unzipSync } from 'fflate';
import { afterAll, describe, expect, test } from 'vitest';
import type { Snapshot } from '$lib/api/answers';
import {
	contentOf,
	documentKinds,
	kinds,
	rowsIn,
	withinOf,
	type Collections,
	type DocumentRow
} from '$lib/documents/kinds';
import { documentFiles, documentRequests } from '$lib/documents/requests';
import { parse } from '$lib/contract/parse';
import { importInto } from './import-request';
import { openStore, type Store } from './store/index';

/**
 * What landed versions wrote (scripts/fixtures.mjs made them, each with the program of its day): a sample of
 * every kind there was, an archive, a backup and a data folder. Every later version opens them.
 */
const fixtures = join(import.meta.dirname, 'fixtures');
const folders: string[] = [];
afterAll(() => folders.forEach((folder) => rmSync(folder, { recursive: true })));
const newFolder = () => {
	folders.push(mkdtempSync(join(tmpdir(), 'gravitas-fixture-')));
	return folders.at(-1)!;
};

/** A body as it reads today: rigs of before had what other ways ask for beside what theirs does. */
function readToday({ kind, id, name, body }: DocumentRow): unknown {
	const within = withinOf(kind);
	const read = parse(documentRequests[kind], { name, body, ...(within && { [within.key]: id }) });
	return read.ok ? JSON.parse(JSON.stringify(read.value.body)) : read.errors;
}

/** Everything but the revisions, which restoring raises. */
const everythingIn = (all: Collections) =>
	rowsIn(all)
		.map((row) => ({ kind: row.kind, id: row.id, ...contentOf(row), body: readToday(row) }))
		.sort((a, b) => a.id.localeCompare(b.id));

async function opened<T>(folder: string, work: (store: Store) => Promise<T>, restore?: string) {
	const store = await openStore(folder, { demo: false, ...(restore && { restore }) });
	try {
		return await work(store);
	} finally {
		await store.close();
	}
}

describe.each(readdirSync(fixtures))('%s', (name) => {
	const read = (file: string) => readFileSync(join(fixtures, name, file));
	const was = {
		// Kinds that are younger.
		...Object.fromEntries(documentKinds.map((kind) => [kinds[kind].collection, []])),
		...(JSON.parse(read('snapshot.json').toString()) as Snapshot)
	};

	test('its data folder opens: documents, place at the vise, history and undo', async () => {
		const folder = newFolder();
		for (const [path, bytes] of Object.entries(unzipSync(read('data-folder.zip')))) {
			const target = join(folder, path);
			mkdirSync(path.endsWith('/') ? target : dirname(target), { recursive: true });
			if (!path.endsWith('/')) writeFileSync(target, bytes);
		}
		await opened(folder, async (store) => {
			const now = await store.snapshot();
			expect(everythingIn(now)).toEqual(everythingIn(was));
			expect(now.tying).toEqual(was.tying);
			expect(now.strip).toEqual(was.strip);
			expect(now.history).toEqual(was.history);
			for (const { kind, id } of rowsIn(now)) {
				const [last] = await store.history(kind, id);
				if (last) expect(last.label).not.toBe('');
			}
			await store.redo();
			await store.undo();
			expect(everythingIn(await store.snapshot())).toEqual(everythingIn(was));
			await store.undo();
			expect(everythingIn(await store.snapshot())).not.toEqual(everythingIn(was));
		});
	}, 120_000);

	test('its backup takes the place of what is there', async () => {
		const folder = newFolder();
		const backup = join(folder, 'gravitas-20260101T000000000Z-by-hand.jsonl.gz');
		writeFileSync(backup, read('backup.jsonl.gz'));
		const now = await opened(folder, (store) => store.snapshot(), backup);
		expect(everythingIn(now)).toEqual(everythingIn(was));
	}, 120_000);

	test('its files and its archive are brought in whole, and a second time change nothing', async () => {
		const files = JSON.parse(read('files.json').toString()) as Record<string, { format: string }>;
		const kindsThere = new Set<string>();
		for (const file of Object.values(files)) {
			const kind = documentKinds.find((one) => file.format === `gravitas/${one}`)!;
			kindsThere.add(kind);
			expect(parse(documentFiles[kind], file)).toMatchObject({ ok: true });
		}
		for (const kind of documentKinds) {
			if (was[kinds[kind].collection].length > 0) expect(kindsThere).toContain(kind);
		}
		await opened(newFolder(), async (store) => {
			const files = [{ name: 'archive.zip', bytes: new Uint8Array(read('archive.zip')) }];
			const bringIn = () =>
				importInto(store, { files, choices: {}, different: 'keep', look: false, label: null });
			await bringIn();
			// What a new person starts with is there under an id of its own.
			const plain = (all: Collections) =>
				rowsIn(all).map((row) => ({ kind: row.kind, name: row.name, body: readToday(row) }));
			expect(plain(await store.snapshot())).toEqual(expect.arrayContaining(plain(was)));
			expect((await bringIn()).written).toBe(0);
		});
	}, 120_000);
});
