import { MODEL_VERSION } from '$core/predict/index';
import type { LearningAnswer, Measured } from '$lib/api/answers';
import { NOTHING_LEARNED } from '$lib/api/nothing-learned';
import { taughtBy } from '$lib/evidence/observations';
import type { RecipeDocument } from '$lib/documents/fly/recipe';
import type { LearnAsked, LearnedInThread } from './learn-thread';
import code from './learn-thread.ts?nodeworker';
import { measuredKey, type MeasuredBuilds } from './measured';
import type { Store } from './store/index';
import { threads } from './threads';

/** Where what was found lies, and where the last answer is kept. */
export type Keeping = Pick<Store, 'foundSum' | 'found' | 'workedOut' | 'keepWorkedOut'>;

const pool = threads<LearnAsked, LearnedInThread>('learn', code, { threads: 1, waiting: 20 }, 1500);

interface LatestLearning {
	readonly answer: LearningAnswer;
	readonly measured: MeasuredBuilds;
}

const NOTHING: LatestLearning = { answer: NOTHING_LEARNED, measured: {} };
const NEVER: Measured = { weighed: 0, timed: 0 };

let latest: { readonly sum: string; readonly found: Promise<LatestLearning> } | null = null;

/** All that was found, read and learned from in a thread of its own; remembered until something else is found. */
async function foundNow(store: Keeping): Promise<LatestLearning> {
	const sum = await store.foundSum();
	if (latest?.sum === sum) return latest.found;
	const found = learn(store, sum).catch((error: unknown) => {
		// Better the tables alone than no page; it is tried anew the next time.
		console.error(`Learning: ${String(error)}`);
		latest = null;
		return NOTHING;
	});
	latest = { sum, found };
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

async function learn(store: Keeping, nowSum: string): Promise<LatestLearning> {
	const kept = await store.workedOut('learning');
	// Of an earlier Gravitas it may be something else.
	const last = (kept?.answer ?? null) as Partial<LatestLearning> | null;
	if (last?.answer && kept!.origin === byModel(nowSum)) return last as LatestLearning;
	const { sum, texts } = await store.found();
	if (taughtBy.every((kind) => !texts[kind]?.length)) return NOTHING;
	const known = last?.answer?.origin ?? null;
	const { learning, measured, ...about } = await pool().run({ texts, known });
	const now = { answer: { ...(learning ?? last!.answer!), ...about }, measured };
	// Nobody waits for it, and without it the next start takes a moment longer.
	store.keepWorkedOut('learning', byModel(sum), now).catch((error: unknown) => {
		console.error(`Learning was not kept: ${String(error)}`);
	});
	return now;
}

const byModel = (sum: string) => `${MODEL_VERSION} ${sum}`;
