import { expect, test } from 'vitest';
import { prior, valuesAt } from '../parameter/index';
import type { Point } from '../body/index';
import { buildFly, compileBuild, sectionOf, type Recipe } from './index';

const median = valuesAt(prior);
const jig: Recipe = {
	hook: { style: 'jig60', size: 12, lengthX: 0, wireX: 0 },
	bead: { metal: 'tungsten', shape: 'slotted', diameter: 3.5e-3 },
	coil: { metal: 'lead', wire: 0.508e-3, turns: 5 },
	dressing: { fullness: 'medium' }
};
const draw = (recipe: Recipe) => {
	const build = buildFly(recipe, median);
	return sectionOf(build, compileBuild(build, median).body);
};

test('the drawing is to scale: bead, coil and hook have their measures', () => {
	const { bead, coil, hook } = draw(jig);
	const top = Math.max(...bead!.outline.map((p) => p.y));
	expect(top).toBeCloseTo(1.75e-3, 6);
	expect(bead?.open).toBe(1);
	expect(coil?.turns).toHaveLength(10);
	expect(coil!.turns[2]!.x - coil!.turns[0]!.x).toBeCloseTo(0.508e-3, 9);
	// Size 12: 4.6 mm gape, 0.58 mm wire (nominal table).
	expect(hook.wire).toBeCloseTo(0.58e-3, 9);
	expect(Math.min(...hook.line.map((p) => p.y))).toBeCloseTo(-4.6e-3, 4);
});

test('the coil’s turns lie side by side from where it begins, a second layer on top of the first', () => {
	const recipe: Recipe = {
		...jig,
		hook: { style: 'straight', size: 8, lengthX: 2, wireX: 0 },
		coil: { ...jig.coil!, second: 3 }
	};
	const { coil: wound, hook } = buildFly(recipe, median);
	const { turns } = draw(recipe).coil!;
	const over = turns.filter(({ y }) => y > 0);
	expect(over).toHaveLength(8);
	over.forEach(({ x, y }, k) => {
		const [along, up] = k < 5 ? [k, hook.wire / 2] : [k - 5, wound!.outerDiameter / 2];
		expect(x).toBeCloseTo(wound!.start + (along + 0.5) * 0.508e-3, 9);
		expect(y).toBeCloseTo(up + 0.254e-3, 9);
	});
});

test('the frame stays while bead, coil and dressing are stepped, so that the scale does not jump', () => {
	const { frame } = draw(jig);
	expect(draw({ ...jig, bead: { ...jig.bead!, diameter: 2.8e-3 } }).frame).toEqual(frame);
	expect(draw({ ...jig, coil: null, dressing: { fullness: 'full' } }).frame).toEqual(frame);
});

/** Volume of an outline revolved about the shank, by Pappus: 2π ∫ y dA over the polygon. */
function revolved(outline: readonly Point[]): number {
	let moment = 0;
	outline.forEach((a, i) => {
		const b = outline[(i + 1) % outline.length]!;
		moment += ((a.x * b.y - b.x * a.y) * (a.y + b.y)) / 6;
	});
	return 2 * Math.PI * Math.abs(moment);
}

test('each round outline of the drawing, revolved, gives the volume of its part to 0.5 %', () => {
	// On a straight hook, so that what is wound is round about one axis.
	for (const bead of [
		{ metal: 'tungsten', shape: 'round', diameter: 3.2e-3 },
		{ metal: 'brass', shape: 'cone', diameter: 4.8e-3 }
	] as const) {
		const recipe: Recipe = {
			hook: { style: 'straight', size: 8, lengthX: 2, wireX: 0 },
			bead,
			coil: { metal: 'lead', wire: 0.508e-3, turns: 6 },
			dressing: { fullness: 'full' },
			underbody: { kind: 'wool', thickness: 0.06 },
			body: { kind: 'vinyl', shape: 'reversed', thickness: 0.1, length: 0.6 },
			// Vinyl and foam are solid throughout: their matter is the space that they fill.
			thorax: { kind: 'dubbingTight', thickness: 0.2 },
			finish: { glue: 0, resin: 0, lacquer: 0 }
		};
		const build = buildFly(recipe, median);
		const { parts } = compileBuild(build, median);
		const section = draw(recipe);
		const volumeOf = (part: string) => parts.find((p) => p.part === part)!.volume;
		const beadVolume = revolved(section.bead!.halves[0]!);
		expect(Math.abs(beadVolume / volumeOf('bead') - 1)).toBeLessThan(0.005);
		// Matter over space, as the materials' table has it.
		const solid = { thread: 0.75, underbody: 0.22, body: 1, thorax: 0.28 } as const;
		for (const [part, share] of Object.entries(solid)) {
			const space = section.layers
				.filter((layer) => layer.part === part)
				.flatMap((layer) => layer.bands)
				.filter((band) => band.some((p) => p.y > 0))
				.reduce((sum, band) => sum + revolved(band), 0);
			expect(Math.abs((space * share) / volumeOf(part) - 1), part).toBeLessThan(0.005);
		}
	}
});

test('the body covers what lies under it', () => {
	const { layers, coil } = draw(jig);
	const points = layers.flatMap(({ bands }) => bands.flat());
	for (const turn of coil!.turns.filter((t) => t.y > 0)) {
		// The highest point of any layer at that place.
		const over = points.filter((p) => Math.abs(p.x - turn.x) < 0.4e-3).map((p) => p.y);
		if (over.length) expect(Math.max(...over)).toBeGreaterThan(turn.y + coil!.wire / 2);
	}
});

test('the near one of a pair of wings is as long as it is said and as wide as its fibres side by side, on the point’s side', () => {
	const straight: Recipe = { ...jig, hook: { ...jig.hook, style: 'straight' } };
	const { wing } = draw({ ...straight, wings: { kind: 'slips', fibres: 10, length: 0.6 } });
	const { shank } = buildFly(straight, median).hook;
	const root = wing![0]!;
	const tip = wing!.reduce((far, p) => (p.y < far.y ? p : far));
	const apart = wing!.flatMap((a) => wing!.map((b) => Math.hypot(a.x - b.x, a.y - b.y)));
	expect(Math.max(...apart)).toBeGreaterThan(0.6 * shank);
	expect(Math.max(...apart)).toBeLessThan(0.62 * shank);
	// 0.12 mm a fibre (ours): at a quarter of its length it has its whole width.
	const last = wing!.length - 1;
	expect(
		Math.hypot(wing![1]!.x - wing![last - 1]!.x, wing![1]!.y - wing![last - 1]!.y)
	).toBeCloseTo(1.2e-3, 9);
	expect(tip.x).toBeGreaterThan(root.x);
	expect(draw(straight).wing).toBeNull();
});

test('a rib wound close, then open: half of its turns 1.2 wires apart from the bend, the others evenly in front of them', () => {
	const rib = {
		kind: 'copper',
		wire: 0.14e-3,
		turns: 9,
		against: true,
		pitch: 'closeFirst'
	} as const;
	const straight: Recipe = { ...jig, hook: { ...jig.hook, style: 'straight' }, rib };
	const above = draw(straight).rib!.turns.filter((_, i) => i % 2 === 0);
	const steps = above.slice(1).map((turn, i) => above[i]!.x - turn.x);
	for (const step of steps.slice(0, 3)) expect(step).toBeCloseTo(1.2 * 0.14e-3, 8);
	for (const step of steps.slice(4)) {
		expect(step).toBeCloseTo(steps[4]!, 8);
		expect(step).toBeGreaterThan(2 * 1.2 * 0.14e-3);
	}
});
