import { expect, test } from 'vitest';
import { simulatedGauge } from '../water/index';
import { gaugeCsv, guessColumns, readingsFrom } from './index';

const table = (text: string) =>
	text
		.trim()
		.split('\n')
		.map((line) => line.split(','));

test('what the gauge writes is read back as it was', () => {
	const readings = simulatedGauge(Date.UTC(2026, 4, 1), 30, 3.4);
	const [header, ...rows] = table(gaugeCsv(readings));
	expect(readingsFrom(rows, guessColumns(header!))).toEqual({
		readings,
		bad: 0,
		why: null,
		unsure: []
	});
});

test('columns of a real gauge are guessed by their names and units', () => {
	expect(guessColumns(['station', 'datetime', 'discharge_cfs', 'temp_F'])).toEqual({
		time: 1,
		flow: 2,
		temperature: 3,
		flowUnit: 'ft³/s',
		temperatureUnit: '°F'
	});
	const columns = guessColumns(['Datum', 'Abfluss l/s']);
	expect(columns).toMatchObject({ time: 0, flow: 1, temperature: -1, flowUnit: 'l/s' });
	const { readings } = readingsFrom([['1.3.2026 06:00', '3400']], columns);
	expect(readings).toEqual([{ time: Date.UTC(2026, 2, 1, 6), flow: 3.4, celsius: null }]);
});

test('rows that cannot be read are counted, the first with its place; the rest stands', () => {
	const columns = guessColumns(['time_utc', 'flow_m3s', 'temperature_c']);
	const rows = [
		['2026-03-01T06:00Z', '3.4', '8'],
		['soon', '3.5', '8'],
		['2026-03-01T08:00Z', '-1', ''],
		['2026-03-01 09:00', '3,6', '7,5'],
		['', '', '']
	];
	const found = readingsFrom(rows, columns);
	expect(found.bad).toBe(2);
	expect(found.why).toBe('row 3: “soon” is no time such as 2026-03-01T06:00Z');
	expect(found.readings.map(({ flow, celsius }) => [flow, celsius])).toEqual([
		[3.4, 8],
		[3.6, 7.5]
	]);
});

test('days and months are told apart, halves of the day heard, and a day that is none is refused', () => {
	const columns = guessColumns(['date', 'cfs']);
	const days = (...texts: string[]) => {
		const { readings, bad, unsure } = readingsFrom(
			texts.map((text) => [text, '1,200']),
			columns
		);
		expect(readings.every(({ flow }) => Math.abs(flow - 1200 * 0.3048 ** 3) < 1e-9)).toBe(true);
		const times = readings.map(({ time }) => new Date(time).toISOString().slice(5, 16));
		return [times, bad, unsure] as const;
	};
	expect(days('13/4/2026 6:00', '4/4/2026')).toEqual([['04-04T00:00', '04-13T06:00'], 0, []]);
	expect(days('4/13/2026 2:15 PM', '4/4/2026 12:30 am')).toEqual([
		['04-04T00:30', '04-13T14:15'],
		0,
		[]
	]);
	// Readings of a few days lie together in one of the two orders alone.
	expect(days('3/4/2026', '4/4/2026', '5/4/2026')[0]).toEqual([
		'04-03T00:00',
		'04-04T00:00',
		'04-05T00:00'
	]);
	expect(days('3/4/2026', '3/5/2026', '3/6/2026')[0]![0]).toBe('03-04T00:00');
	expect(days('3/4/2026')).toEqual([
		['04-03T00:00'],
		0,
		[expect.stringMatching(/2026-04-03/)] as unknown
	]);
	expect(days('3.4.2026')).toEqual([['04-03T00:00'], 0, []]);
	// No order makes dates of both: one is refused, and it is said how the other was taken.
	expect(days('13/4/2026', '4/14/2026')).toEqual([
		['04-13T00:00'],
		1,
		[expect.stringMatching(/2026-04-13/)] as unknown
	]);
	// One slip does not turn the others round.
	expect(days('4/13/2026', '4/5/2026', '31/31/2026').slice(0, 2)).toEqual([
		['04-05T00:00', '04-13T00:00'],
		1
	]);
	const metric = guessColumns(['date', 'flow_m3s']);
	expect(readingsFrom([['2026-04-03', '3,625']], metric).readings[0]!.flow).toBe(3.625);
	expect(days('31.4.2026', '1.13.2026', '1.4.2026 soon').slice(0, 2)).toEqual([[], 3]);
});

test('a temperature that no water has is left out, and the other unit asked about', () => {
	const columns = guessColumns(['date', 'flow', 'temp']);
	const found = readingsFrom([['2026-04-03', '3', '46']], columns);
	expect(found.readings[0]!.celsius).toBeNull();
	// Sensors wander: a tenth below 0 is icy water, three degrees are none.
	const icy = ['-0.1', '-3'].map((said) => readingsFrom([['2026-01-03', '3', said]], columns));
	expect(icy.map(({ readings }) => readings[0]!.celsius)).toEqual([0, null]);
	expect(found.unsure).toEqual(['46 °C is no temperature of water and is left out. Is it in °F?']);
	for (const name of ['temp F', 'Temp (F)', 'water_temp_f', 'Temp °F'])
		expect(guessColumns(['date', 'flow', name]).temperatureUnit, name).toBe('°F');
	expect(guessColumns(['date', 'flow', 'temp of stuff']).temperatureUnit).toBe('°C');
});
