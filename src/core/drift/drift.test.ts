import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { prior, valuesAt } from '../parameter/index';
import { compileFly, starterRecipe, type Recipe } from '../fly/index';
import {
	compileLine,
	landings,
	rigOn,
	starterRig,
	ways,
	withWay,
	type RigParts,
	type Way
} from '../rig/index';
import { settle, towed, towedAlike } from '../sink/index';
import {
	beds,
	compileColumn,
	eddyTime,
	fluidAt,
	rouseNumber,
	turbulenceAcross,
	type Lie
} from '../water/index';
import {
	bandDistances,
	bandOf,
	bandRuns,
	drawnDrift,
	drift,
	eddiesOf,
	FINE,
	ROUGH,
	SMOOTH,
	type Drift
} from './index';

const median = valuesAt(prior);
const fluid = fluidAt(8);
const lie: Lie = { depth: 0.9, surfaceSpeed: 0.7, bed: 'cobble', zoneTop: 0.2, approach: 3 };
const bodies = new Map<Recipe, ReturnType<typeof towed>>();
function onLine(recipe: Recipe) {
	let fly = bodies.get(recipe);
	if (!fly) {
		const { body } = compileFly(recipe, median);
		fly = towed(body, fluid, median, settle(body, fluid, median));
		bodies.set(recipe, fly);
	}
	return [{ fly, above: 0 }];
}
const light: Recipe = {
	...starterRecipe,
	bead: { metal: 'brass', shape: 'round', diameter: 2e-3 }
};
const heavy: Recipe = {
	...starterRecipe,
	bead: { metal: 'tungsten', shape: 'slotted', diameter: 4e-3 }
};
const one = (
	change: {
		recipe?: Recipe;
		rig?: Partial<RigParts & { way: Way }>;
		lie?: Partial<Lie>;
		seed?: number;
		/** Where a light one is tied in above it. */
		upper?: { above: number; dropper: number } | null;
	} = {},
	care: Parameters<typeof drift>[4] = { smooth: true }
): Drift =>
	drift(
		[
			...onLine(change.recipe ?? starterRecipe),
			...(change.upper ? [{ ...onLine(light)[0]!, ...change.upper }] : [])
		],
		compileColumn({ ...lie, ...change.lie }, 8, median),
		compileLine(
			rigOn(change.rig?.way ?? 'tight line', { ...starterRig, lead: 0.8, ...change.rig })
		),
		change.seed ?? 1,
		care
	);
const tippet = (mm: number) => ({ ...starterRig.tippet, diameter: mm * 1e-3 });

describe('convergence, the turbulence fixed by its seed', () => {
	const cases: readonly [string, Parameters<typeof one>[0]][] = [
		['tight line, slack cast', {}],
		['tight line, straight cast', { rig: { landing: 'straight' }, lie: { approach: 5 } }],
		['tight line, plunged', { rig: { landing: 'plunged' } }],
		['heavy fly', { recipe: heavy }],
		['light fly', { recipe: light, lie: { approach: 12, depth: 0.7 } }],
		['thick tippet', { rig: { tippet: tippet(0.25) } }],
		['under a float', { rig: { way: 'float' } }],
		['below a dry fly', { rig: { way: 'dry fly', carries: 0.6e-3 } }],
		[
			'deep and fast',
			{
				recipe: heavy,
				lie: { depth: 1.4, surfaceSpeed: 1.1, approach: 8 },
				rig: { leader: { ...starterRig.leader, length: 4 } }
			}
		],
		['still water', { rig: { way: 'still water' }, lie: { surfaceSpeed: 0 } }]
	];
	test.each(cases)('%s: half the step within 0.5 %, twice the segments within 2 %', (_, change) => {
		const time = (fineness: typeof FINE) => {
			const found = one({ ...change, seed: 7 }, { fineness });
			expect(found.time).not.toBeNull();
			return found.time!;
		};
		const base = time(FINE);
		expect(Math.abs(time({ ...FINE, step: FINE.step / 2 }) / base - 1)).toBeLessThan(0.005);
		expect(Math.abs(time({ ...FINE, segments: 2 * FINE.segments }) / base - 1)).toBeLessThan(0.02);
	});

	test('the single path’s way says what the fine one does', () => {
		for (const [name, change] of cases) {
			const [path, fine] = [SMOOTH, FINE].map(
				(fineness) => one(change, { smooth: true, fineness }).time!
			);
			expect(Math.abs(path! / fine! - 1), name).toBeLessThan(0.005);
		}
	});

	test('many rough drifts say the same as many fine ones', () => {
		const mean = (fineness: typeof FINE) => {
			let sum = 0;
			for (let seed = 0; seed < 40; seed++) sum += one({ seed }, { fineness }).time!;
			return sum / 40;
		};
		expect(Math.abs(mean(ROUGH) / mean(FINE) - 1)).toBeLessThan(0.01);
	});
});

