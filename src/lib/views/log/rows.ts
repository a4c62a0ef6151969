import { weightWords } from '$lib/ui/figures';
import { prior } from '$core/parameter/index';
import type { Learning, Observation } from '$core/learn/index';
import { GRAM, massField, shown } from '$core/quantity/index';
import type { BatchRow, EntryRow, LotRow } from '$lib/documents/kinds';
import { entryWords, logKind, sightWords } from '$lib/documents/entry/body';
import { evidenceOf } from '$lib/evidence/observations';
import { expectedMass } from './expected';

export type RowKind = 'weighing' | 'drop' | 'outing';

/** One thing that was found, beside what was predicted of it. */
export interface LogRow {
	readonly key: string;
	readonly kind: RowKind;
	/** Of what it is: flies, beads, hooks or wire weighed, drops, outings. */
	readonly group: string;
	readonly name: string;
	/** ms since 1970; 0 where it is not known. */
	readonly at: number;
	readonly words: string;
	/** Found over predicted as it stood, with the interval of the prediction over its value; null where none stood. */
	readonly ratio: { readonly found: number; readonly low: number; readonly high: number } | null;
	/** The prediction as it stood, in words. */
	readonly predicted: string;
	readonly flagged: boolean;
	readonly fights: boolean;
	/** By the model it floats: it says nothing. */
	readonly silent: boolean;
	readonly excluded: boolean;
	/** The entry, where it is one of the log's own. */
	readonly entry: EntryRow | null;
	/** The entry by which a weighing of the stock or of a batch is left out. */
	readonly exclusion: EntryRow | null;
	readonly note: string;
}

const groups = {
	fly: 'flies',
	beads: 'beads',
	hooks: 'hooks',
	wire: 'wire',
	weighing: 'weighings',
	drop: 'drops',
	outing: 'outings'
} as const;

/** What is found of a part or in a way, on the whole over what was predicted; what is left out does not count. */
export interface Residual {
	readonly group: string;
	readonly count: number;
	/** Geometric mean of found over predicted. */
	readonly ratio: number;
}

/** Found over predicted by part and kind. */
export function residuals(rows: readonly LogRow[]): Residual[] {
	return Object.values(groups).flatMap((group) => {
		const its = rows.filter((row) => row.group === group && row.ratio && !row.excluded);
		if (its.length === 0) return [];
		const mean = its.reduce((sum, { ratio }) => sum + Math.log(ratio!.found), 0) / its.length;
		return [{ group, count: its.length, ratio: Math.exp(mean) }];
	});
}

interface FoundDocuments {
	readonly entries: readonly EntryRow[];
	readonly lots: readonly LotRow[];
	readonly batches: readonly BatchRow[];
}

/** Everything that was found, the newest first. */
export function logRows(found: FoundDocuments, { judged, unusable }: Learning): LogRow[] {
	const flagged = new Set(judged.flatMap((one) => (one.flagged ? [one.key] : [])));
	const fights = new Set(judged.flatMap((one) => (one.fights ? [one.key] : [])));
	const silent = new Set(unusable);
	const exclusions = new Map(
		found.entries.flatMap((row) => (row.body.exclusion ? [[row.body.exclusion.of, row]] : []))
	);
	const of = (key: string) => ({
		key,
		flagged: flagged.has(key),
		fights: fights.has(key),
		silent: silent.has(key),
		exclusion: exclusions.get(key) ?? null
	});
	const own = found.entries.flatMap((row): LogRow[] => {
		const kind = logKind(row.body);
		if (kind !== 'weighing' && kind !== 'drop' && kind !== 'outing') return [];
		return [
			{
				...of(`entry:${row.id}`),
				kind,
				name: row.name,
				at: row.body.at,
				group: groups[row.body.weighing?.of ?? kind],
				words: wordsOf(row),
				...besides(row),
				excluded: row.body.excluded ?? false,
				entry: row,
				note: row.body.note ?? ''
			}
		];
	});
	const other = evidenceOf({ ...found, entries: [] }, true).observations.map((one) =>
		elsewhere(one, found, of(one.key))
	);
	return [...own, ...other].sort((a, b) => b.at - a.at);
}

/** Where it was fished stands in the name. */
function wordsOf({ body }: EntryRow): string {
	const { outing } = body;
	if (!outing) return entryWords(body);
	return `${sightWords[outing.saw]}${outing.fish ? ', and took a fish' : ''}${outing.lost ? ', and was lost' : ''}`;
}

function besides({ body }: EntryRow): Pick<LogRow, 'ratio' | 'predicted'> {
	const { expected, weighing, drop, outing } = body;
	if (!expected) return { ratio: null, predicted: '' };
	if (outing) {
		return { ratio: null, predicted: `${(10 * expected.value).toFixed(0)} of 10 would have` };
	}
	const each = weighing
		? weighing.massG / weighing.count
		: drop!.runsS.reduce((sum, s) => sum + s, 0) / drop!.runsS.length;
	return compared(each, expected, weighing ? ofMass : ofTime);
}

function compared(
	found: number,
	{ value, low, high }: { readonly value: number; readonly low: number; readonly high: number },
	{ unit, per }: { readonly unit: string; readonly per: number }
): Pick<LogRow, 'ratio' | 'predicted'> {
	const said = (n: number) => (n * per).toPrecision(3);
	return {
		ratio: { found: found / value, low: low / value, high: high / value },
		predicted: `${said(value)} ${unit}, ${said(low)}–${said(high)}`
	};
}

/** What it is said in, and how many of that are one of what was kept (g, s). */
const ofMass = {
	get unit() {
		return shown.mass.unit;
	},
	get per() {
		return shown.mass.to(GRAM);
	}
};
const ofTime = { unit: 's', per: 1 };

/** A weighing of the stock or of a batch. */
function elsewhere(
	one: Observation,
	{ lots, batches }: FoundDocuments,
	its: Pick<LogRow, 'key' | 'flagged' | 'fights' | 'silent' | 'exclusion'>
): LogRow {
	const [from, id, fly] = one.key.split(':');
	const weighing = one as Extract<Observation, { kind: 'weighing' }>;
	const each = weighing.mass / GRAM / weighing.count;
	const common = {
		...its,
		kind: 'weighing' as const,
		entry: null,
		note: '',
		group: groups[weighing.of.kind],
		at: one.on ? Date.parse(one.on) : 0,
		excluded: its.exclusion !== null
	};
	if (from === 'lot') {
		const expected = expectedMass(weighing.of, prior);
		const name = lots.find((lot) => lot.id === id)?.name ?? '';
		return {
			...common,
			name: `${name}, in the stock`,
			words: `${weighing.count} weigh ${massField.show(weighing.mass)}`,
			...(expected ? compared(each, expected, ofMass) : { ratio: null, predicted: '' })
		};
	}
	const batch = batches.find((row) => row.id === id);
	let first = 0;
	const item = batch?.body.items.find(({ count }) => (first += count) > Number(fly));
	const { predicted } = item ?? {};
	return {
		...common,
		name: `${item?.name ?? ''}, fly ${Number(fly) + 1} of a run`,
		words: `${weighing.count > 1 ? `${weighing.count} together, each ` : 'weighs '}${weightWords(each)}`,
		...(predicted
			? compared(
					each,
					{ value: predicted.massG, low: predicted.lowG, high: predicted.highG },
					ofMass
				)
			: { ratio: null, predicted: '' })
	};
}
