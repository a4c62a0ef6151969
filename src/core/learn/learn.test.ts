import fc from 'fast-check';
import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { describe, expect, test } from 'vitest';
import {
	covarianceOf,
	prior,
	valueAt,
	valuesAt,
	type ParameterName,
	type ParameterValues
} from '../parameter/index';
import { parametersFor, buildFly, compileBuild, starterRecipe, type Recipe } from '../fly/index';
import { bandDistances } from '../drift/index';
import { drifting, onAverage, predict, worldRuns } from '../predict/index';
import { starterRig } from '../rig/index';
import { normalsFrom, randomFrom } from '../quantity/index';
import { descend, settle, timeTo } from '../sink/index';
import { fluidAt } from '../water/index';
import {
	dropTime,
	learn,
	massOf,
	posterior,
	outingLikelihoodOf,
	GROSS,
	timeOf,
	type Measurable,
	type Observation,
	type EvidenceTerm,
	type Outing,
	type Sight,
	type TimedDrop,
	type Weighing
} from './index';
import { expand, expandLike, shapeOf } from './expansion';
import { foundOf } from './found';
import { laplaceAt } from './posterior';
import { speedScatter, usualHand } from './scatter';

const GRAM = 1e-3;
const LIE = { depth: 0.9, surfaceSpeed: 0.6, bed: 'gravel', zoneTop: 0.2, approach: 3 } as const;
const fly: Recipe = starterRecipe;
const bead = { metal: 'tungsten', shape: 'round', diameter: 0.0028, lot: 'my beads' } as const;

const weighing = (of: Weighing['of'], mass: number, more: Partial<Weighing> = {}): Weighing => ({
	kind: 'weighing',
	key: JSON.stringify([of, mass]),
	on: '2026-01-01',
	of,
	mass,
	count: 1,
	step: 0.001 * GRAM,
	...more
});
const drop = (recipe: Recipe, seconds: number[], more: Partial<TimedDrop> = {}): TimedDrop => ({
	kind: 'drop',
	key: `drop ${seconds.join(' ')}`,
	on: '2026-01-01',
	recipe,
	seconds,
	wet: 'soaked',
	celsius: 15,
	distance: 0.5,
	reaction: 0.1,
	...more
});
const usualBead = (recipe: Recipe) => {
	const { median } = predict(recipe, LIE, 10);
	return compileBuild(buildFly(recipe, median), median).parts.find(({ part }) => part === 'bead')!
		.mass;
};
const knowing = (all: readonly Observation[]) => ({
	...prior,
	learned: learn(all).learned
});

