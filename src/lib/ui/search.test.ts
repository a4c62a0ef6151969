import { expect, test } from 'vitest';
import { searched } from './search';

const flies = [
	'Trust me, size 8 · tungsten 2.8 mm',
	'Rusty spinner, size 16 · brass 2.4 mm',
	'Red tag quill stripe, size 12 · tungsten 3.2 mm',
	'Brown ant, size 8 · glass 1.6 mm',
	'Nymphe dorée, size 10 · tungsten 2.8 mm',
	'魚 (two), size 14 · no bead'
];
const names = (wanted: string) =>
	searched(flies, wanted, (text) => text).map((text) => text.split(',')[0]);

test('what is typed is found as it stands, words in any order, best first', () => {
	expect(names('rust')).toEqual(['Rusty spinner', 'Trust me']);
	// No letters picked out of others: neither of r-u-s-t, nor 16 of 1.6 and size 8.
	expect(names('16')).toEqual(['Rusty spinner']);
	expect(names('brass')).toEqual(['Rusty spinner']);
	expect(names('2.8 8')).toEqual(['Trust me']);
	expect(names('2.8')).toEqual(['Trust me', 'Nymphe dorée']);
	expect(names('tungsten quill')).toEqual(['Red tag quill stripe']);
	expect(names('doree')).toEqual(['Nymphe dorée']);
	expect(names('魚')).toEqual(['魚 (two)']);
	expect(names('nothing like it')).toEqual([]);
	expect(names(' ')).toHaveLength(flies.length);
	// No pattern.
	expect(names('r.st')).toEqual([]);
	expect(names('(two)')).toEqual(['魚 (two)']);
});
