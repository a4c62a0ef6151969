import { describe, expect, test } from 'vitest';
import { inUnits, METRIC, without } from '$core/quantity/index';
import { parse } from '$lib/contract/parse';
import { definitionOf } from '../definitions';
import { documentRequests } from '../requests';
import { MOST_LIES, MOST_RIGS, type OutingBodyDocument } from './body';

const id = (n: number) => `00000000-0000-4000-8000-0000000000${String(n).padStart(2, '0')}`;
const body: OutingBodyDocument = {
	on: '2026-04-18',
	riverId: id(1),
	lieIds: [id(2), id(3)],
	rigIds: [id(4)],
	flowM3s: 3.2
};
const told = (change: Partial<OutingBodyDocument>) =>
	definitionOf('outing').told(body, { ...body, ...change }).words;
const faults = (change: object) => {
	const parsed = parse(documentRequests.outing, { name: 'A day', body: { ...body, ...change } });
	return parsed.ok ? [] : parsed.errors.map(({ path }) => path);
};
const many = (count: number) => Array.from({ length: count }, (_, k) => id(10 + k));

describe('a change of an outing is told', () => {
	test('by what it is of, from what to what', () => {
		expect(told({ on: '2026-04-19' })).toBe('day 2026-04-18 to 2026-04-19');
		expect(told({ riverId: id(9) })).toMatch(/^river .* to another$/);
		expect(told({ riverId: body.riverId })).toBe('');
		expect(told({ lieIds: [id(2)] })).toBe('lies 2 to 1');
		expect(told({ lieIds: [id(3), id(2)] })).toBe('lies 2 to 2 others, or in another order');
		expect(told({ rigIds: [id(5)] })).toBe('rigs 1 to 1 others, or in another order');
		expect(told({ notes: 'Take the net.' })).toMatch(/notes/);
	});

	test('flow and temperature in the units that are shown; what is not said is the river’s', () => {
		expect(told({ flowM3s: 4 })).toBe('flow 3.2 m³/s to 4 m³/s');
		const unsaid = without(body, 'flowM3s');
		expect(definitionOf('outing').told(body, unsaid).words).toBe('flow 3.2 m³/s to the river’s');
		expect(told({ temperatureC: 8 })).toBe('water the river’s to 8 °C');
		inUnits({ ...METRIC, temperature: '°F' }, () =>
			expect(told({ temperatureC: 8 })).toMatch(/to 46(\.4)? °F$/)
		);
	});
});

test('an outing has some lies and some rigs, each once, and no more than a day holds', () => {
	expect(faults({})).toEqual([]);
	expect(faults({ lieIds: many(MOST_LIES), rigIds: many(MOST_RIGS) })).toEqual([]);
	expect(faults({ lieIds: many(MOST_LIES + 1) })).toEqual(['body.lieIds']);
	expect(faults({ rigIds: many(MOST_RIGS + 1) })).toEqual(['body.rigIds']);
	expect(faults({ lieIds: [id(2), id(2)] })).toEqual(['body.lieIds']);
	expect(faults({ lieIds: ['seven'] }).join()).toMatch(/^body\.lieIds/);
	expect(faults({ on: '2028-02-29' })).toEqual([]);
	for (const on of ['2026-02-29', '2026-04-31', '2026-4-1', 'today'])
		expect(faults({ on }), on).toEqual(['body.on']);
	expect(faults({ flowM3s: -1 })).toEqual(['body.flowM3s']);
	expect(faults({ riverId: undefined })).toEqual(['body.riverId']);
});
