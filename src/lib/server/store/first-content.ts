import { randomUUID } from 'node:crypto';
import { starterRecipe } from '$core/fly/index';
import { starterRig } from '$core/rig/index';
import { DOCUMENT_VERSION } from '$lib/documents/kinds';
import { FIRST_LIE } from '$lib/documents/lie/body';
import { recipeToDocument } from '$lib/documents/fly/recipe';
import { rigToDocument } from '$lib/documents/rig/body';
import type { WeightCode } from '$lib/documents/fly/weight-code';
import type { Database } from '../db/database';
import { entriesFromCsv, isLogCsv } from '../log-csv';
import { lotsFromCsv } from '../stock-csv';
import type { RowDocument } from '../table';
import { keepSetting } from './settings';
import { putDocument } from './documents';
import { documentsIn, planImport } from './import';

interface NamedJson {
	readonly source: string;
	readonly raw: unknown;
	readonly columnOf?: RowDocument['columnOf'];
}

/** Fills a database that has nothing in it, in one transaction; leaves any other alone. */
async function fillOnce(
	db: Database,
	files: readonly NamedJson[],
	weightCode: WeightCode | null = null
): Promise<void> {
	await db.transaction(async (tx) => {
		const [done] = await tx.query(`select key from setting where key = 'first content'`);
		if (done) return;
		const incoming = files.flatMap((one) => documentsIn(one.source, one.raw, one.columnOf));
		const { writes } = planImport([], incoming, () => 'keep');
		for (const { kind, id, content } of writes) await putDocument(tx, kind, id, content);
		const first = (kind: string) => writes.find((write) => write.kind === kind)?.id ?? null;
		await tx.query(
			`insert into setting (key, value) values ('first content', 'true'), ('strip', $1)`,
			[JSON.stringify({ flyId: first('fly'), lieId: first('lie'), rigId: first('rig') })]
		);
		if (weightCode) await keepSetting(tx, 'weight code', weightCode);
	});
}

/**
 * A new person starts with one complete fly and one ordinary piece of water to change. Their ids are
 * this person's own: two people's first flies are not one fly.
 */
export function startEmpty(db: Database): Promise<void> {
	const version = DOCUMENT_VERSION;
	const recipe = recipeToDocument(starterRecipe);
	const water = { depthM: 0.8, surfaceSpeedMs: 0.6, bed: 'gravel', zoneTopM: 0.2 };
	return fillOnce(db, [
		{
			source: 'first fly',
			raw: {
				format: 'gravitas/fly',
				version,
				id: randomUUID(),
				name: 'First nymph',
				body: { recipe }
			}
		},
		{
			source: 'first rig',
			raw: {
				format: 'gravitas/rig',
				version,
				id: randomUUID(),
				name: 'First rig',
				body: rigToDocument(starterRig)
			}
		},
		{
			source: 'first river',
			raw: {
				format: 'gravitas/river',
				version,
				id: randomUUID(),
				name: 'My river',
				body: { temperatureC: 10 },
				lies: [{ id: randomUUID(), name: FIRST_LIE, body: water }]
			}
		}
	]);
}

const demoFiles = import.meta.glob<unknown>('/demo/*.json', { import: 'default' });

const demoTables = import.meta.glob<string>('/demo/*.csv', { query: '?raw', import: 'default' });
const demoCode = import.meta.glob<WeightCode>('/demo/settings/weight-code.json', {
	import: 'default'
});
/** The day on which the demo's stock was bought. */
const DEMO_BOUGHT = '2026-01-20';

const tableOf = (source: string, text: string) =>
	isLogCsv(text) ? entriesFromCsv(source, text) : lotsFromCsv(source, text, [], DEMO_BOUGHT);

/** Brings in the demo scenario from its open-format files. @throws Refusal naming a file that is wrong */
export async function startDemo(db: Database): Promise<void> {
	const files = await Promise.all(
		Object.entries(demoFiles).map(async ([source, load]) => ({ source, raw: await load() }))
	);
	const tables = await Promise.all(
		Object.entries(demoTables).map(async ([source, load]) => tableOf(source, await load()))
	);
	const documents = [...files.sort((a, b) => a.source.localeCompare(b.source)), ...tables.flat()];
	const [loadCode] = Object.values(demoCode);
	await fillOnce(db, documents, (await loadCode?.()) ?? null);
}
