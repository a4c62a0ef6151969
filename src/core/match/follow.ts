import { bandDistances, mainFault, type Fault } from '../drift/index';
import { worldRuns, type Drifting } from '../predict/index';

/** What some drifts of a build came to, as sums, so that pieces add up. */
export interface Followed {
	readonly good: number;
	/** And of each fly above the point, the lowest first; empty where there is one fly. */
	readonly above: readonly number[];
	/** m above the zone, mean over the hold, summed over the drifts; what never came there counts with the whole depth. */
	readonly miss: number;
	/** What spoils most of the others. */
	readonly fault: Fault | null;
}

/** Follows a build through some of its drifts. @param from the first of them @param to the one after the last */
export function followed(ready: Drifting, from: number, to: number): Followed {
	const { column } = ready.median;
	const distances = bandDistances(column, 2);
	let good = 0;
	let above: readonly number[] = ready.median.flies.slice(1).map(() => 0);
	let miss = 0;
	const faults: Partial<Record<Fault, number>> = {};
	for (const run of worldRuns(ready, [from, to], distances)) {
		if (run.fault === null) good++;
		else faults[run.fault] = (faults[run.fault] ?? 0) + 1;
		above = above.map((sum, k) => sum + Number(run.above![k]!.good));
		miss += Math.max(0, (run.height ?? column.depth) - column.zoneTop);
	}
	return { good, above, miss, fault: mainFault({ faults }) };
}
