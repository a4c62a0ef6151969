import { describe, expect, test } from 'vitest';
import { prior, valuesAt } from '../parameter/index';
import { SPHERE, WIRE, type FlyBody } from '../body/index';
import { compileFly, type Recipe } from '../fly/index';
import { GRAVITY } from '../material/index';
import { fluidAt, type Fluid } from '../water/index';
import { cylinderDrag, effectiveLength, settle, sphereDrag } from './index';

const median = { ...valuesAt(prior) };
import { lone } from './lone.testing';

const bare = { ...median, 'model.beadWake': 1 };
const water = fluidAt(10);

/** A body of one element, for the checks that have a closed form. */
function single(
	kind: number,
	length: number,
	diameter: number,
	mass: number,
	volume: number
): FlyBody {
	return {
		mass,
		volume,
		held: 0,
		inertia: 1e-9,
		centreOfMass: { x: 0, y: 0 },
		centreOfBuoyancy: { x: 0, y: 0 },
		eye: { x: 0, y: 0 },
		elements: lone(kind, { length, diameter })
	};
}
const sphere = (diameter: number, density: number): FlyBody => {
	const volume = (Math.PI / 6) * diameter ** 3;
	return single(SPHERE, 0, diameter, density * volume, volume);
};

describe('drag laws', () => {
	test('the sphere: Brown & Lawler (2003), and Schiller & Naumann (1933) to 5 %', () => {
		for (const [re, cd] of [
			[1, 27.6],
			[10, 4.128],
			[100, 1.073],
			[1e3, 0.463],
			[1e4, 0.411]
		] as const) {
			expect(Math.abs(sphereDrag(re) / cd - 1)).toBeLessThan(1e-3);
		}
		for (let re = 0.2; re < 800; re *= 1.5) {
			const schillerNaumann = (24 / re) * (1 + 0.15 * re ** 0.687);
			expect(Math.abs(sphereDrag(re) / schillerNaumann - 1)).toBeLessThan(0.05);
		}
	});

	test('the cylinder: Dennis & Chang (1970) to 3 %, no jumps, drag grows with speed', () => {
		for (const [re, cd] of [
			[10, 2.846],
			[20, 2.045],
			[40, 1.522]
		] as const) {
			expect(Math.abs(cylinderDrag(re) / cd - 1)).toBeLessThan(0.03);
		}
		let before = cylinderDrag(0.01);
		for (let re = 0.01; re < 5000; re *= 1.001) {
			const now = cylinderDrag(re);
			expect(Math.abs(now / before - 1)).toBeLessThan(0.02);
			expect(now * 1.001 ** 2).toBeGreaterThan(before);
			before = now;
		}
	});

	test('a fibre: Luhar & Nepf (2011) stands at small loads and lies down at large ones', () => {
		expect(effectiveLength(0.1)).toBe(1);
		// Their formula at Ca 10: 1 − (1 − 0.9·10^(−1/3))/(1 + 8·10^(−3/2)).
		expect(effectiveLength(10)).toBeCloseTo(1 - (1 - 0.417744) / (1 + 0.252982), 5);
		expect(effectiveLength(1e6)).toBeLessThan(0.011);
	});
});

describe('settling of bodies with an answer elsewhere', () => {
	test('a tiny sphere obeys Stokes', () => {
		const d = 20e-6;
		const stokes = ((2500 - water.density) * GRAVITY * d * d) / (18 * water.viscosity);
		expect(settle(sphere(d, 2500), water, bare).speed / stokes).toBeCloseTo(1, 1.5);
	});

	test('Ferguson & Church (2004) within 5 % below Re 1 and above Re 1000', () => {
		const nu = water.viscosity / water.density;
		for (const [d, density] of [
			[60e-6, 2650],
			[3e-3, 7850],
			[4e-3, 17500],
			[8e-3, 8490]
		] as const) {
			const r = density / water.density - 1;
			const ferguson =
				(r * GRAVITY * d * d) / (18 * nu + Math.sqrt(0.75 * 0.4 * r * GRAVITY * d ** 3));
			const { speed } = settle(sphere(d, density), water, bare);
			const re = (speed * d) / nu;
			expect(re < 1 || re > 1000).toBe(true);
			expect(Math.abs(speed / ferguson - 1)).toBeLessThan(0.05);
		}
	});

	test('a cylinder broadside where its coefficient is 1; twice the weight gives √2', () => {
		const values = { ...median, 'model.crossFlow': 1 };
		const [length, d] = [0.02, 0.004];
		const volume = (Math.PI / 4) * d * d * length;
		const rod = (density: number) =>
			settle(single(WIRE, length, d, density * volume, volume), water, values);
		const weight = (density: number) => (density - water.density) * volume * GRAVITY;
		const expected = Math.sqrt((2 * weight(7850)) / (water.density * d * length));
		expect(rod(7850).attitude).toBe('level');
		expect(rod(7850).speed / expected).toBeCloseTo(1, 6);
		const twice = water.density + 2 * (7850 - water.density);
		expect(rod(twice).speed / rod(7850).speed).toBeCloseTo(Math.SQRT2, 6);
	});

	test('what is lighter than water floats', () => {
		const cork = settle(sphere(5e-3, 300), water, median);
		expect(cork).toMatchObject({ floats: true, speed: 0 });
		expect(cork.submergedWeight).toBeLessThan(0);
	});
});

describe('flies, against the rules of the trade (memory, no source)', () => {
	const fly = (
		size: number,
		bead: Recipe['bead'],
		fullness: Recipe['dressing']['fullness'] = 'medium'
	) =>
		compileFly(
			{
				hook: { style: 'straight', size, lengthX: 0, wireX: 0 },
				bead,
				coil: null,
				dressing: { fullness }
			},
			median
		).body;
	const speed = (body: FlyBody, fluid: Fluid = water) => settle(body, fluid, median).speed;
	const bead = (mm: number, metal: 'tungsten' | 'brass' = 'tungsten') =>
		({ metal, shape: 'round', diameter: mm * 1e-3 }) as const;

	test('30–100 cm/s with tungsten, brass about two thirds of it, unweighted size 12 about 10–20', () => {
		for (const [size, mm] of [
			[18, 2],
			[16, 2.5],
			[14, 2.8],
			[12, 3.5],
			[10, 3]
		] as const) {
			const tungsten = speed(fly(size, bead(mm)));
			expect(tungsten).toBeGreaterThan(0.3);
			expect(tungsten).toBeLessThan(1);
			const ratio = speed(fly(size, bead(mm, 'brass'))) / tungsten;
			expect(ratio).toBeGreaterThan(0.58);
			expect(ratio).toBeLessThan(0.78);
		}
		expect(speed(fly(12, null, 'full'))).toBeGreaterThan(0.1);
		expect(speed(fly(12, null, 'full'))).toBeLessThan(0.21);
	});

	test('sparse sinks: a fuller dressing is slower; colder water is slower for a light fly', () => {
		const beads = bead(2.4);
		expect(speed(fly(16, beads, 'sparse'))).toBeGreaterThan(speed(fly(16, beads, 'medium')));
		expect(speed(fly(16, beads, 'medium'))).toBeGreaterThan(speed(fly(16, beads, 'full')));
		expect(speed(fly(14, null), fluidAt(2))).toBeLessThan(speed(fly(14, null), fluidAt(18)));
		// Large tungsten may be a shade faster in cold water, never by more than 2 %.
		const large = fly(6, bead(6.4));
		expect(speed(large, fluidAt(2)) / speed(large, fluidAt(18))).toBeLessThan(1.02);
	});
});
