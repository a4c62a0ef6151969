/**
 * The elementary functions, the same to the last bit on every machine.
 *
 * ECMAScript leaves Math.log, exp, pow, sin, cos and atan2 to the engine, and engines differ in the last
 * bits; a drift that meets eddies makes another drift of that. Add, multiply, divide and square root are
 * exact by IEEE 754, and everything here is made of them: a port of fdlibm 5.3 (below one unit in the
 * last place), with the few functions it is not worth porting put together from those.
 *
 * Source: fdlibm, "Copyright (C) 1993 by Sun Microsystems, Inc. All rights reserved. Developed at
 * SunSoft, a Sun Microsystems, Inc. business. Permission to use, copy, modify, and distribute this
 * software is freely granted, provided that this notice is preserved."
 */

const bits = new Float64Array(1);
/** Lower and upper half of the number above; typed arrays are little-endian wherever this runs. */
const halves = new Int32Array(bits.buffer);

/** Sign, exponent and the first twenty bits of the mantissa. */
export function upperOf(x: number): number {
	bits[0] = x;
	return halves[1]!;
}

/** x with another upper half. */
export function withUpper(x: number, upper: number): number {
	bits[0] = x;
	halves[1] = upper;
	return bits[0];
}

/** x with its lower half emptied, so that products of two such are exact. */
function truncated(x: number): number {
	bits[0] = x;
	halves[0] = 0;
	return bits[0];
}

/** x 2^n, for results that are normal numbers or that under- or overflow. */
function scaled(x: number, n: number): number {
	if (n >= -1021 && n <= 1023) return x * withUpper(0, (n + 1023) << 20);
	return n > 0
		? x * 2 ** 1023 * 2 ** Math.min(1023, n - 1023)
		: x * 2 ** -1000 * 2 ** Math.max(-1000, n + 1000);
}

const TWO_54 = 18014398509481984;
const LN2_HI = 6.9314718036912381649e-1;
const LN2_LO = 1.90821492927058770002e-10;

/** Natural logarithm (e_log.c). */
export function log(x: number): number {
	let hx = upperOf(x);
	let k = 0;
	if (hx < 0x00100000) {
		if (x === 0) return -Infinity;
		if (!(x > 0)) return NaN;
		k = -54;
		x *= TWO_54;
		hx = upperOf(x);
	}
	if (hx >= 0x7ff00000) return x + x;
	k += (hx >> 20) - 1023;
	hx &= 0x000fffff;
	let i = (hx + 0x95f64) & 0x100000;
	k += i >> 20;
	const f = withUpper(x, hx | (i ^ 0x3ff00000)) - 1;
	if ((0x000fffff & (2 + hx)) < 3) {
		if (f === 0) return k === 0 ? 0 : k * LN2_HI + k * LN2_LO;
		const r = f * f * (0.5 - 0.3333333333333333 * f);
		return k === 0 ? f - r : k * LN2_HI - (r - k * LN2_LO - f);
	}
	const s = f / (2 + f);
	const z = s * s;
	const w = z * z;
	i = (hx - 0x6147a) | (0x6b851 - hx);
	const t1 =
		w * (3.999999999940941908e-1 + w * (2.222219843214978396e-1 + w * 1.531383769920937332e-1));
	const t2 =
		z *
		(6.66666666666673513e-1 +
			w * (2.857142874366239149e-1 + w * (1.818357216161805012e-1 + w * 1.479819860511658591e-1)));
	const r = t2 + t1;
	if (i > 0) {
		const half = 0.5 * f * f;
		return k === 0
			? f - (half - s * (half + r))
			: k * LN2_HI - (half - (s * (half + r) + k * LN2_LO) - f);
	}
	return k === 0 ? f - s * (f - r) : k * LN2_HI - (s * (f - r) - k * LN2_LO - f);
}

const INV_LN2 = 1.442695040888963387;
const P1 = 1.66666666666666019037e-1;
const P2 = -2.77777777770155933842e-3;
const P3 = 6.61375632143793436117e-5;
const P4 = -1.6533902205465251539e-6;
const P5 = 4.13813679705723846039e-8;

