import { DOCUMENT_VERSION, type EntryRow } from '$lib/documents/kinds';
import { logKind, logKinds, type EntryBodyDocument } from '$lib/documents/entry/body';
import { asCsv, readTable, type RowDocument, type TableRow } from './table';

/**
 * The log as a table, one row an entry; docs/log-csv.md says what each column holds. Recipes, lies, rigs and
 * fits are JSON in their column, as in the document files, so that nothing is lost on the way.
 */
const COLUMNS = [
	'log_entry',
	'id',
	'name',
	'at',
	'excluded',
	'note',
	'expected',
	'expected_low',
	'expected_high',
	'weighed',
	'count',
	'mass_g',
	'scale_step_g',
	'length_m',
	'wet',
	'temperature_c',
	'distance_m',
	'runs_s',
	'reaction_s',
	'tippet_mm',
	'gates',
	'saw',
	'fish',
	'lie_name',
	'lie_key',
	'rig_name',
	'flow_m3s',
	'exclusion_of',
	'reset_score',
	'recipe_json',
	'lie_json',
	'rig_json',
	'fit_json'
] as const;
type Column = (typeof COLUMNS)[number];
const MOST_ROWS = 100_000;
/** The first column's name tells such a table from one of the stock. */
export const isLogCsv = (text: string) => /^\uFEFF?"?log_entry"?[,;\t]/.test(text);

export function logAsCsv(entries: readonly EntryRow[]): string {
	const table = entries.map(({ id, name, body }) => {
		const { weighing, drop, outing, exclusion, reset, expected } = body;
		const of = weighing ?? drop ?? outing;
		return {
			log_entry: logKind(body) ?? '',
			id,
			name,
			at: new Date(body.at).toISOString(),
			note: body.note ?? '',
			excluded: body.excluded ?? '',
			expected: expected?.value ?? '',
			expected_low: expected?.low ?? '',
			expected_high: expected?.high ?? '',
			weighed: weighing?.of ?? '',
			count: weighing?.count ?? '',
			mass_g: weighing?.massG ?? '',
			scale_step_g: weighing?.scaleStepG ?? '',
			length_m: weighing?.lengthM ?? '',
			wet: drop?.wet ?? '',
			temperature_c: (drop ?? outing)?.temperatureC ?? '',
			distance_m: drop?.distanceM ?? '',
			runs_s: drop?.runsS.join(' ') ?? '',
			reaction_s: drop?.reactionS ?? '',
			tippet_mm: drop?.tippetMm ?? '',
			gates: drop?.gates ?? '',
			saw: outing?.saw ?? '',
			fish: outing?.fish ?? '',
			lie_name: outing?.lieName ?? '',
			lie_key: outing?.lieKey ?? '',
			rig_name: outing?.rigName ?? '',
			flow_m3s: outing?.flowM3s ?? '',
			exclusion_of: exclusion?.of ?? '',
			reset_score: reset?.score ?? '',
			recipe_json: of ? JSON.stringify(of.recipe) : '',
			lie_json: outing ? JSON.stringify(outing.lie) : '',
			rig_json: outing ? JSON.stringify(outing.rig) : '',
			fit_json: outing?.fit ? JSON.stringify(outing.fit) : ''
		};
	});
	return asCsv(COLUMNS, table);
}

/** Columns whose name says something else than the field does. */
const NAMED_OTHERWISE: Readonly<Record<string, Column>> = {
	'weighing.of': 'weighed',
	'expected.value': 'expected',
	'expected.low': 'expected_low',
	'expected.high': 'expected_high',
	'exclusion.of': 'exclusion_of',
	'reset.score': 'reset_score'
};

/** The column that a place in an entry's file is read from: body.drop.runsS.2 from runs_s. */
export function logColumnOf(path: string): string {
	const [first = '', second = ''] = path
		.replace(/^body\./, '')
		.split('.')
		.filter((part) => !/^\d+$/.test(part));
	const otherwise = NAMED_OTHERWISE[`${first}.${second}`];
	if (otherwise) return otherwise;
	const snake = (second || first).replace(/[A-Z]+/g, (capitals) => `_${capitals.toLowerCase()}`);
	const of = [`${snake}_json`, snake].find((name) => (COLUMNS as readonly string[]).includes(name));
	return of ?? 'log_entry';
}

/** The entries in a table, as document files. @throws Refusal naming the row and the column */
export function entriesFromCsv(source: string, text: string): RowDocument[] {
	const form = { columns: COLUMNS, needed: ['log_entry', 'at'] as const, mostRows: MOST_ROWS };
	return readTable<Column>(source, text, form).map((row) => ({
		source: row.source,
		raw: entryOf(row),
		columnOf: logColumnOf
	}));
}

function entryOf(row: TableRow<Column>): object {
	const text = (column: Column) => row.at(column) || undefined;
	const kind = logKinds.find((known) => known === row.trimmed('log_entry'));
	if (!kind) throw row.refusal('log_entry', `must be one of ${logKinds.join(', ')}.`);
	const moment = Date.parse(row.at('at'));
	if (!Number.isFinite(moment))
		throw row.refusal('at', 'must be a date and time, as 2026-02-03T10:00:00Z.');
	const recipe = row.json('recipe_json');
	const inner: Record<(typeof logKinds)[number], () => object> = {
		weighing: () => ({
			of: text('weighed'),
			recipe,
			count: row.number('count'),
			massG: row.number('mass_g'),
			scaleStepG: row.number('scale_step_g'),
			lengthM: row.number('length_m')
		}),
		drop: () => ({
			recipe,
			wet: text('wet'),
			temperatureC: row.number('temperature_c'),
			distanceM: row.number('distance_m'),
			runsS: row.numbers('runs_s'),
			reactionS: row.number('reaction_s'),
			tippetMm: row.number('tippet_mm'),
			gates: row.yes('gates')
		}),
		outing: () => ({
			recipe,
			lie: row.json('lie_json'),
			lieName: text('lie_name'),
			lieKey: text('lie_key'),
			rig: row.json('rig_json'),
			rigName: text('rig_name'),
			flowM3s: row.number('flow_m3s'),
			temperatureC: row.number('temperature_c'),
			saw: text('saw'),
			fish: row.yes('fish'),
			fit: row.json('fit_json')
		}),
		exclusion: () => ({ of: text('exclusion_of') }),
		reset: () => ({ score: text('reset_score') })
	};
	const value = row.number('expected');
	const body: Partial<Record<keyof EntryBodyDocument, unknown>> = {
		at: moment,
		[kind]: inner[kind](),
		excluded: row.yes('excluded'),
		note: text('note'),
		...(value === undefined
			? {}
			: { expected: { value, low: row.number('expected_low'), high: row.number('expected_high') } })
	};
	return {
		format: 'gravitas/entry',
		version: DOCUMENT_VERSION,
		name: row.at('name'),
		body,
		...(row.trimmed('id') ? { id: row.trimmed('id') } : {})
	};
}
