import { threadField } from '$core/fly/index';
import Papa from 'papaparse';
import {
	readHookSize,
	readQuantity,
	beadDiameterField,
	coilWireField,
	INCH,
	MILLIMETRE,
	ribWireField,
	type Reading
} from '$core/quantity/index';
import { DOCUMENT_VERSION, type LotBodyDocument, type LotRow } from '$lib/contract/documents';
import { leftOf, lotMaterials, materialOf, priceEach, type LotMaterial } from '$lib/contract/lots';
import { Refusal } from './store/refusal';

/**
 * The stock as a table, one row a lot: what it is, what is left of it, and what was measured. Sizes are
 * written as a tier writes them (2.8, 7/64, .015); the columns that do not belong to a material stay empty.
 */
const COLUMNS = [
	'material',
	'name',
	'style',
	'size',
	'length_x',
	'wire_x',
	'metal',
	'shape',
	'bead_mm',
	'coil_in',
	'denier',
	'rib_mm',
	'kind',
	'left',
	'price_each',
	'low_at',
	'weighed_pieces',
	'weighed_g',
	'wire_mm'
] as const;
type Row = Partial<Record<(typeof COLUMNS)[number], string>>;
const MOST_ROWS = 5000;

export function stockAsCsv(lots: readonly LotRow[]): string {
	const table = lots.map(({ name, body }) => {
		const { hook, bead, coil, thread, rib, dressing, finish, measured, lowAt } = body;
		const price = priceEach(body);
		return {
			material: materialOf(body) ?? '',
			name,
			style: hook?.style ?? '',
			size: hook?.size ?? '',
			length_x: hook?.lengthX ?? '',
			wire_x: hook?.wireX ?? '',
			metal: bead?.metal ?? coil?.metal ?? '',
			shape: bead?.shape ?? '',
			bead_mm: bead?.diameterMm ?? '',
			coil_in: coil?.wireInch ?? '',
			denier: thread?.denier ?? '',
			rib_mm: rib?.wireMm ?? '',
			kind: rib?.kind ?? dressing?.kind ?? finish?.kind ?? '',
			left: leftOf(body),
			price_each: price === null ? '' : Number(price.toFixed(4)),
			low_at: lowAt ?? '',
			weighed_pieces: measured?.pieces ?? '',
			weighed_g: measured?.togetherG ?? '',
			wire_mm: measured?.wireMm ?? ''
		};
	});
	const fields = [...COLUMNS];
	return `${Papa.unparse({ fields, data: table }, { escapeFormulae: true, newline: '\r\n' })}\r\n`;
}

/**
 * The lots in a table, as document files. A lot that is here under the name and of the material is
 * carried on: what the table says of it is taken, and a different count becomes a correction.
 *
 * @param today ISO date, for the entries that the table makes
 * @throws Refusal naming the row and the column
 */
export function lotsFromCsv(
	source: string,
	text: string,
	here: readonly LotRow[],
	today: string
): object[] {
	const { data, meta } = Papa.parse<Row>(text.replace(/^\uFEFF/, ''), {
		header: true,
		skipEmptyLines: 'greedy',
		transformHeader: (name) =>
			name
				.trim()
				.toLowerCase()
				.replace(/[\s-]+/g, '_')
	});
	const known = meta.fields ?? [];
	for (const needed of ['material', 'name'] as const) {
		if (known.includes(needed)) continue;
		throw new Refusal(
			422,
			`${source}: the first line must name the columns, and “${needed}” is not among them. Known are: ${COLUMNS.join(', ')}.`
		);
	}
	const strange = known.find((name) => !(COLUMNS as readonly string[]).includes(name));
	if (strange !== undefined) {
		throw new Refusal(
			422,
			`${source}: the column “${strange.slice(0, 60)}” is not known. Known are: ${COLUMNS.join(', ')}.`
		);
	}
	if (data.length > MOST_ROWS) {
		throw new Refusal(413, `${source} has more than ${MOST_ROWS} rows; no stock has.`);
	}
	return data.map((row, i) => lotOf(row, `${source}, row ${i + 2}`, here, today));
}

