import { priorBeliefs } from '$core/belief/index';
import { learnedFrom } from './learned';
import type { Band } from '$core/drift/index';
import { predict } from '$core/predict/index';
import type { Interval } from '$core/quantity/index';
import { recipeFromDocument } from '$lib/documents/fly/recipe';
import { rigFromDocument } from '$lib/documents/rig/body';
import type { LieRow, RigRow } from '$lib/documents/kinds';
import { waterOf } from '$lib/documents/lie/today';
import { rigFor } from './asked';
import { driftsOf } from './drift';
import { Refusal, type Store } from './store/index';
import { asCsv } from './table';

/** Still water at an ordinary temperature, where no lie is named. */
const STILL = {
	lie: { depth: 1, surfaceSpeed: 0, bed: 'gravel', zoneTop: 0.2 },
	celsius: 10
} as const;

/** What the table of flies is asked for. */
export interface FliesAsked {
	/** The lie that times, distances and chances are for; without one they stay empty. */
	readonly lieId: string | null;
	/** The rig of the chances; the last used where it is not said, else the starter's. */
	readonly rigId?: string | null;
	/** Drifts behind each chance; without them none is worked out. */
	readonly drifts?: number | null;
	readonly gone?: AbortSignal;
}

/** Flies whose drifts are asked for at a time, so that others have their turn between them. */
const AT_ONCE = 2;

/**
 * The flies as CSV (RFC 4180, UTF-8, decimal point, units in the header), one row a fly, with its
 * prediction and the central 90 %.
 *
 * @throws Refusal for a lie or a rig that is not here, and for drifts without a lie
 */
export async function fliesAsCsv(
	store: Store,
	{ lieId, rigId = null, drifts = null, gone }: FliesAsked
): Promise<string> {
	const row = lieId === null ? null : ((await store.get('lie', lieId)) as LieRow);
	const rigRow = rigId === null ? null : ((await store.get('rig', rigId)) as RigRow);
	if (drifts !== null && !row) {
		const message = 'Drifts need a lie: add lie=<id>, or leave drifts out.';
		throw new Refusal(422, message, { errors: [{ path: 'lie', message }] });
	}
	const snapshot = await store.snapshot();
	const { lie, celsius } = (row && waterOf(row, snapshot.rivers)) ?? STILL;
	const { name: rigName, rig } = rigRow
		? { name: rigRow.name, rig: rigFromDocument(rigRow.body) }
		: rigFor(undefined, snapshot);
	const { learned } = await learnedFrom(snapshot);
	const believed = { ...priorBeliefs, learned };
	const chances: Band[] = [];
	let next = 0;
	const work = async () => {
		while (drifts !== null && next < snapshot.flies.length && !gone?.aborted) {
			const k = next++;
			const recipe = recipeFromDocument(snapshot.flies[k]!.body.recipe);
			const question = { recipe, lie, rig, celsius, believed };
			chances[k] = (await driftsOf(question, drifts, gone)).band;
		}
	};
	await Promise.all(Array.from({ length: AT_ONCE }, work));
	const table = snapshot.flies.map(({ name, body: { recipe } }, k) => {
		const { hook, bead, coil, dressing } = recipe;
		const found = predict(recipeFromDocument(recipe), lie, celsius, believed);
		const band = chances[k];
		return {
			name,
			hook_style: hook.style,
			hook_size: hook.size,
			hook_length_x: hook.lengthX,
			hook_wire_x: hook.wireX,
			bead_metal: bead?.metal ?? '',
			bead_shape: bead?.shape ?? '',
			bead_mm: bead?.diameterMm ?? '',
			coil_metal: coil?.metal ?? '',
			coil_wire_in: coil?.wireInch ?? '',
			coil_turns: coil?.turns ?? '',
			dressing: dressing.fullness,
			...columns('mass_g', found.mass, 1e3),
			...columns('sink_cm_s', found.speed, 100),
			attitude: found.floats ? '' : found.sink.attitude,
			pitch_deg: found.floats ? '' : Math.round(found.sink.pitch),
			lie: row?.name ?? '',
			water_c: celsius,
			...columns('time_to_zone_s', row && found.time, 1),
			...columns('land_above_m', row && found.distance, 1),
			rig: drifts === null ? '' : (rigName ?? ''),
			drifts: drifts ?? '',
			chance: band ? String(Number(band.chance.toPrecision(6))) : '',
			chance_error: band ? figure(band.error) : '',
			model: found.modelVersion
		};
	});
	return asCsv(Object.keys(table[0] ?? {}), table);
}

const figure = (n: number) => String(Number(n.toPrecision(4)));

function columns(name: string, interval: Interval | null, factor: number): Record<string, string> {
	const at = (n: number | undefined) => (n === undefined ? '' : figure(n * factor));
	return {
		[name]: at(interval?.value),
		[`${name}_low`]: at(interval?.low),
		[`${name}_high`]: at(interval?.high)
	};
}
