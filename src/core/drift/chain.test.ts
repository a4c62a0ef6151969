import { describe, expect, test } from 'vitest';
import { prior, valuesAt } from '../parameter/index';
import type { Column, Line } from '../body/index';
import { compileFly, starterRecipe } from '../fly/index';
import { GRAVITY } from '../material/index';
import { descend, noDrag, pullOn, settle, timeTo, towed, towedAlike } from '../sink/index';
import { integrateByLibrary } from '../../lib/contract/library.testing';
import { compileColumn, fluidAt, speedAt } from '../water/index';
import { noEddies } from './eddies';
import { followed } from './follow';
import { chainOf, FINE, type Fineness } from './index';
import { tensionOf } from './segment';
import { loadOf, type Hung } from './state';
import type { Moment } from './trace';

const median = valuesAt(prior);
const fluid = fluidAt(8);
const { body } = compileFly(starterRecipe, median);
const sink = settle(body, fluid, median);
const fly = towed(body, fluid, median, sink);
const flies = [{ fly, above: 0 }];

const column = (depth: number, surfaceSpeed: number): Column =>
	compileColumn(
		{ depth, surfaceSpeed, bed: 'gravel', zoneTop: 0.2, approach: 3, hold: 1.5 },
		8,
		median
	);
const still = column(2, 0);
/** Water that does not rub, so that a line as thin as nothing is as good as none; flies keep their drag. */
const smooth = (water: Column): Column => ({ ...water, viscosity: 1e-9 });
const nylon = { density: 1140 };
/** A line without weight or drag worth the name. */
const nothing = { diameter: 1e-7, density: 1000 };
const hanging = (
	length: number,
	piece: { diameter: number; density: number },
	reach = 0.99
): Line => ({
	pieces: [{ length, ...piece }],
	top: { kind: 'hand', height: 0 },
	landing: { reach, plunge: 0 }
});
/** Follows a chain to the end and gives its last moment. */
function follow(
	water: Column,
	line: Line,
	seconds: number,
	look: (moment: Moment) => boolean = () => false,
	fineness: Fineness = FINE,
	hung: readonly Hung[] = flies
) {
	let last: Moment | null = null;
	const [trace] = followed([
		{
			flies: hung,
			column: water,
			line,
			eddies: noEddies,
			fineness,
			longest: seconds,
			look(moment) {
				last = moment;
				return look(moment);
			}
		}
	]);
	expect(trace!.solved).toBe(true);
	return last!;
}

describe('a fly without a line', () => {
	// Long, thin as nothing and quite slack.
	const line: Line = { ...hanging(4, nothing, 0.2), landing: { reach: 0.2, plunge: 0 } };
	const depths: [number, number][] = [];
	follow(smooth(still), line, 2, ({ time, state, chain }) => {
		depths.push([time, still.depth - state.z[chain.n]!]);
		return false;
	});

	test('falls as a library integrates its weight, drag and moved water', () => {
		const drag = noDrag();
		for (const [time, depth] of depths.filter((_, k) => k % 10 === 9)) {
			const rate = (_: number, [, v]: number[]) => {
				pullOn(fly, 0, v!, drag);
				return [v!, (fly.weight - drag.z) / fly.inertia];
			};
			const end = integrateByLibrary(rate, [0, 0], 0, time)[0]!;
			// Half the height over which it leaves the air.
			expect(Math.abs(depth - end)).toBeLessThan(0.002);
		}
	});

	test('is as deep as the fly that turns freely', () => {
		const drop = descend(body, fluid, median, sink, 1.2);
		const [time] = depths.find(([, depth]) => depth >= 1)!;
		expect(Math.abs(time / timeTo(drop, 1)! - 1)).toBeLessThan(0.04);
	});
});

