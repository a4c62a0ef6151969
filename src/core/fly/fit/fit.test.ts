import { describe, expect, test } from 'vitest';
import { prior, valuesAt } from '../../parameter/index';
import { math } from '../../quantity/index';
import {
	buildFly,
	chunkiness,
	fitOf,
	gapLeft,
	goodFitOf,
	type BeadChoice,
	type Build,
	type Recipe
} from '../index';
import { beadClass, boreNeeded } from './bead';

const median = valuesAt(prior);
const plain: Recipe = {
	hook: { style: 'straight', size: 12, lengthX: 0, wireX: 0 },
	bead: null,
	coil: null,
	dressing: { fullness: 'medium' }
};
const built = (change: Partial<Recipe>): Build => buildFly({ ...plain, ...change }, median);
const codes = (change: Partial<Recipe>) =>
	fitOf(built(change), median).map(({ code, severity }) => `${code}: ${severity}`);
const note = (change: Partial<Recipe>, code: string) =>
	fitOf(built(change), median).find((one) => one.code === code);
const bead = (mm: number, more: Partial<BeadChoice> = {}): BeadChoice => ({
	metal: 'tungsten',
	shape: 'slotted',
	diameter: mm * 1e-3,
	...more
});
const { gape, shank } = built({}).hook;
/** Of a slotted bead as wide as this share of the gape. */
const wide = (share: number) => bead(share * gape * 1e3);

describe('a bead on its hook', () => {
	test('is small below 0.60 of the gape, big above 0.78, a cone by its mean width (our rule, by the trade’s table)', () => {
		for (const [share, size] of [
			[0.59, 'under'],
			[0.61, 'usual'],
			[0.77, 'usual'],
			[0.79, 'big']
		] as const)
			expect(beadClass(built({ bead: wide(share) })), `${share}`).toBe(size);
		expect(beadClass(built({}))).toBeNull();
		for (const share of [0.7, 0.8, 0.9, 1, 1.1]) {
			const cone = built({ bead: { ...wide(share), shape: 'cone' } });
			const mean = (cone.bead!.radius + cone.bead!.nose!) / gape;
			expect(mean).toBeLessThan(0.9 * share);
			expect(beadClass(cone)).toBe(mean < 0.6 ? 'under' : mean > 0.78 ? 'big' : 'usual');
		}
		expect(note({ bead: wide(0.9) }, 'bead-class')!.words).toContain('0.90 of its gape');
		expect(note({ bead: wide(0.7) }, 'bead-class')).toBeUndefined();
	});

	test('chokes the gap below four tenths of the gape, and leaves none where it reaches the spear', () => {
		const open = built({});
		expect(gapLeft(open)).toBeCloseTo(gape - open.hook.wire, 9);
		const round = built({ bead: bead(3, { shape: 'round' }) });
		expect(gapLeft(round)).toBeCloseTo(gape - round.hook.wire / 2 - 1.5e-3 + round.bead!.lift, 9);
		let last = '';
		const turns: string[] = [];
		for (let share = 0.5; share < 2.4; share += 0.02) {
			const one = built({ bead: wide(share) });
			const now = gapLeft(one) <= 0 ? 'no-gap' : gapLeft(one) < 0.4 * gape ? 'gap-choked' : '';
			const said = codes({ bead: wide(share) }).filter((words) => /gap/.test(words));
			expect(said.map((words) => words.split(':')[0] ?? '')).toEqual(now ? [now] : []);
			if (now !== last) turns.push(now);
			last = now;
		}
		expect(turns).toEqual(['gap-choked', 'no-gap']);
		expect(note({ bead: wide(2.3) }, 'no-gap')!.severity).toBe('stop');
	});

	test('a slot that looks to the point leaves more gap than one that is turned away', () => {
		const slot = built({ bead: bead(3.2) });
		const { radius, slot: width, lift, turn } = slot.bead!;
		expect(turn).toBe(0);
		const free = gape - slot.hook.wire / 2;
		expect(gapLeft(slot)).toBeCloseTo(
			free - Math.sqrt(math.square(radius) - math.square(width / 2)) + lift,
			9
		);
		const away = { ...slot, bead: { ...slot.bead!, turn: Math.PI } };
		expect(gapLeft(away)).toBeCloseTo(free - radius - lift, 9);
	});

	test('goes round the bend by a chord’s rise, and round a barb of 1.3 wires; a jig’s neck wants a slot', () => {
		const one = built({ bead: bead(2.8, { shape: 'round' }) });
		const { wire, stretches } = one.hook;
		const bend = stretches.find(({ turn }) => turn !== 0)!;
		const radius = bend.length / bend.turn;
		const { front, rear, recessDepth } = one.bead!;
		const half = (rear - recessDepth - front) / 2;
		const rise = radius - Math.sqrt(math.square(radius) - math.square(half));
		expect(boreNeeded(one)).toBeCloseTo(1.03 * (wire + rise), 12);
		const barbed = { ...plain.hook, barbed: true };
		expect(boreNeeded(built({ hook: barbed }))).toBeCloseTo(1.3 * wire, 12);
		expect(boreNeeded(built({ hook: barbed, bead: bead(1.5, { shape: 'round' }) }))).toBeCloseTo(
			1.03 * 1.3 * wire,
			9
		);
		const jig = { hook: { ...plain.hook, style: 'jig60' as const } };
		expect(codes({ ...jig, bead: bead(2.8, { shape: 'round' }) })).toContain('round-on-jig: stop');
		expect(codes({ ...jig, bead: bead(2.8) })).not.toContain('round-on-jig: stop');
		const thick = { ...plain.hook, size: 2, wireX: 2 };
		expect(codes({ hook: thick, bead: bead(1.5, { shape: 'round' }) })).toContain(
			'bead-not-on: stop'
		);
	});

	test('is loose with neither dam nor wire', () => {
		const thread = { denier: 70, baseLayers: 1, headTurns: 8 };
		const loose = { bead: bead(2.8), thread: { ...thread, dam: false } };
		expect(codes(loose)).toContain('bead-loose: trouble');
		expect(codes({ bead: bead(2.8), thread: { ...thread, dam: true } })).not.toContain(
			'bead-loose: trouble'
		);
		const coil = { metal: 'lead', wire: 0.381e-3, turns: 4 } as const;
		expect(codes({ ...loose, coil })).not.toContain('bead-loose: trouble');
	});
});

