import { randomUUID } from 'node:crypto';
import { starterRecipe } from '$core/fly/index';
import { FIRST_LIE, recipeToDocument } from '$lib/contract/documents';
import { FlyFile, RiverFile } from '$lib/contract/validation';
import { parse } from '$lib/contract/parse';
import type { Database } from '../db/database';
import { putDocument, type DocumentContent } from './documents';
import type { DocumentKind } from '$lib/contract/documents';

/** Fills a database that has nothing in it, in one transaction; leaves any other alone. */
async function fillOnce(db: Database, rows: () => readonly FirstRow[]): Promise<void> {
	await db.transaction(async (tx) => {
		const [done] = await tx.query(`select key from setting where key = 'first content'`);
		if (done) return;
		let strip: { flyId: string | null; lieId: string | null } = { flyId: null, lieId: null };
		for (const { kind, id, content } of rows()) {
			await putDocument(tx, kind, id, content);
			if (kind === 'fly') strip = { ...strip, flyId: strip.flyId ?? id };
			if (kind === 'lie') strip = { ...strip, lieId: strip.lieId ?? id };
		}
		await tx.query(
			`insert into setting (key, value) values ('first content', 'true'), ('strip', $1)`,
			[JSON.stringify(strip)]
		);
	});
}

interface FirstRow {
	readonly kind: DocumentKind;
	readonly id: string;
	readonly content: DocumentContent;
}

/** A new person starts with one complete fly and one ordinary piece of water to change. */
export function startEmpty(db: Database): Promise<void> {
	return fillOnce(db, () => {
		const riverId = randomUUID();
		return [
			{
				kind: 'fly',
				id: randomUUID(),
				content: { name: 'First nymph', body: { recipe: recipeToDocument(starterRecipe) } }
			},
			{
				kind: 'river',
				id: riverId,
				content: { name: 'My river', body: { temperatureC: 10 } }
			},
			{
				kind: 'lie',
				id: randomUUID(),
				content: {
					name: FIRST_LIE,
					riverId,
					body: {
						depthM: 0.8,
						surfaceSpeedMs: 0.6,
						bed: 'gravel',
						zoneTopM: 0.2,
						approachM: 3
					}
				}
			}
		];
	});
}

const demoFiles = import.meta.glob<unknown>('/demo/*.json', { import: 'default' });

/** Brings in the demo scenario from its open-format files. @throws Error naming a file that is wrong */
export async function startDemo(db: Database): Promise<void> {
	const files = await Promise.all(
		Object.entries(demoFiles).map(async ([path, load]) => ({ path, raw: await load() }))
	);
	await fillOnce(db, () =>
		files.sort((a, b) => a.path.localeCompare(b.path)).flatMap(({ path, raw }) => rowsOf(path, raw))
	);
}

function rowsOf(path: string, raw: unknown): FirstRow[] {
	const format = (raw as { format?: unknown }).format;
	if (format === 'gravitas/river') {
		const river = read(path, RiverFile, raw);
		const riverId = randomUUID();
		return [
			{ kind: 'river', id: riverId, content: { name: river.name, body: river.body } },
			...river.lies.map((lie) => ({
				kind: 'lie' as const,
				id: randomUUID(),
				content: { name: lie.name, riverId, body: lie.body }
			}))
		];
	}
	const fly = read(path, FlyFile, raw);
	return [{ kind: 'fly', id: randomUUID(), content: { name: fly.name, body: fly.body } }];
}

function read<T extends object>(path: string, type: new () => T, raw: unknown): T {
	const parsed = parse(type, raw);
	if (parsed.ok) return parsed.value;
	const { path: where, message } = parsed.errors[0]!;
	throw new Error(`${path}: ${where}: ${message}`);
}
