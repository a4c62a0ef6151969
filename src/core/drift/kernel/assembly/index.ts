/**
 * The chain's implicit step (../../step.ts with ../../load.ts, which are the reference) for two drifts side by side,
 * one in each half of a vector. Each half goes its own way: it has its own time, step and stage, and only Newton's
 * rounds are taken together. What comes before and after a step is the host's (../kernel.ts).
 *
 * Every operation stands in the order of the reference, so that both give the same bits; a test holds them together.
 * Compiled by scripts/kernel.mjs; AssemblyScript, not TypeScript.
 */
import { atan2, exp, log } from './arithmetic';

/** Nodes of a chain, flies on it, rows of the water's table and of a fly's: as the host has them. */
const MOST_NODES = 64;
const MOST_FLIES = 3;
const WATER_ROWS = 1024;
const SPEEDS = 6;
const SIDES = 7;

const GRAVITY: f64 = 9.80665;
const SOFT: f64 = 2e-5;
const AIR_DENSITY: f64 = 1.25;
const AIR_VISCOSITY: f64 = 1.77e-5;
const BED_DULLS: f64 = 0.02;
const BED_FRICTION: f64 = 0.5;
const STICKS: f64 = 0.005;
const FILM: f64 = 0.004;
const PI: f64 = 3.141592653589793;
const GAMMA: f64 = 1 - Math.SQRT1_2;
const WHOLE_ROUNDS = 10;
const MOST_ROUNDS = 24;
const DRAG_OF_FLOAT: f64 = 0.6;
const AT_SURFACE: f64 = exp(-1);
const SLOWEST: f64 = 0.02;
const LOG_STEP: f64 = log(2.6);
const SIDE_STEP: f64 = PI / (SIDES - 1);

/** Bytes of a column of nodes: two numbers a node. */
const COLUMN = 16 * (MOST_NODES + 1);
const BLOCKS = 4 * COLUMN;

/** Of each node of both chains, 1 where it is a dropper's end and 0 elsewhere: the segment before it leads past it. */
export const ends: usize = memory.data(8 * (MOST_NODES + 2), 16);
/** What the line has left for a knot, while its dropper is looked at: nine numbers of both. */
const laid: usize = memory.data(9 * 16, 16);

/** Places and velocities x, z, u, w: as they are, where the stage started, and on trial. */
export const state: usize = memory.data(4 * COLUMN, 16);
const from: usize = memory.data(4 * COLUMN, 16);
const trial: usize = memory.data(4 * COLUMN, 16);
const X: usize = 0;
const Z: usize = COLUMN;
const U: usize = 2 * COLUMN;
const W: usize = 3 * COLUMN;

/** Of each segment: rest length, diameter, half its mass, half the water in its place. */
export const segments: usize = memory.data(4 * COLUMN, 16);
const DIAMETER: usize = COLUMN;
const HALF_MASS: usize = 2 * COLUMN;
const HALF_WATER: usize = 3 * COLUMN;

/** What is one number a world, two lanes each, in the order of the names below. */
export const worlds: usize = memory.data(64 * 16, 16);
const DEPTH: usize = 0 * 16;
const DENSITY: usize = 1 * 16;
const VISCOSITY: usize = 2 * 16;
const STIFFNESS: usize = 3 * 16;
const BED_SPRING: usize = 4 * 16;
const SURFACE_SPEED: usize = 5 * 16;
const ENOUGH: usize = 6 * 16;
const FLIES: usize = 7 * 16;
const FLOAT_DIAMETER: usize = 8 * 16;
const FLOAT_MASS: usize = 9 * 16;
const FLOAT_LIFT: usize = 10 * 16;
/** The water's eddy over the step, at the bed, and the step, s. */
const EDDY_U: usize = 11 * 16;
const EDDY_W: usize = 12 * 16;
const STEP: usize = 13 * 16;
/** Where a hand holds the upper end in either stage: x, z, u, w each. */
const HELD: usize = 14 * 16;

/** How the turbulence falls off with height, the same everywhere; and of each world its speeds. */
export const decay: usize = memory.data(8 * (WATER_ROWS + 2), 16);
export const speeds: usize = memory.data(2 * 8 * (WATER_ROWS + 2), 16);
const SPEED_BYTES: usize = 8 * (WATER_ROWS + 2);

/** Rows of a cylinder's drag: Re, the coefficient there, and its rise to the next. */
export const drags: usize = memory.data(3 * 8 * 2700, 16);
const FIRST_DRAG_ROW = 1013 << 7;
const DRAG_FROM: f64 = 0.0009765625;
const DRAG_TO: f64 = 1000;

/** Of each fly: node, mass, inertia, weight, then its drag along and across by speed and side. */
const FLY_NUMBERS = 4 + 2 * SPEEDS * SIDES;
export const flies: usize = memory.data(2 * 8 * 3 * 88, 16);
const FLY_BYTES: usize = 8 * FLY_NUMBERS;

