import type { QuantityField } from '$core/quantity/index';

/** From a value, one step in a direction; `big` is what Shift asks for. */
export type StepRule = (value: number, direction: 1 | -1, big: boolean) => number;

/** Equal steps within a range. Values between two steps go to the next one. */
export function evenSteps(step: number, bigStep: number, low: number, high: number): StepRule {
	const digits = Math.max(0, -Math.floor(Math.log10(step)) + 1);
	return (value, direction, big) => {
		const by = big ? bigStep : step;
		const next =
			direction > 0
				? Math.floor(value / by + 1e-6) * by + by
				: Math.ceil(value / by - 1e-6) * by - by;
		return Number(Math.min(high, Math.max(low, next)).toFixed(digits));
	};
}

/**
 * Equal steps of a field, in the unit that it is shown in.
 *
 * @param step in the metric unit, as is `bigStep`
 */
export function fieldSteps(field: QuantityField, step: number, bigStep: number): StepRule {
	const { measure, possible } = field;
	return (value, direction, big) => {
		const [low, high] = possible.map((end) => measure.to(end)) as [number, number];
		const even = evenSteps(measure.step(step), measure.step(bigStep), low, high);
		const next = Number(measure.from(even(measure.to(value), direction, big)).toPrecision(9));
		// The shown unit's rounding must not lead out of the field's range.
		return Math.min(possible[1], Math.max(possible[0], next));
	};
}

/** The sizes that are sold. A size between two goes to the next one; Shift takes three at once. */
export function tradeSteps(sizes: readonly number[]): StepRule {
	return (value, direction, big) => {
		const slack = 1e-7;
		const beyond =
			direction > 0
				? sizes.filter((size) => size > value + slack)
				: sizes.filter((size) => size < value - slack).reverse();
		return beyond[Math.min(big ? 2 : 0, beyond.length - 1)] ?? value;
	};
}
