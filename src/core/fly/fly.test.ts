import { describe, expect, test } from 'vitest';
import { prior, valuesAt } from '../parameter/index';
import {
	beadSolid,
	compileFly,
	hookGeometry,
	hookStyles,
	recipeChange,
	starterRecipe,
	turnLength,
	type Recipe
} from './index';

const median = valuesAt(prior);
const mm = 1e-3;

describe('bead', () => {
	test('a plain bore leaves the napkin ring, π h³/6 with h = √(D² − d²)', () => {
		for (const [diameter, bore] of [
			[2.8, 0.9],
			[4, 2],
			[1.5, 0.1]
		] as const) {
			const h = Math.sqrt(diameter ** 2 - bore ** 2);
			expect(
				beadSolid('round', { diameter, bore, recess: bore, recessDepth: 0, slot: 0 }).volume
			).toBeCloseTo((Math.PI * h ** 3) / 6, 9);
		}
	});

	test('bore, recess and slot together agree with counting points of the solid', () => {
		// The slot is a whole number of cells wide, so that counting does not blur its edge.
		const [D, bore, recess, depth, slot] = [3, 0.96, 1.71, 1.35, 1.1];
		const bead = beadSolid('slotted', { diameter: D, bore, recess, recessDepth: depth, slot });
		const n = 120;
		let inside = 0;
		let momentY = 0;
		let momentS = 0;
		const cell = D / n;
		for (let i = 0; i < n; i++) {
			const s = -D / 2 + (i + 0.5) * cell;
			if (s < bead.front || s > bead.rear) continue;
			const into = Math.max(0, (s - (bead.rear - depth)) / depth);
			const hole = (bore + (recess - bore) * into) / 2;
			for (let j = 0; j < n; j++) {
				const y = -D / 2 + (j + 0.5) * cell;
				for (let k = 0; k < n; k++) {
					const z = -D / 2 + (k + 0.5) * cell;
					if (s * s + y * y + z * z > (D * D) / 4 || Math.hypot(y, z) < hole) continue;
					if (y < 0 && Math.abs(z) < slot / 2) continue;
					inside++;
					momentY += y;
					momentS += s;
				}
			}
		}
		expect(Math.abs(bead.volume / (inside * cell ** 3) - 1)).toBeLessThan(0.004);
		expect(bead.centroid.y).toBeCloseTo(momentY / inside, 2);
		expect(bead.centroid.s).toBeCloseTo(momentS / inside, 2);
		expect(bead.centroid.y).toBeGreaterThan(0);
	});
});

test('a turn of the coil is a helix: its length is that of the curve walked in small steps', () => {
	const [under, wire] = [0.52, 0.381];
	const radius = (under + wire) / 2;
	let walked = 0;
	for (let i = 0; i < 10000; i++) {
		const [a, b] = [(2 * Math.PI * i) / 10000, (2 * Math.PI * (i + 1)) / 10000];
		walked += Math.hypot(
			radius * (Math.cos(b) - Math.cos(a)),
			radius * (Math.sin(b) - Math.sin(a)),
			wire / 10000
		);
	}
	expect(turnLength(under, wire)).toBeCloseTo(walked, 6);
});

test('a hook weighs its wire: area times developed length', () => {
	const hook = hookGeometry({ style: 'straight', size: 12, lengthX: 0, wireX: 0 }, median);
	// Shank, half circle over the gape, spear of 0.8 gape, eye of 1.3 wires radius.
	const length = 8.2 + (Math.PI / 2) * 4.6 + 0.8 * 4.6 + 2 * Math.PI * 1.3 * 0.58;
	expect(hook.volume * 1e9).toBeCloseTo((Math.PI / 4) * 0.58 ** 2 * length, 6);
	expect(hook.mass / hook.volume).toBeCloseTo(7850, 6);
	// The point of a straight hook lies one gape below the shank, and on every style below it.
	expect(hook.point.y).toBeCloseTo(-4.6 * mm, 5);
	for (const style of hookStyles) {
		const { point, eye } = hookGeometry({ style, size: 12, lengthX: 0, wireX: 0 }, median);
		expect(point.y).toBeLessThan(-3.5 * mm);
		expect(Math.abs(point.y)).toBeLessThan(6.5 * mm);
		if (style.startsWith('jig')) expect(eye.centre.y).toBeLessThan(0);
	}
});

describe('the whole fly', () => {
	const jig = (diameter: number, metal: 'tungsten' | 'brass' = 'tungsten'): Recipe => ({
		hook: { style: 'jig60', size: 12, lengthX: 0, wireX: 0 },
		bead: { metal, shape: 'slotted', diameter },
		coil: { metal: 'lead', wire: 0.381 * mm, turns: 3 },
		dressing: { fullness: 'medium' }
	});

	test('order of size (memory, no source): 0.13 g and 0.36 g', () => {
		const small: Recipe = {
			...starterRecipe,
			hook: { ...starterRecipe.hook, size: 16 },
			bead: { metal: 'tungsten', shape: 'round', diameter: 2.5 * mm }
		};
		expect(compileFly(small, median).body.mass / 1e-3).toBeCloseTo(0.13, 1);
		const heavy = compileFly(jig(3.5 * mm), median).body.mass / 1e-3;
		expect(heavy).toBeGreaterThan(0.28);
		expect(heavy).toBeLessThan(0.42);
	});

	test('a larger or denser bead is heavier; lead-free is lighter than lead', () => {
		const mass = (recipe: Recipe) => compileFly(recipe, median).body.mass;
		expect(mass(jig(3.5 * mm))).toBeGreaterThan(mass(jig(3.2 * mm)));
		expect(mass(jig(3.5 * mm, 'brass'))).toBeLessThan(mass(jig(3.5 * mm)));
		const lead = jig(3.5 * mm);
		expect(mass({ ...lead, coil: { ...lead.coil!, metal: 'leadFree' } })).toBeLessThan(mass(lead));
	});

	test('a change is said in the tier’s words', () => {
		expect(recipeChange(jig(2.8 * mm), jig(3.2 * mm))).toEqual({
			paths: ['bead'],
			words: 'bead 2.8 to 3.2'
		});
		expect(recipeChange(jig(2.8 * mm), { ...jig(2.8 * mm), bead: null }).words).toBe(
			'bead 2.8 to none'
		);
	});
});

test('the chords that stand for the bend give its drag and centre to 1 %', () => {
	// Across the flow, a half circle of wire has ∫ |sin|³ ds = 4/3 of its radius (elementary integral).
	const hook = hookGeometry({ style: 'straight', size: 12, lengthX: 0, wireX: 0 }, median);
	const bend = hook.pieces.filter((piece) => piece.region === 'bend');
	const across = bend.reduce((sum, p) => sum + Math.abs(p.direction.y) ** 3 * p.length, 0);
	expect(Math.abs(across / ((4 / 3) * 2.3 * mm) - 1)).toBeLessThan(0.01);
	const reach = Math.max(...bend.map((p) => p.to.x)) - hook.shank;
	expect(Math.abs(reach / (2.3 * mm) - 1)).toBeLessThan(0.01);
});
