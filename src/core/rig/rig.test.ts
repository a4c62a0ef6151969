import { expect, test } from 'vitest';
import { lineLength } from '../body/index';
import { starterRecipe } from '../fly/index';
import { prior } from '../parameter/index';
import { lineDiameterField, readQuantity } from '../quantity/index';
import {
	carriedAfter,
	carriedBy,
	compileLine,
	dropperStuff,
	lengthOut,
	rigChange,
	rigNotes,
	rigOn,
	standOff,
	starterRig,
	withCast,
	withWay,
	type LineMaterial,
	type Rig,
	type RigParts,
	type Way
} from './index';

const value = (text: string) => {
	const read = readQuantity(text, lineDiameterField);
	return read.kind === 'value' ? read.value : null;
};

// Common practice: diameter in thousandths of an inch = 11 − X; 3X is .008 in.
test('tippets are read as tiers write them', () => {
	expect(value('3X')).toBeCloseTo(0.008 * 0.0254, 9);
	expect(value('6x')).toBeCloseTo(0.127e-3, 9);
	expect(value('0.15')).toBeCloseTo(0.15e-3, 9);
	expect(lineDiameterField.show(0.127e-3)).toBe('0.127 mm (6X)');
	expect(readQuantity('9', lineDiameterField).kind).not.toBe('value');
});

// physics.md, section 6: 4 m of 0.30 mm nylon weighs as much as a jig in water.
test('a line of 4 m of 0.30 mm nylon weighs as much as a jig', () => {
	const rig: Rig = { ...starterRig, leader: { length: 4, diameter: 0.3e-3, material: 'nylon' } };
	const [leader] = compileLine(rig).pieces;
	const grams = leader!.length * (Math.PI / 4) * leader!.diameter ** 2 * leader!.density * 1e3;
	expect(grams).toBeGreaterThan(0.28);
	expect(grams).toBeLessThan(0.36);
});

test('each way makes its own line; a float carries what it displaces less its weight', () => {
	expect(lineLength(compileLine(starterRig))).toBeCloseTo(lengthOut(starterRig), 12);
	const float = rigOn('float', { ...starterRig, float: 0.02 });
	expect(lineLength(compileLine(float))).toBe(starterRig.tippet.length);
	// A ball of 2 cm displaces 4.19 g; as cork it weighs a good gram.
	expect(carriedBy(float)! * 1e3).toBeGreaterThan(2.9);
	expect(carriedBy(float)! * 1e3).toBeLessThan(3.4);
	const dry = rigOn('dry fly', { ...starterRig, carries: 0.3e-3 });
	expect(carriedBy(dry)! * 1e3).toBeCloseTo(0.3, 3);
	expect(carriedBy(starterRig)).toBeNull();
});

test('what cannot work is said with what to do, and what can is not', () => {
	expect(rigNotes(starterRig, 1, 0.2, 1e-4)).toEqual([]);
	const words = (
		{ way = 'tight line', ...parts }: Partial<RigParts & { way: Way }>,
		depth = 1,
		wet = 1e-4
	) =>
		rigNotes(rigOn(way, { ...starterRig, ...parts }), depth, 0.2, wet)
			.map((note) => note.words)
			.join(' ');
	expect(words({}, 4)).toContain('lengthen the leader');
	expect(words({ tipHeight: 5.9 })).toContain('does not bring its tip');
	expect(words({ tipHeight: 3.6, rod: 4 })).toContain('hardly reach');
	expect(words({ way: 'float', tippet: { ...starterRig.tippet, length: 0.4 } })).toContain(
		'lengthen the tippet to 1 m or more'
	);
	expect(words({ way: 'float', float: 6e-3 }, 1, 0.5e-3)).toContain('larger float');
	expect(words({ way: 'dry fly', carries: 0.1e-3 }, 1, 0.5e-3)).toContain('more buoyant dry fly');
});

test('a change is said in words', () => {
	const thinner = { ...starterRig, tippet: { ...starterRig.tippet, diameter: 0.1016e-3 } };
	expect(rigChange(starterRig, thinner)).toEqual({
		paths: ['tippet'],
		words: expect.stringContaining('(7X)') as string
	});
	expect(rigChange(starterRig, starterRig).paths).toEqual([]);
});

test('a way is tried and left again: what the others asked for is kept, and only what a way asks for is there', () => {
	const tight = rigOn('tight line', { ...starterRig, lead: 0.8, float: 22e-3, feelsBed: true });
	expect(tight).not.toHaveProperty('float');
	const float = withWay(tight, 'float');
	expect(float.float).toBe(22e-3);
	expect(float).not.toHaveProperty('leader');
	expect(withWay(float, 'tight line')).toEqual(tight);
	// What was changed meanwhile stays too.
	const back = withWay(withWay({ ...float, float: 9e-3 }, 'still water'), 'float');
	expect(back.float).toBe(9e-3);
	// What nobody ever said is as in the starter rig.
	expect(withWay(starterRig, 'dry fly').carries).toBe(0.25e-3);
	expect(withWay(starterRig, 'float').float).toBe(14e-3);
	expect(withWay(starterRig, 'still water')).toMatchObject({ countdown: 8, retrieve: 0.1 });
	expect(starterRig).toMatchObject({ rod: 3, tipHeight: 2, lead: 0.6, feelsBed: false });
	expect(rigChange(tight, float).words).toBe('way tight line to float');
});

