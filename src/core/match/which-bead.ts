import type { Fault } from '../drift/index';
import {
	chanceAt,
	COARSE_CURVE,
	curveShared,
	DRIFTS,
	FLOOR,
	markOf,
	standOn,
	type ChanceCurve
} from '../predict/index';
import { math } from '../quantity/index';
import { askedMetals, type AskedMetal } from './bead-table';
import { type BeadOption, type BeadQuestion } from './bead-options';
import { firstDrifts, curveWorkers } from './run';
import type { SearchChannel } from './tasks';

/** Beads of one metal that do the job, without a gap. */
export interface BeadSpan {
	readonly metal: AskedMetal;
	readonly from: number;
	readonly to: number;
}

export interface BeadAnswer {
	/** By metal, then by size; without a bead first. */
	readonly options: readonly BeadOption[];
	/** The chance from which on a bead does the job. */
	readonly mark: number;
	readonly spans: readonly BeadSpan[];
	/** null where none does the job. */
	readonly lightest: BeadOption | null;
	readonly take: BeadOption | null;
	readonly heaviest: BeadOption | null;
	/** Why a bead lighter than the lightest, and one heavier than the heaviest, does not; null where there is none. */
	readonly lighter: Fault | null;
	readonly heavier: Fault | 'choked' | null;
	/** Some chances are read off the curve still. */
	readonly provisional: boolean;
}

/** A chance this much below the best is as good for one who takes the lighter: a standard error of what is counted (our choice). */
const AS_GOOD = 0.06;

/** What the options come to together. */
function beadAnswer(options: readonly BeadOption[], enough: number): BeadAnswer {
	const best = options.reduce((most, { chance }) => Math.max(most, chance), 0);
	const mark = markOf(best, enough);
	const good = (one: BeadOption) => one.chance >= mark && one.trouble === null;
	/** What a standard error alone keeps from the mark does not split a span. */
	const nearly = (one: BeadOption) => one.chance >= mark - AS_GOOD && one.trouble === null;
	const provisional = options.some(({ drifts }) => drifts === 0);
	const spans = askedMetals.flatMap((metal) => {
		const its = options.filter((one) => one.metal === metal);
		const run = runRoundBest(its, good, nearly);
		return run.length > 0 ? [{ metal, from: run[0]!.diameter, to: run.at(-1)!.diameter, run }] : [];
	});
	const does = [
		...options.filter((one) => one.metal === null && good(one)),
		...spans.flatMap(({ run }) => run.filter(good))
	].sort((a, b) => a.mass - b.mass);
	const top = does.reduce((most, { chance }) => Math.max(most, chance), 0);
	const take = best < FLOOR ? null : (does.find(({ chance }) => chance >= top - AS_GOOD) ?? null);
	const lightest = does[0] ?? null;
	const heaviest = does.at(-1) ?? null;
	const beside = (one: BeadOption | null, by: -1 | 1): BeadOption | null => {
		if (!one) return null;
		const its = options
			.filter(({ metal }) => metal === one.metal || (by < 0 && metal === null))
			.sort((a, b) => a.diameter - b.diameter);
		return its[its.indexOf(one) + by] ?? null;
	};
	const above = beside(heaviest, 1);
	return {
		// As they are now: the others are counted on.
		options: [...options],
		mark,
		take,
		lightest,
		heaviest,
		provisional,
		spans: spans.map(({ metal, from, to }) => ({ metal, from, to })),
		lighter: beside(lightest, -1)?.fault ?? null,
		heavier: above ? (above.trouble ? 'choked' : above.fault) : null
	};
}

/** From the first to the last good one round the best of them, with no others than nearly good ones between. */
function runRoundBest(
	its: readonly BeadOption[],
	good: (one: BeadOption) => boolean,
	nearly: (one: BeadOption) => boolean
): readonly BeadOption[] {
	const all = its.filter(good);
	if (all.length === 0) return [];
	const best = its.indexOf(all.reduce((a, b) => (b.chance > a.chance ? b : a)));
	let [from, to] = [best, best];
	while (from > 0 && nearly(its[from - 1]!)) from--;
	while (to + 1 < its.length && nearly(its[to + 1]!)) to++;
	while (!good(its[from]!)) from++;
	while (!good(its[to]!)) to--;
	return its.slice(from, to + 1);
}

/**
 * The answer from the question, shared between channels: first off the curve over the sink rate, marked
 * provisional, then each bead counted from equally many drifts with the hand that suits it.
 *
 * @param report called with what is known so far
 * @returns null when it was stopped
 */
export async function whichBead(
	question: BeadQuestion,
	channels: readonly SearchChannel[],
	report: (answer: BeadAnswer) => void,
	stopped: () => boolean = () => false
): Promise<BeadAnswer | null> {
	const known = [...(await channels[0]!.ask({ kind: 'beads', question }))];
	if (stopped()) return null;
	const [slowest, fastest] = [
		Math.min(...known.map(({ speed }) => speed)),
		Math.max(...known.map(({ speed }) => speed))
	];
	if (known.length === 0) return beadAnswer([], question.enough);
	const curve = await curveShared(COARSE_CURVE.logs(slowest, fastest), {
		// Each bead is counted next.
		workers: curveWorkers(channels, question, COARSE_CURVE.worlds),
		finer: false,
		stopped
	});
	if (!curve) return null;
	known.forEach((one, k) => (known[k] = offCurve(one, curve)));
	report(beadAnswer(known, question.enough));
	// Those that matter first.
	const order = known.map((_, k) => k).sort((a, b) => known[b]!.chance - known[a]!.chance);
	let next = 0;
	await Promise.all(
		channels.map(async (channel) => {
			while (next < order.length && !stopped()) {
				const k = order[next++]!;
				const { recipe } = known[k]!;
				const first = await firstDrifts(channel, { ...question, recipe }, stopped);
				if (!first) return;
				const { chance, fault, hand } = first;
				known[k] = { ...known[k]!, chance, drifts: DRIFTS.listed, fault, hand };
				if (!stopped()) report(beadAnswer(known, question.enough));
			}
		})
	);
	return stopped() ? null : beadAnswer(known, question.enough);
}

function offCurve(one: BeadOption, curve: ChanceCurve): BeadOption {
	const at = standOn(curve, math.log(one.speed), math.log(one.weight));
	const near = curve.points.reduce<ChanceCurve['points'][number] | null>(
		(best, point) => (best && Math.abs(best.log - at) <= Math.abs(point.log - at) ? best : point),
		null
	);
	return { ...one, chance: chanceAt(curve, at), fault: near?.fault ?? null };
}
