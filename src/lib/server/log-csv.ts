import Papa from 'papaparse';
import { DOCUMENT_VERSION, type EntryRow } from '$lib/contract/documents';
import { logKind, logKinds, type EntryBodyDocument } from '$lib/contract/entries';
import { Refusal } from './store/refusal';

/**
 * The log as a table, one row an entry; docs/log-csv.md says what each column holds. Recipes, lies, rigs and
 * fits are JSON in their column, as in the document files, so that nothing is lost on the way.
 */
const COLUMNS = [
	...['log_entry', 'id', 'name', 'at', 'excluded', 'note'],
	...['expected', 'expected_low', 'expected_high'],
	...['weighed', 'count', 'mass_g', 'scale_step_g', 'length_m'],
	...['wet', 'temperature_c', 'distance_m', 'runs_s', 'reaction_s', 'tippet_mm', 'gates'],
	...['saw', 'fish', 'lie_name', 'lie_key', 'rig_name', 'flow_m3s'],
	...['exclusion_of', 'reset_score', 'recipe_json', 'lie_json', 'rig_json', 'fit_json']
] as const;
const MOST_ROWS = 50_000;
/** The first column's name tells such a table from one of the stock. */
export const isLogCsv = (text: string) => /^\uFEFF?"?log_entry"?[,;\t]/.test(text);

export function logAsCsv(entries: readonly EntryRow[]): string {
	const table = entries.map(({ id, name, body }) => {
		const { weighing, drop, outing, exclusion, reset, expected } = body;
		const of = weighing ?? drop ?? outing;
		return {
			log_entry: logKind(body) ?? '',
			...{ id, name, at: new Date(body.at).toISOString(), note: body.note ?? '' },
			excluded: body.excluded ?? '',
			...{ expected: expected?.value ?? '', expected_low: expected?.low ?? '' },
			expected_high: expected?.high ?? '',
			...{ weighed: weighing?.of ?? '', count: weighing?.count ?? '' },
			...{ mass_g: weighing?.massG ?? '', scale_step_g: weighing?.scaleStepG ?? '' },
			length_m: weighing?.lengthM ?? '',
			...{ wet: drop?.wet ?? '', temperature_c: (drop ?? outing)?.temperatureC ?? '' },
			...{ distance_m: drop?.distanceM ?? '', runs_s: drop?.runsS.join(' ') ?? '' },
			...{ reaction_s: drop?.reactionS ?? '', tippet_mm: drop?.tippetMm ?? '' },
			gates: drop?.gates ?? '',
			...{ saw: outing?.saw ?? '', fish: outing?.fish ?? '', lie_name: outing?.lieName ?? '' },
			...{ lie_key: outing?.lieKey ?? '', rig_name: outing?.rigName ?? '' },
			flow_m3s: outing?.flowM3s ?? '',
			...{ exclusion_of: exclusion?.of ?? '', reset_score: reset?.score ?? '' },
			recipe_json: of ? JSON.stringify(of.recipe) : '',
			lie_json: outing ? JSON.stringify(outing.lie) : '',
			rig_json: outing ? JSON.stringify(outing.rig) : '',
			fit_json: outing?.fit ? JSON.stringify(outing.fit) : ''
		};
	});
	const fields = [...COLUMNS];
	const data = table.map((row) => fields.map((field) => marked(row[field])));
	return `${Papa.unparse({ fields, data }, { newline: '\r\n' })}\r\n`;
}