test('flies above the point: the lowest first, kept on every way, and told when they tangle', () => {
	const fly = (name: string, above: number, dropper = 0) => ({
		name,
		recipe: starterRecipe,
		above,
		dropper
	});
	const cast = withCast(starterRig, [fly('High', 1), fly('Low', 0.5, 0.1)]);
	expect(cast.cast!.map(({ name }) => name)).toEqual(['Low', 'High']);
	expect(withWay(withWay(cast, 'dry fly'), 'tight line').cast).toEqual(cast.cast);
	expect(rigChange(starterRig, cast).words).toBe(
		'flies above none to Low 50 cm up on a dropper of 10 cm, High 1 m up'
	);
	expect(withCast(cast, [])).toEqual(starterRig);
	const of = { diameter: 0.2e-3, material: 'nylon' } as const;
	// What hangs on nothing of its own hangs on the line at its knot: the tippet of 1.2 m, or the leader above it.
	expect(dropperStuff(starterRig, fly('Low', 1.1, 0.1)).diameter).toBe(starterRig.tippet.diameter);
	expect(dropperStuff(starterRig, fly('High', 1.2, 0.1)).diameter).toBe(starterRig.leader.diameter);
	const thick = withCast(
		starterRig,
		cast.cast!.map((one) => ({ ...one, of }))
	);
	expect(rigChange(cast, thick).words).toMatch(
		/to Low 50 cm up on a dropper of 10 cm of 0\.2.* nylon, High 1 m up$/
	);
	const said = (...flies: ReturnType<typeof fly>[]) =>
		rigNotes(withCast(starterRig, flies), null, 0.2, 0).map(({ words }) => words);
	expect(said(fly('Low', 0.5, 0.1), fly('High', 1))).toEqual([]);
	// Common practice, no source: a dropper no longer than a hand is wide, nor a third of the way to the next fly.
	expect(said(fly('Low', 0.5, 0.18))[0]).toMatch(/A dropper of 18 cm .* 15 cm is enough/);
	expect(said(fly('Low', 0.3, 0.12))[0]).toMatch(/10 cm is enough/);
	expect(said(fly('Low', 0.5), fly('High', 0.7))[0]).toMatch(/High hangs 20 cm above the next fly/);
	const shallow = rigNotes(withCast(starterRig, [fly('Low', 1, 0.3)]), 0.25, 0.1, 0);
	expect(shallow[0]!.words).toMatch(
		/A dropper of 30 cm is longer than the water is deep, .* 15 cm is enough/
	);
	expect(said(fly('High', 4))[0]).toMatch(/only 3.6 m of line are out/);
});

test('a float or dry fly is measured with beads: so many it held, and one more took it under', () => {
	// By hand: a ball of brass of 2 mm without its bore; brass of 8,500 kg/m³ (from memory) weighs 0.883 of that in water.
	const bead = { metal: 'brass', shape: 'round', diameter: 2e-3 } as const;
	const ball = (Math.PI / 6) * 8e-9 * 7500;
	const one = carriedAfter(bead, 0, prior);
	expect(one / (ball / 2)).toBeGreaterThan(0.6);
	expect(one / (ball / 2)).toBeLessThan(0.95);
	expect(carriedAfter(bead, 3, prior)).toBeCloseTo(7 * one, 12);
	// What is heavier in the same size takes it under sooner.
	const tungsten = carriedAfter({ ...bead, metal: 'tungsten' }, 0, prior);
	expect(tungsten / one).toBeGreaterThan(1.9);
	expect(tungsten / one).toBeLessThan(2.6);
	// It carries what a note then holds against the fly.
	const dry = rigOn('dry fly', { ...starterRig, carries: carriedAfter(bead, 3, prior) });
	expect(rigNotes(dry, 1, 0.2, 6.9 * one)).toEqual([]);
	expect(rigNotes(dry, 1, 0.2, 7.1 * one)[0]!.words).toContain('more buoyant dry fly');
});

// Bisshopp & Drucker (1945), Large deflection of cantilever beams, their table (from memory): W L² / B, x / L.
test.each([
	[0.25, 0.9956],
	[1, 0.9436],
	[2, 0.8394],
	[5, 0.6124],
	[10, 0.445]
])(
	'a stiff dropper stands off as a cantilever with a weight on its end: W L² / B = %d',
	(load, share) => {
		const length = 0.03;
		// Nylon of 0.2 mm that is wet: E = 1.3 GPa (from memory, 2 to 3 dry and half of it wet).
		const stiffness = (1.3e9 * Math.PI * 0.2e-3 ** 4) / 64;
		const weight = (load * stiffness) / length ** 2;
		const off = standOff(length, { diameter: 0.2e-3, material: 'nylon' }, weight);
		expect(off / length).toBeGreaterThan(share - 0.005);
		expect(off / length).toBeLessThan(share + 0.005);
	}
);

test('twice as thick it stands off four times as far once it is long, fluorocarbon further than nylon; what floats hangs nowhere', () => {
	const off = (diameter: number, material: LineMaterial, weight = 4e-4) =>
		standOff(0.4, { diameter, material }, weight);
	// √(2 B / W), B as the fourth power of the diameter.
	expect(off(0.24e-3, 'nylon') / off(0.12e-3, 'nylon')).toBeCloseTo(4, 2);
	const more = off(0.2e-3, 'fluorocarbon') / off(0.2e-3, 'nylon');
	expect(more).toBeGreaterThan(1.15);
	expect(more).toBeLessThan(1.5);
	expect(off(0.2e-3, 'nylon', 0)).toBe(0.4);
	// A light nymph on a hand’s width of 6X: barely off the line (common practice, no source).
	expect(off(0.127e-3, 'fluorocarbon')).toBeGreaterThan(0.005);
	expect(off(0.127e-3, 'fluorocarbon')).toBeLessThan(0.03);
});
