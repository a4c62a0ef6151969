import { expect, test } from 'vitest';
import { AT_ONCE, partOf } from './long-list';

const rows = Array.from({ length: 1000 }, (_, k) => k);
const none = { before: 0, after: 0 };

test('of a long list the part about the chosen row is shown, and more of it where it is asked for', () => {
	expect(partOf(rows.slice(0, AT_ONCE), 99, none)).toEqual({
		shown: rows.slice(0, AT_ONCE),
		before: 0,
		after: 0
	});
	expect(partOf(rows, -1, none)).toEqual({ shown: rows.slice(0, 100), before: 0, after: 900 });
	expect(partOf(rows, 500, none)).toEqual({ shown: rows.slice(450, 550), before: 450, after: 450 });
	expect(partOf(rows, 500, { before: 100, after: 500 })).toEqual({
		shown: rows.slice(350),
		before: 350,
		after: 0
	});
	expect(partOf(rows, 999, none).shown).toEqual(rows.slice(900));
	expect(partOf(rows, 20, { before: 100, after: 0 }).before).toBe(0);
});