/** Forces and masses: fx, fz, mxx, mxz, mzz; and the blocks of the matrix. */
const forces: usize = memory.data(5 * COLUMN, 16);
const FX: usize = 0;
const FZ: usize = COLUMN;
const MXX: usize = 2 * COLUMN;
const MXZ: usize = 3 * COLUMN;
const MZZ: usize = 4 * COLUMN;
const own: usize = memory.data(BLOCKS, 16);
const next: usize = memory.data(BLOCKS, 16);
const prior: usize = memory.data(BLOCKS, 16);
const right: usize = memory.data(BLOCKS, 16);
const sides: usize = memory.data(2 * COLUMN, 16);
const RZ: usize = COLUMN;

/** What a round leaves for the other code, two lanes each. */
const wets: usize = memory.data(2 * 16, 16);
const MIDDLE: usize = 16;
const tabled: usize = memory.data(2 * 16, 16);
const SLOPE: usize = 16;

/** Where each lane is: in its first or second stage, at rest, stepped, or not solved. */
const AT_REST = 0;
const SECOND = 2;
const STEPPED = 3;
const UNSOLVED = 4;
const phases: usize = memory.data(2 * 4, 8);
const rounds: usize = memory.data(2 * 4, 8);
const lasts: usize = memory.data(2 * 8, 16);
/** γh of each, and what of a change is taken. */
const stages: usize = memory.data(3 * 16, 16);
const SHARE: usize = 16;
const MASK: usize = 32;

/** Segments of both chains, and whether their upper ends are afloat. */
let n: i32 = 0;
let first: i32 = 1;

@inline
function isEnd(i: i32): bool {
	return load<f64>(ends + (<usize>i << 3)) != 0;
}

/** The node to which a segment leads. */
@inline
function lowerOf(i: i32): usize {
	return <usize>(isEnd(i + 1) ? i + 2 : i + 1);
}

@inline
function one(base: usize, lane: i32): f64 {
	return load<f64>(base + (<usize>lane << 3));
}

@inline
function put(base: usize, lane: i32, value: f64): void {
	store<f64>(base + (<usize>lane << 3), value);
}

@inline
function raise(base: usize, by: f64): void {
	store<f64>(base, load<f64>(base) + by);
}

@inline
function both(at: usize): v128 {
	return v128.load(at);
}

@inline
function pair(a: f64, b: f64): v128 {
	return f64x2.replace_lane(f64x2.splat(a), 1, b);
}

@inline
function add(a: v128, b: v128): v128 {
	return f64x2.add(a, b);
}

@inline
function sub(a: v128, b: v128): v128 {
	return f64x2.sub(a, b);
}

@inline
function mul(a: v128, b: v128): v128 {
	return f64x2.mul(a, b);
}

@inline
function div(a: v128, b: v128): v128 {
	return f64x2.div(a, b);
}

@inline
function all(a: f64): v128 {
	return f64x2.splat(a);
}

/** Both chains have this many segments, and an upper end that is afloat or held. */
export function shape(segmentsOfBoth: i32, afloat: bool): void {
	n = segmentsOfBoth;
	first = afloat ? 0 : 1;
	store<i32>(phases, AT_REST);
	store<i32>(phases + 4, AT_REST);
}

/** Begins a step of a lane from its state, with the step, the eddy and the held end as the host left them. */
export function begin(lane: i32): void {
	put(stages, lane, GAMMA * one(worlds + STEP, lane));
	for (let i = 0; i <= n; i++) {
		const at = (<usize>i << 4) + (<usize>lane << 3);
		for (let col: usize = 0; col < 4 * COLUMN; col += COLUMN) {
			const value = load<f64>(state + col + at);
			store<f64>(from + col + at, value);
			store<f64>(trial + col + at, value);
		}
	}
	stage(lane, 1);
}

function stage(lane: i32, phase: i32): void {
	if (first == 1) {
		const held = worlds + HELD + (phase == SECOND ? 4 * 16 : 0) + (<usize>lane << 3);
		for (let k: usize = 0; k < 4; k++) {
			store<f64>(trial + k * COLUMN + (<usize>lane << 3), load<f64>(held + (k << 4)));
		}
	}
	store<i32>(phases + (<usize>lane << 2), phase);
	store<i32>(rounds + (<usize>lane << 2), 0);
	put(lasts, lane, Infinity);
	put(stages + SHARE, lane, 1);
	store<i64>(stages + MASK + (<usize>lane << 3), -1);
}

function rest(lane: i32, phase: i32): void {
	store<i32>(phases + (<usize>lane << 2), phase);
	store<i64>(stages + MASK + (<usize>lane << 3), 0);
}

/** Newton's rounds until a lane that is under way has come to the end of its step. @returns 1 and 2 for the lanes that ended, 4 and 8 for those not solved */
export function run(): i32 {
	let ended = 0;
	while (ended == 0) {
		round();
		for (let lane = 0; lane < 2; lane++) {
			const phase = load<i32>(phases + (<usize>lane << 2));
			if (phase == STEPPED) ended |= 1 << lane;
			else if (phase == UNSOLVED) ended |= 4 << lane;
			if (phase >= STEPPED) store<i32>(phases + (<usize>lane << 2), AT_REST);
		}
	}
	return ended;
}