describe('the posterior', () => {
	test('of one linear parameter is the closed form of conjugate normals', () => {
		const [slope, found, spread] = [0.7, 1.3, 0.4];
		const term: EvidenceTerm = {
			places: Int32Array.of(0),
			parts: [],
			predict: (at, { slopes }) => {
				slopes[0] = slope;
				return slope * at[0]!;
			},
			found: [
				{ value: found, spread },
				{ value: found + 0.2, spread }
			]
		};
		const { mean } = posterior(1, [term], { loss: 'square' });
		const { curve } = laplaceAt(mean, [term], { loss: 'square' });
		const precision = 1 + (2 * slope * slope) / spread ** 2;
		expect(curve.variances()[0]).toBeCloseTo(1 / precision, 12);
		expect(mean[0]).toBeCloseTo((slope * (2 * found + 0.2)) / spread ** 2 / precision, 12);
	});

	test('without a prior to speak of it is the least-squares fit of a general-purpose package', () => {
		// y = a eᵇˣ; measured so closely that the prior of one on a and b counts for nothing.
		const normal = normalsFrom(randomFrom(4));
		const x = Array.from({ length: 12 }, (_, k) => k / 6);
		const y = x.map((at) => 1.4 * Math.exp(0.6 * at) + 0.01 * normal());
		const terms = x.map((at, k): EvidenceTerm => ({
			places: Int32Array.of(0, 1),
			parts: [],
			predict: (s, { slopes }) => {
				slopes.set([Math.exp(s[1]! * at), s[0]! * at * Math.exp(s[1]! * at)]);
				return s[0]! * Math.exp(s[1]! * at);
			},
			found: [{ value: y[k]!, spread: 1e-5 }]
		}));
		const { mean } = posterior(2, terms, { loss: 'square', start: Float64Array.of(1, 0.5) });
		const fit = levenbergMarquardt(
			{ x, y },
			([a, b]) =>
				(at: number) =>
					a! * Math.exp(b! * at),
			{
				initialValues: [1, 0.5],
				damping: 1e-3,
				maxIterations: 200,
				errorTolerance: 0,
				gradientDifference: 1e-6,
				centralDifference: true
			}
		);
		expect(mean[0]).toBeCloseTo(fit.parameterValues[0]!, 6);
		expect(mean[1]).toBeCloseTo(fit.parameterValues[1]!, 6);
	});

	test('a figure that bends as much as it leans, found far off, has its mode where prior and pull meet', () => {
		// f(u) = ½ u + u², u the sum of two scores; found again and again at −1, which it never reaches.
		const part = { places: Int32Array.of(0, 1), values: Float64Array.of(1, 1) };
		const found = Array.from({ length: 200 }, () => ({ value: -1, spread: 0.05 }));
		const term: EvidenceTerm = {
			places: part.places,
			parts: [part],
			found,
			predict: (s, { slopes, bends }) => {
				const u = s[0]! + s[1]!;
				slopes.fill(0.5 + 2 * u);
				bends[0] = 2;
				return u / 2 + u * u;
			}
		};
		const { mean, rounds } = posterior(2, [term], { loss: 'square', start: Float64Array.of(2, 1) });
		const u = mean[0]! + mean[1]!;
		const pull = (200 * (u / 2 + u * u + 1) * (0.5 + 2 * u)) / 0.05 ** 2;
		expect(mean[0]! + pull).toBeCloseTo(0, 3);
		expect(mean[0]).toBeCloseTo(mean[1]!, 9);
		expect(rounds).toBeLessThan(30);
	});

	test('what happened moves log-odds as logistic regression says: the mode where gradient and prior meet', () => {
		const outcome = { logOdds: 0.5, slopes: [{ k: 0, slope: 1.5 }], happened: true };
		const at = posterior(1, [], { outcomes: [outcome, outcome] }).mean[0]!;
		expect((2 * 1.5) / (1 + Math.exp(0.5 + 1.5 * at))).toBeCloseTo(at, 9);
	});
});

