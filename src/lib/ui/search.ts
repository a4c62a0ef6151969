import uFuzzy from '@leeoniya/ufuzzy';

/**
 * Every word that is looked for stands in what is found, as it was typed and in any order; whole words, and words
 * that begin so, come first. Figures keep their point: 2.8 is one word.
 */
const words = new uFuzzy({
	unicode: true,
	interSplit: '[\\s,;:·()/–—]+',
	intraSplit: '\\p{Ll}\\p{Lu}',
	intraBound: '\\p{L}\\d|\\d\\p{L}|\\p{Ll}\\p{Lu}',
	intraMode: 0,
	intraIns: 0
});
/** More words than these are not turned round. */
const MOST_TURNED = 6;

/**
 * The rows in which all words are found, best first; all of them in their own order where none is looked for.
 *
 * @param textOf what is searched of a row
 */
export function searched<Row>(
	rows: readonly Row[],
	wanted: string,
	textOf: (row: Row) => string
): readonly Row[] {
	const plain = wanted.match(/[^\s"]+/g);
	if (!plain) return rows;
	const texts = uFuzzy.latinize(rows.map(textOf));
	// In quotes it is no pattern.
	const needle = uFuzzy.latinize(plain.map((word) => `"${word}"`).join(' '));
	const [found, , order] = words.search(texts, needle, MOST_TURNED, 1e6);
	const places = order && found ? order.map((k) => found[k]!) : (found ?? []);
	return places.map((k) => rows[k]!);
}
