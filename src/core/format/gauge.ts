import { math } from '../quantity/index';
import type { GaugeReading } from '../water/index';

/** Gauge readings as Gravitas writes them: a header, then a line each, UTC. */
const GAUGE_HEADER = ['time_utc', 'flow_m3s', 'temperature_c'] as const;

export function gaugeCsv(readings: readonly GaugeReading[]): string {
	const lines = readings.map(({ time, flow, celsius }) =>
		[new Date(time).toISOString(), flow, celsius ?? ''].join(',')
	);
	return `${[GAUGE_HEADER.join(','), ...lines].join('\n')}\n`;
}

/** Which column of a table says what, and in which unit. */
export interface GaugeColumns {
	readonly time: number;
	readonly flow: number;
	/** −1: none. */
	readonly temperature: number;
	readonly flowUnit: 'm³/s' | 'ft³/s' | 'l/s';
	readonly temperatureUnit: '°C' | '°F';
}

/** ft³ and litre, exact. */
const FLOW_UNITS = { 'm³/s': 1, 'ft³/s': math.cube(0.3048), 'l/s': 1e-3 } as const;

/** What the columns most likely are, from their names. */
export function guessColumns(header: readonly string[]): GaugeColumns {
	const find = (pattern: RegExp) => header.findIndex((name) => pattern.test(name));
	const flow = find(/flow|discharge|abfluss|débit|m3|m³|cfs|cumec|^q$/i);
	const temperature = find(/temp|°c|_c$|°f|celsius/i);
	return {
		time: Math.max(0, find(/time|date|zeit|datum|utc/i)),
		flow: flow < 0 ? Math.min(1, header.length - 1) : flow,
		temperature,
		flowUnit: /cfs|ft3|ft³/i.test(header[flow] ?? '')
			? 'ft³/s'
			: /l\/s|_ls$|liter|litre/i.test(header[flow] ?? '')
				? 'l/s'
				: 'm³/s',
		temperatureUnit: /°f|_f$|fahrenheit/i.test(header[temperature] ?? '') ? '°F' : '°C'
	};
}

/** Readings from a table's rows, oldest first; what cannot be read is counted, with the first told in words. */
export function readingsFrom(
	rows: readonly (readonly string[])[],
	columns: GaugeColumns
): { readonly readings: GaugeReading[]; readonly bad: number; readonly why: string | null } {
	const readings: GaugeReading[] = [];
	let bad = 0;
	let why: string | null = null;
	const number = (text: string | undefined) => {
		const clean = (text ?? '').trim().replace(/^"|"$/g, '');
		if (clean === '') return NaN;
		// A comma alone is a decimal comma.
		return Number(/^-?\d+,\d+$/.test(clean) ? clean.replace(',', '.') : clean);
	};
	rows.forEach((row, i) => {
		if (row.every((cell) => cell.trim() === '')) return;
		const time = timeOf(row[columns.time] ?? '');
		const flow = number(row[columns.flow]) * FLOW_UNITS[columns.flowUnit];
		const degrees = columns.temperature < 0 ? NaN : number(row[columns.temperature]);
		const wrong = Number.isNaN(time)
			? `“${(row[columns.time] ?? '').slice(0, 30)}” is no time such as 2026-03-01T06:00Z`
			: !(flow > 0)
				? `“${(row[columns.flow] ?? '').slice(0, 30)}” is no flow above 0`
				: null;
		if (wrong) {
			bad++;
			why ??= `row ${i + 2}: ${wrong}`;
			return;
		}
		const celsius = columns.temperatureUnit === '°F' ? (degrees - 32) / 1.8 : degrees;
		readings.push({ time, flow, celsius: Number.isFinite(celsius) ? celsius : null });
	});
	return { readings: readings.sort((a, b) => a.time - b.time), bad, why };
}

/** ISO 8601, or day.month.year with an optional hour; without a zone as UTC. */
function timeOf(text: string): number {
	const clean = text.trim();
	const dotted = /^(\d{1,2})[./](\d{1,2})[./](\d{4})(?:[ T](\d{1,2}):(\d{2}))?/.exec(clean);
	if (dotted) {
		const [, day, month, year, hour = '0', minute = '0'] = dotted.map((part) => part ?? '0');
		return Date.UTC(+year!, +month! - 1, +day!, +hour, +minute);
	}
	const plain = /^\d{4}-\d{2}-\d{2}([ T]\d{2}:\d{2}(:\d{2})?)?$/.exec(clean);
	if (plain) return Date.parse(plain[1] ? `${clean.replace(' ', 'T')}Z` : `${clean}T00:00Z`);
	return /^\d{4}-\d{2}-\d{2}T/.test(clean) ? Date.parse(clean) : NaN;
}
