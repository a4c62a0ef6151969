import { priorBeliefs } from '$core/belief/index';
import { lieKey } from '$lib/contract/observations';
import { learnedFrom } from './learned';
import Papa from 'papaparse';
import { predict } from '$core/predict/index';
import type { Interval } from '$core/quantity/index';
import { lieFromDocument, recipeFromDocument, type LieRow } from '$lib/contract/documents';
import type { Store } from './store/index';

/** Still water at an ordinary temperature, where no lie is named. */
const STILL = {
	lie: { depth: 1, surfaceSpeed: 0, bed: 'gravel', zoneTop: 0.2, approach: 3 },
	temperature: 10
} as const;

/**
 * The flies as CSV (RFC 4180, UTF-8, decimal point, units in the header), one row a fly, with its
 * prediction and the central 90 %.
 *
 * @param lieId the lie that times and distances are for; without one they stay empty
 */
export async function fliesAsCsv(store: Store, lieId: string | null): Promise<string> {
	const row = lieId === null ? null : ((await store.get('lie', lieId)) as LieRow);
	const river = row && (await store.get('river', row.riverId));
	const lie = row ? { ...lieFromDocument(row.body), key: lieKey(row) } : STILL.lie;
	const temperature = river?.kind === 'river' ? river.body.temperatureC : STILL.temperature;
	const snapshot = await store.snapshot();
	const { learned } = await learnedFrom(snapshot);
	const believed = { ...priorBeliefs, learned };
	const table = snapshot.flies.map(({ name, body: { recipe } }) => {
		const { hook, bead, coil, dressing } = recipe;
		const found = predict(recipeFromDocument(recipe), lie, temperature, believed);
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
			water_c: temperature,
			...columns('time_to_zone_s', row && found.time, 1),
			...columns('land_above_m', row && found.distance, 1),
			chance: row ? figure(found.chance) : '',
			model: found.modelVersion
		};
	});
	// A name that begins like a formula must not become one in a spreadsheet.
	return `${Papa.unparse(table, { escapeFormulae: true, newline: '\r\n' })}\r\n`;
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
