import { describe, expect, test } from 'vitest';
import type { Fault } from '../drift/index';
import type { ChanceCurve } from '../predict/index';
import { math } from '../quantity/index';
import { limitOf, pointsOf, termsOf, USUAL_WISHES, type Counts, type Seen } from './index';

/** A curve through chances at sink rates, cm/s, with what spoils the others there. */
const curve = (...points: [speed: number, chance: number, fault?: Fault][]): ChanceCurve => ({
	level: 0,
	own: 0,
	points: points.map(([speed, chance, fault = null]) => ({
		log: math.log(speed / 100),
		chance,
		fault
	}))
});
const seen = (...speeds: number[]) => speeds.map((speed) => ({ speed: speed / 100 }) as Seen);

describe('why nothing does the job', () => {
	const enough = { enough: 0.7 };
	const peak = curve([10, 0.1, 'never'], [20, 0.9], [40, 0.9], [80, 0.1, 'hung']);

	test('where something does it nothing is said, and where nothing can be tied that', () => {
		expect(limitOf(peak, seen(20), 0.7, enough)).toBeNull();
		expect(limitOf(peak, [], 0.1, enough)).toBe(
			'None of these can be tied: every bead or wire is too large for every hook.'
		);
	});

	test('a stock that sinks too slowly, too fast, or neither', () => {
		// The mark of 0.7 lies three quarters of the way (in logarithms) from 10 to 20 and a quarter from 40 to 80.
		expect(limitOf(peak, seen(8, 12), 0.2, enough)).toBe(
			'The fastest that can be tied from these sinks at 12 cm/s, and this lie needs about 17 cm/s.'
		);
		expect(limitOf(peak, seen(60, 90), 0.2, enough)).toBe(
			'The slowest that can be tied from these sinks at 60 cm/s, and above 48 cm/s flies hang up between the stones.'
		);
		expect(limitOf(peak, seen(8, 90), 0.456, enough)).toMatch(
			/^The right sink rate is among these, but .* the best is good in 4\.6 of 10\./
		);
	});

	test('where no sink rate would do, what slower and faster ones come to', () => {
		const none = curve([10, 0.1, 'never'], [20, 0.2, 'late'], [80, 0.1, 'bed']);
		expect(limitOf(none, seen(10), 0.1, enough)).toBe(
			'No sink rate makes good drifts on this rig here: slower flies never come down, faster ones lie on the bed.'
		);
		const short = curve([10, 0, 'short'], [80, 0, 'short']);
		expect(limitOf(short, seen(10), 0, enough)).toBe(
			'No sink rate makes good drifts on this rig here: slower flies cannot reach the water on so short a line.'
		);
		expect(limitOf(curve([10, 0]), seen(10), 0, enough)).toBe(
			'No sink rate makes good drifts on this rig here.'
		);
	});
});

/** Our choices, as docs/model.md has them. */
describe('points are per cent of mass', () => {
	const counts: Counts = {
		mass: 1e-4,
		speed: 0.3,
		bulk: 1,
		gap: 1,
		head: 1,
		price: 0,
		troubles: 0,
		departures: 0,
		pitch: 0,
		tungsten: false,
		apart: false
	};
	const points = (change: Partial<Counts>, wishes = {}, dearest = 2) =>
		pointsOf({ ...counts, ...change }, { ...USUAL_WISHES, ...wishes }, dearest);

	test('what each thing costs', () => {
		expect(points({})).toBeCloseTo(0, 9);
		expect(points({ mass: 1.01e-4 })).toBeCloseTo(100 * math.log(1.01), 9);
		expect(points({ bulk: 0.9 })).toBeCloseTo(100 * math.log(0.9), 9);
		expect(points({ troubles: 2 })).toBeCloseTo(80, 9);
		expect(points({ departures: 3 })).toBeCloseTo(24, 9);
		expect(points({ gap: 0.6 })).toBeCloseTo(8, 9);
		expect(points({ apart: true })).toBeCloseTo(3, 9);
		expect(points({ price: 1 })).toBeCloseTo(5, 9);
		expect(points({ price: null })).toBeCloseTo(5, 9);
		expect(points({ price: null }, {}, 0)).toBeCloseTo(0, 9);
		// Nothing is gained below two hundredths of the shank.
		expect(points({ bulk: 0.01 })).toBeCloseTo(100 * math.log(0.02), 9);
	});

	test('what a person leans towards costs where it is missed', () => {
		expect(points({ head: 0.5 }, { slim: 'head' })).toBeCloseTo(100 * math.log(0.5), 9);
		expect(points({ head: 0.1 }, { slim: 'head' })).toBeCloseTo(100 * math.log(0.15), 9);
		expect(points({ bulk: 0.5 }, { slim: 'body' })).toBeCloseTo(200 * math.log(0.5), 9);
		expect(points({ pitch: 30 }, { hang: 'head-down' })).toBeCloseTo(30, 9);
		expect(points({ pitch: -30 }, { hang: 'level' })).toBeCloseTo(15, 9);
		expect(points({ tungsten: true }, { spareTungsten: true })).toBeCloseTo(25, 9);
		expect(points({ tungsten: true })).toBeCloseTo(0, 9);
	});

	test('the reasons name what each term of them is', () => {
		const one = { ...counts, troubles: 1, tungsten: true, pitch: 50, gap: 0.5, price: 2 };
		const wishes = { ...USUAL_WISHES, spareTungsten: true, hang: 'head-down' as const };
		expect(termsOf(one, wishes, 2)).toMatchObject({
			troubles: 40,
			tungsten: 25,
			pitch: 20,
			gap: 10,
			price: 10,
			mass: 0,
			head: 0
		});
	});
});
