import Papa from 'papaparse';
import { keepable, parseJson } from './json';
import { Refusal } from './store/refusal';

/** A document that a row of a table stands for, before it is checked. */
export interface RowDocument {
	/** The table and the row, for messages. */
	readonly source: string;
	readonly raw: object;
	/** The column that a place in the document is read from. */
	readonly columnOf: (path: string) => string;
}

interface TableForm<Column extends string> {
	readonly columns: readonly Column[];
	/** Columns that have to be there. */
	readonly needed: readonly Column[];
	readonly mostRows: number;
}

/** One row, read by column; what cannot be read is refused with the row and the column. */
export class TableRow<Column extends string> {
	constructor(
		private readonly cells: Readonly<Record<string, string>>,
		/** The table and the row. */
		readonly source: string
	) {}

	/** A cell as it was before it was marked; empty where the table has none. */
	at(column: Column): string {
		return unmarked(this.cells[column] ?? '');
	}

	/** As `at`, without the blanks round it. */
	trimmed(column: Column): string {
		return this.at(column).trim();
	}

	/** A number with a point or a comma; undefined where nothing stands. */
	number(column: Column): number | undefined {
		const text = this.trimmed(column);
		return text === '' ? undefined : this.numberIn(column, text);
	}

	/** Numbers with blanks between. */
	numbers(column: Column): number[] {
		return this.trimmed(column)
			.split(/\s+/)
			.filter(Boolean)
			.map((text) => this.numberIn(column, text));
	}

	yes(column: Column): boolean | undefined {
		const text = this.trimmed(column).toLowerCase();
		if (text === '') return undefined;
		if (text !== 'true' && text !== 'false') throw this.refusal(column, 'must be true or false.');
		return text === 'true';
	}

	/** JSON as the document files have it; undefined where nothing stands. */
	json(column: Column): unknown {
		if (this.trimmed(column) === '') return undefined;
		try {
			return parseJson(this.at(column), `${this.source}, ${column}`);
		} catch (error) {
			if (!(error instanceof Refusal)) throw error;
			throw new Refusal(error.status, error.message, {
				errors: [{ path: column, message: error.message }]
			});
		}
	}

	refusal(column: string, words: string): Refusal {
		return new Refusal(422, `${this.source}, ${column}: ${words}`, {
			errors: [{ path: column, message: words }]
		});
	}

	private numberIn(column: Column, text: string): number {
		const value = /^[+-]?(\d+([.,]\d*)?|[.,]\d+)(e[+-]?\d+)?$/i.test(text)
			? Number(text.replace(',', '.'))
			: NaN;
		if (!Number.isFinite(value)) throw this.refusal(column, `“${text.slice(0, 40)}” is no number.`);
		return value;
	}
}

/**
 * The rows of a CSV or TSV.
 *
 * @param source the file's name, for messages
 * @throws Refusal naming the row and the column
 */
export function readTable<Column extends string>(
	source: string,
	text: string,
	{ columns, needed, mostRows }: TableForm<Column>
): TableRow<Column>[] {
	const { data, meta, errors } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
		header: true,
		skipEmptyLines: 'greedy',
		transformHeader: (name) =>
			name
				.trim()
				.toLowerCase()
				.replace(/[\s-]+/g, '_')
	});
	const known = meta.fields ?? [];
	const all = columns.join(', ');
	const strange = known.find((name) => !(columns as readonly string[]).includes(name));
	if (strange !== undefined) {
		throw new Refusal(
			422,
			`${source}: the column “${strange.slice(0, 60)}” is not known. Known are: ${all}.`
		);
	}
	const lacking = needed.find((name) => !known.includes(name));
	if (lacking !== undefined) {
		throw new Refusal(
			422,
			`${source}: the first line must name the columns, and “${lacking}” is not among them. Known are: ${all}.`
		);
	}
	if (data.length > mostRows) {
		throw new Refusal(413, `${source} has more than ${mostRows} rows. Split it into several.`);
	}
	const broken = errors.find(({ type, code }) => type === 'Quotes' || code === 'TooManyFields');
	if (broken) {
		const what =
			broken.type === 'Quotes'
				? 'a quotation mark is not closed, or stands in the middle of a cell.'
				: 'has more cells than there are columns.';
		// The parser counts the first line only where it stumbles over a quotation mark.
		const row = (broken.row ?? 0) + (broken.type === 'Quotes' ? FIRST - 1 : FIRST);
		throw new Refusal(422, `${source}, row ${row}: ${what}`);
	}
	return data.map((cells, i) => {
		const row = new TableRow<Column>(cells, `${source}, row ${i + FIRST}`);
		for (const [column, cell] of Object.entries(cells)) {
			if (!keepable(cell)) {
				throw row.refusal(column, 'has characters that cannot be kept (NUL or half a pair).');
			}
		}
		return row;
	});
}
/** The row that stands under the columns' names, as a spreadsheet counts. */
const FIRST = 2;

/**
 * A table as CSV. A text that a spreadsheet would run as a formula has a mark before it, and one that begins
 * with the mark another, so that it reads back as it was.
 */
export function asCsv(
	columns: readonly string[],
	rows: readonly Readonly<Record<string, string | number | boolean>>[],
	header = true
): string {
	const data = rows.map((row) => columns.map((column) => marked(row[column] ?? '')));
	const fields = header ? [...columns] : [];
	const text = Papa.unparse({ fields, data }, { newline: '\r\n', header });
	// Of a header alone it ends the line itself.
	return text.endsWith('\r\n') ? text : `${text}\r\n`;
}

const marked = (value: string | number | boolean) =>
	typeof value === 'string' && /^'*[=+\-@\t\r]/.test(value) ? `'${value}` : value;
const unmarked = (text: string) => text.replace(/^'(?='*[=+\-@\t\r])/, '');
