import type { Build } from '../fly/index';
import { stepTable, type StepOnFly } from './step-table';

/** One step at the vise. */
export interface TyingStep extends Required<StepOnFly> {
	/** The same for the same step on any fly. */
	readonly key: string;
	/** How long it takes this tier, s. */
	readonly seconds: number;
}

/**
 * The steps of a fly in tie-on order, from its recipe.
 *
 * @param pace of a step's key the factor on what it usually takes
 */
export function stepsOf(build: Build, pace: (key: string) => number = () => 1): TyingStep[] {
	return stepTable.flatMap(({ key, on }) => {
		const step = on(build);
		if (!step) return [];
		const seconds = step.usual * pace(key);
		return [{ marks: [], turns: 0, dries: 0, caution: null, ...step, key, seconds }];
	});
}
