import * as math from './math';
/** Uniform numbers in [0, 1), the same for the same seed on every machine: sfc32 (Doty-Humphrey, public domain). */
export function randomFrom(seed: number): () => number {
	let a = seed | 0;
	let b = (seed / 4294967296) | 0;
	let c = 0x9e3779b9;
	let counter = 1;
	const next = () => {
		const t = (a + b + counter) | 0;
		counter = (counter + 1) | 0;
		a = b ^ (b >>> 9);
		b = (c + (c << 3)) | 0;
		c = ((c << 21) | (c >>> 11)) + t;
		c |= 0;
		return (t >>> 0) / 4294967296;
	};
	// Until seeds that are alike have parted.
	for (let k = 0; k < 12; k++) next();
	return next;
}

/** Standard normal numbers from uniform ones (Box & Muller 1958), two at a time. */
export function normalsFrom(uniform: () => number): () => number {
	let spare = NaN;
	return () => {
		if (!Number.isNaN(spare)) {
			const kept = spare;
			spare = NaN;
			return kept;
		}
		const radius = Math.sqrt(-2 * math.log(1 - uniform()));
		const angle = 2 * Math.PI * uniform();
		spare = radius * math.sin(angle);
		return radius * math.cos(angle);
	};
}

/** A seed for the k-th of many runs of one seed. */
export function seedOf(seed: number, k: number): number {
	let h = Math.imul(seed ^ 0x85ebca6b, 0xcc9e2d51) ^ Math.imul(k + 1, 0x1b873593);
	h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d);
	h = Math.imul(h ^ (h >>> 12), 0x297a2d39);
	return (h ^ (h >>> 15)) >>> 0;
}
