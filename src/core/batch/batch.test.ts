import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { anyRecipe } from '../../lib/contract/any-recipe.testing';
import { priorBeliefs, valuesAt } from '../belief/index';
import { buildFly, compileBuild, turnLength, type Recipe } from '../fly/index';
import {
	amountsFor,
	gaugedWords,
	gaugeLengths,
	inGauge,
	marksOf,
	planOf,
	stepsOf,
	stretchesOf
} from './index';

const median = valuesAt(priorBeliefs);
const nymph: Recipe = {
	hook: { style: 'straight', size: 12, lengthX: 0, wireX: 0 },
	bead: { metal: 'tungsten', shape: 'round', diameter: 3.2e-3 },
	coil: { metal: 'lead', wire: 0.381e-3, turns: 5 },
	dressing: { fullness: 'medium' },
	wingCase: { kind: 'feather', length: 0.33 },
	finish: { glue: 1, resin: 1, lacquer: 0 }
};

describe('marks', () => {
	test('of any fly: places lie in tie-on order along the shank, lengths are positive', () => {
		fc.assert(
			fc.property(anyRecipe, (recipe) => {
				const build = buildFly(recipe, median);
				const marks = marksOf(build);
				const at = (code: string) =>
					marks.find((mark) => mark.code === code && mark.kind === 'place');
				for (const { length } of marks) expect(length).toBeGreaterThanOrEqual(0);
				const [from, to] = [at('coil'), at('coil-end')];
				if (from && to) expect(to.length).toBeGreaterThan(from.length);
				const dam = at('dam');
				if (to && dam) expect(dam.length).toBeGreaterThanOrEqual(to.length);
				const [bead, body] = [at('bead'), at('body')];
				if (bead && body) expect(body.length).toBeGreaterThan(bead.length);
				expect(marks.some(({ code }) => code === 'gap')).toBe(true);
				expect(marks.some(({ code }) => code === 'tail')).toBe(build.dressing.tail !== null);
			}),
			{ numRuns: 150 }
		);
	});

	test('rules of the trade: tail half the shank, body to two thirds to three quarters (common practice, no source)', () => {
		const build = buildFly({ ...nymph, coil: null }, median);
		const marks = marksOf(build);
		const { shank } = build.hook;
		expect(marks.find(({ code }) => code === 'tail')!.length / shank).toBeCloseTo(0.5, 6);
		const covered = (shank - marks.find(({ code }) => code === 'body')!.length) / shank;
		expect(covered).toBeGreaterThan(0.3);
		expect(covered).toBeLessThan(0.76);
	});

	test('a length is said by the gauge that says it best, in quarters', () => {
		const lengths = { eye: 1e-3, bead: 3.3e-3, gape: 4e-3, shank: 8e-3 };
		const say = (mm: number) => gaugedWords(inGauge(mm * 1e-3, lengths)!);
		expect(say(1.25)).toBe('1¼ eye lengths');
		expect(say(8)).toBe('the whole shank');
		expect(say(0.75)).toBe('¾ eye length');
		expect(inGauge(0.01e-3, lengths)).toBeNull();
		fc.assert(
			fc.property(fc.double({ min: 0.25, max: 20, noNaN: true }), (mm) => {
				const found = inGauge(mm * 1e-3, lengths);
				if (!found) return;
				const said = (found.quarters / 4) * lengths[found.gauge];
				expect(said * (1 + found.off)).toBeCloseTo(mm * 1e-3, 9);
				for (const [gauge, one] of Object.entries(lengths)) {
					const quarters = Math.round((4 * mm * 1e-3) / one);
					if (quarters < 1 || quarters > 12) continue;
					const off = Math.abs((mm * 1e-3) / ((quarters * one) / 4) - 1);
					expect(Math.abs(found.off), gauge).toBeLessThanOrEqual(off + 1e-8);
				}
			})
		);
		expect(gaugeLengths(buildFly({ ...nymph, bead: null }, median)).bead).toBeNull();
	});
});

