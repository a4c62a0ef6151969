import { expect, test } from 'vitest';
import { idOf, revisionOf } from './api';

test('an id is a UUID, however it is written; a revision is a whole number from 1', () => {
	const id = '0d3b1c52-7a4e-4f0e-9a61-5be0c7d1e011';
	expect(idOf(id.toUpperCase())).toBe(id);
	for (const bad of ['', '7', id.slice(1), `${id}0`, id.replace('-', '')]) {
		expect(() => idOf(bad)).toThrow(/is not an id/);
	}
	expect([revisionOf(1), revisionOf('12'), revisionOf(2 ** 31 - 1)]).toEqual([1, 12, 2 ** 31 - 1]);
	for (const bad of [0, -1, 1.5, '1.5', 'x', '', null, undefined, true, 2 ** 31, NaN]) {
		expect(() => revisionOf(bad)).toThrow(/revision that the change started from/);
	}
});
