import { INCH, MILLIMETRE } from '$core/quantity/index';

/** A mark of the ruler: where, how long, and what stands under it. */
export interface Tick {
	/** From the front of the shank, m. */
	readonly at: number;
	readonly long: boolean;
	readonly words: string;
}

const EIGHTHS = ['', '⅛', '¼', '⅜', '½', '⅝', '¾', '⅞'];

/**
 * The ruler's marks between two places; it starts at the front of the shank, from which a tier measures.
 *
 * @param from, to m; @param unit millimetres, or inches in sixteenths
 */
export function ticksBetween(from: number, to: number, unit: 'mm' | 'in'): Tick[] {
	const step = unit === 'mm' ? MILLIMETRE : INCH / 16;
	const every = unit === 'mm' ? 5 : 2;
	const ticks: Tick[] = [];
	for (let i = Math.ceil(from / step); i <= Math.floor(to / step); i++) {
		const long = i % every === 0;
		ticks.push({ at: i * step, long, words: long ? (unit === 'mm' ? String(i) : inches(i)) : '' });
	}
	return ticks;
}

function inches(sixteenths: number): string {
	const eighths = Math.abs(sixteenths) / 2;
	const sign = sixteenths < 0 ? '−' : '';
	const whole = Math.floor(eighths / 8);
	const part = EIGHTHS[eighths % 8]!;
	return `${sign}${whole || (part === '' ? '0' : '')}${part}`;
}
