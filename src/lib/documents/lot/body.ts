import { beadMetalWords, coilMetalWords, hookWords, ribKindWords } from '$core/fly/index';
import { prior } from '$core/parameter/index';
import { materials, nominalHook } from '$core/material/index';
import { beadDiameterField, GRAM, massField, MILLIMETRE, shown } from '$core/quantity/index';
import type { RecipeDocument } from '../fly/recipe';

/** A packet, a spool or a bag: just one of the materials is there. */
export interface LotBodyDocument {
	hook?: Pick<RecipeDocument['hook'], 'style' | 'size' | 'lengthX' | 'wireX' | 'barbed' | 'eye'>;
	bead?: Pick<NonNullable<RecipeDocument['bead']>, 'metal' | 'shape' | 'diameterMm'>;
	coil?: Pick<NonNullable<RecipeDocument['coil']>, 'metal' | 'wireInch'>;
	thread?: { denier: number };
	rib?: Pick<NonNullable<RecipeDocument['rib']>, 'kind' | 'wireMm'>;
	dressing?: { kind: string };
	finish?: { kind: 'glue' | 'resin' | 'lacquer' };
	/** The person's own: this many weighed together, and a calliper on the wire. */
	measured?: { pieces?: number; togetherG?: number; wireMm?: number };
	/** The ledger: only added to; the count is the sum. */
	entries: LotEntry[];
	/** It is low when no more than this is left. */
	lowAt?: number;
}
export interface LotEntry {
	/** ISO date. */
	on: string;
	kind: 'bought' | 'used' | 'returned' | 'reserved' | 'corrected';
	/** Pieces, metres or packets. */
	amount: number;
	/** For all of it, in the person's own money. */
	price?: number;
	/** The batch that it was reserved, returned or used for. */
	batchId?: string;
}

/** What a lot can be of: each is a field of its body, and just one of them is there. */
export const lotMaterials = [
	'hook',
	'bead',
	'coil',
	'thread',
	'rib',
	'dressing',
	'finish'
] as const;
export type LotMaterial = (typeof lotMaterials)[number];

export const lotMaterialWords: Readonly<Record<LotMaterial, string>> = {
	hook: 'Hooks',
	bead: 'Beads',
	coil: 'Coil wire',
	thread: 'Threads',
	rib: 'Ribs',
	dressing: 'Dressings',
	finish: 'Finishes'
};

/** In what a lot is counted. */
export function lotUnit(material: LotMaterial, count = 2): string {
	const one = count === 1;
	if (material === 'hook' || material === 'bead') return one ? 'piece' : 'pieces';
	if (material === 'dressing' || material === 'finish') return one ? 'packet' : 'packets';
	return 'm';
}

/** What the lot is of; null when none or several are given. */
export function materialOf(body: LotBodyDocument): LotMaterial | null {
	const given = lotMaterials.filter((material) => body[material] !== undefined);
	return given.length === 1 ? given[0]! : null;
}

/** Entries that add to a lot and that take from it. */
export const entryKinds = ['bought', 'used', 'returned', 'reserved', 'corrected'] as const;
export type EntryKind = (typeof entryKinds)[number];
const SIGN: Readonly<Record<EntryKind, 1 | -1>> = {
	bought: 1,
	returned: 1,
	used: -1,
	reserved: -1,
	corrected: 1
};

/** What is left: the sum of the ledger. A correction may be negative. */
export const leftOf = ({ entries }: LotBodyDocument) =>
	Number(entries.reduce((sum, { kind, amount }) => sum + SIGN[kind] * amount, 0).toFixed(3));

/**
 * A ledger that was kept in two places: what is here, and of the other what is not here yet. Entries
 * that are the same to the last field count as one.
 */
export function joinedLedger(
	here: readonly LotEntry[],
	other: readonly LotEntry[]
): readonly LotEntry[] {
	const key = ({ on, kind, amount, price, batchId }: LotEntry) =>
		JSON.stringify([on, kind, amount, price, batchId]);
	const known = new Map<string, number>();
	for (const entry of here) known.set(key(entry), (known.get(key(entry)) ?? 0) + 1);
	const fresh = other.filter((entry) => {
		const count = known.get(key(entry)) ?? 0;
		known.set(key(entry), count - 1);
		return count <= 0;
	});
	return [...here, ...fresh];
}