describe('learning', () => {
	test('each lot’s own has its mode where least squares on the figures themselves finds it, with what all share left as it is', () => {
		const weighings = [
			weighing({ kind: 'beads', bead }, 20 * 0.9 * usualBead({ ...fly, bead }), { count: 20 }),
			weighing({ kind: 'hooks', hook: fly.hook }, 10 * 7.5e-5, { count: 10 }),
			weighing({ kind: 'fly', recipe: { ...fly, bead } }, 1.7e-4)
		];
		const figures = weighings.map(({ of }) => massOf(of, prior));
		const scores = [
			...new Set(
				figures.flatMap(({ about, mixtureOf }) =>
					about.flatMap((name) => (mixtureOf(name) ?? []).map(({ score }) => score))
				)
			)
		];
		const { learned } = learn(weighings, { loss: 'square' });
		const ours = (score: string) => learned.mean[learned.scores.indexOf(score)] ?? 0;
		const own = scores.filter((score) => score.includes('@'));
		const logOf = ({ parameters, about, mixtureOf, figuresAbout }: Measurable, at: number[]) => {
			const z = about.map((name) => [
				name,
				mixtureOf(name)!.reduce(
					(sum, { score, weight }) => sum + weight * (at[own.indexOf(score)] ?? ours(score)),
					0
				)
			]);
			const values = valuesAt(
				parameters,
				Object.fromEntries(z) as Partial<Record<ParameterName, number>>
			);
			return Math.log(figuresAbout(values)(values, null)[0]!);
		};
		const found = weighings.map((one) => foundOf(one, 0)[0]!);
		// Residuals: each score against the prior, each figure against what was found.
		const count = own.length;
		const fit = levenbergMarquardt(
			{
				x: Array.from({ length: count + figures.length }, (_, k) => k),
				y: [...own.map(() => 0), ...found.map(({ value, spread }) => value / spread)]
			},
			(at) => (x: number) =>
				x < count ? at[x]! : logOf(figures[x - count]!, at) / found[x - count]!.spread,
			{
				initialValues: own.map(() => 0),
				damping: 1e-3,
				maxIterations: 200,
				errorTolerance: 0,
				gradientDifference: 1e-4,
				centralDifference: true
			}
		);
		own.forEach((score, k) => {
			// Figures are expanded anew only where they have moved by a twentieth (docs/model.md).
			expect(Math.abs(ours(score) - fit.parameterValues[k]!), score).toBeLessThan(0.1);
		});
		expect(Math.max(...fit.parameterValues.map(Math.abs))).toBeGreaterThan(0.8);
	});

	test('what all lots share is where it was drawn from, however many lots there are', () => {
		for (const count of [25, 200]) {
			const [draw, noise] = [normalsFrom(randomFrom(9)), normalsFrom(randomFrom(10))];
			const drawn = new Map<string, number>();
			const lots = Array.from({ length: count }, (_, k) => {
				const of = {
					kind: 'beads' as const,
					bead: { ...bead, diameter: 0.0016 + 0.0001 * (k % 30), lot: `lot ${k}` }
				};
				const { about, mixtureOf, parameters, figuresAbout } = massOf(of, prior);
				const z = about.map((name) => {
					const parts = mixtureOf(name)!.map(({ score, weight }) => {
						if (!drawn.has(score)) drawn.set(score, draw());
						return weight * drawn.get(score)!;
					});
					return [name, parts.reduce((sum, part) => sum + part, 0)];
				});
				const values = valuesAt(parameters, Object.fromEntries(z) as Record<ParameterName, number>);
				const mass = figuresAbout(values)(values, null)[0]! * (1 + 0.01 * noise());
				return weighing(of, 20 * mass, { key: `lot ${k}`, count: 20 });
			});
			const { learned } = learn(lots);
			const covariance = covarianceOf(learned);
			const shared = [...drawn].filter(([score]) => !score.includes('@'));
			const off = shared.map(([score, truth]) => {
				const k = learned.scores.indexOf(score);
				return k < 0 ? truth : (learned.mean[k]! - truth) / Math.sqrt(covariance(k, k));
			});
			// Within two and a half of the spreads that are claimed, and as a whole no further than such draws are.
			expect(Math.max(...off.map(Math.abs))).toBeLessThan(2.5);
			expect(off.reduce((sum, by) => sum + by * by, 0)).toBeLessThan(2 * off.length);
		}
	});

	test('a long log of flies that hardly differ teaches what the same entries of a few flies do', () => {
		const normal = normalsFrom(randomFrom(21));
		const factors = Array.from({ length: 640 }, () => 0.93 * (1 + 0.03 * normal()));
		const log = (apart: number) =>
			factors.map((factor, n): Observation => {
				const k = n % 20;
				const diameter = 0.0024 + 0.0002 * (k % 5) + apart * Math.floor(n / 20);
				const hook = { ...fly.hook, size: 10 + 2 * (k % 4) };
				const recipe = { ...fly, hook, bead: { ...bead, diameter, lot: `lot ${k % 3}` } };
				const key = `entry ${n}`;
				if (k % 2) {
					const time = timeOf(drop(recipe, [1]), prior);
					const values = valuesAt(time.parameters);
					return drop(recipe, [time.figuresAbout(values)(values, null)[0]! / factor], { key });
				}
				const mass = predict(recipe, LIE, 10).mass.value;
				return weighing({ kind: 'fly', recipe }, factor * mass, { key });
			});
		const [few, many] = [learn(log(0)).learned, learn(log(1e-9)).learned];
		const told = few.scores.filter((_, k) => Math.abs(few.mean[k]!) > 0.3);
		expect(told.length).toBeGreaterThan(5);
		for (const score of told) {
			const [one, other] = [few, many].map(({ scores, mean }) => mean[scores.indexOf(score)] ?? 0);
			expect(Math.abs(one! - other!), score).toBeLessThan(0.1);
		}
	});

	test('what leans as a like thing has its own figure, and the slopes that it has where it stands', () => {
		const recipe = (diameter: number): Recipe => ({ ...fly, bead: { ...bead, diameter } });
		const [of, like] = [0.00281, 0.0028].map((d) => timeOf(drop(recipe(d), [1]), prior)) as [
			Measurable,
			Measurable
		];
		const shape = shapeOf(like, {}, expand(like, {})[0]!);
		for (const [name, z] of [
			['dressing.drag', -1.5],
			['dressing.drag', 1.5]
		] as const) {
			const [exact] = expand(of, { [name]: z });
			const found = expandLike(of, { [name]: z }, shape);
			expect(found.value).toBeCloseTo(exact!.value, 3);
			const k = of.about.indexOf(name);
			const off = Math.abs(found.slope[k]! - exact!.slope[k]!);
			expect(off).toBeLessThan(0.5 * Math.abs(shape.expansion.slope[k]! - exact!.slope[k]!));
		}
	});

	test('nothing measured: nothing learned, and predictions are what they were', () => {
		const { learned, judged } = learn([]);
		expect([learned.scores, judged]).toEqual([[], []]);
		const [after, before] = [predict(fly, LIE, 10, knowing([])), predict(fly, LIE, 10)];
		expect(after.mass).toEqual(before.mass);
		expect(after.speed).toEqual(before.speed);
	});

	test('ten beads that are light teach their lot most, other lots of the metal less, and narrow an untested fly', () => {
		const own: Recipe = { ...fly, bead };
		const usual = usualBead(own);
		const ten = weighing({ kind: 'beads', bead }, 10 * 0.9 * usual, { count: 10 });
		const distribution = knowing([ten]);
		const after = (recipe: Recipe) => {
			const { parts, mass } = predict(recipe, LIE, 10, distribution);
			return { bead: parts.find(({ part }) => part === 'bead')!.mass / usual, mass };
		};
		expect(after(own).bead).toBeGreaterThan(0.89);
		expect(after(own).bead).toBeLessThan(0.93);
		const other = after({ ...fly, bead: { ...bead, lot: 'another' } }).bead;
		expect(other).toBeGreaterThan(0.93);
		expect(other).toBeLessThan(0.98);
		const width = ({ low, high }: { low: number; high: number }) => Math.log(high / low);
		const untested: Recipe = { ...own, hook: { ...own.hook, size: 16 } };
		for (const recipe of [own, untested])
			expect(width(after(recipe).mass)).toBeLessThan(0.8 * width(predict(recipe, LIE, 10).mass));
	});

	test('a fly that was weighed is then predicted as the scale said, though none of its parts is known', () => {
		const { mass } = predict(fly, LIE, 10);
		const found = 1.08 * mass.value;
		const flies = [1, 2, 3, 4].map((k) =>
			weighing({ kind: 'fly', recipe: fly }, found, { key: `fly ${k}` })
		);
		const after = predict(fly, LIE, 10, knowing(flies)).mass;
		expect(after.value / found).toBeGreaterThan(0.985);
		expect(after.value / found).toBeLessThan(1.005);
		expect(after.high / after.low).toBeLessThan(Math.sqrt(mass.high / mass.low));
	});

	test('slow drops are put down to the dressing first', () => {
		const usual = 0.5 / predict(fly, LIE, 15).speed!.value;
		const { learned } = learn([
			drop(
				fly,
				[0, 1, 2, 3].map((k) => 1.25 * usual + 0.01 * k)
			)
		]);
		const [most] = learned.scores
			.map((score, k) => ({ score, at: learned.mean[k]! }))
			.sort((a, b) => Math.abs(b.at) - Math.abs(a.at));
		expect(most!.score).toMatch(/^dressing\.(drag|girth)|^model\.beadWake/);
		expect(most!.at).toBeGreaterThan(0.4);
	});

	test('one wild drop among seven is flagged and moves the mode by under a quarter of its half-width', () => {
		const own = { ...fly, bead };
		const usual = 0.5 / predict(own, LIE, 15).speed!.value;
		const good = Array.from({ length: 6 }, (_, k) =>
			drop(own, [usual * (1 + 0.02 * Math.sin(k))], { key: `good ${k}` })
		);
		const wall = drop(own, [3 * usual], { key: 'wall' });
		const clean = predict(own, LIE, 15, knowing(good)).speed!;
		const { judged } = learn([...good, wall]);
		expect(judged.filter(({ flagged }) => flagged).map(({ key }) => key)).toEqual(['wall']);
		const spoiled = predict(own, LIE, 15, knowing([...good, wall])).speed!;
		expect(Math.abs(Math.log(spoiled.value / clean.value))).toBeLessThan(
			0.25 * Math.log(clean.high / clean.value)
		);
	});

	test('a single drop at 2.7 times its time is flagged, and moves the fly by less than a tenth', () => {
		const usual = predict(fly, LIE, 15).speed!.value;
		const one = [drop(fly, [(2.7 * 0.5) / usual], { key: 'slip' })];
		expect(learn(one).judged).toMatchObject([{ key: 'slip', flagged: true }]);
		const after = predict(fly, LIE, 15, knowing(one)).speed!.value;
		expect(Math.abs(Math.log(after / usual))).toBeLessThan(0.1);
	});

	test('weighings that agree, far from what the fly can be, are believed and said to fight', () => {
		const mass = 1.9 * predict(fly, LIE, 10).mass.value;
		const flies = [0, 1, 2, 3].map((k) =>
			weighing({ kind: 'fly', recipe: fly }, mass * (1 + 0.01 * k), { key: `fly ${k}` })
		);
		const { judged } = learn(flies);
		expect(judged.map(({ flagged, fights }) => [flagged, fights])).toEqual(
			flies.map(() => [false, true])
		);
		const usual = weighing({ kind: 'fly', recipe: fly }, mass / 1.9, { key: 'usual' });
		expect(learn([usual]).judged).toMatchObject([{ flagged: false, fights: false }]);
	});

	test('a watch that is five per cent slow is known from many flies, and does not slow them all', () => {
		const beads = [2, 2.4, 2.8, 3.2, 3.6, 4].map((mm) => ({
			...bead,
			diameter: mm / 1000,
			lot: `${mm}`
		}));
		const all = beads.flatMap((one, k) => {
			const recipe: Recipe = { ...fly, bead: one };
			const [time] = timeOf(drop(recipe, [1]), prior).figuresAbout(predict(recipe, LIE, 15).median)(
				predict(recipe, LIE, 15).median,
				null
			);
			return [0, 1, 2].map((n) =>
				drop(recipe, [1.08 * time!], { key: `${k} ${n}`, reaction: 0.03 })
			);
		});
		const { scores, mean } = learn(all).learned;
		const watch = mean[scores.indexOf('watch.factor')]!;
		// As far as the model's own spread lets it: the watch alone would be at ln 1.08 / 0.05 = 1.5.
		expect(watch).toBeGreaterThan(0.3);
		expect(watch).toBeLessThan(1.54);
	});

	test('the order of entry has no part in it', () => {
		const all: Observation[] = [
			weighing({ kind: 'beads', bead }, 1.5 * GRAM, { count: 10 }),
			weighing({ kind: 'hooks', hook: fly.hook }, 0.4 * GRAM, { count: 10 }),
			weighing({ kind: 'fly', recipe: { ...fly, bead } }, 0.19 * GRAM),
			drop({ ...fly, bead }, [0.9, 1.0, 0.95])
		];
		const first = learn(all).learned;
		fc.assert(
			fc.property(fc.shuffledSubarray(all, { minLength: all.length }), (shuffled) => {
				expect(learn(shuffled).learned).toEqual(first);
			}),
			{ numRuns: 6 }
		);
	});

	test('a fly that ticks the bed time and again is believed to sink faster, or the lie to be shallower', () => {
		const lie = { ...LIE, depth: 1.4, surfaceSpeed: 0.9, key: 'deep' };
		const outing = (saw: Sight, k: number): Outing => ({
			kind: 'outing',
			key: `${saw} ${k}`,
			on: '2026-01-01',
			recipe: fly,
			lie,
			saw,
			rig: starterRig,
			celsius: 10
		});
		const kept = new Map();
		const after = (saw: Sight) => {
			const { learned } = learn(
				[1, 2, 3].map((k) => outing(saw, k)),
				{ kept }
			);
			const distribution = { ...prior, learned };
			return predict(fly, lie, 10, distribution).distance!.value;
		};
		expect(after('touched')).toBeLessThan(0.99 * after('untouched'));
	});

	test('what is seen through the water is believed less than a fit to drifts says', () => {
		const ratios = [
			{ depth: 1.1, surfaceSpeed: 0.9 },
			{ depth: 1.3, surfaceSpeed: 0.8 },
			{ depth: 1.4, surfaceSpeed: 0.7 }
		].map((water) => {
			const outing = {
				recipe: fly,
				rig: starterRig,
				celsius: 10,
				lie: { ...LIE, ...water, key: 'run' }
			};
			const { logOdds, slopes } = outingLikelihoodOf({ ...outing, saw: 'atDepth' });
			// In other worlds than it was fitted to.
			const ready = drifting({ ...outing, distribution: prior });
			const runs = worldRuns(ready, [1000, 1400], bandDistances(ready.median.column, 2));
			const share = runs.filter(({ time }) => time !== null).length / runs.length;
			expect(share).toBeGreaterThan(0.6);
			expect(share, 'too near to certain to tell').toBeLessThan(0.99);
			// The mean of a logistic over normal scores (MacKay 1992).
			const square = slopes.reduce((sum, { slope }) => sum + slope * slope, 0);
			const told = logOdds / Math.sqrt(1 + (Math.PI / 8) * square);
			return told / Math.log(share / (1 - share));
		});
		const mean = ratios.reduce((sum, ratio) => sum + ratio, 0) / ratios.length;
		expect(mean).toBeGreaterThan(0.6);
		expect(mean).toBeLessThan(0.95);
	});

	test('a reset sets aside what was learned of a parameter until then, and what comes after teaches it anew', () => {
		const usual = usualBead({ ...fly, bead });
		const old = weighing({ kind: 'beads', bead }, 9 * usual, { count: 10, on: '2026-01-01' });
		const fresh = weighing({ kind: 'beads', bead }, 10 * usual, {
			count: 10,
			on: '2026-03-01',
			key: 'fresh'
		});
		const massAfter = (all: Observation[], resets: { score: string; on: string }[]) => {
			const distribution = { ...prior, learned: learn(all, { resets }).learned };
			const { parts } = predict({ ...fly, bead }, LIE, 10, distribution);
			return parts.find(({ part }) => part === 'bead')!.mass / usual;
		};
		const reset = [
			{ score: 'bead.tungsten.density@my beads', on: '2026-02-01' },
			{ score: 'bead.diameter@my beads', on: '2026-02-01' }
		];
		expect(massAfter([old], [])).toBeLessThan(0.93);
		// What all tungsten beads share stays learned.
		expect(massAfter([old], reset)).toBeGreaterThan(massAfter([old], []) + 0.01);
		expect(massAfter([old], reset)).toBeLessThan(0.98);
		const anew = massAfter([old, fresh], reset);
		expect(anew).toBeGreaterThan(0.985);
		expect(massAfter([old, fresh], [])).toBeLessThan(anew - 0.01);
	});
});

