import { prior } from '$core/parameter/index';
import { learnedNow } from './learned';
import type { Band } from '$core/drift/index';
import type { Interval } from '$core/quantity/index';
import { recipeFromDocument } from '$lib/documents/fly/recipe';
import { rigFromDocument } from '$lib/documents/rig/body';
import type { FlyRow, LieRow, RigRow } from '$lib/documents/kinds';
import type { Figures, FiguresAsked } from '$lib/workers/predict-thread';
import code from '$lib/workers/predict-thread?nodeworker';
import { waterOf } from '$lib/documents/lie/today';
import { rigFor } from './asked';
import { driftsOf } from './drift';
import { Refusal, type Store } from './store/index';
import { asCsv } from './table';
import { threads } from './threads';

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

/** Where the chances are worked out at the same time, so that others have their turn between them. */
const AT_ONCE = 2;
/** Flies that are sent at a time: one at first, since a thread is slow with those that it begins with. */
const FIRST_PIECE = 1;
const PIECE = 24;
/** Flies that are read at a time, so that the first ones do not wait for all. */
const PAGE = 20 * PIECE;
const HEAP = 200;

const pool = threads<FiguresAsked, Figures[]>('predict', code, { threads: 2, waiting: 400 }, HEAP);

/** A figure with its central 90 %. */
const ranged = <Name extends string>(name: Name) => [name, `${name}_low`, `${name}_high`] as const;

/** The table's columns: a unit, if any, stands at the end of its name. */
const COLUMNS = [
	'name',
	'hook_style',
	'hook_size',
	'hook_length_x',
	'hook_wire_x',
	'bead_metal',
	'bead_shape',
	'bead_mm',
	'coil_metal',
	'coil_wire_in',
	'coil_turns',
	'dressing',
	...ranged('mass_g'),
	...ranged('sink_cm_s'),
	'attitude',
	'pitch_deg',
	'lie',
	'water_c',
	...ranged('time_to_zone_s'),
	...ranged('land_above_m'),
	'rig',
	'drifts',
	'chance',
	'chance_error',
	'model'
] as const;
type Row = Readonly<Record<(typeof COLUMNS)[number], string | number>>;

/**
 * The flies as CSV (RFC 4180, UTF-8, decimal point, units in the header), one row a fly, with its prediction and
 * the central 90 %. Worked out in threads, and given piece by piece: nobody else waits for it, and who asked has the
 * first rows at once.
 *
 * @throws Refusal for a lie or a rig that is not here, and for drifts without a lie
 */
export async function fliesAsCsv(
	store: Store,
	{ lieId, rigId = null, drifts = null, gone }: FliesAsked
): Promise<AsyncGenerator<string>> {
	const row = lieId === null ? null : ((await store.get('lie', lieId)) as LieRow);
	const rigRow = rigId === null ? null : ((await store.get('rig', rigId)) as RigRow);
	if (drifts !== null && !row) {
		const message = 'Drifts need a lie: add lie=<id>, or leave drifts out.';
		throw new Refusal(422, message, { errors: [{ path: 'lie', message }] });
	}
	const about = await store.opening();
	const water = (row && waterOf(row, about.rivers)) ?? STILL;
	const rig = rigRow
		? { name: rigRow.name, rig: rigFromDocument(rigRow.body) }
		: rigFor(undefined, about);
	const { learned } = await learnedNow(store);
	const distribution = { ...prior, learned };
	const rowsOf = async (piece: readonly FlyRow[]) => {
		const recipes = piece.map(({ body }) => recipeFromDocument(body.recipe));
		const asked = { recipes, ...water, distribution };
		const [figures, bands] = await Promise.all([
			pool().run(asked, gone ? { signal: gone } : {}),
			Promise.all(
				recipes.map(async (recipe) => {
					if (drifts === null) return null;
					const question = { recipe, ...water, rig: rig.rig, distribution };
					return (await driftsOf(question, drifts, gone)).band;
				})
			)
		]);
		return piece.map((fly, k): Row => ({
			...buildColumns(fly),
			...figureColumns(figures[k]!, row !== null),
			lie: row?.name ?? '',
			water_c: water.celsius,
			rig: drifts === null ? '' : (rig.name ?? ''),
			drifts: drifts ?? '',
			...chanceColumns(bands[k] ?? null)
		}));
	};

	const pieces = piecesOf(store, drifts === null ? PIECE : AT_ONCE);
	/** Begins the next piece, which is awaited in its turn; who goes before that leaves nobody to hear that it failed. */
	const begun = () => {
		const rows = pieces.next().then(({ value }) => value && rowsOf(value));
		rows.catch(() => undefined);
		return rows;
	};
	async function* lines() {
		yield asCsv(COLUMNS, []);
		// The first row has the processor to itself; then the next piece is worked out while one is sent.
		let rows = await begun();
		let next = begun();
		while (rows && !gone?.aborted) {
			const coming = begun();
			yield asCsv(COLUMNS, rows, false);
			rows = await next;
			next = coming;
		}
	}
	return lines();
}

/** All flies, oldest first, so many at a time; one that is made or deleted meanwhile neither doubles nor hides another. */
async function* piecesOf(store: Store, size: number): AsyncGenerator<FlyRow[], undefined> {
	let after: string | null = null;
	let most = FIRST_PIECE;
	do {
		const page = await store.page('fly', after, most);
		const flies = page.rows as FlyRow[];
		for (let from = 0; from < flies.length; from += size) yield flies.slice(from, from + size);
		after = page.next;
		most = PAGE;
	} while (after !== null);
}

function buildColumns({ name, body: { recipe } }: FlyRow) {
	const { hook, bead, coil, dressing } = recipe;
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
		dressing: dressing.fullness
	};
}

/** @param inLie whether the times and distances are of a lie that was named */
function figureColumns(found: Figures, inLie: boolean) {
	return {
		...columns('mass_g', found.mass, 1e3),
		...columns('sink_cm_s', found.speed, 100),
		attitude: found.attitude ?? '',
		pitch_deg: found.pitch === null ? '' : Math.round(found.pitch),
		...columns('time_to_zone_s', inLie ? found.time : null, 1),
		...columns('land_above_m', inLie ? found.distance : null, 1),
		model: found.modelVersion
	};
}

const chanceColumns = (band: Band | null) => ({
	chance: band ? String(Number(band.chance.toPrecision(6))) : '',
	chance_error: band ? figure(band.error) : ''
});

const figure = (n: number) => String(Number(n.toPrecision(4)));

function columns<Name extends string>(name: Name, interval: Interval | null, factor: number) {
	const figures = [interval?.value, interval?.low, interval?.high];
	const shown = figures.map((n) => (n === undefined ? '' : figure(n * factor)));
	// The names that `ranged` gives, one a figure.
	return Object.fromEntries(ranged(name).map((column, k) => [column, shown[k]!])) as Record<
		ReturnType<typeof ranged<Name>>[number],
		string
	>;
}