describe('two flies on a line without weight or drag, in still water', () => {
	const small = compileFly(
		{ ...starterRecipe, bead: { metal: 'brass', shape: 'round', diameter: 2e-3 } },
		median
	).body;
	const upper = towed(small, fluid, median, settle(small, fluid, median));
	/** Depth and place of both over time, the upper one tied in so far up. */
	function fall(hung: readonly Hung[], seconds: number) {
		const line: Line = { ...hanging(8, nothing, 0.2), landing: { reach: 0.2, plunge: 0 } };
		const rows: { time: number; at: number[]; rate: number[] }[] = [];
		const look = ({ time, state, chain }: Moment) => {
			const at = chain.flyAt.flatMap((i) => [state.x[i]!, still.depth - state.z[i]!]);
			const rate = chain.flyAt.flatMap((i) => [state.u[i]!, -state.w[i]!]);
			rows.push({ time, at, rate });
			return false;
		};
		follow(smooth(still), line, seconds, look, FINE, hung);
		return rows;
	}

	test('far apart each falls as it does alone', () => {
		const both = fall([...flies, { fly: upper, above: 5 }], 2).at(-1)!.at;
		const lower = fall(flies, 2).at(-1)!.at;
		const alone = fall([{ fly: upper, above: 0 }], 2).at(-1)!.at;
		expect(Math.abs(both[1]! / lower[1]! - 1)).toBeLessThan(0.01);
		expect(Math.abs(both[3]! / alone[1]! - 1)).toBeLessThan(0.01);
	});

	test.each([0, 0.2])(
		'one that is next to nothing changes nothing, on a dropper of %d m',
		(dropper) => {
			const none = towedAlike(upper, 1e-12, 1e-12, upper.speed);
			const both = fall([...flies, { fly: none, above: 0.5, dropper }], 2).at(-1)!.at;
			const alone = fall(flies, 2).at(-1)!.at;
			// As far as the line is cut elsewhere for it.
			expect(Math.abs(both[1]! / alone[1]! - 1)).toBeLessThan(0.003);
		}
	);

	test('near each other they pull at each other as a library integrates two weights on a string', () => {
		const apart = 0.5;
		const rows = fall([...flies, { fly: upper, above: apart }], 3);
		const stiffness = (fly.weight + upper.weight) / 5e-4;
		const [a, b] = [noDrag(), noDrag()];
		// x, down, and their rates, of the lower and then of the upper one.
		const rate = (_: number, [x, y, u, v, X, Y, U, V]: number[]) => {
			const long = Math.hypot(X! - x!, Y! - y!);
			const pull = tensionOf(stiffness, long / apart - 1);
			const [tx, ty] = [(pull * (X! - x!)) / long, (pull * (Y! - y!)) / long];
			pullOn(fly, -u!, v!, a);
			pullOn(upper, -U!, V!, b);
			return [
				u!,
				v!,
				(a.x + tx) / fly.inertia,
				(fly.weight - a.z + ty) / fly.inertia,
				U!,
				V!,
				(b.x - tx) / upper.inertia,
				(upper.weight - b.z - ty) / upper.inertia
			];
		};
		// Once both are out of the air.
		const start = rows.find(({ at }) => at[1]! > 0.05 && at[3]! > 0.05)!;
		const from = [0, 2].flatMap((k) => [
			...start.at.slice(k, k + 2),
			...start.rate.slice(k, k + 2)
		]);
		const end = rows.at(-1)!;
		const found = integrateByLibrary(rate, from, start.time, end.time);
		const own = [end.at[0]!, end.at[1]!, end.at[2]!, end.at[3]!];
		const theirs = [found[0]!, found[1]!, found[4]!, found[5]!];
		own.forEach((value, k) => expect(Math.abs(value - theirs[k]!)).toBeLessThan(0.002 * own[1]!));
		// By then the string is tight.
		expect(Math.hypot(own[2]! - own[0]!, own[3]! - own[1]!)).toBeGreaterThan(0.999 * apart);
	});

	test('on a dropper one pulls at its knot as a library integrates three weights on two strings', () => {
		const [apart, dropper] = [0.5, 0.2];
		// One on the knot itself, which else would weigh nothing.
		const knot = towedAlike(upper, 1e-5, 2e-5, 0.05);
		const bodies = [upper, knot, fly];
		const hung = [
			{ fly: upper, above: 0 },
			{ fly: knot, above: apart },
			{ fly, above: apart, dropper }
		];
		const rows = fall(hung, 3);
		const stiffness = bodies.reduce((sum, { weight }) => sum + weight, 0) / 5e-4;
		const strings = [
			[0, 1, apart],
			[2, 1, dropper]
		] as const;
		const drag = noDrag();
		// x, down, and their rates, of each.
		const rate = (_: number, y: number[]) => {
			const forces = bodies.map((one, k) => {
				const [u, v] = [y[4 * k + 2]!, y[4 * k + 3]!];
				pullOn(one, -u, v, drag);
				return [drag.x, one.weight - drag.z];
			});
			for (const [a, b, rest] of strings) {
				const [dx, dy] = [y[4 * b]! - y[4 * a]!, y[4 * b + 1]! - y[4 * a + 1]!];
				const long = Math.hypot(dx, dy);
				const pull = tensionOf(stiffness, long / rest - 1) / long;
				[dx, dy].forEach((d, k) => {
					forces[a]![k]! += pull * d;
					forces[b]![k]! -= pull * d;
				});
			}
			return bodies.flatMap(({ inertia }, k) => [
				y[4 * k + 2]!,
				y[4 * k + 3]!,
				...forces[k]!.map((force) => force / inertia)
			]);
		};
		const start = rows.find(({ at }) => [1, 3, 5].every((k) => at[k]! > 0.05))!;
		const from = [0, 2, 4].flatMap((k) => [
			...start.at.slice(k, k + 2),
			...start.rate.slice(k, k + 2)
		]);
		const end = rows.at(-1)!;
		const found = integrateByLibrary(rate, from, start.time, end.time);
		end.at.forEach((value, k) => {
			const theirs = found[4 * Math.floor(k / 2) + (k % 2)]!;
			expect(Math.abs(value - theirs), `${k}`).toBeLessThan(0.002 * end.at[5]!);
		});
		const [, , x, y, X, Y] = end.at;
		expect(Math.hypot(X! - x!, Y! - y!)).toBeGreaterThan(0.99 * dropper);
	});

	test('where all hangs still a dropper hangs straight down from its knot and carries its fly alone', () => {
		const hung = [...flies, { fly: upper, above: 0.5, dropper: 0.25 }];
		const { state, chain } = follow(still, hanging(1, nothing), 30, undefined, FINE, hung);
		const [, at] = chain.flyAt;
		const [lower, own] = chain.heldBy;
		const knot = chain.to[at!]!;
		expect(own).toBe(at);
		expect(state.z[knot]! - state.z[at!]!).toBeCloseTo(0.25, 3);
		expect(still.depth - state.z[knot]!).toBeCloseTo(0.5, 3);
		expect(chain.tension(state, own!) / upper.weight).toBeCloseTo(1, 3);
		expect(chain.tension(state, lower!) / fly.weight).toBeCloseTo(1, 3);
		expect(chain.tension(state, 0) / chain.weight).toBeCloseTo(1, 3);
	});
});

