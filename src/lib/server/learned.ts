import type { Learning } from '$core/learn/index';
import type { LearningAnswer, Measured } from '$lib/api/answers';
import { NOTHING_LEARNED } from '$lib/api/nothing-learned';
import { taughtBy } from '$lib/evidence/observations';
import type { RecipeDocument } from '$lib/documents/fly/recipe';
import type { LearnAsked, LearnedInThread } from './learn-thread';
import code from './learn-thread.ts?nodeworker';
import { measuredKey, type MeasuredBuilds } from './measured';
import { documentTexts } from './store/document-texts';
import type { Store } from './store/index';
import { threads } from './threads';

/** Where what was found lies, and where the last answer is kept. */
export type Keeping = Pick<Store, 'foundStand' | 'read' | 'workedOut' | 'keepWorkedOut'>;

const pool = threads<LearnAsked, LearnedInThread>('learn', code, { threads: 1, waiting: 20 }, 1500);

interface LatestLearning {
	readonly answer: LearningAnswer;
	readonly measured: MeasuredBuilds;
}

const NOTHING: LatestLearning = { answer: NOTHING_LEARNED, measured: {} };
const NEVER: Measured = { weighed: 0, timed: 0 };

let latest: { readonly stand: string; readonly found: Promise<LatestLearning> } | null = null;

/** All that was found, read and learned from in a thread of its own; remembered until something else is found. */
function foundNow(store: Keeping): Promise<LatestLearning> {
	const stand = store.foundStand();
	if (latest?.stand === stand) return latest.found;
	const found = learn(store).catch((error: unknown) => {
		// Better the tables alone than no page; it is tried anew the next time.
		console.error(`Learning: ${String(error)}`);
		latest = null;
		return NOTHING;
	});
	latest = { stand, found };
	return found;
}

/** What all that is kept teaches. The last answer is kept between starts; while nothing is found it costs nothing. */
export const learnedNow = async (store: Keeping): Promise<LearningAnswer> =>
	(await foundNow(store)).answer;

/** As learnedNow; null when it is not there after `ms`: it goes on, and who could not wait asks again. */
export async function learnedSoon(store: Keeping, ms: number): Promise<LearningAnswer | null> {
	let timer: NodeJS.Timeout | undefined;
	const late = new Promise<null>((resolve) => {
		timer = setTimeout(() => resolve(null), ms);
	});
	try {
		return await Promise.race([learnedNow(store), late]);
	} finally {
		clearTimeout(timer);
	}
}

/** How often this very build was weighed and timed. */
export const measuredOf = async (store: Keeping, recipe: RecipeDocument): Promise<Measured> =>
	(await foundNow(store)).measured[measuredKey(recipe)] ?? NEVER;

async function learn(store: Keeping): Promise<LatestLearning> {
	const texts = await store.read((tx) => documentTexts(tx, taughtBy));
	if (taughtBy.every((kind) => !texts[kind]?.length)) return NOTHING;
	const kept = await store.workedOut('learning');
	const { learning, ...about } = await pool().run({ texts, known: kept?.origin ?? null });
	const { origin, observations, measured } = about;
	if (learning) {
		// Nobody waits for it, and without it the next start takes a moment longer.
		store.keepWorkedOut('learning', origin, learning).catch((error: unknown) => {
			console.error(`Learning was not kept: ${String(error)}`);
		});
	}
	const its = learning ?? (kept!.answer as Learning);
	return { answer: { ...its, origin, observations }, measured };
}
