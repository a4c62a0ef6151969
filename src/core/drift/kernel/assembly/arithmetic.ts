/**
 * log, exp, atan and atan2 of core/quantity/math.ts, operation for operation, so that both give the same last bit:
 * AssemblyScript's own are another library's. fdlibm 5.3; its notice stands there.
 */

@inline
function upperOf(x: f64): i32 {
	return <i32>(reinterpret<i64>(x) >> 32);
}

@inline
function withUpper(x: f64, upper: i32): f64 {
	return reinterpret<f64>((<i64>upper << 32) | (reinterpret<i64>(x) & 0xffffffff));
}

@inline
function scaled(x: f64, n: i32): f64 {
	if (n >= -1021 && n <= 1023) return x * withUpper(0, (n + 1023) << 20);
	return n > 0
		? x * 8.98846567431158e307 * withUpper(0, (<i32>Math.min(1023, n - 1023) + 1023) << 20)
		: x * 9.332636185032189e-302 * withUpper(0, (<i32>Math.max(-1000, n + 1000) + 1023) << 20);
}

const TWO_54: f64 = 18014398509481984;
const LN2_HI: f64 = 6.9314718036912381649e-1;
const LN2_LO: f64 = 1.90821492927058770002e-10;

export function log(x: f64): f64 {
	let hx = upperOf(x);
	let k = 0;
	if (hx < 0x00100000) {
		if (x == 0) return -Infinity;
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
	const kf: f64 = k;
	if ((0x000fffff & (2 + hx)) < 3) {
		if (f == 0) return k == 0 ? 0 : kf * LN2_HI + kf * LN2_LO;
		const r = f * f * (0.5 - 0.3333333333333333 * f);
		return k == 0 ? f - r : kf * LN2_HI - (r - kf * LN2_LO - f);
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
		return k == 0
			? f - (half - s * (half + r))
			: kf * LN2_HI - (half - (s * (half + r) + kf * LN2_LO) - f);
	}
	return k == 0 ? f - s * (f - r) : kf * LN2_HI - (s * (f - r) - kf * LN2_LO - f);
}

const INV_LN2: f64 = 1.442695040888963387;
const P1: f64 = 1.66666666666666019037e-1;
const P2: f64 = -2.77777777770155933842e-3;
const P3: f64 = 6.61375632143793436117e-5;
const P4: f64 = -1.6533902205465251539e-6;
const P5: f64 = 4.13813679705723846039e-8;

export function exp(x: f64): f64 {
	const upper = upperOf(x);
	const hx = upper & 0x7fffffff;
	if (x == 1) return 2.718281828459045;
	if (hx >= 0x40862e42) {
		if (isNaN(x)) return NaN;
		if (x > 7.09782712893383973096e2) return Infinity;
		if (x < -7.4513321910194110842e2) return 0;
	}
	let hi: f64 = 0;
	let lo: f64 = 0;
	let k = 0;
	if (hx > 0x3fd62e42) {
		if (hx < 0x3ff0a2b2) k = upper < 0 ? -1 : 1;
		else k = <i32>(INV_LN2 * x + (upper < 0 ? -0.5 : 0.5));
		hi = x - <f64>k * LN2_HI;
		lo = <f64>k * LN2_LO;
		x = hi - lo;
	} else if (hx < 0x3e300000) return 1 + x;
	const t = x * x;
	const c = x - t * (P1 + t * (P2 + t * (P3 + t * (P4 + t * P5))));
	if (k == 0) return 1 - ((x * c) / (c - 2) - x);
	return scaled(1 - (lo - (x * c) / (2 - c) - hi), k);
}

const PI: f64 = 3.141592653589793;

@inline
function atanHi(id: i32): f64 {
	if (id == 0) return 4.63647609000806093515e-1;
	if (id == 1) return 7.85398163397448278999e-1;
	return id == 2 ? 9.82793723247329054082e-1 : 1.570796326794896558;
}

@inline
function atanLo(id: i32): f64 {
	if (id == 0) return 2.26987774529616870924e-17;
	if (id == 1) return 3.06161699786838301793e-17;
	return id == 2 ? 1.39033110312309984516e-17 : 6.12323399573676603587e-17;
}

function atan(x: f64): f64 {
	const hx = upperOf(x);
	const ix = hx & 0x7fffffff;
	if (ix >= 0x44100000) {
		if (isNaN(x)) return NaN;
		return hx > 0 ? atanHi(3) + atanLo(3) : -atanHi(3) - atanLo(3);
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
	const r = atanHi(id) - (x * (s1 + s2) - atanLo(id) - x);
	return hx < 0 ? -r : r;
}

/** Of finite arguments. */
export function atan2(y: f64, x: f64): f64 {
	const negative = reinterpret<i64>(x) < 0;
	if (y == 0) return negative ? (reinterpret<i64>(y) < 0 ? -PI : PI) : y;
	const sign: f64 = y < 0 ? -1 : 1;
	if (x == 0) return sign * (PI / 2);
	const z = Math.abs(y / x);
	if (!negative) return sign * atan(z);
	return sign * (PI - (atan(z) - 1.2246467991473532e-16));
}