describe('what a run takes', () => {
	test('wire by the formula of a helix, thread by its denier, spares of hooks and beads', () => {
		const amounts = amountsFor(nymph, 12);
		const of = (part: string) => amounts.find((one) => one.part === part)!;
		const build = buildFly(nymph, median);
		const helix = 5 * turnLength(build.hook.wire, build.coil!.wire);
		expect(of('coil').each).toBeCloseTo(helix, 9);
		expect(of('coil').cut!).toBeCloseTo(helix + 0.03, 9);
		expect(of('coil').total).toBeCloseTo(12 * (helix + 0.03), 9);
		expect(of('hook').total).toBe(14);
		expect(of('bead').total).toBe(14);
		// Denier is grams per 9000 m, by definition.
		const thread = compileBuild(build, median).parts.find(({ part }) => part === 'thread')!;
		expect((of('thread').each * build.dressing.thread.denier) / 9000).toBeCloseTo(
			1e3 * thread.mass,
			9
		);
		expect(of('thread').each).toBeGreaterThan(0.1);
		expect(of('thread').each).toBeLessThan(3);
	});

	test('of any fly: more flies never take less, and what is left out is not on the list', () => {
		fc.assert(
			fc.property(anyRecipe, fc.integer({ min: 1, max: 29 }), (recipe, count) => {
				const few = amountsFor(recipe, count);
				const more = amountsFor(recipe, count + 1);
				expect(few.length).toBe(more.length);
				few.forEach(({ total, each }, k) => {
					expect(total).toBeGreaterThanOrEqual(each * count - 1e-12);
					expect(more[k]!.total).toBeGreaterThanOrEqual(total);
				});
				expect(few.some(({ part }) => part === 'bead')).toBe(recipe.bead !== null);
			}),
			{ numRuns: 80 }
		);
	});
});

describe('steps', () => {
	test('in tie-on order (common practice, no source), counted where turns are wound, cautions where they apply', () => {
		const steps = stepsOf(buildFly(nymph, median));
		const keys = steps.map(({ key }) => key);
		const order = [
			'bead',
			'hook',
			'coil',
			'base',
			'dam',
			'tail',
			'rib-in',
			'body',
			'rib',
			'case-in',
			'thorax',
			'case-over',
			'hackle',
			'whip',
			'resin',
			'glue',
			'look'
		];
		expect(keys).toEqual(order);
		const of = (key: string) => steps.find((step) => step.key === key)!;
		expect(of('coil')).toMatchObject({ turns: 5, caution: 'lead' });
		expect(of('rib').turns).toBe(6);
		expect(of('hackle').turns).toBe(2);
		expect(of('resin')).toMatchObject({ dries: 0, caution: 'resin' });
		expect(of('glue').dries).toBeGreaterThan(0);
	});

	test('of any fly: each key once, every part of it tied, nothing that it lacks', () => {
		fc.assert(
			fc.property(anyRecipe, (recipe) => {
				const build = buildFly(recipe, median);
				const steps = stepsOf(build);
				expect(new Set(steps.map(({ key }) => key)).size).toBe(steps.length);
				const parts = new Set(steps.map(({ part }) => part));
				for (const part of ['tail', 'rib', 'body', 'hackle', 'collar', 'legs'] as const) {
					expect(parts.has(part), part).toBe(build.dressing[part] !== null);
				}
				for (const { words, seconds } of steps) {
					expect(words).not.toMatch(/undefined|NaN/);
					expect(seconds).toBeGreaterThan(0);
				}
			}),
			{ numRuns: 100 }
		);
	});
});