describe('turbulence', () => {
	const column = compileColumn({ ...lie, bed: 'gravel' }, 8, median);

	test('what floats along stays evenly mixed over the depth (Thomson 1987)', () => {
		const bins = new Float64Array(10);
		// Halves of a block of noise: what lies between them is made anew each time it is asked for.
		const step = 0.025;
		const tracers = 3000;
		for (let k = 0; k < tracers; k++) {
			const eddies = eddiesOf(column, 1000 + k);
			let z = ((k + 0.5) / tracers) * column.depth;
			for (let i = 1; i <= 320; i++) {
				eddies.advance(i * step, z, 0);
				z += eddies.w * turbulenceAcross(column, z) * step;
				// Bed and surface throw it back, and the eddy with it.
				if (z < 0 || z > column.depth) {
					z = z < 0 ? -z : 2 * column.depth - z;
					eddies.turn();
				}
				if (i > 160) bins[Math.min(9, Math.floor((10 * z) / column.depth))]!++;
			}
		}
		const mean = bins.reduce((a, b) => a + b) / 10;
		for (const bin of bins) expect(Math.abs(bin / mean - 1)).toBeLessThan(0.1);
	});

	test('an eddy keeps its strength and changes as fast however finely it is followed, also within a block of noise', () => {
		const z = 0.4 * column.depth;
		for (const step of [0.1, 0.0125]) {
			let [square, change, count] = [0, 0, 0];
			for (let k = 0; k < 600; k++) {
				const eddies = eddiesOf(column, 5000 + k);
				let before = eddies.u;
				for (let i = 1; i * step <= 1.5; i++, count++) {
					eddies.advance(i * step, z, 0);
					square += eddies.u ** 2;
					change += (eddies.u - before) ** 2;
					before = eddies.u;
				}
			}
			expect(square / count).toBeGreaterThan(0.85);
			expect(square / count).toBeLessThan(1.15);
			// Of an Ornstein–Uhlenbeck process of strength 1.
			const expected = 2 * (1 - Math.exp(-step / eddyTime(column, z)));
			expect(change / count / expected).toBeGreaterThan(0.95);
			expect(change / count / expected).toBeLessThan(1.05);
		}
	});

	test('its diffusivity is the parabolic one, and the Rouse number names who decides', () => {
		const z = 0.4 * column.depth;
		const sigma = turbulenceAcross(column, z);
		const parabolic = 0.41 * column.shearVelocity * z * (1 - 0.4);
		expect(sigma * sigma * eddyTime(column, z)).toBeCloseTo(parabolic, 12);
		// Nezu & Nakagawa (1993): 1.27 u* at the bed.
		expect(turbulenceAcross(column, 0) / column.shearVelocity).toBeCloseTo(1.27, 9);
		expect(rouseNumber(0.5, column)).toBeGreaterThan(2.5);
	});

	test('the same seed gives the same drift, another seed another one', () => {
		const again = [one({ seed: 3 }, {}), one({ seed: 3 }, {})];
		expect(again[0]).toEqual(again[1]);
		expect(one({ seed: 4 }, {}).time).not.toBe(again[0]!.time);
	});
});

