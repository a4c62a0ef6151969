import fc from 'fast-check';
import { expect, test } from 'vitest';
import {
	gateLine,
	readGates,
	readScale,
	ScaleWatch,
	SIMULATED_GATES,
	SIMULATED_PATTERN,
	SimulatedScale,
	teachGates,
	teachScale,
	type SampleLine
} from './index';

const steady = (line: string, grams: number): SampleLine => ({ line, grams, steady: true });
const moving = (line: string, grams: number): SampleLine => ({ line, grams, steady: false });
const taught = (...samples: [SampleLine, SampleLine]) => {
	const found = teachScale(samples);
	if ('fault' in found) throw new Error(found.fault);
	return found.pattern;
};

test('two lines teach which number is the weight, in which unit, and which word says that it stands', () => {
	const a = taught(
		steady('# 07  rest  +  0.134 g', 0.134),
		moving('# 08  ..    +  0.097 g', 0.097)
	);
	expect(a).toEqual({ number: 1, unit: 'g', steady: 'rest', moving: '..' });
	expect(readScale('# 09  rest  -  0.012 g', a)).toEqual({
		kind: 'weight',
		grams: -0.012,
		step: 0.001,
		steady: true
	});
	const b = taught(steady('134,5 mg', 0.1345), steady('250,1 mg', 0.2501));
	expect(b).toMatchObject({ unit: 'mg', steady: null, moving: null });
	expect(readScale('97,25 mg', b)).toMatchObject({ grams: 0.09725, step: 1e-5, steady: null });
	expect(readScale('over', b)).toEqual({ kind: 'over' });
	expect(readScale('hello', b)).toBeNull();
	const grains = taught(steady('W 2.08 GN', 0.1348), steady('W 3.90 GN', 0.2527));
	expect(grains.unit).toBe('gn');
});

test.each<[SampleLine, SampleLine, RegExp]>([
	[steady('', 1), steady('2 g', 2), /empty/],
	[steady('ready', 1), steady('2 g', 2), /no number in “ready”/],
	[steady('1.0 g', 1), steady('1.0 g', 1), /the same/],
	[steady('1.0 g', NaN), steady('2.0 g', 2), /what the display showed/],
	[steady('1.0 g', 7), steady('2.0 g', 9), /In neither/]
])('%j and %j teach nothing, and why is said', (first, second, words) => {
	const found = teachScale([first, second]);
	expect('fault' in found && found.fault).toMatch(words);
});

test('of any pattern that was taught, the lines it was taught from are read as they were shown', () => {
	const weight = fc.integer({ min: 1, max: 30_000 }).map((mg) => mg / 1000);
	fc.assert(
		fc.property(
			fc.constantFrom('N ', 'id 12; ', ''),
			weight,
			weight,
			fc.constantFrom('g', ' g ok'),
			(head, first, second, tail) => {
				const of = (grams: number) => steady(`${head}${grams.toFixed(3)}${tail}`, grams);
				const [a, b] = [of(first), of(second)];
				const found = teachScale([a, b]);
				fc.pre('pattern' in found);
				if (!('pattern' in found)) return;
				for (const { line: text, grams } of [a, b]) {
					const read = readScale(text, found.pattern);
					expect(read?.kind === 'weight' && Math.abs(read.grams - grams)).toBeLessThan(1e-9);
				}
			}
		)
	);
});

test('lines that do not say so are steady when four agree', () => {
	const watch = new ScaleWatch({ number: 0, unit: 'g', steady: null, moving: null });
	const seen = ['0.1', '0.3', '0.35', '0.35', '0.35', '0.35'].map(
		(text) => watch.see(`${text} g`)?.steady
	);
	expect(seen).toEqual([false, false, false, false, false, true]);
});

test('the simulated scale: moves after a change, comes to rest near the load, drifts little, and says when it is too much', () => {
	const scale = new SimulatedScale(3);
	const watch = new ScaleWatch(SIMULATED_PATTERN);
	const next = () => watch.see(scale.line(0.15));
	scale.put(0.243);
	expect(next()).toMatchObject({ kind: 'weight', steady: false });
	const rest: number[] = [];
	for (let k = 0; k < 400; k++) {
		const read = next();
		if (read?.kind === 'weight' && read.steady) rest.push(read.grams);
	}
	expect(rest.length).toBeGreaterThan(300);
	for (const grams of rest) expect(Math.abs(grams - 0.243)).toBeLessThan(0.004);
	expect(new Set(rest).size).toBeGreaterThan(1);
	scale.put(25);
	expect(next()).toEqual({ kind: 'over' });
});

test('light gates are taught from two of their lines, whatever else stands in them', () => {
	const taught = teachGates([
		{ line: 'G1-G2 #4 dt=873 ms', seconds: 0.873 },
		{ line: 'G1-G2 #5 dt=1102 ms', seconds: 1.102 }
	]);
	if ('fault' in taught) throw new Error(taught.fault);
	expect(readGates('G1-G2 #6 dt=640 ms', taught.pattern)).toBeCloseTo(0.64, 9);
	expect(readGates('ready', taught.pattern)).toBeNull();
	expect(readGates(gateLine(1.25), SIMULATED_GATES)).toBeCloseTo(1.25, 9);
	const strange = [
		{ line: 'dt=873', seconds: 2 },
		{ line: 'dt=900', seconds: 3 }
	] as const;
	expect(teachGates(strange)).toEqual({ fault: expect.stringContaining('one number of both') });
});