function lotOf(row: Row, where: string, here: readonly LotRow[], today: string): object {
	const at = (column: (typeof COLUMNS)[number]) => (row[column] ?? '').trim();
	const fail = (column: string, words: string) =>
		new Refusal(422, `${where}, ${column}: ${words}`, {
			errors: [{ path: column, message: words }]
		});
	const number = (column: (typeof COLUMNS)[number]): number | undefined => {
		const text = at(column);
		if (text === '') return undefined;
		const value = Number(text.replace(',', '.'));
		if (!Number.isFinite(value)) throw fail(column, `“${text}” is not a number.`);
		return value;
	};
	/** Read as a tier writes it; what is odd is refused here, since nobody can be asked. */
	const quantity = (column: (typeof COLUMNS)[number], read: (text: string) => Reading): number => {
		const reading = read(at(column));
		if (reading.kind === 'value') return reading.value;
		throw fail(column, reading.kind === 'wrong' ? reading.message : reading.question);
	};
	const material = lotMaterials.find((known) => known === at('material').toLowerCase());
	if (!material) {
		throw fail('material', `must be one of ${lotMaterials.join(', ')}.`);
	}
	// The mark by which a table keeps a name from being run as a formula.
	const name = at('name').replace(/^'(?=[=+\-@])/, '');
	const what = whatOf(material, at, number, quantity);
	const old = here.find((lot) => lot.name === name && materialOf(lot.body) === material);
	const entries = [...(old?.body.entries ?? [])];
	const left = number('left');
	const missing = left === undefined ? 0 : left - (old ? leftOf(old.body) : 0);
	const price = number('price_each');
	if (Math.abs(missing) > 1e-9) {
		entries.push({
			on: today,
			kind: old ? 'corrected' : 'bought',
			amount: Number(missing.toFixed(3)),
			...(price === undefined || old || missing <= 0
				? {}
				: { price: Number((price * missing).toFixed(4)) })
		});
	}
	const measured = {
		pieces: number('weighed_pieces'),
		togetherG: number('weighed_g'),
		wireMm: number('wire_mm')
	};
	const given = Object.values(measured).some((value) => value !== undefined);
	const lowAt = number('low_at');
	const body = JSON.parse(
		JSON.stringify({
			[material]: what,
			measured: given ? measured : undefined,
			entries,
			lowAt
		})
	) as LotBodyDocument;
	return {
		format: 'gravitas/lot',
		version: DOCUMENT_VERSION,
		...(old ? { id: old.id } : {}),
		name,
		body
	};
}

type Column = (typeof COLUMNS)[number];

function whatOf(
	material: LotMaterial,
	at: (column: Column) => string,
	number: (column: Column) => number | undefined,
	quantity: (column: Column, read: (text: string) => Reading) => number
): object {
	const tidy = (n: number) => Number(n.toFixed(6));
	switch (material) {
		case 'hook':
			return {
				style: at('style') || 'straight',
				size: quantity('size', readHookSize),
				lengthX: number('length_x') ?? 0,
				wireX: number('wire_x') ?? 0
			};
		case 'bead': {
			const diameter = quantity('bead_mm', (text) => readQuantity(text, beadDiameterField));
			return {
				metal: at('metal').toLowerCase(),
				shape: at('shape').toLowerCase() || 'round',
				diameterMm: tidy(diameter / MILLIMETRE)
			};
		}
		case 'coil': {
			const wire = quantity('coil_in', (text) => readQuantity(text, coilWireField));
			const metal = at('metal')
				.toLowerCase()
				.replace(/[\s-]*free$/, 'Free');
			return { metal, wireInch: tidy(wire / INCH) };
		}
		case 'thread':
			return { denier: quantity('denier', (text) => readQuantity(text, threadField)) };
		case 'rib': {
			const wire = quantity('rib_mm', (text) => readQuantity(text, ribWireField));
			return { kind: at('kind').toLowerCase() || 'copper', wireMm: tidy(wire / MILLIMETRE) };
		}
		case 'dressing':
		case 'finish':
			return { kind: at('kind') };
	}
}