describe('rules of the trade (common practice, no source)', () => {
	test('a thinner tippet gets down sooner', () => {
		const times = [0.3, 0.22, 0.15, 0.1].map((mm) => one({ rig: { tippet: tippet(mm) } }).time!);
		for (let i = 1; i < times.length; i++) expect(times[i]).toBeLessThan(times[i - 1]!);
	});

	test('more depth or current asks for more landing distance', () => {
		const far = { approach: 12 };
		const deep = [0.6, 0.8, 1, 1.2].map((depth) => one({ lie: { ...far, depth } }).distance!);
		const fast = [0.3, 0.5, 0.7, 0.9].map(
			(surfaceSpeed) => one({ lie: { ...far, surfaceSpeed } }).distance!
		);
		for (const list of [deep, fast]) {
			for (let i = 1; i < list.length; i++) expect(list[i]).toBeGreaterThan(list[i - 1]!);
		}
	});

	test('the dry fly goes under when the dropper is too heavy, and floats with a light one', () => {
		const rig = { way: 'dry fly', carries: 0.15e-3 } as const;
		const drowned = one({ recipe: heavy, rig });
		expect(drowned.under).not.toBeNull();
		// Whatever else is wrong with it, that is what spoils it.
		expect(drowned).toMatchObject({ good: false, fault: 'under' });
		expect(one({ recipe: light, rig }).under).toBeNull();
	});

	test('on the swing the current lifts the fly, the more the faster', () => {
		const height = (surfaceSpeed: number) => {
			const column = compileColumn({ ...lie, surfaceSpeed }, 8, median);
			const line = compileLine(withWay(starterRig, 'swing'));
			return drawnDrift(onLine(heavy), column, line, 1, { smooth: true }).path.at(-1)!.height;
		};
		const heights = [0.3, 0.6, 0.9].map(height);
		expect(heights[1]).toBeGreaterThan(heights[0]! + 0.01);
		expect(heights[2]).toBeGreaterThan(heights[1]! + 0.01);
	});

	test('the lightest fly that gets there beats a heavier one, which lies on the bed', () => {
		const float = (recipe: Recipe) => one({ recipe, rig: { way: 'float' }, lie: { approach: 7 } });
		expect(float(heavy).onBed).toBeGreaterThan(0.5);
		expect(float(light)).toMatchObject({ onBed: 0, inZone: 1, good: true });
	});

	test('stronger turbulence spreads the arrival; how often a fly hangs up is the mean of its drifts', () => {
		const spread = (bed: Lie['bed']) => {
			const column = compileColumn({ ...lie, bed, approach: 6 }, 8, median);
			const here = { flies: onLine(starterRecipe), column, line: compileLine(starterRig) };
			const seeded = Array.from({ length: 60 }, (_, seed) => ({ ...here, seed }));
			const runs = bandRuns(seeded, bandDistances(column));
			const { time, hangUp } = bandOf(runs, bandDistances(column));
			const mean = runs.reduce((sum, run) => sum + run.hangUp, 0) / runs.length;
			expect(mean).toBeGreaterThan(bed === 'boulder' ? 0.001 : -1);
			expect(hangUp).toBeCloseTo(mean, 12);
			return time!.high - time!.low;
		};
		expect(spread('boulder')).toBeGreaterThan(spread('sand'));
	});
});