/** What the first stage says of the slopes carries over to the second. */
function half(lane: i32): void {
	const h = one(worlds + STEP, lane);
	const share = (1 - GAMMA) / GAMMA;
	for (let i = 0; i <= n; i++) {
		const at = (<usize>i << 4) + (<usize>lane << 3);
		const u = load<f64>(trial + U + at);
		const w = load<f64>(trial + W + at);
		const u0 = load<f64>(state + U + at);
		const w0 = load<f64>(state + W + at);
		store<f64>(from + X + at, load<f64>(state + X + at) + (1 - GAMMA) * h * u);
		store<f64>(from + Z + at, load<f64>(state + Z + at) + (1 - GAMMA) * h * w);
		store<f64>(from + U + at, u0 + share * (u - u0));
		store<f64>(from + W + at, w0 + share * (w - w0));
	}
	stage(lane, SECOND);
}

function keep(lane: i32): void {
	for (let i = 0; i <= n; i++) {
		const at = (<usize>i << 4) + (<usize>lane << 3);
		for (let col: usize = 0; col < 4 * COLUMN; col += COLUMN) {
			store<f64>(state + col + at, load<f64>(trial + col + at));
		}
	}
	rest(lane, STEPPED);
}

/** The places that follow from the velocities. */
function place(): void {
	const gh = both(stages);
	for (let i = first; i <= n; i++) {
		const at = <usize>i << 4;
		v128.store(trial + X + at, add(both(from + X + at), mul(gh, both(trial + U + at))));
		v128.store(trial + Z + at, add(both(from + Z + at), mul(gh, both(trial + W + at))));
	}
}

/** One round of Newton's method in both lanes. */
function round(): void {
	place();
	loads();
	eliminate();
	const mask = both(stages + MASK);
	const share = both(stages + SHARE);
	let most = all(0);
	let well = f64x2.eq(most, most);
	for (let i = n; i >= first; i--) {
		const at = <usize>i << 4;
		const r = <usize>i << 6;
		let dx = both(sides + at);
		let dz = both(sides + RZ + at);
		if (i < n) {
			const below = lowerOf(i) << 4;
			const nx = both(sides + below);
			const nz = both(sides + RZ + below);
			dx = sub(dx, add(mul(both(right + r), nx), mul(both(right + r + 16), nz)));
			dz = sub(dz, add(mul(both(right + r + 32), nx), mul(both(right + r + 48), nz)));
			v128.store(sides + at, dx);
			v128.store(sides + RZ + at, dz);
		}
		const u = both(trial + U + at);
		const w = both(trial + W + at);
		v128.store(trial + U + at, v128.bitselect(add(u, mul(share, dx)), u, mask));
		v128.store(trial + W + at, v128.bitselect(add(w, mul(share, dz)), w, mask));
		const change = f64x2.max(f64x2.abs(dx), f64x2.abs(dz));
		well = v128.and(well, f64x2.lt(change, all(1e4)));
		most = f64x2.max(most, change);
	}
	settle(0, f64x2.extract_lane(most, 0), i64x2.extract_lane(well, 0) != 0);
	settle(1, f64x2.extract_lane(most, 1), i64x2.extract_lane(well, 1) != 0);
}

/** Whether a lane's stage is solved, and what comes then. */
function settle(lane: i32, most: f64, well: bool): void {
	const phase = load<i32>(phases + (<usize>lane << 2));
	if (phase == AT_REST) return;
	if (!well) return rest(lane, UNSOLVED);
	const round = load<i32>(rounds + (<usize>lane << 2));
	const left = round == 0 ? most : most * Math.min(1, most / one(lasts, lane));
	put(lasts, lane, most);
	if (left < one(worlds + ENOUGH, lane)) {
		const gh = one(stages, lane);
		for (let i = first; i <= n; i++) {
			const at = (<usize>i << 4) + (<usize>lane << 3);
			store<f64>(trial + X + at, load<f64>(from + X + at) + gh * load<f64>(trial + U + at));
			store<f64>(trial + Z + at, load<f64>(from + Z + at) + gh * load<f64>(trial + W + at));
		}
		if (phase == SECOND) keep(lane);
		else half(lane);
		return;
	}
	if (round + 1 == MOST_ROUNDS) return rest(lane, UNSOLVED);
	store<i32>(rounds + (<usize>lane << 2), round + 1);
	if (round + 1 == WHOLE_ROUNDS) put(stages + SHARE, lane, 0.5);
}