test('droppers are of the line above their knots or of what is said, one to a knot, and lie on the water beyond it or hang in the air', () => {
	const leader = { length: 2.5, diameter: 0.25e-3, ...nylon };
	const tippet = { length: 1, diameter: 0.12e-3, ...nylon };
	const line: Line = {
		pieces: [leader, tippet],
		top: { kind: 'tip', height: 1, lead: 0.6, drawsIn: 0 },
		landing: { reach: 0.9, plunge: 0 }
	};
	const hung = [
		{ fly, above: 0 },
		{ fly, above: 0.5, dropper: 0.2 },
		{ fly, above: 0.5, dropper: 0.1, of: { length: 0.1, diameter: 0.2e-3, density: 1780 } },
		{ fly, above: 3, dropper: 0.15 },
		{ fly, above: 3 }
	];
	const { to, rest, diameter, halfMass, flyAt, heldBy, start } = chainOf(hung, still, line, 24);
	// In line on the knot of a dropper: held by the line, not by that.
	expect(heldBy.at(-1)).toBe(flyAt.at(-1)! - 2);
	const tied = flyAt.slice(1, 4);
	const knots = tied.map((at) => to[at]!);
	expect(new Set(knots).size).toBe(3);
	tied.forEach((at, k) => {
		const knot = knots[k]!;
		expect(heldBy[k + 1]).toBe(at);
		expect(rest[at]).toBe(hung[k + 1]!.dropper);
		const [dx, dz] = [start.x[at]! - start.x[knot]!, start.z[at]! - start.z[knot]!];
		expect(Math.hypot(dx, dz)).toBeCloseTo(rest[at]!, 9);
		if (start.z[knot] === still.depth) expect(dx).toBeCloseTo(-rest[at]!, 9);
		else expect(dz).toBeCloseTo(-Math.min(rest[at]!, start.z[knot]! - still.depth), 9);
	});
	expect(tied.map((at) => diameter[at])).toEqual([0.12e-3, 0.2e-3, 0.25e-3]);
	expect(halfMass[tied[1]!]! / ((Math.PI / 4) * 0.2e-3 ** 2 * 0.1 * 890)).toBeCloseTo(1, 9);
	// What is along the line itself stays as long as it is, and leads past the droppers.
	let length = 0;
	for (let i = 0; i < rest.length; i = to[i]!) length += rest[i]!;
	expect(length).toBeCloseTo(3.5, 9);
	expect(start.z[flyAt[3]!]).toBeGreaterThan(still.depth);
});

