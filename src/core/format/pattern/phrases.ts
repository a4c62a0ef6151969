import { wordPattern, type Written } from './words';

const FRACTIONS: Readonly<Record<string, string>> = {
	'½': '0.5',
	'⅓': '0.333333333',
	'⅔': '0.666666667',
	'¼': '0.25',
	'¾': '0.75'
};
const NUMBERS = ['one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];
/** Of what is counted by itself alone: “two goose slips” are a pair. */
const SPELT = new RegExp(
	`(?<!\\p{L})(?:${NUMBERS.join('|')})(?=\\s+(?:\\p{L}+\\s+)?(?:turns?|wraps?|winds?|layers?|fib(?:re|er)s?|strands?|coats?|drops?)(?!\\p{L}))`,
	'giu'
);
const NUMBER = '(\\d+\\s*/\\s*\\d+|[\\d.]+(?:e-?\\d+)?|[½⅓⅔¼¾])';
/** Words that only hold others together. */
const FILLERS =
	/^(?:of|a|an|the|and|with|in|on|to|for|or|over|natural|small|fine|medium|large|each|per|strands?|fibres?|fibers?|turns?|wraps?|side|pair|pairs|sizes?|dubbing|dubbed|herls?|beads?|hooks?)$/iu;

const numberOf = (text: string): number => {
	const [a, b] = (FRACTIONS[text] ?? text).split('/').map(Number);
	return b === undefined ? a! : a! / b;
};

/** What stands on a line, from which each reader takes what it understands. */
export class Phrases {
	constructor(private text: string) {}

	/** Writes amounts that are spelt out as figures: “two turns” as “2 turns”. */
	inFigures(): void {
		this.text = this.text.replace(SPELT, (word) => String(1 + NUMBERS.indexOf(word.toLowerCase())));
	}

	/** What is left of it, as it stands. */
	rest(): string {
		return this.text.trim();
	}

	/** Takes the first match out. */
	take(pattern: RegExp): RegExpExecArray | null {
		const found = pattern.exec(this.text);
		if (!found) return null;
		this.text = `${this.text.slice(0, found.index)} ${this.text.slice(found.index + found[0].length)}`;
		return found;
	}

	/** The first of a table's kinds that is named. */
	kind<Kind extends string>(table: readonly Written<Kind>[]): Kind | undefined {
		const own = table.find(({ own }) => this.take(own));
		// “Peacock herl” is herl, said twice.
		if (own?.also) this.take(own.also);
		const found = own ?? table.find(({ also }) => also && this.take(also));
		return found?.kind;
	}

	among<Word extends string>(words: readonly Word[]): Word | undefined {
		return words.find((word) => this.take(wordPattern(word)));
	}

	/** A number behind a word and before its unit: “wire 0.52 mm”. @param size of one in the wanted unit */
	quantity(word: string, unit: string, size = 1): number | undefined {
		const found = this.take(new RegExp(`${word}\\s*${NUMBER}\\s*${unit}(?![\\p{L}\\d])`, 'iu'));
		return found ? numberOf(found[1]!) * size : undefined;
	}

	/** A share of a measure: “0.5 shank”, “at ⅓ shank”. */
	share(before: string, after: string): number | undefined {
		const found = this.take(
			new RegExp(`${before}\\s*${NUMBER}\\s*(?:of the )?${after}s?(?![\\p{L}\\d])`, 'iu')
		);
		return found ? numberOf(found[1]!) : undefined;
	}

	/** A whole number before a word, or any where there is none. */
	count(word: string): number | undefined {
		const found = this.take(
			new RegExp(
				word
					? `(?:[x×]\\s*)?(?<![\\d.])(\\d+)\\s*(?:${word})(?![\\p{L}])|[x×]\\s*(\\d+)`
					: '(?<![\\d.]|#\\s*|size\\s+)(\\d+)(?![\\d.]|\\s*(?:mm|cm|in|"|%|x)(?!\\p{L}))',
				'iu'
			)
		);
		return found ? Number(found[1] ?? found[2]) : undefined;
	}

	/** Words that nobody understood. */
	left(): string[] {
		return this.text
			.split(/[\s,;()/.]+/u)
			.filter((word) => /[\p{L}\d]/u.test(word) && !FILLERS.test(word));
	}
}