describe('what is dressed', () => {
	const hackle = (turns: number, length = 0.5) => ({
		hackle: { kind: 'softHackle', turns, length, lie: 'swept' } as const
	});

	test('more than three turns of hackle, and fibres longer than the hook, are named (common practice, no source)', () => {
		expect(codes(hackle(3))).not.toContain('hackle-turns: trouble');
		expect(codes(hackle(4))).toContain('hackle-turns: trouble');
		const longest = 1 + gape / 2 / shank;
		expect(codes(hackle(2, longest - 0.02))).not.toContain('hackle-long: trouble');
		expect(codes(hackle(2, longest + 0.02))).toContain('hackle-long: trouble');
		expect(note(hackle(4), 'hackle-turns')!.figure).toBe('4 turns');
	});

	test('a tail longer than the shank, legs that reach past the fly', () => {
		const tail = (length: number) => ({ tail: { kind: 'feather', fibres: 6, length } as const });
		expect(codes(tail(0.98))).not.toContain('tail-long: trouble');
		expect(codes(tail(1.02))).toContain('tail-long: trouble');
		const legs = (length: number) => ({
			tail: null,
			legs: { kind: 'rubber', fibres: 4, length } as const
		});
		expect(codes(legs(0.6))).not.toContain('legs-long: trouble');
		expect(codes(legs(2))).toContain('legs-long: trouble');
	});

	test('a rib: fewer than four turns hardly bind, closer than one and a half wires is the body, and there is an end to room', () => {
		const rib = (turns: number, more = {}) => ({
			rib: { kind: 'copper', wire: 0.2e-3, turns, against: true, ...more } as const
		});
		const { ribFront, end } = built(rib(5)).dressed.layout;
		const most = (end - ribFront) / 0.2e-3;
		const of = (change: Partial<Recipe>) =>
			codes(change).filter((words) => words.startsWith('rib'));
		expect(of(rib(3))).toEqual(['rib-few: note']);
		expect(of(rib(4))).toEqual([]);
		expect(of(rib(Math.floor(most / 1.5) - 1))).toEqual([]);
		expect(of(rib(Math.ceil(most / 1.5) + 1))).toEqual(['rib-close: note']);
		expect(of(rib(Math.ceil(most) + 1))).toEqual(['rib-no-room: stop']);
		expect(note(rib(Math.ceil(most) + 1), 'rib-no-room')!.figure).toBe(
			`room for ${Math.floor(most)}`
		);
		expect(of(rib(5, { against: false }))).toEqual(['rib-with-body: note']);
	});

	test('what is wound thicker than 0.235 of the shank on the mean is chunky (by the trade’s table)', () => {
		const body = (thickness: number) => ({
			body: { kind: 'dubbingLoose', shape: 'straight', thickness, length: 0.9 } as const
		});
		let before = 0;
		for (const thickness of [0.1, 0.3, 0.5, 0.7, 0.9]) {
			const share = chunkiness(built(body(thickness)));
			expect(share).toBeGreaterThan(before);
			before = share;
			expect(codes(body(thickness)).includes('chunky: trouble')).toBe(share >= 0.235);
		}
		expect(before).toBeGreaterThan(0.235);
	});

	test('lacquer that runs into the eye, on a hook without a bead only', () => {
		const finish = (lacquer: number) => ({ finish: { glue: 0, resin: 0, lacquer } });
		const small = { hook: { ...plain.hook, size: 18 } };
		const of = (lacquer: number, more: Partial<Recipe> = {}) =>
			codes({ ...small, ...finish(lacquer), ...more }).includes('eye-crowded: trouble');
		const first = [1, 2, 3, 4, 6, 8, 12, 16, 24, 32].find((drops) => of(drops))!;
		expect(first).toBeGreaterThan(1);
		expect(of(2 * first)).toBe(true);
		expect(of(2 * first, { bead: bead(2) })).toBe(false);
	});
});

