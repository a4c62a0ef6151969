import type { Distribution } from '../../core/parameter/index';
import type { Recipe } from '../../core/fly/index';
import { predict } from '../../core/predict/index';
import type { Interval } from '../../core/quantity/index';
import type { Lie } from '../../core/water/index';

/** Flies whose figures are asked of a thread of the server. */
export interface FiguresAsked {
	readonly recipes: readonly Recipe[];
	readonly lie: Lie;
	readonly celsius: number;
	readonly distribution: Distribution;
}

/** What is predicted of one of them, with the central 90 %. */
export interface Figures {
	/** kg */
	readonly mass: Interval;
	/** m/s; null where the fly floats. */
	readonly speed: Interval | null;
	readonly attitude: string | null;
	/** Degrees. */
	readonly pitch: number | null;
	/** To the zone, s, and as far as it drifts meanwhile, m; null where it never gets there. */
	readonly time: Interval | null;
	readonly distance: Interval | null;
	readonly modelVersion: number;
}

/** Predictions in a thread of the server, in the order of the flies. */
export default function figures({ recipes, lie, celsius, distribution }: FiguresAsked): Figures[] {
	return recipes.map((recipe) => {
		const { mass, speed, time, distance, modelVersion, ...found } = predict(
			recipe,
			lie,
			celsius,
			distribution
		);
		const attitude = found.floats ? null : found.sink.attitude;
		const pitch = found.floats ? null : found.sink.pitch;
		return { mass, speed, attitude, pitch, time, distance, modelVersion };
	});
}
