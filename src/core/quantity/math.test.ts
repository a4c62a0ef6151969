import fc from 'fast-check';
import { expect, test } from 'vitest';
import * as math from './math';

/** Units in the last place between two numbers of one sign. */
function apart(a: number, b: number): number {
	if (Object.is(a, b)) return 0;
	const bits = new BigInt64Array(Float64Array.of(a, b).buffer);
	const off = bits[0]! - bits[1]!;
	return Number(off < 0n ? -off : off);
}

const angle = fc.double({ min: -1e5, max: 1e5, noNaN: true });
const positive = fc.double({ min: 1e-300, max: 1e300, noNaN: true });

// The engine's own functions, none of which is off by more than one unit in the last place: two of ours
// for what is put together of several.
const held = [
	['log', positive, 1],
	['exp', fc.double({ min: -700, max: 700, noNaN: true }), 1],
	['sin', angle, 1],
	['cos', angle, 1],
	['atan', angle, 1],
	['log1p', fc.double({ min: -0.999, max: 1e6, noNaN: true }), 3],
	['expm1', fc.double({ min: -20, max: 20, noNaN: true }), 3],
	['asin', fc.double({ min: -1, max: 1, noNaN: true }), 3],
	['acos', fc.double({ min: -1, max: 1, noNaN: true }), 3],
	['asinh', angle, 3],
	['cosh', fc.double({ min: -20, max: 20, noNaN: true }), 3],
	['cbrt', angle, 2]
] as const;

test.each(held)('%s is the engine’s to the last places', (name, numbers, ulps) => {
	fc.assert(
		fc.property(numbers, (x) => {
			expect(apart(math[name](x), Math[name](x))).toBeLessThanOrEqual(ulps);
		}),
		{ numRuns: 2000 }
	);
});

test('powers and the angle of a point are the engine’s to the last place', () => {
	fc.assert(
		fc.property(
			fc.double({ min: 1e-9, max: 1e9, noNaN: true }),
			fc.double({ min: -12, max: 12, noNaN: true }),
			(x, y) => {
				expect(apart(math.pow(x, y), Math.pow(x, y))).toBeLessThanOrEqual(1);
				expect(apart(math.atan2(y, x), Math.atan2(y, x))).toBeLessThanOrEqual(1);
				expect(apart(math.atan2(y, -x), Math.atan2(y, -x))).toBeLessThanOrEqual(1);
			}
		),
		{ numRuns: 2000 }
	);
});

test('what the standard says exactly holds: zeros, infinities, no number, whole powers', () => {
	for (const x of [0, -0, 1, -1, Infinity, -Infinity, NaN, 5e-324, -2.5]) {
		for (const name of ['log', 'exp', 'sin', 'cos', 'atan', 'cbrt'] as const) {
			expect(math[name](x)).toBe(Math[name](x));
		}
		for (const y of [0, -0, 1, 2, 3, 0.5, -1, Infinity, -Infinity, NaN, -2.5]) {
			expect(math.pow(x, y)).toBe(Math.pow(x, y));
			expect(math.atan2(y, x)).toBe(Math.atan2(y, x));
		}
	}
});

// fdlibm's own answers, bit for bit, on arguments for which engines of today differ (recorded from Node 20,
// whose log and atan2 are fdlibm's).
test('the digits do not move', () => {
	expect(math.log(0.1)).toBe(-2.3025850929940455);
	expect(math.log(7.3)).toBe(1.9878743481543455);
	expect(math.exp(1.1)).toBe(3.0041660239464334);
	expect(math.atan2(0.3, 0.7)).toBe(0.40489178628508343);
	expect(math.sin(1e5)).toBe(0.03574879797201651);
	expect(math.pow(7.3, 0.82)).toBe(5.104165471524789);
});
