import { expect, test } from 'vitest';
import { isVisible } from './names';

test('a name holds nothing that nobody sees; joiners stay where they shape what is read', () => {
	for (const name of [
		'Rustneck Jig',
		'Äsche №3 – “klein”',
		'\u{1f9d1}\u200d\u{1f527} \u2764\ufe0f',
		// "I want" in Persian, with its joiner; a Hindi conjunct.
		'\u0645\u06cc\u200c\u062e\u0648\u0627\u0647\u0645',
		'\u0915\u094d\u200d\u0937'
	]) {
		expect(isVisible(name), name).toBe(true);
	}
	for (const unseen of [
		'\u0000',
		'\u0007',
		'\n',
		'\u009f',
		'\u00ad',
		'\u200b',
		'\u200d',
		'\u200e',
		'\u202e',
		'\u2028',
		'\u2066',
		'\u2800',
		'\u3164',
		'\ufe0f',
		'\ufeff',
		'\u{e0041}',
		'\u{e000}',
		'\ud800'
	]) {
		expect(isVisible(`Rust${unseen}neck`), escape(unseen)).toBe(false);
	}
});
const escape = (text: string) => text.codePointAt(0)!.toString(16);