/** e to the power of x (e_exp.c). */
export function exp(x: number): number {
	const upper = upperOf(x);
	const hx = upper & 0x7fffffff;
	// As engines have it, since the polynomial is off by a unit just here.
	if (x === 1) return Math.E;
	if (hx >= 0x40862e42) {
		if (Number.isNaN(x)) return NaN;
		if (x > 7.09782712893383973096e2) return Infinity;
		if (x < -7.4513321910194110842e2) return 0;
	}
	let hi = 0;
	let lo = 0;
	let k = 0;
	if (hx > 0x3fd62e42) {
		if (hx < 0x3ff0a2b2) k = upper < 0 ? -1 : 1;
		else k = (INV_LN2 * x + (upper < 0 ? -0.5 : 0.5)) | 0;
		hi = x - k * LN2_HI;
		lo = k * LN2_LO;
		x = hi - lo;
	} else if (hx < 0x3e300000) return 1 + x;
	const t = x * x;
	const c = x - t * (P1 + t * (P2 + t * (P3 + t * (P4 + t * P5))));
	if (k === 0) return 1 - ((x * c) / (c - 2) - x);
	return scaled(1 - (lo - (x * c) / (2 - c) - hi), k);
}

/** x to the power of y (e_pow.c); what the standard says exactly (zeros, infinities) is left to the engine. */
export function pow(x: number, y: number): number {
	if (x === 0 || y === 0 || !Number.isFinite(x) || !Number.isFinite(y)) return Math.pow(x, y);
	if (x === 1 || y === 1) return x;
	if (x < 0) {
		if (!Number.isInteger(y)) return NaN;
		return y % 2 === 0 ? pow(-x, y) : -pow(-x, y);
	}
	if (y === 2) return x * x;
	if (y === 0.5) return Math.sqrt(x);
	if (y === -1) return 1 / x;
	if (Math.abs(y) > 2 ** 31) {
		// So large a power of anything but what is next to 1 leaves the range.
		if (Math.abs(x - 1) > 2 ** -20) return x < 1 === y < 0 ? Infinity : 0;
	}
	// log2(x) = t1 + t2, t1 short.
	let n = 0;
	let ax = x;
	let ix = upperOf(ax);
	if (ix < 0x00100000) {
		ax *= 9007199254740992;
		n -= 53;
		ix = upperOf(ax);
	}
	n += (ix >> 20) - 0x3ff;
	const j = ix & 0x000fffff;
	ix = j | 0x3ff00000;
	let k = 0;
	if (j > 0x3988e) {
		if (j < 0xbb67a) k = 1;
		else {
			n++;
			ix -= 0x00100000;
		}
	}
	ax = withUpper(ax, ix);
	const bp = k === 0 ? 1 : 1.5;
	const u = ax - bp;
	const v = 1 / (ax + bp);
	const ss = u * v;
	const sh = truncated(ss);
	const th = withUpper(0, ((ix >> 1) | 0x20000000) + 0x00080000 + (k << 18));
	const tl = ax - (th - bp);
	const sl = v * (u - sh * th - sh * tl);
	let s2 = ss * ss;
	let r =
		s2 *
		s2 *
		(5.99999999999994648725e-1 +
			s2 *
				(4.28571428578550184252e-1 +
					s2 *
						(3.33333329818377432918e-1 +
							s2 *
								(2.72728123808534006489e-1 +
									s2 * (2.30660745775561754067e-1 + s2 * 2.06975017800338417784e-1)))));
	r += sl * (sh + ss);
	s2 = sh * sh;
	const ch = truncated(3 + s2 + r);
	const cl = r - (ch - 3 - s2);
	const pu = sh * ch;
	const pv = sl * ch + cl * ss;
	const ph = truncated(pu + pv);
	const pl = pv - (ph - pu);
	const zh = 9.61796700954437255859e-1 * ph;
	const zl =
		-7.02846165095275826516e-9 * ph +
		pl * 9.61796693925975554329e-1 +
		(k === 0 ? 0 : 1.35003920212974897128e-8);
	const dh = k === 0 ? 0 : 5.84962487220764160156e-1;
	const t1 = truncated(zh + zl + dh + n);
	const t2 = zl - (t1 - n - dh - zh);
	// y log2(x) = p + q, then two to that power.
	const y1 = truncated(y);
	const q = (y - y1) * t1 + y * t2;
	let p = y1 * t1;
	const z = q + p;
	if (z >= 1024) {
		if (z > 1024 || q + 8.008566259537294e-17 > z - p) return Infinity;
	} else if (z <= -1075) return 0;
	let m = 0;
	if (Math.abs(z) > 0.5) {
		m = Math.trunc(z + (z < 0 ? -0.5 : 0.5));
		p -= m;
	}
	const t = truncated(q + p);
	const w1 = t * 6.93147182464599609375e-1;
	const w2 = (q - (t - p)) * 6.93147180559945286227e-1 + t * -1.90465429995776804525e-9;
	const w = w1 + w2;
	const rest = w2 - (w - w1);
	const ww = w * w;
	const c = w - ww * (P1 + ww * (P2 + ww * (P3 + ww * (P4 + ww * P5))));
	return scaled(1 - ((w * c) / (c - 2) - (rest + w * rest) - w), m);
}