test('what goes together well is said with its figure', () => {
	const said = (change: Partial<Recipe>) => goodFitOf(built(change)).map(({ words }) => words);
	const usual = said({ bead: wide(0.7) });
	expect(usual).toContain('a usual bead for this hook, 0.70 of its gape');
	expect(said({ bead: wide(0.9) }).join()).not.toContain('a usual bead');
	expect(said({ bead: bead(2.8, { shape: 'round' }) }).join()).toMatch(
		/its bore of [\d.]+ mm goes round the bend, which needs [\d.]+ mm/
	);
	const gap = (share: number) =>
		said({ bead: wide(share) }).some((words) => /^a gap of/.test(words));
	const free = (share: number) => gapLeft(built({ bead: wide(share) })) >= 0.6 * gape;
	for (const share of [0.4, 0.5, 0.6, 0.7, 0.8, 0.9]) expect(gap(share)).toBe(free(share));
	const coil = { metal: 'lead', wire: 0.381e-3, turns: 4 } as const;
	const wound = built({ bead: bead(3.2), coil });
	const behind = said({ bead: bead(3.2), coil }).join('\n');
	expect(['recess', 'slot', 'behind']).toContain(wound.coil!.seat);
	if (wound.coil!.seat === 'recess') expect(behind).toMatch(/^\.015 seats in this recess/m);
	const room = wound.dressed.layout.dam[1] - wound.coil!.end;
	expect(/for the dam behind it/.test(behind)).toBe(
		wound.dressing.thread.dam && room >= wound.coil!.wire
	);
	expect(
		said({
			bead: bead(3.2),
			coil,
			thread: { denier: 70, baseLayers: 1, headTurns: 8, dam: false }
		}).join()
	).not.toContain('for the dam');
});

test('a hook’s radius of gyration is that of its wire, piece by piece (by a sum over a thousand points)', () => {
	for (const style of ['straight', 'jig60', 'curved'] as const) {
		const { hook } = built({ hook: { ...plain.hook, style } });
		const points = hook.pieces.flatMap(({ from, to, length, twin }) =>
			Array.from({ length: 200 }, (_, k) => {
				const t = (k + 0.5) / 200;
				const at = { x: from.x + t * (to.x - from.x), y: from.y + t * (to.y - from.y) };
				// The other half of a ring that lies across stands for both.
				return { ...at, length: (twin ? 2 : 1) * length };
			})
		);
		const all = points.reduce((sum, { length }) => sum + length, 0);
		const mean = (of: (point: { x: number; y: number }) => number) =>
			points.reduce((sum, point) => sum + of(point) * point.length, 0) / all;
		const [x, y] = [mean((p) => p.x), mean((p) => p.y)];
		const gyration = mean((p) => math.square(p.x - x) + math.square(p.y - y));
		expect(hook.gyration / gyration, style).toBeCloseTo(1, 3);
	}
});
