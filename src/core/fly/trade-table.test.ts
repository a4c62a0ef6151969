import { describe, expect, test } from 'vitest';
import { priorBeliefs, valuesAt } from '../belief/index';
import { fluidAt } from '../water/index';
import { settle } from '../sink/index';
import {
	buildFly,
	compileFly,
	troubleWith,
	type BeadChoice,
	type CoilChoice,
	type HookChoice,
	type Recipe
} from './index';

const median = valuesAt(priorBeliefs);

function recipe(
	[style, size, lengthX = 0, wireX = 0]: [HookChoice['style'], number, number?, number?],
	bead: [number, BeadChoice['shape']?, BeadChoice['metal']?] | null,
	coil: [number, number, CoilChoice['metal']?] | null = null,
	fullness: Recipe['dressing']['fullness'] = 'medium'
): Recipe {
	return {
		hook: { style, size, lengthX, wireX },
		bead: bead && {
			diameter: bead[0] * 1e-3,
			shape: bead[1] ?? 'round',
			metal: bead[2] ?? 'tungsten'
		},
		coil: coil && { wire: coil[0] * 25.4e-6, turns: coil[1], metal: coil[2] ?? 'lead' },
		dressing: { fullness }
	};
}

/** Combinations that tiers use and that can be tied (domain.md section 3: common practice, no source). */
const used: readonly (readonly [string, Recipe])[] = [
	['16 with 2.5', recipe(['straight', 16], [2.5])],
	['16 jig with 2.8', recipe(['jig60', 16], [2.8, 'slotted'])],
	['16 curved with 2.0', recipe(['curved', 16], [2.0])],
	['18 curved with 2.0', recipe(['curved', 18], [2.0])],
	['14 jig with 2.8, 3 of .015', recipe(['jig60', 14], [2.8, 'slotted'], [15, 3])],
	['14 jig with 3.5, 3 of .020', recipe(['jig60', 14], [3.5, 'slotted'], [20, 3])],
	['14 with 4.0', recipe(['jig90', 14], [4.0, 'slotted'])],
	['12 curved with 3.2', recipe(['curved', 12], [3.2])],
	['12 jig with 3.5', recipe(['jig60', 12], [3.5, 'slotted'])],
	['12 jig with 4.0', recipe(['jig60', 12], [4.0, 'slotted'])],
	['10 heavy grub with 3.0', recipe(['curved', 10, 0, 2], [3.0])],
	['10, 2X long 2X heavy, 3.2, 12 of .020', recipe(['straight', 10, 2, 2], [3.2], [20, 12])],
	['6, 2X long, 4.0, 10 of .015', recipe(['straight', 6, 2], [4.0], [15, 10])],
	['6, 2X long, 4.0, 15 of .015', recipe(['straight', 6, 2], [4.0], [15, 15])],
	['8 unweighted', recipe(['straight', 8], null)],
	['12 unweighted', recipe(['straight', 12], null)]
];

test.each(used)('%s can be tied', (_, fly) => {
	expect(troubleWith(buildFly(fly, median))).toEqual([]);
});

test('.015 just seats in the recess of a 4.0 mm bead on a size 6, a .035 does not', () => {
	const seat = (thousandths: number) =>
		buildFly(recipe(['straight', 6, 2], [4.0], [thousandths, 12]), median).coil?.seat;
	expect(seat(15)).toBe('recess');
	expect(seat(35)).toBe('butted');
	expect(buildFly(recipe(['straight', 12], null, [15, 6]), median).coil?.seat).toBe('alone');
});

describe('what tiers know by feel (common practice, no source)', () => {
	const sink = (fly: Recipe) => settle(compileFly(fly, median).body, fluidAt(10), median).speed;
	const beaded = used.filter(([, fly]) => fly.bead !== null);

	test.each(beaded)(
		'%s: a bigger bead, a denser one and more turns each sink it faster',
		(_, fly) => {
			const bead = fly.bead!;
			const now = sink(fly);
			expect(sink({ ...fly, bead: { ...bead, diameter: bead.diameter * 1.15 } })).toBeGreaterThan(
				now
			);
			expect(sink({ ...fly, bead: { ...bead, metal: 'brass' } })).toBeLessThan(now);
			const coil = fly.coil ?? { metal: 'lead' as const, wire: 0.381e-3, turns: 0 };
			expect(sink({ ...fly, coil: { ...coil, turns: coil.turns + 3 } })).toBeGreaterThan(now);
		}
	);

	test.each(used)('%s: heavier hook wire is free mass, sparse sinks', (_, fly) => {
		const mass = (r: Recipe) => compileFly(r, median).body.mass;
		expect(mass({ ...fly, hook: { ...fly.hook, wireX: fly.hook.wireX + 1 } })).toBeGreaterThan(
			mass(fly)
		);
		const dressed = (fullness: Recipe['dressing']['fullness']) =>
			sink({ ...fly, dressing: { fullness } });
		expect(dressed('sparse')).toBeGreaterThan(dressed('medium'));
		expect(dressed('medium')).toBeGreaterThan(dressed('full'));
	});

	test('lead sinks a fly faster than lead-free with the same turns', () => {
		const lead = recipe(['straight', 10], [3.2], [20, 8]);
		const free = recipe(['straight', 10], [3.2], [20, 8, 'leadFree']);
		expect(sink(lead)).toBeGreaterThan(sink(free));
	});

	test('wire along the shank puts the mass further back than a bigger bead does', () => {
		const plain = recipe(['straight', 12], [2.8]);
		const back = (r: Recipe) => compileFly(r, median).body.centreOfMass.x;
		const bead = recipe(['straight', 12], [3.5]);
		const wire = recipe(['straight', 12], [2.8], [25, 8]);
		expect(back(bead)).toBeLessThan(back(plain));
		expect(back(wire)).toBeGreaterThan(back(bead));
	});
});