test('two flies on one line: the upper hangs above the point fly, and both get down sooner than the light one alone', () => {
	const column = compileColumn({ ...lie, approach: 8 }, 8, median);
	const line = compileLine(starterRig);
	const [point, upper] = [onLine(heavy)[0]!, { ...onLine(light)[0]!, above: 0.5 }];
	const both = drawnDrift([point, upper], column, line, 1, { smooth: true });
	const [way] = both.others;
	expect(way).toHaveLength(both.path.length);
	const half = Math.floor(both.path.length / 2);
	expect(way![half]!.height).toBeGreaterThan(both.path[half]!.height);
	// The line between them holds them together.
	const apart = way!.map(({ distance, height }, i) =>
		Math.hypot(distance - both.path[i]!.distance, height - both.path[i]!.height)
	);
	expect(Math.max(...apart)).toBeLessThan(0.502);
	const alone = drawnDrift(onLine(light), column, line, 1, { smooth: true });
	const reaches = (heights: readonly { readonly height: number }[], path: typeof both.path) =>
		path[heights.findIndex(({ height }) => height < 0.5)]!.time;
	expect(reaches(way!, both.path)).toBeLessThan(reaches(alone.path, alone.path));
});

test('a dropper is drawn to its end and back; one in the air with next to nothing on it leaves the line’s angle as it is', () => {
	const column = compileColumn(lie, 8, median);
	const line = compileLine({ ...starterRig, lead: 0.8 });
	const [point] = onLine(light) as [ReturnType<typeof onLine>[number]];
	const none = { ...towedAlike(point.fly, 1e-9, 1e-10, 0.05), mass: 1e-9 };
	const run = (above: number, dropper: number) =>
		drawnDrift([point, { fly: none, above, dropper }], column, line, 1, { smooth: true });
	const { shapes } = run(0.5, 0.2);
	const { x, z, flies } = shapes.at(-1)!;
	const end = flies[1]!;
	expect([x[end - 1], z[end - 1]]).toEqual([x[end + 1], z[end + 1]]);
	expect(Math.hypot(x[end]! - x[end - 1]!, z[end]! - z[end - 1]!)).toBeCloseTo(0.2, 2);
	expect(x.length).toBe(run(0.5, 0).shapes[0]!.x.length + 2);
	// Its knot is just above the water.
	const [free, tied] = [run(0.95, 0), run(0.95, 0.3)];
	expect(Math.abs(tied.angle / free.angle - 1)).toBeLessThan(0.05);
});

test('whatever the rig and the water, a drift ends with finite figures within its bounds', () => {
	fc.assert(
		fc.property(
			fc.record({
				way: fc.constantFrom(...ways),
				landing: fc.constantFrom(...landings),
				tipHeight: fc.double({ min: 0, max: 5, noNaN: true }),
				lead: fc.double({ min: 0, max: 2, noNaN: true }),
				leader: fc.double({ min: 0, max: 8, noNaN: true }),
				tippet: fc.double({ min: 0.05, max: 4, noNaN: true }),
				mm: fc.double({ min: 0.05, max: 0.6, noNaN: true }),
				depth: fc.double({ min: 0.1, max: 4, noNaN: true }),
				surfaceSpeed: fc.double({ min: 0, max: 4, noNaN: true }),
				bed: fc.constantFrom(...beds),
				seed: fc.nat()
			}),
			fc.constantFrom(light, starterRecipe, heavy),
			fc.option(
				fc.record({
					above: fc.double({ min: 0.05, max: 4, noNaN: true }),
					dropper: fc.double({ min: 0, max: 1.5, noNaN: true })
				})
			),
			(
				{ mm, leader, tippet: length, way, landing, tipHeight, lead, seed, ...water },
				recipe,
				upper
			) => {
				const found = one(
					{
						recipe,
						upper,
						seed,
						lie: water,
						rig: {
							way,
							landing,
							tipHeight,
							lead,
							leader: { ...starterRig.leader, length: leader },
							tippet: { ...tippet(mm), length }
						}
					},
					{ fineness: ROUGH }
				);
				for (const share of [found.inZone, found.onBed, found.hangUp]) {
					expect(share).toBeGreaterThanOrEqual(0);
					expect(share).toBeLessThanOrEqual(1.0001);
				}
				for (const figure of [found.slip, found.angle, found.tension]) {
					expect(Number.isFinite(figure)).toBe(true);
				}
				expect(found.good).toBe(found.fault === null);
				expect(found.fault).not.toBe('unsolved');
			}
		),
		{ numRuns: 150, endOnFailure: true }
	);
});
