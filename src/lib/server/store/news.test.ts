import { expect, test } from 'vitest';
import { DatabaseError, type Database } from '../db/database';
import { countOn } from './news';

/** A database whose count of changes answers so, and what it is then told to do. */
function counting(answer: () => Promise<unknown[]>) {
	const told: string[] = [];
	const tx = { query: (sql: string) => (told.push(sql), Promise.resolve([])) };
	const db = {
		query: answer,
		transaction: (work: (its: typeof tx) => Promise<void>) => work(tx)
	} as unknown as Database;
	return { db, told };
}

// A page of a table and one of a key that cannot be read (PostgreSQL's manual, appendix A).
test.each(['XX001', 'XX002'])('a count that cannot be read, %s, is begun anew', async (code) => {
	const { db, told } = counting(() => Promise.reject(new DatabaseError('a page', code)));
	await countOn(db);
	expect(told).toEqual(['truncate change_count', 'insert into change_count default values']);
});

test('one that is lost is begun anew, one that is there goes on, and another trouble is said', async () => {
	const lost = counting(() => Promise.resolve([]));
	await countOn(lost.db);
	expect(lost.told).toHaveLength(2);
	const there = counting(() => Promise.resolve([{}]));
	await countOn(there.db);
	expect(there.told).toEqual([]);
	const busy = counting(() => Promise.reject(new DatabaseError('a line', '57014')));
	await expect(countOn(busy.db)).rejects.toMatchObject({ code: '57014' });
	expect(busy.told).toEqual([]);
});
