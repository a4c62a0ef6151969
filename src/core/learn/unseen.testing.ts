import { prior, valueAt, type ParameterName, type ParameterValues } from '../parameter/index';
import { parametersFor, compileFly, starterRecipe, type Recipe } from '../fly/index';
import { predict } from '../predict/index';
import { math, normalsFrom, randomFrom } from '../quantity/index';
import { descend, settle, timeTo } from '../sink/index';
import { fluidAt } from '../water/index';
import { learn, type Observation } from './index';

/** Tiers and flies by the whole forward model, which shares nothing with what learning expands: for tests and for npm run calibrate. */
export const LIE = {
	depth: 0.9,
	surfaceSpeed: 0.6,
	bed: 'gravel',
	zoneTop: 0.2,
	approach: 3
} as const;
export const CELSIUS = 12;
const fluid = fluidAt(CELSIUS);
export const recipe: Recipe = {
	...starterRecipe,
	bead: { metal: 'tungsten', shape: 'round', diameter: 0.0028, lot: 'my beads' }
};
const about = Object.keys(prior) as ParameterName[];

/** A tier whose things are off by what is believed of them, this many times as wide; and each fly by its own. */
function tier(seed: number, wider: number) {
	const uniform = randomFrom(seed);
	const normal = normalsFrom(uniform);
	const own = parametersFor(recipe, prior);
	const truth = {} as Record<ParameterName, number>;
	for (const name of about) truth[name] = valueAt(own[name], wider * normal());
	const fly = (): ParameterValues => ({
		...truth,
		'tied.mass': math.exp(0.03 * normal()),
		'tied.drag': math.exp(0.06 * normal())
	});
	const figures = (values: ParameterValues) => {
		const { body } = compileFly(recipe, values);
		return { body, sink: settle(body, fluid, values) };
	};
	/** One entry in fifteen is a slip of the pen or of the hand. */
	const slip = () => (uniform() < 1 / 15 ? [10, 0.1, 2, 2.7][Math.floor(4 * uniform())]! : 1);
	const entry = (k: number): Observation => {
		const values = fly();
		const { body, sink } = figures(values);
		const noted = { key: `entry ${k}`, on: '2026-01-01' };
		if (k % 2 === 0) {
			const step = 1e-6;
			const mass = Math.round((body.mass * truth['scale.factor'] * slip()) / step) * step;
			const of = { kind: 'fly', recipe } as const;
			return { kind: 'weighing', ...noted, of, count: 1, mass: Math.max(step, mass), step };
		}
		const distance = 0.5;
		const reaction = 0.08;
		const time = timeTo(descend(body, fluid, values, sink, distance, 'flat'), distance)!;
		const entering = math.exp(0.03 * normal());
		const seconds = [0, 1].map(() => {
			const read = time * entering * truth['watch.factor'] + Math.SQRT2 * reaction * normal();
			return Number((Math.max(0.05, read) * slip()).toFixed(2));
		});
		return {
			kind: 'drop',
			...noted,
			recipe,
			wet: 'soaked',
			celsius: CELSIUS,
			distance,
			seconds,
			reaction
		};
	};
	return { entry, fly, figures };
}

/** Shares of unseen flies whose mass and sink rate the ranges hold after this many entries. */
export function covered(entries: number, wider: number): readonly [mass: number, speed: number] {
	const [TIERS, FLIES] = [250, 4];
	let [mass, speed] = [0, 0];
	for (let k = 0; k < TIERS; k++) {
		const { entry, fly, figures } = tier(5000 + 17 * k, wider);
		const { learned } = learn(Array.from({ length: entries }, (_, n) => entry(n)));
		const said = predict(recipe, LIE, CELSIUS, { ...prior, learned });
		for (let n = 0; n < FLIES; n++) {
			const { body, sink } = figures(fly());
			if (body.mass >= said.mass.low && body.mass <= said.mass.high) mass++;
			if (sink.speed >= said.speed!.low && sink.speed <= said.speed!.high) speed++;
		}
	}
	return [mass / TIERS / FLIES, speed / TIERS / FLIES];
}
