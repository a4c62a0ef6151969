import { prior } from '$core/parameter/index';
import { verdictOf } from '$core/predict/index';
import { does, USUAL_WISHES, type FoundBuild, type Locks } from '$core/match/index';
import type { LotRow } from '$lib/documents/kinds';
import { lieFromDocument } from '$lib/documents/lie/body';
import { recipeFromDocument, recipeToDocument } from '$lib/documents/fly/recipe';
import { lieToday } from '$lib/documents/lie/today';
import { questionsIn } from '$lib/contract/fields';
import { shelfOf } from '$lib/documents/lot/shelf';
import { MatchRequest } from '$lib/api/requests';
import { checkZone, rigFor, type Today } from './asked';
import { NOTHING_LEARNED } from '$lib/api/nothing-learned';
import { learnedNow } from './learned';
import type { Store } from './store/index';
import { searchFor } from './match-pool';

const USUAL_LOCKS: Locks = { hook: true, bead: false, coil: false, rib: true, dressing: true };
const USUAL_LIST = 12;

/**
 * Answers a search: ranked builds in the units that their names give; nothing is kept.
 *
 * @param search what looks for them
 */
export async function matchFor(
	request: MatchRequest,
	store: Store,
	gone: AbortSignal,
	today: Today | null = null,
	search: typeof searchFor = searchFor
) {
	const { fly, lie, locks, wishes, wanted, most = USUAL_LIST } = request;
	const { temperatureC, ...body } = lie;
	const plain = lieFromDocument(body);
	const water = today ? lieToday({ ...plain, key: today.key }, today.river) : plain;
	checkZone(water);
	const rig = rigFor(request.rig, await store.opening());
	const wished = { ...USUAL_WISHES, ...given(wishes) };
	const { learned } = request.learned === false ? NOTHING_LEARNED : await learnedNow(store);
	const found = await search(
		{
			recipe: recipeFromDocument(fly.recipe),
			lie: water,
			celsius: temperatureC,
			rig: rig.rig,
			...(wanted && { wanted }),
			locks: { ...USUAL_LOCKS, ...given(locks) },
			wishes: wished,
			shelf: shelfOf((await store.list('lot')) as LotRow[], wished.onlyOwned),
			distribution: { ...prior, learned }
		},
		gone
	);
	return {
		rig: { name: rig.name, from: rig.from, way: rig.rig.way },
		mark: tidy(found.mark),
		builds: found.list.slice(0, most).map((one) => buildFor(one, found.mark)),
		lookedAt: found.looked,
		confirmed: found.confirmed,
		limit: found.limit,
		questions: questionsIn(MatchRequest, request)
	};
}

/** What was said of a set of choices; a field that was left out stands there as undefined. */
const given = <T extends object>(choices: T | undefined): Partial<T> =>
	Object.fromEntries(
		Object.entries(choices ?? {}).filter(([, value]) => value !== undefined)
	) as Partial<T>;

const tidy = (n: number) => Number(n.toPrecision(6));

const buildFor = (one: FoundBuild, mark: number) => ({
	recipe: recipeToDocument(one.recipe),
	otherwise: one.look,
	chance: tidy(one.chance),
	drifts: one.drifts,
	verdict: verdictOf(one.chance),
	aboveZoneM: tidy(one.miss),
	doesTheJob: does(one, mark),
	points: tidy(one.points),
	massG: tidy(one.mass * 1e3),
	sinkSpeedCms: one.range && {
		value: tidy(one.range.value * 100),
		low: tidy(one.range.low * 100),
		high: tidy(one.range.high * 100)
	},
	attitude: one.attitude,
	pitchDeg: tidy(one.pitch),
	thicknessOfShank: tidy(one.bulk),
	gapMm: tidy(one.gapLeft * 1e3),
	price: one.price === null ? null : tidy(one.price),
	regrets: one.regrets
});