/** Price of one piece or metre by all that was bought with a price; null when nothing was. */
export function priceEach({ entries }: LotBodyDocument): number | null {
	const priced = entries.filter(
		(e) => e.kind === 'bought' && e.price !== undefined && e.amount > 0
	);
	const amount = priced.reduce((sum, e) => sum + e.amount, 0);
	return amount > 0 ? priced.reduce((sum, e) => sum + e.price!, 0) / amount : null;
}

export const isLow = (body: LotBodyDocument) =>
	body.lowAt !== undefined && leftOf(body) <= body.lowAt;

/** Grams of one piece by the person's own weighing; null when none was weighed. */
export function weighedEach({ measured }: LotBodyDocument): number | null {
	return measured?.togetherG !== undefined && measured.pieces
		? measured.togetherG / measured.pieces
		: null;
}

const ribWire = (mm: number) => shown.small.words(mm * MILLIMETRE, 3);
/** @param grams g */
const eachWords = (grams: number) =>
	shown.mass.unit === 'g'
		? `${Number((grams * 1000).toPrecision(3))} mg`
		: `${Number(shown.mass.to(grams * GRAM).toPrecision(3))} gr`;

/** What is in the packet, in a few words. */
export function lotWords(body: LotBodyDocument): string {
	const { hook, bead, coil, thread, rib, dressing, finish } = body;
	if (hook) return hookWords(hook);
	if (bead)
		return `${beadMetalWords[bead.metal]} ${beadDiameterField.show(bead.diameterMm * MILLIMETRE)}, ${bead.shape}`;
	if (coil) return `${coilMetalWords[coil.metal]} ${String(coil.wireInch).replace(/^0/, '')} in`;
	if (thread) return `${thread.denier} denier`;
	if (rib) return `${ribKindWords[rib.kind]} ${ribWire(rib.wireMm)}`;
	if (dressing) return dressing.kind;
	return finish?.kind ?? '';
}

/** What was measured of it, in a few words; empty when nothing was. */
export function measuredWords(body: LotBodyDocument): string {
	const { measured } = body;
	if (!measured) return '';
	const each = weighedEach(body);
	return [
		each === null
			? ''
			: `${measured.pieces} weigh ${massField.show(measured.togetherG! * GRAM)}, ${eachWords(each)} each`,
		measured.wireMm === undefined ? '' : `wire ${ribWire(measured.wireMm)}`
	]
		.filter(Boolean)
		.join('; ');
}

/** What is taken as nominal of it, with its source. */
export function nominalWords(body: LotBodyDocument): string {
	const { hook, bead, coil, thread, rib } = body;
	const density = (kg: number) => `${Number((kg / 1000).toFixed(2))} g/cm³`;
	if (hook) {
		const { wire, shank, gape } = nominalHook(hook.size, hook.lengthX, hook.wireX);
		const length = (metres: number) => `${shown.small.fixed(metres, 2)} ${shown.small.unit}`;
		return `Nominal: wire ${length(wire)}, shank ${length(shank)}, gape ${length(gape)} (our estimate from proportions, ± 10 %; no standard exists).`;
	}
	if (bead) {
		if (bead.metal === 'own') return 'An own metal: its density is said on the Bench.';
		const { median, source } = prior[`bead.${bead.metal}.density`];
		return `Nominal: ${density(median)} (${source}).`;
	}
	if (coil) {
		const { median, source } = prior[`coil.${coil.metal}.density`];
		return `Nominal: ${density(median)} (${source}).`;
	}
	if (thread)
		return `Nominal: ${thread.denier} g per 9000 m, polyester of ${density(materials.polyester.density)} (${materials.polyester.source}).`;
	if (rib) return `Nominal: ${ribWire(rib.wireMm)} as sold; ± 10 % on its weight (our estimate).`;
	return 'Its weight on the fly is our estimate a pinch, a turn or a drop.';
}
