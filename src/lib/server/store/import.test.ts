import fc from 'fast-check';
import { expect, test } from 'vitest';
import { starterRecipe } from '$core/fly/index';
import { recipeToDocument } from '$lib/documents/fly/recipe';
import type { DocumentRow } from '$lib/documents/kinds';
import type { ImportChoice } from '$lib/api/import';
import { documentsIn, importLabel, planImport } from './import';
import { checkContent } from './content';
import { Refusal } from './refusal';

const recipe = recipeToDocument(starterRecipe);
const water = { depthM: 0.9, surfaceSpeedMs: 0.7, bed: 'cobble', zoneTopM: 0.15, approachM: 2.5 };
const ids = ['00000000-0000-4000-8000-00000000000a', '00000000-0000-4000-8000-00000000000b'];

/** What a database holds, and what an import makes of it. */
class Kept {
	private readonly rows = new Map<string, DocumentRow>();

	async bringIn(files: readonly object[], choice: ImportChoice) {
		const incoming = files.flatMap((raw, i) => documentsIn(`file ${i}`, raw));
		const plan = planImport(structuredClone([...this.rows.values()]), incoming, () => choice);
		for (const { kind, id, content } of plan.writes) {
			// Whatever is brought in, no ledger is rewritten.
			checkContent(kind, content, this.rows.get(`${kind}:${id}`) ?? null);
			if (kind === 'lie') expect(this.rows.has(`river:${content.riverId}`)).toBe(true);
			this.rows.set(`${kind}:${id}`, { kind, id, revision: 1, ...content } as DocumentRow);
		}
		return plan;
	}
	get content() {
		return [...this.rows.values()];
	}
}

const someId = fc.option(fc.constantFrom(...ids), { nil: undefined });
const some = fc.record({ id: someId, name: fc.constantFrom('A', 'B', 'C') });
const flyFile = fc.tuple(some, fc.constantFrom(2, 2.8, 4)).map(([{ id, name }, diameterMm]) => ({
	format: 'gravitas/fly',
	version: 0,
	name,
	...(id ? { id } : {}),
	body: { recipe: { ...recipe, bead: { ...recipe.bead!, diameterMm } } }
}));
const lieIn = fc.tuple(some, fc.constantFrom(0.5, 1)).map(([{ id, name }, depthM]) => ({
	name,
	...(id ? { id } : {}),
	body: { ...water, depthM }
}));
const riverFile = fc
	.tuple(some, fc.constantFrom(8, 9), fc.array(lieIn, { maxLength: 3 }))
	.map(([{ id, name }, temperatureC, lies]) => ({
		format: 'gravitas/river',
		version: 0,
		name,
		...(id ? { id } : {}),
		body: { temperatureC },
		lies
	}));
const lieFile = fc.tuple(lieIn, some).map(([lie, river]) => ({
	format: 'gravitas/lie',
	version: 0,
	...lie,
	river: { name: river.name, ...(river.id ? { id: river.id } : {}), body: { temperatureC: 8 } }
}));
const lotFile = fc
	.tuple(some, fc.array(fc.constantFrom(3, 4), { maxLength: 3 }))
	.map(([{ id, name }, amounts]) => ({
		format: 'gravitas/lot',
		version: 0,
		name,
		...(id ? { id } : {}),
		body: {
			bead: { metal: 'brass', shape: 'round', diameterMm: 3 },
			entries: amounts.map((amount) => ({ on: '2026-01-02', kind: 'bought', amount }))
		}
	}));
/** Files of which no two bring the same document in two states: then the later of them would count. */
const distinct = (files: readonly { format: string; name: string; id?: string }[]) => {
	const seen = files.flatMap((file) => {
		const { lies = [], river } = file as { lies?: { name: string; id?: string }[]; river?: object };
		const own = { kind: file.format, name: file.name, id: file.id };
		return [
			own,
			...lies.map((lie) => ({ ...lie, kind: 'gravitas/lie' })),
			...(river ? [{ kind: 'gravitas/river', ...river }] : [])
		];
	}) as { kind: string; name: string; id?: string }[];
	return seen.every((a, i) =>
		seen.every(
			(b, j) => i === j || a.kind !== b.kind || (a.name !== b.name && (!a.id || a.id !== b.id))
		)
	);
};

test('any files brought in: a second time changes nothing, whatever was chosen', async () => {
	await fc.assert(
		fc.asyncProperty(
			fc.array(fc.oneof(flyFile, riverFile, lieFile, lotFile), { maxLength: 4 }),
			fc.array(fc.oneof(flyFile, riverFile, lieFile, lotFile), { maxLength: 4 }),
			fc.constantFrom<ImportChoice>('keep', 'take', 'both'),
			async (first, second, choice) => {
				fc.pre(distinct(second));
				const shelf = new Kept();
				await shelf.bringIn(first, 'take');
				await shelf.bringIn(second, choice);
				const after = shelf.content;
				expect((await shelf.bringIn(second, choice)).writes).toEqual([]);
				expect(shelf.content).toEqual(after);
			}
		),
		{ numRuns: 600 }
	);
});

test('new, the same and different are told apart, with or without an id', async () => {
	const shelf = new Kept();
	const file = (name: string, diameterMm: number, id?: string) => ({
		format: 'gravitas/fly',
		version: 0,
		name,
		...(id ? { id } : {}),
		body: { recipe: { ...recipe, bead: { ...recipe.bead!, diameterMm } } }
	});
	await shelf.bringIn([file('With', 2.8, ids[0]), file('Without', 2.8)], 'keep');
	const { items, writes } = await shelf.bringIn(
		[
			file('Renamed', 3.2, ids[0]),
			file('Without', 3.5),
			file('With', 2.8),
			file('Without', 2.8, ids[1]),
			file('Other', 2.8)
		],
		'both'
	);
	expect(items.map(({ status, words }) => [status, words])).toEqual([
		['different', 'bead 2.8 to 3.2, renamed from With'],
		['different', 'bead 2.8 to 3.5'],
		['same', ''],
		['same', ''],
		['new', '']
	]);
	expect(writes.map(({ content }) => content.name)).toEqual([
		'Renamed (from file)',
		'Without (from file)',
		'Other'
	]);
	expect(importLabel(writes)).toBe('Import of 3 flies');
});

test.each<[object, string]>([
	[{}, 'file 0: The format must be'],
	[{ format: 'gravitas/fly', version: 3, name: 'x', body: { recipe } }, 'version 0 can be read'],
	[{ format: 'gravitas/fly', version: 0, name: 'x' }, 'file 0, body: The body is missing'],
	[
		{ format: 'gravitas/river', version: 0, name: 'x', body: { temperatureC: 8 }, lies: [7] },
		'lies'
	],
	[
		{ format: 'gravitas/river', version: 0, name: 'x', body: { temperatureC: 8 } },
		'The lies must be'
	]
])('%j is no document, and is said to be none', async (raw, words) => {
	const error: unknown = await new Kept().bringIn([raw], 'take').catch((e: unknown) => e);
	expect(error).toBeInstanceOf(Refusal);
	expect((error as Error).message).toContain(words);
});