/** Elimination from the upper end down. */
function eliminate(): void {
	const gh = both(stages);
	for (let i = first; i <= n; i++) {
		const at = <usize>i << 4;
		const o = <usize>i << 6;
		const du = sub(both(trial + U + at), both(from + U + at));
		const dw = sub(both(trial + W + at), both(from + W + at));
		const mxx = both(forces + MXX + at);
		const mxz = both(forces + MXZ + at);
		const mzz = both(forces + MZZ + at);
		let bx = sub(sub(mul(gh, both(forces + FX + at)), mul(mxx, du)), mul(mxz, dw));
		let bz = sub(sub(mul(gh, both(forces + FZ + at)), mul(mxz, du)), mul(mzz, dw));
		let axx = both(own + o);
		let axz = both(own + o + 16);
		let azx = both(own + o + 32);
		let azz = both(own + o + 48);
		const above = isEnd(i) ? i : i > 0 && isEnd(i - 1) ? i - 2 : i - 1;
		for (let k = above < first ? first : above; k < i; k++) {
			const r = <usize>k << 6;
			const its = <usize>k << 4;
			const cxx = both(prior + r);
			const cxz = both(prior + r + 16);
			const czx = both(prior + r + 32);
			const czz = both(prior + r + 48);
			const rxx = both(right + r);
			const rxz = both(right + r + 16);
			const rzx = both(right + r + 32);
			const rzz = both(right + r + 48);
			const kx = both(sides + its);
			const kz = both(sides + RZ + its);
			axx = sub(axx, add(mul(cxx, rxx), mul(cxz, rzx)));
			axz = sub(axz, add(mul(cxx, rxz), mul(cxz, rzz)));
			azx = sub(azx, add(mul(czx, rxx), mul(czz, rzx)));
			azz = sub(azz, add(mul(czx, rxz), mul(czz, rzz)));
			bx = sub(bx, add(mul(cxx, kx), mul(cxz, kz)));
			bz = sub(bz, add(mul(czx, kx), mul(czz, kz)));
		}
		const over = div(all(1), sub(mul(axx, azz), mul(axz, azx)));
		v128.store(sides + at, mul(sub(mul(azz, bx), mul(axz, bz)), over));
		v128.store(sides + RZ + at, mul(sub(mul(axx, bz), mul(azx, bx)), over));
		if (i < n) {
			const cxx = both(next + o);
			const cxz = both(next + o + 16);
			const czx = both(next + o + 32);
			const czz = both(next + o + 48);
			v128.store(right + o, mul(sub(mul(azz, cxx), mul(axz, czx)), over));
			v128.store(right + o + 16, mul(sub(mul(azz, cxz), mul(axz, czz)), over));
			v128.store(right + o + 32, mul(sub(mul(axx, czx), mul(azx, cxx)), over));
			v128.store(right + o + 48, mul(sub(mul(axx, czz), mul(azx, cxz)), over));
		}
	}
}

function wetAt(depth: f64, z: f64): f64 {
	const share = (depth + FILM - z) / (2 * FILM);
	if (share <= 0) return 0;
	return share >= 1 ? 1 : share * share * (3 - 2 * share);
}

/** How much of a segment at the surface is under water, and the middle of that. */
function atSurface(lane: i32, low: f64, high: f64, depth: f64): void {
	let wet: f64 = 1;
	let middle = 0.5 * (low + high);
	if (high > depth - FILM) {
		if (high - low < FILM) wet = wetAt(depth, middle);
		else if (low >= depth) wet = 0;
		else if (high > depth) {
			wet = (depth - low) / (high - low);
			middle = 0.5 * (low + depth);
		}
	}
	put(wets, lane, wet);
	put(wets + MIDDLE, lane, middle);
}

/** A cylinder's drag in one lane, where one of the two is beyond the table. */
function outside(re: f64, lane: i32): void {
	if (!(re < DRAG_TO)) {
		put(tabled, lane, 1);
		put(tabled + SLOPE, lane, 0);
		return;
	}
	if (re < DRAG_FROM) {
		const l = log(re);
		const value = 9.689 * (exp(-0.78 * l) + 0.147 * exp(0.04 * l));
		put(tabled, lane, value);
		put(tabled + SLOPE, lane, -0.78 * value);
		return;
	}
	const row = drags + rowOf(reinterpret<i64>(re));
	const rise = load<f64>(row + 16);
	put(tabled + SLOPE, lane, rise * re);
	put(tabled, lane, load<f64>(row + 8) + (re - load<f64>(row)) * rise);
}

@inline
function rowOf(bits: i64): usize {
	return <usize>(<i32>(bits >> 45) - FIRST_DRAG_ROW) * 24;
}