/** A residual as the loss has it: normal, and now and then a gross one. */
function residualFrom(uniform: () => number, normal: () => number): number {
	return uniform() < GROSS.share ? GROSS.wider * normal() : normal();
}

test('200 tiers drawn from the prior: 90 % intervals cover 84 to 95 %, and ranks are uniform (Talts et al. 2018)', () => {
	const TIERS = 200;
	const covered = { mass: 0, speed: 0 };
	const ranks: number[] = [];
	const recipe: Recipe = { ...fly, bead: { ...bead, metal: 'brass' } };
	const about = Object.keys(prior) as ParameterName[];
	const massOf = (values: ParameterValues, of: Recipe) =>
		compileBuild(buildFly(of, values), values).body.mass;
	for (let tier = 0; tier < TIERS; tier++) {
		const uniform = randomFrom(1000 + tier);
		const normal = normalsFrom(uniform);
		// One pattern: the kind's and the lot's own parts of a score add up to a standard normal one.
		const own = parametersFor(recipe, prior);
		const values = {} as Record<ParameterName, number>;
		for (const name of about) {
			// The mean of many flies is what the ranks are of.
			values[name] = name.startsWith('tied.') ? 1 : valueAt(own[name], normal());
		}
		const mass = massOf(values, recipe);
		const fluid = fluidAt(15);
		const { body } = compileBuild(buildFly(recipe, values), values);
		const sink = settle(body, fluid, values);
		const time = timeOf(drop(recipe, [1]), prior).figuresAbout(values)(values, null)[0]!;
		const all: Observation[] = [
			...[1, 2].map((k) =>
				weighing(
					{ kind: 'fly', recipe },
					values['scale.factor'] * mass * Math.exp(0.03 * residualFrom(uniform, normal)),
					{ key: `w${k}`, step: 1e-9 }
				)
			),
			...[1, 2, 3].map((k) => {
				const common = Math.hypot(0.03, 0.7 * 0.03, 0.06 / 2, 0.003 / 0.5);
				const spread = Math.hypot((Math.SQRT2 * 0.05) / time, common);
				return drop(recipe, [time * Math.exp(spread * residualFrom(uniform, normal))], {
					key: `d${k}`,
					reaction: 0.05
				});
			})
		];
		const after = predict(recipe, LIE, 15, knowing(all));
		const [itsMass, speed] = [
			onAverage(after.mass, after.massContributors),
			onAverage(after.speed!, after.speedContributors)
		];
		if (mass >= itsMass.low && mass <= itsMass.high) covered.mass++;
		if (sink.speed >= speed.low && sink.speed <= speed.high) covered.speed++;
		const off = Math.log(sink.speed / speed.value);
		const side = Math.log(off > 0 ? speed.high / speed.value : speed.value / speed.low) / 1.6449;
		ranks.push(off / side);
	}
	for (const share of [covered.mass / TIERS, covered.speed / TIERS]) {
		expect(share).toBeGreaterThanOrEqual(0.84);
		expect(share).toBeLessThanOrEqual(0.95);
	}
	// Uniform ranks: chi-squared over ten classes of the normal's, 99.9 % limit 27.9 for nine degrees (tables).
	const edges = [-1.2816, -0.8416, -0.5244, -0.2533, 0, 0.2533, 0.5244, 0.8416, 1.2816];
	const counts = Array.from({ length: 10 }, () => 0);
	for (const z of ranks) counts[edges.filter((edge) => z > edge).length]!++;
	const expected = TIERS / 10;
	expect(counts.reduce((sum, n) => sum + (n - expected) ** 2 / expected, 0)).toBeLessThan(27.9);
});

