import { afterEach, expect, test } from 'vitest';
import { localDay } from './day';

const zone = process.env.TZ;
afterEach(() => {
	process.env.TZ = zone;
});

test.each([
	['America/Los_Angeles', '2026-03-01T04:00:00Z', '2026-02-28'],
	['Pacific/Auckland', '2026-12-31T12:00:00Z', '2027-01-01'],
	['UTC', '2026-03-01T04:00:00Z', '2026-03-01']
])('in %s at %s it is %s', (place, instant, day) => {
	process.env.TZ = place;
	expect(localDay(new Date(instant))).toBe(day);
});
