import { math, temperatureField } from '../quantity/index';
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
		temperatureUnit: /°f|[^a-z]f\W*$|fahrenheit/i.test(header[temperature] ?? '') ? '°F' : '°C'
	};
}

/** A sensor in icy water may say so much below 0, °C (our choice). */
const SENSOR = 1;

/** What a table says, and what of it cannot be read. */
export interface GaugeRead {
	/** Oldest first. */
	readonly readings: GaugeReading[];
	/** Rows that cannot be read, and why the first of them cannot. */
	readonly bad: number;
	readonly why: string | null;
	/** How a date was taken that could be two, and what is no temperature of water; in words. */
	readonly unsure: readonly string[];
}

/** Readings from a table's rows; what cannot be read is counted, with the first told in words. */
export function readingsFrom(
	rows: readonly (readonly string[])[],
	columns: GaugeColumns
): GaugeRead {
	const readings: GaugeReading[] = [];
	let bad = 0;
	let why: string | null = null;
	/** What was no temperature of water, the first of them. */
	let no: string | null = null;
	const [coldest, warmest] = temperatureField.possible;
	const american = columns.flowUnit === 'ft³/s';
	const number = (text: string | undefined) => {
		const clean = (text ?? '').trim().replace(/^"|"$/g, '');
		if (clean === '') return NaN;
		// Beside feet a comma sets thousands apart; elsewhere one alone is the decimal's.
		if (american && /^\d{1,3}(,\d{3})+(\.\d+)?$/.test(clean))
			return Number(clean.replaceAll(',', ''));
		return Number(/^-?\d+,\d+$/.test(clean) ? clean.replace(',', '.') : clean);
	};
	const order = dayOrderOf(rows.map((row) => row[columns.time] ?? ''));
	rows.forEach((row, i) => {
		if (row.every((cell) => cell.trim() === '')) return;
		const time = timeOf(row[columns.time] ?? '', order ?? 'day first');
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
		const water = Math.max(coldest, Math.min(warmest, celsius));
		const isWater = Math.abs(celsius - water) <= SENSOR;
		if (!isWater && Number.isFinite(celsius)) no ??= (row[columns.temperature] ?? '').trim();
		readings.push({ time, flow, celsius: isWater ? water : null });
	});
	readings.sort((a, b) => a.time - b.time);
	const [first] = readings;
	const unsure = [
		order === null && first
			? `No date here tells the day from the month: the first is taken as ${new Date(first.time).toISOString().slice(0, 10)} (year, month, day). Where that is wrong, write the dates so.`
			: '',
		no === null
			? ''
			: `${no} ${columns.temperatureUnit} is no temperature of water and is left out. Is it in ${columns.temperatureUnit === '°C' ? '°F' : '°C'}?`
	].filter(Boolean);
	return { readings, bad, why, unsure };
}

type DayOrder = 'day first' | 'month first';

/** “3.4.2026 6:00” or “3/4/2026 2:15 PM”. */
const NUMBERED =
	/^(\d{1,2})([./])(\d{1,2})\2(\d{4})(?:[ T,]+(\d{1,2}):(\d{2})(?::\d{2}(?:\.\d+)?)?\s*(am|pm)?)?$/i;

/**
 * Which of day and month stands first where they are parted by strokes; with points it is the day: in which order more
 * are dates, or they lie nearer together.
 *
 * @returns null where nothing tells
 */
function dayOrderOf(texts: readonly string[]): DayOrder | null {
	const dates = texts
		.map((text) => NUMBERED.exec(text.trim()))
		.filter((found) => found?.[2] === '/')
		.map((found) => found![0]);
	if (dates.length === 0) return 'day first';
	const inOrder = (order: DayOrder) => {
		const times = dates.map((text) => timeOf(text, order)).filter((time) => !Number.isNaN(time));
		let [from, to] = [Infinity, -Infinity];
		for (const time of times) {
			from = Math.min(from, time);
			to = Math.max(to, time);
		}
		return { order, count: times.length, span: to - from };
	};
	const [day, month] = [inOrder('day first'), inOrder('month first')];
	const better = month.count - day.count || day.span - month.span;
	return better === 0 ? null : better > 0 ? month.order : day.order;
}

/** ISO 8601, or day, month and year with an optional hour; without a zone as UTC. @returns ms; NaN where there is no such time */
function timeOf(text: string, order: DayOrder): number {
	const clean = text.trim();
	const numbered = NUMBERED.exec(clean);
	if (numbered) {
		const [, one, mark, other, year, hour = '0', minute = '0', half] = numbered;
		const [day, month] = mark === '/' && order === 'month first' ? [other, one] : [one, other];
		const past = half ? (Number(hour) % 12) + (/p/i.test(half) ? 12 : 0) : Number(hour);
		const time = Date.UTC(Number(year), Number(month) - 1, Number(day), past, Number(minute));
		// The 31st of April would be the first of May.
		const is = new Date(time);
		const there = is.getUTCMonth() === Number(month) - 1 && is.getUTCDate() === Number(day);
		return there ? time : NaN;
	}
	const plain = /^\d{4}-\d{2}-\d{2}([ T]\d{2}:\d{2}(:\d{2})?)?$/.exec(clean);
	if (plain) return Date.parse(plain[1] ? `${clean.replace(' ', 'T')}Z` : `${clean}T00:00Z`);
	return /^\d{4}-\d{2}-\d{2}T/.test(clean) ? Date.parse(clean) : NaN;
}
