/**
 * What a person reads and writes figures in. Nothing is computed, kept or sent in these: inside all is SI, and
 * files and the API name their units.
 */
export interface ShownUnits {
	/** Millimetres, centimetres and metres, or inches and feet. */
	readonly length: 'mm' | 'in';
	readonly mass: 'g' | 'gr';
	/** Of a sinking fly; the water's is in m/s beside cm/s, and in ft/s beside both others. */
	readonly speed: 'cm/s' | 'in/s' | 'ft/s';
	readonly temperature: '°C' | '°F';
	/** As it stands before a price; empty for none. */
	readonly currency: string;
}

export const METRIC: ShownUnits = {
	length: 'mm',
	mass: 'g',
	speed: 'cm/s',
	temperature: '°C',
	currency: ''
};

/** What can be chosen. */
export const SHOWN_CHOICES = {
	length: ['mm', 'in'],
	mass: ['g', 'gr'],
	speed: ['cm/s', 'in/s', 'ft/s'],
	temperature: ['°C', '°F']
} as const satisfies { [K in Exclude<keyof ShownUnits, 'currency'>]: readonly ShownUnits[K][] };

let chosen: () => ShownUnits = () => METRIC;

/** What figures are shown in now. */
export const shownUnits = (): ShownUnits => chosen();

/**
 * Like a language, they are one person's and the same in every sentence: so they are said once here, and not
 * handed through every function that makes words.
 *
 * @param units asked at every figure
 */
export function showIn(units: () => ShownUnits): void {
	chosen = units;
}

/** Does something at once in given units: what is written in a file means the same on every bench. */
export function inUnits<T>(units: ShownUnits, work: () => T): T {
	const before = chosen;
	chosen = () => units;
	try {
		return work();
	} finally {
		chosen = before;
	}
}

/** A price with the person's currency before it. */
export const priceWords = (price: number): string => {
	const { currency } = chosen();
	return `${currency}${/\p{L}$/u.test(currency) ? ' ' : ''}${price.toFixed(2)}`;
};
