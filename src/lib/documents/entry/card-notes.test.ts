import fc from 'fast-check';
import { expect, test } from 'vitest';
import { sights } from './body';
import { notesText, readNotes, type CardNote } from './card-notes';

const id = (n: number) => `6f1d1f2c-5a37-4c1e-9d3b-0a8d6b1f2e${String(n).padStart(2, '0')}`;
const one: CardNote = {
	id: id(1),
	at: new Date(2027, 2, 6, 10, 42).getTime(),
	lieId: id(2),
	lieName: 'Footbridge run',
	depthM: 0.95,
	speedMs: 0.72,
	celsius: 7.5,
	flowM3s: 3.2,
	rigId: id(3),
	rigName: 'Long arm',
	batchId: id(4),
	item: 2,
	flyName: 'Slate Plunger',
	saw: 'touched',
	fish: true,
	lost: false
};

test('a note reads as one would say it', () => {
	expect(notesText('First Saturday', [one])).toBe(
		`Gravitas river card, notes 1: First Saturday\n2027-03-06 10:42 | Footbridge run, 0.95 m deep, 0.72 m/s, 7.5 °C, 3.2 m³/s | Slate Plunger | Long arm | ticked the bed | a fish | [${id(1)} ${id(2)} ${id(3)} ${id(4)} 2]\n`
	);
});

test('whatever is noted comes back, also quoted in a mail, and no note twice', () => {
	const names = fc
		.string({ minLength: 1, maxLength: 30 })
		.filter((name) => /^[^|\s>]+$/.test(name));
	const whole = fc.record({
		id: fc.uuid(),
		celsius: fc.integer({ min: 0, max: 250 }).map((tenths) => tenths / 10),
		flowM3s: fc.integer({ min: 1, max: 900 }).map((tenths) => tenths / 10),
		at: fc.integer({ min: 0, max: 2000 }).map((n) => new Date(2026, 0, n, 12, n % 60).getTime()),
		lieId: fc.uuid(),
		lieName: names,
		depthM: fc.integer({ min: 10, max: 500 }).map((cm) => cm / 100),
		speedMs: fc.integer({ min: 5, max: 250 }).map((cms) => cms / 100),
		rigId: fc.uuid(),
		rigName: names,
		batchId: fc.uuid(),
		item: fc.nat(23),
		flyName: names,
		saw: fc.constantFrom(...sights),
		fish: fc.boolean(),
		lost: fc.boolean()
	});
	// Cards of before said neither.
	const note = fc
		.tuple(whole, fc.boolean(), fc.boolean())
		.map(([{ celsius, flowM3s, ...rest }, warm, flows]) => ({
			...rest,
			...(warm && { celsius }),
			...(flows && { flowM3s })
		}));
	fc.assert(
		fc.property(fc.array(note, { maxLength: 4 }), (notes) => {
			const text = notesText('A day', notes);
			const mail = `Hello,\n\n${text.replaceAll('\n', '\r\n> ')}\nSent from a phone`;
			expect(readNotes(mail)).toEqual({ notes, faults: [] });
			expect(readNotes(text + text).notes).toEqual(notes);
		})
	);
});

test('what was edited by hand is named by its line, and the others are read', () => {
	const good = notesText('A day', [one]).trim();
	const broken = (from: string, to: string) =>
		readNotes(`${good}\n${good.split('\n')[1]!.replace(from, to)}`);
	for (const [from, to, said] of [
		['2027-03-06', '2027-02-30', 'no moment'],
		['0.95 m deep', '95 m deep', 'no water'],
		['0.72 m/s', 'quick', 'no water'],
		['7.5 °C', '75 °C', 'no water'],
		['3.2 m³/s', 'much', 'no water'],
		['ticked', 'tickled', '“tickled the bed” is none of'],
		['a fish', 'two fish', 'neither'],
		[' 2]', ']', 'ids']
	] as const) {
		const { notes, faults } = broken(from, to);
		expect(notes).toEqual([one]);
		expect(faults).toHaveLength(1);
		expect(faults[0]!.line).toBe(3);
		expect(faults[0]!.words).toContain(said);
	}
	expect(readNotes('fly,depth\nA,1').faults[0]!.words).toContain('is this from a river card?');
});
