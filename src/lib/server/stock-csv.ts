import { threadField } from '$core/fly/index';
import {
	beadDiameterField,
	coilWireField,
	INCH,
	inUnits,
	METRIC,
	MILLIMETRE,
	readHookSize,
	type Reading,
	readQuantity,
	ribWireField
} from '$core/quantity/index';
import { DOCUMENT_VERSION, type LotRow } from '$lib/documents/kinds';
import {
	leftOf,
	lotMaterials,
	materialOf,
	priceEach,
	type LotBodyDocument,
	type LotMaterial
} from '$lib/documents/lot/body';
import { asCsv, readTable, type RowDocument, type TableRow } from './table';

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
	'eye',
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
type Column = (typeof COLUMNS)[number];
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
			eye: hook?.eye ?? '',
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
	return asCsv(COLUMNS, table);
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
): RowDocument[] {
	const form = { columns: COLUMNS, needed: ['material', 'name'] as const, mostRows: MOST_ROWS };
	return readTable<Column>(source, text, form).map((row) => ({
		source: row.source,
		raw: lotOf(row, here, today),
		columnOf: stockColumnOf
	}));
}

const COLUMN_OF: Readonly<Record<string, Column>> = {
	lengthX: 'length_x',
	wireX: 'wire_x',
	diameterMm: 'bead_mm',
	wireInch: 'coil_in',
	entries: 'left',
	lowAt: 'low_at',
	pieces: 'weighed_pieces',
	togetherG: 'weighed_g'
};

/** The column that a place in a lot's file is read from: body.bead.diameterMm from bead_mm. */
function stockColumnOf(path: string): string {
	const parts = path.split('.');
	if (parts.includes('entries')) return parts.includes('price') ? 'price_each' : 'left';
	const last = parts.at(-1)!;
	if (last === 'wireMm') return parts.includes('rib') ? 'rib_mm' : 'wire_mm';
	const column = COLUMN_OF[last] ?? last;
	return (COLUMNS as readonly string[]).includes(column) ? column : 'material';
}

function lotOf(row: TableRow<Column>, here: readonly LotRow[], today: string): object {
	/** Read as a tier writes it; what is odd is refused here, since nobody can be asked. */
	const quantity = (column: Column, read: (text: string) => Reading): number => {
		const reading = inUnits(METRIC, () => read(row.trimmed(column)));
		if (reading.kind === 'value') return reading.value;
		throw row.refusal(column, reading.kind === 'wrong' ? reading.message : reading.question);
	};
	const material = lotMaterials.find((known) => known === row.trimmed('material').toLowerCase());
	if (!material) {
		throw row.refusal('material', `must be one of ${lotMaterials.join(', ')}.`);
	}
	const name = row.trimmed('name');
	const what = whatOf(material, row, quantity);
	const old = here.find((lot) => lot.name === name && materialOf(lot.body) === material);
	const entries = [...(old?.body.entries ?? [])];
	const left = row.number('left');
	const missing = left === undefined ? 0 : left - (old ? leftOf(old.body) : 0);
	const price = row.number('price_each');
	if (Math.abs(missing) > 1e-9) {
		entries.push({
			on: today,
			// Less than nothing was never bought.
			kind: old || missing < 0 ? 'corrected' : 'bought',
			amount: Number(missing.toFixed(3)),
			...(price === undefined || old || missing <= 0
				? {}
				: { price: Number((price * missing).toFixed(4)) })
		});
	}
	const measured = {
		pieces: row.number('weighed_pieces'),
		togetherG: row.number('weighed_g'),
		wireMm: row.number('wire_mm')
	};
	const given = Object.values(measured).some((value) => value !== undefined);
	const lowAt = row.number('low_at');
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

function whatOf(
	material: LotMaterial,
	row: TableRow<Column>,
	quantity: (column: Column, read: (text: string) => Reading) => number
): object {
	const tidy = (n: number) => Number(n.toFixed(6));
	switch (material) {
		case 'hook':
			return {
				style: row.trimmed('style') || 'straight',
				size: quantity('size', readHookSize),
				lengthX: row.number('length_x') ?? 0,
				wireX: row.number('wire_x') ?? 0,
				...(row.trimmed('eye') ? { eye: row.trimmed('eye') } : {})
			};
		case 'bead': {
			const diameter = quantity('bead_mm', (text) => readQuantity(text, beadDiameterField));
			return {
				metal: row.trimmed('metal').toLowerCase(),
				shape: row.trimmed('shape').toLowerCase() || 'round',
				diameterMm: tidy(diameter / MILLIMETRE)
			};
		}
		case 'coil': {
			const wire = quantity('coil_in', (text) => readQuantity(text, coilWireField));
			const metal = row
				.trimmed('metal')
				.toLowerCase()
				.replace(/[\s-]*free$/, 'Free');
			return { metal, wireInch: tidy(wire / INCH) };
		}
		case 'thread':
			return { denier: quantity('denier', (text) => readQuantity(text, threadField)) };
		case 'rib': {
			const wire = quantity('rib_mm', (text) => readQuantity(text, ribWireField));
			return {
				kind: row.trimmed('kind').toLowerCase() || 'copper',
				wireMm: tidy(wire / MILLIMETRE)
			};
		}
		case 'dressing':
		case 'finish':
			return { kind: row.trimmed('kind') };
	}
}