test('a load on a line without weight or drag: the tangent of its angle is drag over weight', () => {
	// As good as uniform flow: hardly any roughness.
	const water: Column = { ...smooth(column(2, 0.5)), roughnessLength: 1e-9, zeroPlane: 0 };
	const { state, chain } = follow(water, hanging(0.3, { ...nothing, diameter: 2e-8 }), 60);
	const { n } = chain;
	const drag = noDrag();
	pullOn(fly, speedAt(water, state.z[n]!), 0, drag);
	const tangent = (state.x[n]! - state.x[0]!) / (state.z[0]! - state.z[n]!);
	expect(Math.abs((tangent * (fly.weight - drag.z)) / drag.x - 1)).toBeLessThan(1e-3);
	expect(Math.hypot(state.u[n]!, state.w[n]!)).toBeLessThan(1e-3);
});

test('a heavy line between a hand and a fly on the bed hangs in a catenary', () => {
	const shallow = column(0.6, 0);
	const piece = { diameter: 1.5e-3, ...nylon };
	const { state, chain } = follow(shallow, hanging(1.5, piece, 0.8), 60, undefined, {
		...FINE,
		segments: 60
	});
	// Weight of the line in water, N/m, and the level pull, which is the same all along.
	const weight = GRAVITY * (Math.PI / 4) * piece.diameter ** 2 * (nylon.density - fluid.density);
	const hung: number[] = [];
	for (let i = 0; i < chain.n; i++) if (state.z[i + 1]! > 0.02) hung.push(i);
	const level = (i: number) => {
		const dx = state.x[i + 1]! - state.x[i]!;
		const length = Math.hypot(dx, state.z[i + 1]! - state.z[i]!);
		return (Math.abs(dx) / length) * chain.tension(state, i);
	};
	const a = level(hung[5]!) / weight;
	for (const i of hung) expect(Math.abs(level(i) / weight / a - 1)).toBeLessThan(0.01);
	// Along a catenary the length from the lowest point is a sinh(x/a), the height a cosh(x/a).
	const slope = (i: number) =>
		(state.z[i]! - state.z[i + 1]!) / Math.abs(state.x[i + 1]! - state.x[i]!);
	const [top, low] = [hung[0]!, hung.at(-1)!];
	const heightOf = (s: number) => a * Math.sqrt(1 + s * s);
	const middle = (i: number) => (state.z[i]! + state.z[i + 1]!) / 2;
	const expected = heightOf(slope(top)) - heightOf(slope(low));
	expect(Math.abs((middle(top) - middle(low)) / expected - 1)).toBeLessThan(0.01);
});