describe('the plan of a run', () => {
	const work = (seconds: number, dries = 0) => ({ seconds, dries });

	test('the least time on small runs: no order of stretches is quicker (every one tried)', () => {
		const anySteps = fc.array(
			fc.record({ seconds: fc.integer({ min: 1, max: 9 }), dries: fc.constantFrom(0, 0, 5, 20) }),
			{ minLength: 1, maxLength: 3 }
		);
		fc.assert(
			fc.property(
				anySteps,
				fc.integer({ min: 1, max: 4 }),
				fc.integer({ min: 1, max: 4 }),
				(steps, count, carry) => {
					const plan = planOf(steps, count, carry);
					expect(plan.total).toBeCloseTo(quickest(steps, count, carry), 9);
				}
			),
			{ numRuns: 150 }
		);
	});

	test('of any run: every stretch once, drying kept, one thing at a time, no more carried than can be', () => {
		const anySteps = fc.array(
			fc.record({
				seconds: fc.integer({ min: 1, max: 60 }),
				dries: fc.constantFrom(0, 0, 600, 1800)
			}),
			{ minLength: 1, maxLength: 8 }
		);
		fc.assert(
			fc.property(
				anySteps,
				fc.integer({ min: 1, max: 30 }),
				fc.integer({ min: 1, max: 8 }),
				(steps, count, carry) => {
					const { stretches, turns, total, waits, carried } = planOf(steps, count, carry);
					expect(turns.length).toBe(count * stretches.length);
					expect(carried).toBeLessThanOrEqual(carry);
					let now = 0;
					const ended = new Map<string, number>();
					for (const { fly, stretch, start, end } of turns) {
						expect(start).toBeGreaterThanOrEqual(now - 1e-9);
						now = end;
						if (stretch > 0) {
							const before = ended.get(`${fly} ${stretch - 1}`)!;
							expect(start).toBeGreaterThanOrEqual(before + stretches[stretch - 1]!.dries - 1e-9);
						}
						ended.set(`${fly} ${stretch}`, end);
					}
					const all = count * steps.reduce((sum, { seconds }) => sum + seconds, 0);
					expect(total - waits).toBeCloseTo(all, 6);
					// With nobody to wait for there is nothing to wait for.
					if (stretches.length === 1) expect(waits).toBeCloseTo(0, 9);
				}
			),
			{ numRuns: 150 }
		);
	});

	test('glue dries while others are tied (common practice: three or four at a time)', () => {
		const steps = [work(240), work(10, 600), work(15)];
		const alone = planOf(steps, 6, 1);
		const carried = planOf(steps, 6, 4);
		expect(alone.total).toBeCloseTo(6 * 865, 9);
		expect(carried.total).toBeLessThan(0.5 * alone.total);
		expect(carried.carried).toBeLessThanOrEqual(4);
		expect(stretchesOf(steps)).toEqual([
			{ from: 0, to: 1, seconds: 250, dries: 600 },
			{ from: 2, to: 2, seconds: 15, dries: 0 }
		]);
	});
});

/** The least time of all orders there are, by trying each: which fly's next stretch comes next. */
function quickest(
	steps: readonly { seconds: number; dries: number }[],
	count: number,
	carry: number
): number {
	const stretches = stretchesOf(steps);
	let best = Infinity;
	const go = (next: number[], free: number[], now: number): void => {
		if (now >= best) return;
		if (next.every((done) => done === stretches.length)) {
			best = now;
			return;
		}
		const under = next.filter((done) => done > 0 && done < stretches.length).length;
		const seen = new Set<string>();
		next.forEach((stretch, fly) => {
			if (stretch === stretches.length || (stretch === 0 && under >= carry)) return;
			// Flies in the same state are alike.
			const state = `${stretch} ${free[fly]}`;
			if (seen.has(state)) return;
			seen.add(state);
			const { seconds, dries } = stretches[stretch]!;
			const end = Math.max(now, free[fly]!) + seconds;
			go(
				next.map((n, k) => (k === fly ? n + 1 : n)),
				free.map((f, k) => (k === fly ? end + dries : f)),
				end
			);
		});
	};
	go(
		Array.from({ length: count }, () => 0),
		Array.from({ length: count }, () => 0),
		0
	);
	return best;
}
