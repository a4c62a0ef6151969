import {
	mkdirSync,
	mkdtempSync,
	readdirSync,
	readFileSync,
	renameSync,
	rmSync,
	statSync,
	writeFileSync
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, onTestFinished, test } from 'vitest';
import { copyFirst, sumOf } from './first-database';

test('what lies ready is copied whole; changed, renamed or absent it leaves the new folder empty', () => {
	const place = mkdtempSync(join(tmpdir(), 'gravitas-first-'));
	onTestFinished(() => rmSync(place, { recursive: true }));
	const first = { files: join(place, 'files'), sum: join(place, 'sum') };
	const to = join(place, 'new');
	mkdirSync(join(first.files, 'base'), { recursive: true });
	mkdirSync(to, { mode: 0o700 });
	const inner = join(first.files, 'base', '1');
	writeFileSync(inner, 'a page');
	expect(copyFirst(first, to)).toBe(false);

	writeFileSync(first.sum, sumOf(first.files));
	expect(copyFirst(first, to)).toBe(true);
	expect(readFileSync(join(to, 'base', '1'), 'utf8')).toBe('a page');
	rmSync(join(to, 'base'), { recursive: true });

	writeFileSync(inner, 'b page');
	expect(copyFirst(first, to)).toBe(false);
	writeFileSync(inner, 'a page');
	renameSync(inner, `${inner}2`);
	expect(copyFirst(first, to)).toBe(false);
	expect([readdirSync(to), statSync(to).mode & 0o077]).toEqual([[], 0]);
});
