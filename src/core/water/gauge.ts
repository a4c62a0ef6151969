import { math, normalsFrom, randomFrom } from '../quantity/index';

/** One reading of a gauge. */
export interface GaugeReading {
	/** Milliseconds since 1970, UTC. */
	readonly time: number;
	/** m³/s */
	readonly flow: number;
	/** °C; null where the gauge does not say. */
	readonly celsius: number | null;
}

const HOUR = 3_600_000;
const DAY = 24 * HOUR;

/**
 * A gauge that stands in for a real one: hourly readings of an invented river, the same for the same
 * hours. Its flow falls off between spates (recession of some four days), its temperature follows the
 * season and the hour. Nothing of it is measured.
 *
 * @param until the last hour, ms since 1970
 * @param base flow between spates, m³/s
 */
export function simulatedGauge(until: number, hours: number, base: number): GaugeReading[] {
	const last = Math.floor(until / HOUR) * HOUR;
	return Array.from({ length: hours }, (_, i) => {
		const time = last - (hours - 1 - i) * HOUR;
		let spate = 0;
		// Rain of the last three weeks, each day with its own chance.
		for (let back = 0; back < 21; back++) {
			const day = Math.floor(time / DAY) - back;
			const uniform = randomFrom(day);
			if (uniform() > 0.22) continue;
			const rain = 0.4 + 2 * math.square(uniform());
			const since = (time - day * DAY - uniform() * DAY) / DAY;
			if (since > 0) spate += rain * Math.min(1, since * 6) * math.exp(-since / 4);
		}
		const year = (2 * Math.PI * (time / DAY - 200)) / 365.25;
		const daily = math.cos((2 * Math.PI * (time - 16 * HOUR)) / DAY);
		const noise = normalsFrom(randomFrom(time / HOUR))();
		return {
			time,
			flow: Number((base * (1 + spate) * math.exp(0.01 * noise)).toFixed(3)),
			celsius: Number((9.5 + 5.5 * math.cos(year) + 0.8 * daily - 0.6 * spate).toFixed(1))
		};
	});
}
