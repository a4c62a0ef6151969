import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import {
	adviceFor,
	chanceOf,
	SearchWorker,
	emptyShelf,
	match,
	USUAL_WISHES,
	whichBead,
	type Locks,
	type MatchQuestion
} from '../src/core/match/index';
import { bandDistances, chanceError } from '../src/core/drift/index';
import {
	bandFor,
	drifting,
	DRIFTS,
	FLOOR,
	verdictOf,
	worldRuns,
	type DriftQuestion
} from '../src/core/predict/index';
import { lieFromDocument, type LieBodyDocument } from '../src/lib/documents/lie/body';
import { recipeFromDocument } from '../src/lib/documents/fly/recipe';
import { rigFromDocument, type RigBodyDocument } from '../src/lib/documents/rig/body';
import type { FlyBodyDocument } from '../src/lib/documents/fly/body';
import type { RiverBodyDocument } from '../src/lib/documents/river/body';

export { chanceOf };

/** A lie, a rig and a fly of the demo. */
export interface Cell {
	readonly name: string;
	readonly question: DriftQuestion;
	/** Whether a search is made for it too. */
	readonly searched: boolean;
}

/** Every lie and rig of the demo with each third of its flies. @param folder of the demo's files */
export function cells(folder: string): Cell[] {
	const read = <Body>(file: string) =>
		JSON.parse(readFileSync(join(folder, file), 'utf8')) as { name: string; body: Body };
	const files = readdirSync(folder).filter((file) => file.endsWith('.json'));
	const of = <Body>(kind: string) =>
		files.filter((file) => file.startsWith(kind)).map((file) => read<Body>(file));
	const [river] = of<RiverBodyDocument>('river-') as unknown as [
		{ body: RiverBodyDocument; lies: { name: string; body: LieBodyDocument }[] }
	];
	const flies = of<FlyBodyDocument>('fly-').filter((_, k) => k % 3 === 0);
	return river.lies.flatMap((lie, water) =>
		of<RigBodyDocument>('rig-').flatMap((rig, r) =>
			flies.map((fly, k) => ({
				searched: k === (water + r) % flies.length,
				name: `${lie.name}, ${rig.name}, ${fly.name}`,
				question: {
					recipe: recipeFromDocument(fly.body.recipe),
					rig: rigFromDocument(rig.body),
					lie: lieFromDocument(lie.body),
					celsius: river.body.temperatureC
				}
			}))
		)
	);
}

/** After how many drifts it is looked at how sure a chance is; the last are the most that the API takes. */
const LOOKED = [DRIFTS.listed, DRIFTS.first, DRIFTS.whole, 500];

/**
 * How far the chance of a cell differs between independent scrambles of the points that its worlds are drawn by, and
 * how far it is said to.
 *
 * @returns after so many drifts the mean, its variance between scrambles, and the mean square of the errors said
 */
export function scatterOf({ name, question }: Cell, scrambles: number) {
	const ready = drifting(question);
	const distances = bandDistances(ready.median.column, 2);
	const all = Array.from({ length: scrambles }, (_, k) =>
		worldRuns(ready, [0, LOOKED.at(-1)!], distances, 1000 + k).map(({ good }) => good)
	);
	return {
		name,
		looked: LOOKED.map((drifts) => {
			const good = all.map((one) => one.slice(0, drifts).filter(Boolean).length);
			const mean = good.reduce((sum, n) => sum + n / drifts, 0) / scrambles;
			const squares = good.reduce((sum, n) => sum + (n / drifts - mean) ** 2, 0);
			const said = good.reduce((sum, n) => sum + chanceError(n, drifts) ** 2, 0) / scrambles;
			return { drifts, mean, variance: squares / (scrambles - 1), said };
		})
	};
}

const ALL: Locks = { hook: true, bead: true, coil: true, rib: true, dressing: true };

/** Chances that must be the same; null where nothing is said of the fly. */
export type Ways = Readonly<Record<string, number | null>>;

/**
 * The chance of a cell by whole bands, as prediction and table have it and in the pieces of a view; for one fly
 * of each lie and rig besides what lists say of it.
 */
export async function everyWay({ name, question, searched }: Cell) {
	const ready = drifting(question);
	const band = bandFor(ready, DRIFTS.whole);
	const worker = new SearchWorker();
	let good = 0;
	for (let from = 0; from < DRIFTS.whole; from += 20) {
		const piece = worker.do({ kind: 'follow', question, from, to: from + 20 });
		good += (piece as { good: number }).good;
	}
	const whole: Ways = { band: band.chance, pieces: good / DRIFTS.whole };
	return {
		name,
		chance: band.chance,
		verdict: verdictOf(band.chance),
		claims: searched ? [whole, ...(await listedWays(question, worker))] : [whole],
		hand: ready.hand.found.map(({ control, value }) => `${control} ${value}`).join(', ')
	};
}

/** What a search that may change nothing, Which bead and a step that is taken say, beside the prediction. */
async function listedWays(question: DriftQuestion, worker: SearchWorker): Promise<readonly Ways[]> {
	const channel = {
		ask: (task: Parameters<SearchWorker['do']>[0]) => Promise.resolve(worker.do(task) as never)
	};
	const { bead } = question.recipe;
	const shelf = { ...emptyShelf, beads: bead ? [bead] : [], only: true };
	const asked: MatchQuestion = { ...question, shelf: emptyShelf, wishes: USUAL_WISHES, locks: ALL };
	const [first] = (await match(asked, [channel], () => undefined))?.list ?? [];
	const which = await whichBead(
		{ ...question, shelf, enough: USUAL_WISHES.enough },
		[channel],
		() => undefined
	);
	const own = which?.options.find(
		({ metal, diameter }) => bead && metal === bead.metal && diameter === bead.diameter
	);
	const advice = adviceFor(asked);
	const whole = chanceOf(question, DRIFTS.whole).chance;
	const step = advice.does[0] ?? advice.best;
	return [
		// The first of a search's list is followed by whole bands; it lists nothing only where there is no hope.
		{ predicted: whole, match: first?.chance ?? (whole < FLOOR ? null : 0) },
		{
			predicted: chanceOf(question, DRIFTS.listed).chance,
			bead: own?.chance ?? null,
			now: advice.chance
		},
		...(step
			? [
					{
						step: step.chance,
						taken: chanceOf({ ...question, ...step.change }, DRIFTS.listed).chance
					}
				]
			: [])
	];
}
