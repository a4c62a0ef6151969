import { starterRig, type Rig } from '$core/rig/index';
import type { Lie } from '$core/water/index';
import { rigFromDocument, type RigBodyDocument } from '$lib/documents/rig/body';
import type { LieBodyDocument } from '$lib/documents/lie/body';
import type { RiverBodyDocument } from '$lib/documents/river/body';
import type { Snapshot } from '$lib/api/answers';
import type { RiverRow } from '$lib/documents/kinds';
import { lieKey } from '$lib/documents/lie/body';
import { Refusal, type Store } from './store/index';

type Loose = Record<string, unknown>;
const isObject = (raw: unknown): raw is Loose => typeof raw === 'object' && raw !== null;
/** A document as a snapshot has it. */
const isRow = (raw: unknown): raw is Loose & { body: Loose } => isObject(raw) && isObject(raw.body);

/**
 * A request in which fly, rig and lie may stand as a snapshot has them: their bodies, and of a lie the water as
 * it is today, at its river's temperature and flow. All else stays for the contract to check.
 *
 * @throws Refusal when the lie's river is not here
 */
export async function unpacked(raw: unknown, store: Store): Promise<unknown> {
	if (!isObject(raw)) return raw;
	const { fly, rig, lie } = raw;
	return {
		...raw,
		...(isRow(fly) ? { fly: fly.body } : {}),
		...(isRow(rig) ? { rig: rig.body } : {}),
		...(isRow(lie) ? { lie: await lieOfRow(lie, store) } : {})
	};
}

async function lieOfRow(row: Loose & { body: Loose }, store: Store): Promise<Loose> {
	const { riverId, id } = row;
	const rivers = (await store.list('river')) as RiverRow[];
	const river = rivers.find((one) => one.id === riverId);
	if (!river) {
		const message = 'The lie’s river is not here: name the temperature, lie.temperatureC, instead.';
		throw new Refusal(422, message, { errors: [{ path: 'lie.riverId', message }] });
	}
	const key = lieKey({ id: String(id), body: row.body as unknown as LieBodyDocument });
	return {
		...row.body,
		temperatureC: river.body.temperatureC,
		[TODAY]: { river: river.body, key }
	};
}

/** What came with a lie of a snapshot, past the contract, which knows no such field. */
const TODAY = Symbol('the river of today');
export interface Today {
	readonly river: RiverBodyDocument;
	readonly key: string;
}
export const todayOf = (raw: unknown): Today | null =>
	isObject(raw) && isObject(raw.lie)
		? (((raw.lie as Record<symbol, unknown>)[TODAY] as Today | undefined) ?? null)
		: null;

/** How a rig came into a request, for the answer to say. */
export interface NamedRig {
	readonly name: string | null;
	readonly from: 'request' | 'last used' | 'starter';
	readonly rig: Rig;
}

/** The rig of a request, else the last used, else the starter's. */
export function rigFor(
	given: RigBodyDocument | undefined,
	{ rigs, strip }: Pick<Snapshot, 'rigs' | 'strip'>
): NamedRig {
	if (given) return { name: null, from: 'request', rig: rigFromDocument(given) };
	const last = rigs.find(({ id }) => id === (strip.rigId ?? strip.lastRigId));
	if (last) return { name: last.name, from: 'last used', rig: rigFromDocument(last.body) };
	return { name: 'Starter rig', from: 'starter', rig: starterRig };
}

/** @throws Refusal when fish are said to take above the water */
export function checkZone({ depth, zoneTop }: Lie, path = 'lie.zoneTopM'): void {
	if (zoneTop <= depth) return;
	const message = `The zone reaches ${zoneTop} m above the bed and the water is ${depth} m deep: the zone ends at the surface.`;
	throw new Refusal(422, message, { errors: [{ path, message }] });
}
