import fc from 'fast-check';
import {
	backLies,
	beadMetals,
	beadShapes,
	bodyKinds,
	bodyShapes,
	coilMetals,
	coilPlaces,
	flashKinds,
	flashPlaces,
	fullnesses,
	hackleKinds,
	eyeLies,
	hookStyles,
	legKinds,
	wingKinds,
	palmerWays,
	ribKinds,
	ribPitches,
	tagKinds,
	backKinds,
	tailKinds,
	tailPartings,
	thoraxKinds,
	underbodyKinds,
	wingCaseKinds,
	type Recipe
} from '$core/fly/index';

/** Any recipe that the contract takes, for tests. */
const mm = 1e-3;
const real = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const whole = (min: number, max: number) => fc.integer({ min, max });
/** Usual, left out, or chosen. */
const part = <T>(chosen: fc.Arbitrary<T>) => fc.option(chosen);
const hackle = fc.record({
	kind: fc.constantFrom(...hackleKinds),
	turns: whole(1, 12),
	length: real(0.05, 3),
	lie: fc.constantFrom('propped' as const, 'swept' as const)
});

const rib = fc.record(
	{
		kind: fc.constantFrom(...ribKinds),
		wire: real(0.03 * mm, 0.8 * mm),
		turns: whole(1, 120),
		against: fc.boolean(),
		pitch: fc.constantFrom(...ribPitches),
		length: real(0.05, 1)
	},
	{ requiredKeys: ['kind', 'wire', 'turns', 'against'] }
);
const thoraxPart = (longest: number) =>
	fc.record({
		kind: fc.constantFrom(...thoraxKinds),
		thickness: real(0.01, 1),
		length: real(0.05, longest)
	});

/** As drawn, with an eye that is said to lie some way or is not said of. */
function withEye(recipe: Recipe): Recipe {
	const eye = [undefined, ...eyeLies][recipe.hook.size % 3];
	return eye ? { ...recipe, hook: { ...recipe.hook, eye } } : recipe;
}

const drawn: fc.Arbitrary<Recipe> = fc.record(
	{
		hook: fc.record(
			{
				style: fc.constantFrom(...hookStyles),
				size: whole(1, 26),
				lengthX: whole(-3, 6),
				wireX: whole(-3, 6),
				barbed: fc.boolean(),
				measured: fc.record(
					{
						wire: real(0.1 * mm, 3 * mm),
						shank: real(1.5 * mm, 60 * mm),
						gape: real(1 * mm, 30 * mm),
						mass: real(1e-6, 1e-3)
					},
					{ requiredKeys: [] }
				)
			},
			{ requiredKeys: ['style', 'size', 'lengthX', 'wireX'] }
		),
		bead: fc.option(
			fc.record(
				{
					metal: fc.constantFrom(...beadMetals),
					shape: fc.constantFrom(...beadShapes),
					diameter: real(1 * mm, 10 * mm),
					density: real(500, 23000),
					slotTurn: real(0, 180),
					bore: real(0.2 * mm, 8 * mm),
					recess: real(0.2 * mm, 9 * mm),
					slot: real(0.2 * mm, 8 * mm),
					weighed: real(1e-6, 1e-2)
				},
				{ requiredKeys: ['metal', 'shape', 'diameter'] }
			)
		),
		coil: fc.option(
			fc.record(
				{
					metal: fc.constantFrom(...coilMetals),
					wire: real(0.1 * mm, 1.5 * mm),
					turns: whole(1, 40),
					place: fc.constantFrom(...coilPlaces),
					second: whole(0, 40),
					measured: fc.boolean()
				},
				{ requiredKeys: ['metal', 'wire', 'turns'] }
			)
		),
		dressing: fc.record({ fullness: fc.constantFrom(...fullnesses) }),
		thread: fc.record({
			denier: real(8, 1000),
			baseLayers: whole(0, 6),
			dam: fc.boolean(),
			headTurns: whole(0, 60)
		}),
		tail: part(
			fc.record(
				{
					kind: fc.constantFrom(...tailKinds),
					fibres: whole(1, 200),
					length: real(0.05, 4),
					under: whole(0, 8),
					parted: fc.constantFrom(...tailPartings)
				},
				{ requiredKeys: ['kind', 'fibres', 'length'] }
			)
		),
		flash: part(
			fc.record({
				kind: fc.constantFrom(...flashKinds),
				strands: whole(1, 40),
				length: real(0.05, 4),
				place: fc.constantFrom(...flashPlaces)
			})
		),
		tag: part(
			fc.record({
				kind: fc.constantFrom(...tagKinds),
				length: real(0.02, 0.6),
				thickness: real(0.01, 1)
			})
		),
		back: part(
			fc.record({
				kind: fc.constantFrom(...backKinds),
				rib: fc.constantFrom(...backLies)
			})
		),
		palmer: part(
			fc.record({
				kind: fc.constantFrom(...hackleKinds),
				turns: whole(1, 30),
				length: real(0.05, 3),
				lie: fc.constantFrom('propped' as const, 'swept' as const),
				wound: fc.constantFrom(...palmerWays)
			})
		),
		rib: part(rib),
		secondRib: part(rib),
		underbody: part(
			fc.record(
				{
					kind: fc.constantFrom(...underbodyKinds),
					thickness: real(0.01, 1),
					length: real(0.05, 1)
				},
				{ requiredKeys: ['kind', 'thickness'] }
			)
		),
		body: part(
			fc.record({
				kind: fc.constantFrom(...bodyKinds),
				shape: fc.constantFrom(...bodyShapes),
				thickness: real(0.01, 1),
				length: real(0.05, 1)
			})
		),
		thorax: part(fc.record({ kind: fc.constantFrom(...thoraxKinds), thickness: real(0.01, 1) })),
		rearThorax: part(thoraxPart(1)),
		frontThorax: part(thoraxPart(1)),
		head: part(thoraxPart(0.8)),
		wingCase: part(
			fc.record(
				{ kind: fc.constantFrom(...wingCaseKinds), length: real(0.05, 1), at: real(0, 1) },
				{ requiredKeys: ['kind', 'length'] }
			)
		),
		wings: part(
			fc.record({
				kind: fc.constantFrom(...wingKinds),
				fibres: whole(1, 60),
				length: real(0.05, 3)
			})
		),
		horns: part(fc.record({ kind: fc.constantFrom(...legKinds), length: real(0.05, 4) })),
		legs: part(
			fc.record({
				kind: fc.constantFrom(...legKinds),
				fibres: whole(1, 60),
				length: real(0.05, 4)
			})
		),
		hackle: part(hackle),
		collar: part(hackle),
		thirdCollar: part(hackle),
		finish: fc.record(
			{
				glue: whole(0, 20),
				resin: whole(0, 20),
				lacquer: whole(0, 20),
				gap: real(0.2, 20),
				lots: fc.record(
					{ glue: fc.uuid(), resin: fc.uuid(), lacquer: fc.uuid() },
					{ requiredKeys: [] }
				)
			},
			{ requiredKeys: ['glue', 'resin', 'lacquer'] }
		),
		weighed: real(1e-6, 0.02)
	},
	{ requiredKeys: ['hook', 'bead', 'coil', 'dressing'] }
);

/** Any recipe that the fields allow. */
export const anyRecipe = drawn.map(withEye);