/** A text that a program would run as a formula has a mark before it, and one that has the mark another. */
const marked = (value: string | number | boolean) =>
	typeof value === 'string' && /^'*[=+\-@\t\r]/.test(value) ? `'${value}` : value;

/** The entries in a table, as document files. @throws Refusal naming the row and the column */
export function entriesFromCsv(source: string, text: string): object[] {
	const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
		header: true,
		skipEmptyLines: 'greedy'
	});
	const strange = (meta.fields ?? []).find(
		(name) => !(COLUMNS as readonly string[]).includes(name)
	);
	if (strange !== undefined) {
		throw new Refusal(
			422,
			`${source}: the column “${strange.slice(0, 60)}” is not known. Known are: ${COLUMNS.join(', ')}.`
		);
	}
	if (data.length > MOST_ROWS) {
		throw new Refusal(
			413,
			`${source} has more than ${MOST_ROWS} rows. Split it into several tables.`
		);
	}
	return data.map((row, i) => entryOf(row, `${source}, row ${i + 2}`));
}

function entryOf(row: Record<string, string>, where: string): object {
	const at = (column: (typeof COLUMNS)[number]) =>
		(row[column] ?? '').replace(/^'(?='*[=+\-@\t\r])/, '');
	const fail = (column: string, words: string) =>
		new Refusal(422, `${where}, ${column}: ${words}`, {
			errors: [{ path: column, message: words }]
		});
	const number = (column: (typeof COLUMNS)[number]): number | undefined => {
		const said = at(column).trim();
		if (said === '') return undefined;
		const value = Number(said);
		if (!Number.isFinite(value)) throw fail(column, `“${said.slice(0, 40)}” is not a number.`);
		return value;
	};
	const yes = (column: (typeof COLUMNS)[number]): boolean | undefined => {
		const said = at(column).trim().toLowerCase();
		if (said === '') return undefined;
		if (said !== 'true' && said !== 'false') throw fail(column, 'must be true or false.');
		return said === 'true';
	};
	const json = (column: (typeof COLUMNS)[number]): unknown => {
		if (at(column).trim() === '') return undefined;
		try {
			return JSON.parse(at(column));
		} catch {
			throw fail(column, 'is no JSON, as the document files have it.');
		}
	};
	const text = (column: (typeof COLUMNS)[number]) => at(column) || undefined;
	const kind = logKinds.find((known) => known === at('log_entry').trim());
	if (!kind) throw fail('log_entry', `must be one of ${logKinds.join(', ')}.`);
	const moment = Date.parse(at('at'));
	if (!Number.isFinite(moment))
		throw fail('at', 'must be a date and time, as 2026-02-03T10:00:00Z.');
	const recipe = json('recipe_json');
	const inner: Record<(typeof logKinds)[number], () => object> = {
		weighing: () => ({
			...{ of: text('weighed'), recipe, count: number('count'), massG: number('mass_g') },
			...{ scaleStepG: number('scale_step_g'), lengthM: number('length_m') }
		}),
		drop: () => ({
			...{ recipe, wet: text('wet'), temperatureC: number('temperature_c') },
			distanceM: number('distance_m'),
			runsS: at('runs_s').split(/\s+/).filter(Boolean).map(Number),
			...{ reactionS: number('reaction_s'), tippetMm: number('tippet_mm'), gates: yes('gates') }
		}),
		outing: () => ({
			...{ recipe, lie: json('lie_json'), lieName: text('lie_name'), lieKey: text('lie_key') },
			...{ rig: json('rig_json'), rigName: text('rig_name'), flowM3s: number('flow_m3s') },
			...{ temperatureC: number('temperature_c'), saw: text('saw'), fish: yes('fish') },
			fit: json('fit_json')
		}),
		exclusion: () => ({ of: text('exclusion_of') }),
		reset: () => ({ score: text('reset_score') })
	};
	const value = number('expected');
	const body: Partial<Record<keyof EntryBodyDocument, unknown>> = {
		...{ at: moment, [kind]: inner[kind](), excluded: yes('excluded'), note: text('note') },
		...(value === undefined
			? {}
			: { expected: { value, low: number('expected_low'), high: number('expected_high') } })
	};
	return {
		...{ format: 'gravitas/entry', version: DOCUMENT_VERSION, name: at('name'), body },
		...(at('id').trim() ? { id: at('id').trim() } : {})
	};
}