describe('the drop that is timed', () => {
	test('agrees with the drop followed in time, its added mass and turning included, to 4 %', () => {
		for (const recipe of [
			fly,
			{ ...fly, bead: null },
			{ ...fly, coil: { metal: 'lead', turns: 8, wire: 0.0004 } } as Recipe
		]) {
			const values = predict(recipe, LIE, 15).median;
			const fluid = fluidAt(15);
			const { body } = compileBuild(buildFly(recipe, values), values);
			const sink = settle(body, fluid, values);
			const exact = timeTo(descend(body, fluid, values, sink, 0.5, 'flat'), 0.5)!;
			const [quick] = timeOf(drop(recipe, [1]), prior).figuresAbout(values)(values, null);
			expect(Math.abs(quick! / exact - 1)).toBeLessThan(0.04);
		}
	});

	test('says as much as watch, water, ruler and the one fly let it', () => {
		// Two keys of 0.1 s a run; 3 % whatever is repeated; 3 mm of half a metre; the hand's flies (docs/model.md).
		const hand = speedScatter(usualHand);
		const common = Math.hypot(0.03, hand, 0.003 / 0.5);
		const spreads = (seconds: number[], more: Partial<TimedDrop> = {}) =>
			foundOf(drop(fly, seconds, more), Math.log(1.25)).map(({ spread }) => spread);
		expect(spreads([1.25])[0]).toBeCloseTo(Math.hypot((Math.SQRT2 * 0.1) / 1.25, common), 9);
		// What all runs share is not divided by their number.
		const [run] = spreads([1.2, 1.3, 1.25, 1.25], { gates: true });
		expect(run! / 2).toBeCloseTo(Math.hypot(0.002 / 1.25 / 2, common), 9);
	});

	test('a tippet slows it, a thicker one more; between gates nothing is lost to the start', () => {
		const water = fluidAt(15);
		const way = { distance: 0.5 };
		const time = (more: object) => dropTime(1e-3, 0.4, 1.1e-4, { ...way, ...more }, water);
		expect(time({ gates: true })).toBeCloseTo(0.5 / 0.4, 9);
		expect(time({})).toBeGreaterThan(0.5 / 0.4);
		expect(time({ tippet: 1e-4 })).toBeGreaterThan(1.02 * time({}));
		expect(time({ tippet: 2e-4 })).toBeGreaterThan(time({ tippet: 1e-4 }));
	});
});