/** Forces of both chains and their derivatives: ../../load.ts. */
function loads(): void {
	const gh = both(stages);
	const g2 = mul(gh, gh);
	const depth = both(worlds + DEPTH);
	const surface = sub(depth, all(FILM));
	const stiff = mul(all(0.5), both(worlds + STIFFNESS));
	const water = both(worlds + DENSITY);
	const viscosity = both(worlds + VISCOSITY);
	const eddyU = both(worlds + EDDY_U);
	const eddyW = both(worlds + EDDY_W);
	const soft = all(SOFT * SOFT);
	let carryX = all(0);
	let carryZ = carryX;
	let carryMxx = carryX;
	let carryMxz = carryX;
	let carryMzz = carryX;
	let carryXX = carryX;
	let carryXZ = carryX;
	let carryZX = carryX;
	let carryZZ = carryX;
	for (let i = 0; i < n; i++) {
		const at = <usize>i << 4;
		const below = lowerOf(i) << 4;
		const za = both(trial + Z + at);
		const zb = both(trial + Z + below);
		const dx = sub(both(trial + X + below), both(trial + X + at));
		const dz = sub(zb, za);
		const length = f64x2.max(all(1e-6), f64x2.sqrt(add(mul(dx, dx), mul(dz, dz))));
		const tx = div(dx, length);
		const tz = div(dz, length);
		const l = both(segments + at);
		const strain = div(sub(length, l), l);
		const root = f64x2.sqrt(add(mul(strain, strain), soft));
		const force = mul(stiff, add(strain, root));
		const along = div(mul(stiff, add(all(1), div(strain, root))), l);
		const across = div(force, length);

		const low = f64x2.min(za, zb);
		const high = f64x2.max(za, zb);
		let wet = all(1);
		let middle = mul(all(0.5), add(low, high));
		if (v128.any_true(f64x2.gt(high, surface))) {
			atSurface(0, f64x2.extract_lane(low, 0), f64x2.extract_lane(high, 0), f64x2.extract_lane(depth, 0));
			atSurface(1, f64x2.extract_lane(low, 1), f64x2.extract_lane(high, 1), f64x2.extract_lane(depth, 1));
			wet = both(wets);
			middle = both(wets + MIDDLE);
		}
		let pushX = all(0);
		let pushZ = pushX;
		let gxx = pushX;
		let gxz = pushX;
		let gzz = pushX;
		let turnAcross = pushX;
		let turnAlong = pushX;
		const diameter = both(segments + DIAMETER + at);
		const slowX = mul(all(-0.5), add(both(trial + U + at), both(trial + U + below)));
		const slowZ = mul(all(-0.5), add(both(trial + W + at), both(trial + W + below)));
		for (let medium = 0; medium < 2; medium++) {
			const part = medium == 0 ? wet : sub(all(1), wet);
			if (!v128.any_true(f64x2.gt(part, all(0)))) continue;
			let rho = all(AIR_DENSITY);
			let mu = all(AIR_VISCOSITY);
			let rx = slowX;
			let rz = slowZ;
			if (medium == 0) {
				rho = water;
				mu = viscosity;
				const place = f64x2.max(
					all(0),
					f64x2.min(all(WATER_ROWS), mul(div(middle, depth), all(WATER_ROWS)))
				);
				const k = i32x4.trunc_sat_f64x2_s_zero(place);
				const f = sub(place, f64x2.convert_low_i32x4_s(k));
				const a = <usize>i32x4.extract_lane(k, 0) << 3;
				const b = <usize>i32x4.extract_lane(k, 1) << 3;
				const mean = pair(load<f64>(speeds + a), load<f64>(speeds + SPEED_BYTES + b));
				const after = pair(load<f64>(speeds + a + 8), load<f64>(speeds + SPEED_BYTES + b + 8));
				const strong = pair(load<f64>(decay + a), load<f64>(decay + b));
				const weaker = pair(load<f64>(decay + a + 8), load<f64>(decay + b + 8));
				const fades = add(strong, mul(f, sub(weaker, strong)));
				rx = add(rx, add(add(mean, mul(f, sub(after, mean))), mul(eddyU, fades)));
				rz = add(rz, mul(eddyW, fades));
			}
			const sliding = add(mul(rx, tx), mul(rz, tz));
			const aside = sub(mul(rz, tx), mul(rx, tz));
			const normal = f64x2.abs(aside);
			const re = div(mul(mul(rho, normal), diameter), mu);
			const a = mul(
				mul(mul(mul(part, l), all(PI)), mu),
				add(all(0.3), mul(all(0.556), f64x2.sqrt(re)))
			);
			let coefficient: v128;
			let bend: v128;
			// Written so that the lane of no drift, which may hold no number, is looked at with care.
			const inside = v128.and(f64x2.ge(re, all(DRAG_FROM)), f64x2.lt(re, all(DRAG_TO)));
			if (!i64x2.all_true(inside)) {
				outside(f64x2.extract_lane(re, 0), 0);
				outside(f64x2.extract_lane(re, 1), 1);
				coefficient = both(tabled);
				bend = both(tabled + SLOPE);
			} else {
				const a = drags + rowOf(i64x2.extract_lane(re, 0));
				const b = drags + rowOf(i64x2.extract_lane(re, 1));
				const rise = pair(load<f64>(a + 16), load<f64>(b + 16));
				const from = pair(load<f64>(a), load<f64>(b));
				bend = mul(rise, re);
				coefficient = add(pair(load<f64>(a + 8), load<f64>(b + 8)), mul(sub(re, from), rise));
			}
			const unit = mul(mul(mul(mul(mul(all(0.5), rho), normal), part), l), diameter);
			const moves = f64x2.gt(re, all(1e-6));
			const c = v128.and(mul(unit, coefficient), moves);
			const slope = v128.bitselect(
				mul(unit, add(mul(all(2), coefficient), bend)),
				a,
				moves
			);
			const steep = sub(slope, a);
			const steepX = mul(steep, tx);
			gxx = add(gxx, add(a, mul(mul(steep, tz), tz)));
			gxz = sub(gxz, mul(steepX, tz));
			gzz = add(gzz, add(a, mul(steepX, tx)));
			const sideways = mul(c, aside);
			const draws = mul(a, sliding);
			pushX = add(pushX, sub(mul(draws, tx), mul(sideways, tz)));
			pushZ = add(pushZ, add(mul(draws, tz), mul(sideways, tx)));
			turnAcross = sub(turnAcross, mul(steep, sliding));
			turnAlong = add(turnAlong, sub(mul(a, aside), sideways));
		}
		pushX = mul(pushX, all(0.5));
		pushZ = mul(pushZ, all(0.5));
		const halfMass = both(segments + HALF_MASS + at);
		const moved = mul(wet, both(segments + HALF_WATER + at));
		const down = mul(all(GRAVITY), sub(halfMass, moved));
		const stretched = sub(along, across);
		const sxx = mul(g2, add(across, mul(mul(stretched, tx), tx)));
		const sxz = mul(mul(mul(g2, stretched), tx), tz);
		const szz = mul(g2, add(across, mul(mul(stretched, tz), tz)));
		const quarter = mul(all(0.25), gh);
		const dxx = mul(quarter, gxx);
		const dxz = mul(quarter, gxz);
		const dzz = mul(quarter, gzz);
		const q = div(mul(all(0.5), g2), length);
		const qx = mul(q, sub(mul(turnAlong, tx), mul(turnAcross, tz)));
		const qz = mul(q, add(mul(turnAlong, tz), mul(turnAcross, tx)));
		const qxx = mul(f64x2.neg(qx), tz);
		const qxz = mul(qx, tx);
		const qzx = mul(f64x2.neg(qz), tz);
		const qzz = mul(qz, tx);
		const b = <usize>i << 6;
		const xx = sub(dxx, sxx);
		const xz = sub(dxz, sxz);
		const zz = sub(dzz, szz);
		v128.store(next + b, sub(xx, qxx));
		v128.store(next + b + 16, sub(xz, qxz));
		v128.store(next + b + 32, sub(xz, qzx));
		v128.store(next + b + 48, sub(zz, qzz));
		v128.store(prior + b, add(xx, qxx));
		v128.store(prior + b + 16, add(xz, qxz));
		v128.store(prior + b + 32, add(xz, qzx));
		v128.store(prior + b + 48, add(zz, qzz));
		const heavyXX = add(halfMass, mul(mul(moved, tz), tz));
		const heavyXZ = mul(mul(f64x2.neg(moved), tx), tz);
		const heavyZZ = add(halfMass, mul(mul(moved, tx), tx));
		const pullX = mul(force, tx);
		const pullZ = mul(force, tz);
		v128.store(forces + FX + at, add(add(carryX, pullX), pushX));
		v128.store(forces + FZ + at, sub(add(add(carryZ, pullZ), pushZ), down));
		v128.store(forces + MXX + at, add(carryMxx, heavyXX));
		v128.store(forces + MXZ + at, add(carryMxz, heavyXZ));
		v128.store(forces + MZZ + at, add(carryMzz, heavyZZ));
		v128.store(own + b, add(add(add(carryXX, dxx), sxx), qxx));
		v128.store(own + b + 16, add(add(add(carryXZ, dxz), sxz), qxz));
		v128.store(own + b + 32, add(add(add(carryZX, dxz), sxz), qzx));
		v128.store(own + b + 48, add(add(add(carryZZ, dzz), szz), qzz));
		carryX = sub(pushX, pullX);
		carryZ = sub(sub(pushZ, pullZ), down);
		carryMxx = heavyXX;
		carryMxz = heavyXZ;
		carryMzz = heavyZZ;
		carryXX = sub(add(dxx, sxx), qxx);
		carryXZ = sub(add(dxz, sxz), qxz);
		carryZX = sub(add(dxz, sxz), qzx);
		carryZZ = sub(add(dzz, szz), qzz);
		if (below > at + 16) {
			// The end comes next, on which nothing hangs but its fly; what was for the knot is laid aside.
			v128.store(laid, carryX);
			v128.store(laid + 16, carryZ);
			v128.store(laid + 32, carryMxx);
			v128.store(laid + 48, carryMxz);
			v128.store(laid + 64, carryMzz);
			v128.store(laid + 80, carryXX);
			v128.store(laid + 96, carryXZ);
			v128.store(laid + 112, carryZX);
			v128.store(laid + 128, carryZZ);
			carryX = carryZ = carryMxx = carryMxz = carryMzz = all(0);
			carryXX = carryXZ = carryZX = carryZZ = carryX;
		} else if (isEnd(i)) {
			carryX = add(both(laid), carryX);
			carryZ = add(both(laid + 16), carryZ);
			carryMxx = add(both(laid + 32), carryMxx);
			carryMxz = add(both(laid + 48), carryMxz);
			carryMzz = add(both(laid + 64), carryMzz);
			carryXX = add(both(laid + 80), carryXX);
			carryXZ = add(both(laid + 96), carryXZ);
			carryZX = add(both(laid + 112), carryZX);
			carryZZ = add(both(laid + 128), carryZZ);
		}
	}
	const end = <usize>n << 4;
	const last = <usize>n << 6;
	v128.store(forces + FX + end, carryX);
	v128.store(forces + FZ + end, carryZ);
	v128.store(forces + MXX + end, carryMxx);
	v128.store(forces + MXZ + end, carryMxz);
	v128.store(forces + MZZ + end, carryMzz);
	v128.store(own + last, carryXX);
	v128.store(own + last + 16, carryXZ);
	v128.store(own + last + 32, carryZX);
	v128.store(own + last + 48, carryZZ);

	for (let lane = 0; lane < 2; lane++) {
		const count = <i32>one(worlds + FLIES, lane);
		for (let k = 0; k < count; k++) pull(lane, flies + <usize>(lane * MOST_FLIES + k) * FLY_BYTES);
	}
	let lowest = both(trial + Z);
	for (let i = 1; i <= n; i++) lowest = f64x2.min(lowest, both(trial + Z + (<usize>i << 4)));
	if (v128.any_true(f64x2.lt(lowest, all(0)))) {
		bed(0);
		bed(1);
	}
	if (first == 0) {
		float(0);
		float(1);
	}
	for (let i = 0; i <= n; i++) {
		const at = <usize>i << 4;
		const o = <usize>i << 6;
		const mxz = both(forces + MXZ + at);
		v128.store(own + o, add(both(own + o), both(forces + MXX + at)));
		v128.store(own + o + 16, add(both(own + o + 16), mxz));
		v128.store(own + o + 32, add(both(own + o + 32), mxz));
		v128.store(own + o + 48, add(both(own + o + 48), both(forces + MZZ + at)));
	}
}