/** sin(x + y) for |x| below π/4, y the tail of x (k_sin.c). */
function sinNear(x: number, y: number): number {
	const z = x * x;
	const v = z * x;
	const r =
		8.33333333332248946124e-3 +
		z *
			(-1.98412698298579493134e-4 +
				z *
					(2.75573137070700676789e-6 +
						z * (-2.50507602534068634195e-8 + z * 1.58969099521155010221e-10)));
	if (y === 0) return x + v * (-1.66666666666666324348e-1 + z * r);
	return x - (z * (0.5 * y - v * r) - y - v * -1.66666666666666324348e-1);
}

/** cos(x + y) for |x| below π/4 (k_cos.c). */
function cosNear(x: number, y: number): number {
	const z = x * x;
	const r =
		z *
		(4.16666666666666019037e-2 +
			z *
				(-1.38888888888741095749e-3 +
					z *
						(2.48015872894767294178e-5 +
							z *
								(-2.75573143513906633035e-7 +
									z * (2.0875723212981748279e-9 + z * -1.13596475577881948265e-11)))));
	const ix = upperOf(x) & 0x7fffffff;
	if (ix < 0x3fd33333) return 1 - (0.5 * z - (z * r - x * y));
	const qx = ix > 0x3fe90000 ? 0.28125 : withUpper(0, ix - 0x00200000);
	const half = 0.5 * z - qx;
	return 1 - qx - (half - (z * r - x * y));
}

/** The last angle that was brought within π/4: what is left of it, its tail, and how many quarter turns went. */
let left = 0;
let tail = 0;

/** Brings an angle within π/4 (e_rem_pio2.c, the middle range: up to about 1.6 million). */
function quarterTurns(x: number): number {
	if (Math.abs(x) <= 0.7853981633974483) {
		left = x;
		tail = 0;
		return 0;
	}
	// Beyond, whole turns are taken off first; so large an angle has few digits left that count anyway.
	if (Math.abs(x) > 1647099) x %= 6.283185307179586;
	const sign = x < 0 ? -1 : 1;
	const t = Math.abs(x);
	const n = Math.trunc(t * 6.36619772367581382433e-1 + 0.5);
	let r = t - n * 1.57079632673412561417;
	let w = n * 6.07710050650619224932e-11;
	let y = r - w;
	const size = upperOf(t) >> 20;
	if (size - ((upperOf(y) >> 20) & 0x7ff) > 16) {
		let before = r;
		w = n * 6.0771005063039659766e-11;
		r = before - w;
		w = n * 2.02226624879595063154e-21 - (before - r - w);
		y = r - w;
		if (size - ((upperOf(y) >> 20) & 0x7ff) > 49) {
			before = r;
			w = n * 2.0222662487111664558e-21;
			r = before - w;
			w = n * 8.47842766036889956997e-32 - (before - r - w);
			y = r - w;
		}
	}
	left = sign * y;
	tail = sign * (r - y - w);
	return sign * n;
}

/** Sine (s_sin.c). @param x radians */
export function sin(x: number): number {
	if (!Number.isFinite(x)) return NaN;
	switch (quarterTurns(x) & 3) {
		case 0:
			return Math.abs(left) < 2 ** -26 ? left : sinNear(left, tail);
		case 1:
			return cosNear(left, tail);
		case 2:
			return -sinNear(left, tail);
		default:
			return -cosNear(left, tail);
	}
}

/** Cosine (s_cos.c). @param x radians */
export function cos(x: number): number {
	if (!Number.isFinite(x)) return NaN;
	switch (quarterTurns(x) & 3) {
		case 0:
			return Math.abs(left) < 2 ** -27 ? 1 : cosNear(left, tail);
		case 1:
			return -sinNear(left, tail);
		case 2:
			return -cosNear(left, tail);
		default:
			return sinNear(left, tail);
	}
}

const ATAN_HI = [
	4.63647609000806093515e-1, 7.85398163397448278999e-1, 9.82793723247329054082e-1,
	1.570796326794896558
];
const ATAN_LO = [
	2.26987774529616870924e-17, 3.06161699786838301793e-17, 1.39033110312309984516e-17,
	6.12323399573676603587e-17
];