describe('still water, the top held, the line shorter than the depth', () => {
	const line = hanging(1.5, { diameter: 0.3e-3, ...nylon }, 0.9);

	test('it comes to hang straight, hardly stretched', () => {
		const { state, chain } = follow(still, line, 120);
		const { n, rest } = chain;
		expect(Math.abs(state.x[n]! - state.x[0]!)).toBeLessThan(1e-3);
		expect(Math.abs(state.z[0]! - state.z[n]! - 1.5)).toBeLessThan(1.5e-3);
		for (let i = 0; i < n; i++) {
			const length = Math.hypot(state.x[i + 1]! - state.x[i]!, state.z[i + 1]! - state.z[i]!);
			expect(length / rest[i]! - 1).toBeLessThan(1e-3);
		}
		expect(Math.abs(chain.tension(state, n - 1) / fly.weight - 1)).toBeLessThan(0.01);
	});

	test('what is slack does not pull, and the energy never rises', () => {
		let before = Infinity;
		let slack = 0;
		const load = loadOf(200);
		follow(still, line, 6, ({ state, chain }) => {
			const { n, rest, stiffness } = chain;
			chain.load(state, 0, noEddies, load);
			let energy = 0;
			for (let i = 0; i <= n; i++) {
				const [u, w] = [state.u[i]!, state.w[i]!];
				energy += 0.5 * (load.mxx[i]! * u * u + load.mzz[i]! * w * w) + load.mxz[i]! * u * w;
			}
			energy += fly.weight * state.z[n]!;
			for (let i = 0; i < n; i++) {
				const area = (Math.PI / 4) * 0.3e-3 ** 2;
				const heavy = GRAVITY * rest[i]! * area * (nylon.density - fluid.density);
				energy += (heavy * (state.z[i]! + state.z[i + 1]!)) / 2;
				const length = Math.hypot(state.x[i + 1]! - state.x[i]!, state.z[i + 1]! - state.z[i]!);
				const strain = length / rest[i]! - 1;
				const root = Math.hypot(strain, 2e-5);
				energy +=
					(stiffness / 4) *
					rest[i]! *
					(strain * strain + strain * root + 4e-10 * Math.asinh(strain / 2e-5));
				if (strain < -1e-3) {
					slack++;
					expect(chain.tension(state, i)).toBeLessThan(0.01 * fly.weight);
				}
			}
			expect(energy - before).toBeLessThan(1e-6 * fly.weight * 1.5);
			before = energy;
			return false;
		});
		expect(slack).toBeGreaterThan(10);
	});
});

test('a library’s integrator on the same equations is in the zone at the same time', () => {
	const water = column(0.9, 0.7);
	const line: Line = {
		pieces: [
			{ length: 1.6, diameter: 0.28e-3, ...nylon },
			{ length: 1.2, diameter: 0.15e-3, density: 1780 }
		],
		top: { kind: 'tip', height: 1.5, lead: 0.8, drawsIn: 0 },
		landing: { reach: 0.85, plunge: 0 }
	};
	const fineness = { segments: 12, step: 0.01, enough: 1e-7 };
	let ours = 0;
	let crossed: [number, number] | null = null;
	follow(
		water,
		line,
		8,
		({ time, state, before, chain, step }) => {
			const [a, b] = [before.z[chain.n]!, state.z[chain.n]!];
			if (b > 0.3) return false;
			ours = time - step + (step * (a - 0.3)) / (a - b);
			crossed = [state.x[chain.n]!, b];
			return true;
		},
		fineness
	);
	expect(crossed).not.toBeNull();

	const chain = chainOf(flies, water, line, fineness.segments);
	const { n, start } = chain;
	const load = loadOf(n + 1);
	const state = chainOf(flies, water, line, fineness.segments).start;
	const put = (time: number, y: readonly number[]) => {
		for (let i = 1; i <= n; i++) {
			[state.x[i], state.z[i], state.u[i], state.w[i]] = y.slice(4 * i - 4, 4 * i) as [
				number,
				number,
				number,
				number
			];
		}
		if (chain.top.free) return;
		const held = chain.top.at(time);
		[state.x[0], state.z[0], state.u[0], state.w[0]] = [held.x, held.z, held.u, 0];
	};
	let y: number[] = [];
	for (let i = 1; i <= n; i++) y.push(start.x[i]!, start.z[i]!, start.u[i]!, start.w[i]!);
	const rate = (time: number, at: number[]) => {
		put(time, at);
		chain.load(state, 0, noEddies, load);
		const out: number[] = [];
		for (let i = 1; i <= n; i++) {
			const [a, b, c] = [load.mxx[i]!, load.mxz[i]!, load.mzz[i]!];
			const det = a * c - b * b;
			const [fx, fz] = [load.fx[i]!, load.fz[i]!];
			out.push(state.u[i]!, state.w[i]!, (c * fx - b * fz) / det, (a * fz - b * fx) / det);
		}
		return out;
	};
	let theirs = 0;
	let time = 0;
	while (theirs === 0 && time < 8) {
		const before = y[4 * n - 3]!;
		y = integrateByLibrary(rate, y, time, time + 0.05, 1e-6);
		time += 0.05;
		const now = y[4 * n - 3]!;
		if (now <= 0.3) theirs = time - 0.05 * ((0.3 - now) / (before - now));
	}
	expect(Math.abs(ours / theirs - 1)).toBeLessThan(1e-3);
});
