import { gaugedWords, inGauge, type Amount, type Gauge, type Mark } from '$core/batch/index';
import { FOOT, shown } from '$core/quantity/index';

/** The number of a mark; its unit is that of small lengths. */
export const markNumber = (metres: number) => shown.small.fixed(metres, 1);

/** A mark by the tier's own gauges, with what it is off by where that matters. */
export function gauged({ length }: Mark, lengths: Readonly<Record<Gauge, number | null>>): string {
	const found = inGauge(length, lengths);
	if (!found) return '';
	const off = Math.round(100 * found.off);
	const words = gaugedWords(found);
	if (Math.abs(off) < 4) return words;
	return `${off > 0 ? 'a little more than' : 'a little less than'} ${words}`;
}

/** What is to be cut off or had, rounded up. @param total m */
function lengthWords(total: number): string {
	const short = shown.hand.unit === 'cm' ? 1 : FOOT;
	if (total >= short) return shown.water.words(total, 1);
	return `${Math.ceil(shown.hand.to(total))} ${shown.hand.unit}`;
}
/** Of fur, to half a pinch. */
function pinches(total: number): string {
	const halves = Math.max(1, Math.ceil(2 * total - 0.2));
	if (halves === 1) return 'half a pinch';
	const number = `${Math.floor(halves / 2)}${halves % 2 ? '½' : ''}`;
	return `${number} ${halves === 2 ? 'pinch' : 'pinches'}`;
}

/** An amount for the run in the unit that one measures it in. */
export function amountWords({ unit, total }: Amount): string {
	switch (unit) {
		case 'm':
			return lengthWords(total);
		case 'pieces':
			return String(Math.ceil(total));
		case 'pinches':
			return pinches(total);
		case 'feathers':
		case 'fibres':
		case 'strands':
		case 'strips':
		case 'drops': {
			const whole = Math.ceil(total);
			return `${whole} ${whole === 1 ? unit.slice(0, -1) : unit}`;
		}
	}
}

export const cautionWords = {
	hook: 'Eyes: hooks under tension and wire ends fly.',
	lead: 'Lead: wash your hands, no food at the bench; many waters restrict it; local rules decide.',
	glue: 'Glue and lacquer: air the room, keep them off skin and eyes.',
	resin: 'Resin: air the room, keep it off skin, do not look into the lamp.'
} as const;