/** Between four entries of a fly's table: the value and its slopes by ln v and by the side. */
let seenValue: f64 = 0;
let seenSpeed: f64 = 0;
let seenSide: f64 = 0;
@inline
function look(table: usize, k: i32, f: f64, g: f64): void {
	const t = table + (<usize>k << 3);
	const a0 = load<f64>(t);
	const b0 = load<f64>(t + 8 * SIDES);
	const low = load<f64>(t + 8) - a0;
	const high = load<f64>(t + 8 * (SIDES + 1)) - b0;
	const a = a0 + g * low;
	const b = b0 + g * high;
	seenValue = a + f * (b - a);
	seenSpeed = (b - a) / LOG_STEP;
	seenSide = (low + f * (high - low)) / SIDE_STEP;
}

/** What the water does to a fly: pullOn of ../../../sink/towed.ts. */
function pull(lane: i32, fly: usize): void {
	const node = <usize>(<i32>load<f64>(fly));
	const at = (node << 4) + (<usize>lane << 3);
	const o = (node << 6) + (<usize>lane << 3);
	const mass = load<f64>(fly + 8);
	const inertia = load<f64>(fly + 16);
	const weight = load<f64>(fly + 24);
	const alongs = fly + 32;
	const acrosses = alongs + 8 * SPEEDS * SIDES;
	const z = load<f64>(trial + Z + at);
	const depth = one(worlds + DEPTH, lane);
	const wet = wetAt(depth, z);
	const height = Math.max(0, Math.min(WATER_ROWS, (z / depth) * WATER_ROWS));
	const row = <i32>(height);
	const part = height - <f64>row;
	const speedsAt = speeds + <usize>lane * SPEED_BYTES + (<usize>row << 3);
	const decayAt = decay + (<usize>row << 3);
	const strong = load<f64>(decayAt);
	const fades = strong + part * (load<f64>(decayAt + 8) - strong);
	const mean = load<f64>(speedsAt);
	const streamX = mean + part * (load<f64>(speedsAt + 8) - mean) + one(worlds + EDDY_U, lane) * fades;
	const streamZ = one(worlds + EDDY_W, lane) * fades;
	const wx = streamX - load<f64>(trial + U + at);
	const wz = streamZ - load<f64>(trial + W + at);
	let fx: f64 = 0;
	let fz: f64 = 0;
	let xx: f64 = 0;
	let xz: f64 = 0;
	let zx: f64 = 0;
	let zz: f64 = 0;
	const side: f64 = wx < 0 ? -1 : 1;
	const speed = Math.sqrt(wx * wx + wz * wz);
	if (speed < 1e-9) {
		const slow = load<f64>(alongs) * SLOWEST;
		fx = slow * wx;
		fz = slow * wz;
		xx = slow;
		zz = slow;
	} else {
		const s = (side * wx) / speed;
		const c = wz / speed;
		const place = log(speed / SLOWEST) / LOG_STEP;
		const i = <i32>(Math.max(0, Math.min(SPEEDS - 2, Math.floor(place))));
		const f = Math.max(0, Math.min(1, place - <f64>i));
		const turn = atan2(s, c) / SIDE_STEP;
		const j = <i32>(Math.max(0, Math.min(SIDES - 2, Math.floor(turn))));
		const g = turn - <f64>j;
		const k = i * SIDES + j;
		const inside: f64 = f > 0 && f < 1 ? 1 : 0;
		const creeping = place < 0;
		const square = creeping ? SLOWEST * speed : speed * speed;
		const power: f64 = creeping ? 1 : 2;
		look(alongs, k, f, g);
		const p = seenValue * square;
		const pv = (seenValue * power + inside * seenSpeed) * square;
		const pt = seenSide * square;
		look(acrosses, k, f, g);
		const q = seenValue * square;
		const qv = (seenValue * power + inside * seenSpeed) * square;
		const qt = seenSide * square;
		fx = side * (p * s - q * c);
		fz = p * c + q * s;
		const xv = pv * s - qv * c;
		const zv = pv * c + qv * s;
		const xt = pt * s - qt * c + p * c + q * s;
		const zt = pt * c + qt * s - p * s + q * c;
		xx = (s * xv + c * xt) / speed;
		xz = (side * (c * xv - s * xt)) / speed;
		zx = (side * (s * zv + c * zt)) / speed;
		zz = (c * zv - s * zt) / speed;
	}
	raise(forces + FX + at, wet * fx);
	raise(forces + FZ + at, wet * (fz - weight) - (1 - wet) * GRAVITY * mass);
	raise(forces + MXX + at, inertia);
	raise(forces + MZZ + at, inertia);
	const g = one(stages, lane) * wet;
	raise(own + o, g * xx);
	raise(own + o + 16, g * xz);
	raise(own + o + 32, g * zx);
	raise(own + o + 48, g * zz);
}