/** Arc tangent, radians (s_atan.c). */
export function atan(x: number): number {
	const hx = upperOf(x);
	const ix = hx & 0x7fffffff;
	if (ix >= 0x44100000) {
		if (Number.isNaN(x)) return NaN;
		return hx > 0 ? ATAN_HI[3]! + ATAN_LO[3]! : -ATAN_HI[3]! - ATAN_LO[3]!;
	}
	let id = -1;
	if (ix < 0x3fdc0000) {
		if (ix < 0x3e200000) return x;
	} else {
		x = Math.abs(x);
		if (ix < 0x3ff30000) {
			if (ix < 0x3fe60000) {
				id = 0;
				x = (2 * x - 1) / (2 + x);
			} else {
				id = 1;
				x = (x - 1) / (x + 1);
			}
		} else if (ix < 0x40038000) {
			id = 2;
			x = (x - 1.5) / (1 + 1.5 * x);
		} else {
			id = 3;
			x = -1 / x;
		}
	}
	const z = x * x;
	const w = z * z;
	const s1 =
		z *
		(3.33333333333329318027e-1 +
			w *
				(1.42857142725034663711e-1 +
					w *
						(9.09088713343650656196e-2 +
							w *
								(6.66107313738753120669e-2 +
									w * (4.97687799461593236017e-2 + w * 1.62858201153657823623e-2)))));
	const s2 =
		w *
		(-1.99999999998764832476e-1 +
			w *
				(-1.1111110405462355788e-1 +
					w *
						(-7.69187620504482999495e-2 +
							w * (-5.83357013379057348645e-2 + w * -3.6531572744216915527e-2))));
	if (id < 0) return x - x * (s1 + s2);
	const r = ATAN_HI[id]! - (x * (s1 + s2) - ATAN_LO[id]! - x);
	return hx < 0 ? -r : r;
}

/** Angle of the point (x, y), radians, −π to π (e_atan2.c). */
export function atan2(y: number, x: number): number {
	if (Number.isNaN(x) || Number.isNaN(y)) return NaN;
	const negative = x < 0 || Object.is(x, -0);
	if (y === 0) return negative ? (Object.is(y, -0) ? -Math.PI : Math.PI) : y;
	const sign = y < 0 ? -1 : 1;
	if (x === 0) return sign * (Math.PI / 2);
	if (!Number.isFinite(x)) {
		const angle = Number.isFinite(y) ? 0 : Math.PI / 4;
		return sign * (negative ? Math.PI - angle : angle);
	}
	if (!Number.isFinite(y)) return sign * (Math.PI / 2);
	const z = Math.abs(y / x);
	if (!negative) return sign * atan(z);
	return sign * (Math.PI - (atan(z) - 1.2246467991473532e-16));
}

/** ln(1 + x), also for small x: what 1 + x loses is made good (Kahan, in Goldberg 1991, theorem 4). */
export function log1p(x: number): number {
	const u = 1 + x;
	return u === 1 ? x : u === Infinity ? u : log(u) * (x / (u - 1));
}

/** e^x − 1, also for small x (Kahan). */
export function expm1(x: number): number {
	const u = exp(x);
	if (u === 1) return x;
	const less = u - 1;
	if (less === -1 || u === Infinity) return less;
	return less * (x / log(u));
}

/** Arc sine and arc cosine, radians, by the arc tangent. @param x −1 to 1 */
export const asin = (x: number): number => atan2(x, Math.sqrt((1 - x) * (1 + x)));
export const acos = (x: number): number => atan2(Math.sqrt((1 - x) * (1 + x)), x);

/** Inverse of the hyperbolic sine. */
export function asinh(x: number): number {
	if (x === 0) return x;
	const a = Math.abs(x);
	const value = log1p(a + (a * a) / (1 + Math.sqrt(1 + a * a)));
	return x < 0 ? -value : value;
}

/** Hyperbolic cosine. */
export function cosh(x: number): number {
	const e = exp(Math.abs(x));
	return 0.5 * (e + 1 / e);
}

/** Cube root (s_cbrt.c). */
export function cbrt(x: number): number {
	if (x === 0 || !Number.isFinite(x)) return x;
	const a = Math.abs(x);
	const hx = upperOf(a);
	// A third of the exponent, within 5 %.
	let t =
		hx < 0x00100000
			? withUpper(0, Math.trunc(upperOf(a * TWO_54) / 3) + 696219795)
			: withUpper(0, Math.trunc(hx / 3) + 715094163);
	// To 23 bits.
	const r = (t * t) / a;
	const s = 19 / 35 + r * t;
	t *= 5 / 14 + 45 / 28 / (s + 99 / 70 + -864 / 1225 / s);
	// To 20 bits and a little too large, so that the square is exact; then one step of Newton's to 53.
	t = withUpper(0, upperOf(t) + 1);
	const q = a / (t * t);
	t += t * ((q - t) / (t + t + q));
	return x < 0 ? -t : t;
}

/** √(x² + y² + z²), for lengths whose squares stay within range. */
export const hypot = (x: number, y: number, z = 0): number => Math.sqrt(x * x + y * y + z * z);

export const square = (x: number): number => x * x;
export const cube = (x: number): number => x * x * x;
