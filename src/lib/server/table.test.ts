import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { Refusal } from './store/refusal';
import { asCsv, readTable } from './table';

const form = {
	columns: ['name', 'mass_g', 'used', 'more'],
	needed: ['name'],
	mostRows: 3
} as const;
const read = (text: string) => readTable<(typeof form.columns)[number]>('list.csv', text, form);
const said = (act: () => unknown) => {
	try {
		act();
	} catch (error) {
		if (error instanceof Refusal) return error.message;
		throw error;
	}
	return null;
};

describe('a table is read', () => {
	test('by its columns’ names, however they are written, with either separator and a mark of its order', () => {
		for (const text of [
			'\uFEFFName,Mass G\nA,0.1\n',
			'name\tmass-g\r\nA\t0.1\r\n',
			'name;mass_g\nA;0,1'
		])
			expect(read(text).map((row) => [row.at('name'), row.number('mass_g')])).toEqual([['A', 0.1]]);
		expect(read('name\n\nA\n , \n').map((row) => row.source)).toEqual(['list.csv, row 2']);
	});

	test('numbers with a point or a comma, and nothing where nothing stands', () => {
		const [row] = read('name,mass_g,used,more\n A ,"1,5",TRUE,"1 2,5  -3e1"');
		expect([row!.at('name'), row!.trimmed('name')]).toEqual([' A ', 'A']);
		expect(row!.number('mass_g')).toBe(1.5);
		expect(row!.numbers('more')).toEqual([1, 2.5, -30]);
		expect(row!.yes('used')).toBe(true);
		const [empty] = read('name,mass_g\nA,');
		expect([empty!.number('mass_g'), empty!.yes('used'), empty!.json('more')]).toEqual([
			undefined,
			undefined,
			undefined
		]);
		expect(empty!.numbers('more')).toEqual([]);
		for (const number of ['.5', '5.', '+5', '5e-3']) {
			expect(read(`name,mass_g\nA,${number}`)[0]!.number('mass_g')).toBe(Number(number));
		}
	});

	test('what cannot be read is refused with the row and the column', () => {
		const [, row] = read('name,mass_g,used,more\nA,,,\nB,1.2.3,perhaps,{a}');
		expect(said(() => row!.number('mass_g'))).toBe(
			'list.csv, row 3, mass_g: “1.2.3” is no number.'
		);
		expect(said(() => row!.yes('used'))).toBe('list.csv, row 3, used: must be true or false.');
		expect(said(() => row!.json('more'))).toMatch(
			/^list\.csv, row 3, more is not readable as JSON/
		);
		for (const none of ['1e999', '0x10', 'NaN', '1 000', '--1'])
			expect(said(() => read(`name,mass_g\nA,${none}`)[0]!.number('mass_g'))).toMatch(
				/is no number/
			);
	});

	test('what is no such table says which column or row is wrong', () => {
		const all = 'Known are: name, mass_g, used, more.';
		expect(said(() => read('name,colour\nA,red'))).toBe(
			`list.csv: the column “colour” is not known. ${all}`
		);
		expect(said(() => read('mass_g\n1'))).toBe(
			`list.csv: the first line must name the columns, and “name” is not among them. ${all}`
		);
		expect(said(() => read('name\nA\nB\nC'))).toBeNull();
		expect(said(() => read('name\nA\nB\nC\nD'))).toBe(
			'list.csv has more than 3 rows. Split it into several.'
		);
		expect(said(() => read('name,used\nA,true\nB,true,7'))).toBe(
			'list.csv, row 3: has more cells than there are columns.'
		);
		expect(said(() => read('name,used\nA,true\n"B,true'))).toMatch(
			/^list\.csv, row 3: a quotation mark is not closed/
		);
		expect(said(() => read('name\nA\0'))).toBe(
			'list.csv, row 2, name: has characters that cannot be kept (NUL or half a pair).'
		);
	});
});

describe('a table is written', () => {
	test('no spreadsheet takes a text for a formula; a number stays one', () => {
		const rows: Record<string, string | number | boolean>[] = [
			{ name: '=1+1', mass_g: -0.5 },
			{ name: '@a, "b"', mass_g: 2 },
			{ name: "'+1", used: true }
		];
		expect(asCsv(['name', 'mass_g', 'used'], rows)).toBe(
			'name,mass_g,used\r\n' + "'=1+1,-0.5,\r\n" + '"\'@a, ""b""",2,\r\n' + "''+1,,true\r\n"
		);
		expect(asCsv(['name'], [])).toBe('name\r\n');
		expect(asCsv(['name'], [{ name: 'A' }], false)).toBe('A\r\n');
	});

	test('whatever a text is, it reads back as it was', () => {
		const text = fc.oneof(
			fc.string({ unit: 'grapheme' }),
			fc.stringMatching(/^'{0,3}[=+@\-\t\r"][a-z\n",;']{0,8}$/)
		);
		fc.assert(
			fc.property(text, (name) => {
				fc.pre(name.trim() !== '' && !name.includes('\0'));
				expect(read(asCsv(['name', 'used'], [{ name, used: 'x' }]))[0]!.at('name')).toBe(name);
			}),
			{ numRuns: 300 }
		);
	});
});