/** The bed under what sinks into it. */
function bed(lane: i32): void {
	const gh = one(stages, lane);
	const g2 = gh * gh;
	const spring = one(worlds + BED_SPRING, lane);
	for (let i = 0; i <= n; i++) {
		const at = (<usize>i << 4) + (<usize>lane << 3);
		const z = load<f64>(trial + Z + at);
		if (z >= 0) continue;
		const u = load<f64>(trial + U + at);
		const push = -spring * z;
		const slow = Math.sqrt(u * u + STICKS * STICKS);
		raise(forces + FZ + at, push - BED_DULLS * spring * load<f64>(trial + W + at));
		store<f64>(forces + FX + at, load<f64>(forces + FX + at) - (BED_FRICTION * push * u) / slow);
		const o = (<usize>i << 6) + (<usize>lane << 3);
		raise(own + o, (gh * BED_FRICTION * push * STICKS * STICKS) / (slow * slow * slow));
		store<f64>(own + o + 16, load<f64>(own + o + 16) - (g2 * BED_FRICTION * spring * u) / slow);
		raise(own + o + 48, (gh * BED_DULLS + g2) * spring);
	}
}

/** A float or a dry fly as the upper end: ../../upper-end.ts. */
function float(lane: i32): void {
	const at = <usize>lane << 3;
	const gh = one(stages, lane);
	const depth = one(worlds + DEPTH, lane);
	const density = one(worlds + DENSITY, lane);
	const diameter = one(worlds + FLOAT_DIAMETER, lane);
	const mass = one(worlds + FLOAT_MASS, lane);
	const lift = one(worlds + FLOAT_LIFT, lane);
	const area = (PI / 4) * diameter * diameter;
	const moved = (0.5 * density * PI * (diameter * diameter * diameter)) / 6;
	const full = lift + mass * GRAVITY;
	const z = load<f64>(trial + Z + at);
	const u = load<f64>(trial + U + at);
	const w = load<f64>(trial + W + at);
	const deep = (depth - z) / diameter;
	const share = Math.max(0, Math.min(1, deep));
	raise(forces + MXX + at, mass + moved * share);
	raise(forces + MZZ + at, mass + moved * share);
	const cap = share * share * (3 - 2 * share);
	raise(forces + FZ + at, full * cap - mass * GRAVITY);
	raise(own + 48 + at, (gh * gh * full * 6 * share * (1 - share)) / diameter);
	const rx = one(worlds + SURFACE_SPEED, lane) + one(worlds + EDDY_U, lane) * AT_SURFACE - u;
	const speed = Math.sqrt(rx * rx + w * w);
	const c = 0.5 * density * DRAG_OF_FLOAT * area * Math.max(0.1, cap) * (speed + 0.01);
	raise(forces + FX + at, c * rx);
	store<f64>(forces + FZ + at, load<f64>(forces + FZ + at) - c * w);
	raise(own + at, 2 * gh * c);
	raise(own + 48 + at, gh * c);
}
