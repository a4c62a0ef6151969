import { describe, expect, test } from 'vitest';
import type { Recipe } from './index';
import { recipeChange } from './recipe-change';
import { beadWords, coilWords, dressingWords, hookWords } from './words';

const plain: Recipe = {
	hook: { style: 'jig60', size: 12, lengthX: 0, wireX: 0 },
	bead: { metal: 'tungsten', shape: 'slotted', diameter: 3.5e-3 },
	coil: { metal: 'lead', wire: 0.508e-3, turns: 5 },
	dressing: { fullness: 'medium' }
};
const { hook } = plain;

describe('a choice in the trade’s words (common practice, no source)', () => {
	test('hook, bead and coil', () => {
		expect(hookWords({ ...hook, wireX: 2, eye: 'inPlane', measured: { wire: 6e-4 } })).toBe(
			'jig 60° 12, 2X heavy, eye in the hook’s plane, measured'
		);
		expect(hookWords({ ...hook, style: 'longShank', measured: {} })).toBe('long shank 12');
		expect(beadWords({ ...plain.bead!, metal: 'own', shape: 'round', weighed: 1e-4 })).toBe(
			'own metal 3.5 mm, weighed'
		);
		expect(coilWords(null)).toBe('none');
		expect(coilWords({ ...plain.coil!, metal: 'leadFree', place: 'forward' })).toBe(
			'lead-free .020 × 5'
		);
	});

	test('the parts of the dressing', () => {
		const { thread, tail, rib, underbody, body, wingCase, legs, hackle, finish } = dressingWords;
		expect(thread({ denier: 70, baseLayers: 1, dam: false, headTurns: 8 })).toBe(
			'70 denier, no dam'
		);
		expect(tail({ kind: 'feather', fibres: 8, length: 1 / 3, at: 0.9 })).toBe(
			'8 feather fibres, ⅓ shank, at 0.9 shank'
		);
		expect(rib({ kind: 'copper', wire: 1.4e-4, turns: 6, against: true })).toBe(
			'copper wire 0.14 mm × 6'
		);
		expect(underbody({ kind: 'wool', thickness: 0.1 })).toBe('wool');
		expect(body({ kind: 'herl', shape: 'reversed', thickness: 0.1, length: 1 })).toBe(
			'herl, reversed'
		);
		expect(wingCase({ kind: 'feather', length: 0.3, at: 0.25 })).toBe('feather, at ¼ shank');
		expect(legs({ kind: 'rubber', fibres: 4, length: 0.5 })).toBe('4 strands of rubber');
		expect(legs({ kind: 'hair', fibres: 1, length: 0.5 })).toBe('1 fibre of hair');
		expect(tail({ kind: 'hide', fibres: 1, length: 0.75 })).toBe('1 hide strip, ¾ shank');
		expect(tail({ kind: 'hide', fibres: 2, length: 1, parted: 'split' })).toBe(
			'2 hide strips, 1 shank, split in two'
		);
		expect(tail({ kind: 'plume', fibres: 1, length: 1, parted: 'bundles', under: 2 })).toBe(
			'1 plume fibre, 1 shank, in two bundles, 2 turns of thread under it'
		);
		expect(hackle({ kind: 'softHackle', turns: 2, length: 0.5, lie: 'swept' })).toBe(
			'soft hackle × 2, swept'
		);
		expect(finish({ glue: 1, resin: 2, lacquer: 0, gap: 0.5 })).toBe(
			'1 drop of glue, 2 drops of resin'
		);
		expect(finish({ glue: 0, resin: 0, lacquer: 1 })).toBe('1 drop of lacquer');
		expect(finish({ glue: 0, resin: 0, lacquer: 0 })).toBe('none');
	});
});

test('each thing that can be changed is found, by its path, and said', () => {
	for (const [to, paths, words] of [
		[
			{ hook: { ...hook, lengthX: 2, barbed: true } },
			['hook length', 'barb'],
			'hook length standard to 2X long, barb no to yes'
		],
		[
			{ hook: { ...hook, wireX: -1, eye: 'across' } },
			['hook wire', 'eye ring'],
			'hook wire standard to 1X fine, eye ring usual to across the hook'
		],
		[
			{ hook: { ...hook, measured: { shank: 9e-3, gape: 5e-3, mass: 4e-5 } } },
			['measured shank', 'measured gape', 'hook weighed'],
			'measured shank nominal to 9 mm, measured gape nominal to 5 mm, hook weighed not weighed to 0.04 g'
		],
		[
			{ bead: { ...plain.bead!, metal: 'own', density: 9500 } },
			['bead metal', 'bead density'],
			'bead metal tungsten to own metal'
		],
		[
			{ bead: { ...plain.bead!, shape: 'cone', slotTurn: 90.4 } },
			['bead shape', 'slot turn'],
			'bead shape slotted to cone, slot turn 0° to 90°'
		],
		[
			{ bead: { ...plain.bead!, bore: 1e-3, recess: 2e-3, slot: 1.2e-3, weighed: 2.5e-4 } },
			['bore', 'recess', 'slot', 'beads weighed'],
			'bore nominal to 1 mm, recess nominal to 2 mm, slot nominal to 1.2 mm, beads weighed not weighed to 0.25 g'
		],
		[
			{ coil: { ...plain.coil!, metal: 'copper', wire: 0.254e-3 } },
			['coil metal', 'coil wire'],
			'coil metal lead to copper, coil wire .020 in to .010 in'
		],
		[
			{ coil: { ...plain.coil!, place: 'butted', second: 3, measured: true } },
			['coil place', 'second layer', 'coil wire measured'],
			'coil place into the recess to behind the bead, second layer 0 to 3, coil wire measured no to yes'
		],
		[
			{ dressing: { fullness: 'full' }, weighed: 3e-4 },
			['dressing', 'weighing'],
			'dressing medium to full, weighing not weighed to 0.3 g'
		],
		[{ tail: null }, ['tail'], 'tail usual to none'],
		[
			{ thread: { denier: 140, baseLayers: 2, dam: true, headTurns: 6 } },
			['thread', 'base layers', 'head turns'],
			'thread usual to 140 denier, dam'
		],
		[
			{ rib: { kind: 'mono', wire: 2e-4, turns: 4, against: false } },
			['rib', 'rib wound', 'rib covers'],
			'rib usual to mono 0.2 mm × 4'
		],
		[
			{ underbody: { kind: 'foam', thickness: 0.2 } },
			['underbody', 'underbody thickness', 'underbody covers'],
			'underbody usual to foam'
		],
		[
			{ finish: { glue: 2, resin: 0, lacquer: 0 } },
			['finish', 'gap'],
			'finish usual to 2 drops of glue'
		]
	] as const satisfies readonly (readonly [Partial<Recipe>, readonly string[], string])[]) {
		expect(recipeChange(plain, { ...plain, ...to })).toEqual({ paths, words });
	}
	expect(recipeChange(plain, plain)).toEqual({ paths: [], words: '' });
});

test('amounts that a part’s few words leave out are said, too', () => {
	const dressed: Recipe = {
		...plain,
		thread: { denier: 70, baseLayers: 1, dam: true, headTurns: 8 },
		rib: { kind: 'copper', wire: 1.4e-4, turns: 6, against: true },
		underbody: { kind: 'wool', thickness: 0.1 },
		body: { kind: 'herl', shape: 'tapered', thickness: 0.1, length: 1 },
		thorax: { kind: 'dubbingTight', thickness: 0.2 },
		wingCase: { kind: 'feather', length: 0.3 },
		legs: { kind: 'rubber', fibres: 4, length: 0.5 },
		hackle: { kind: 'softHackle', turns: 2, length: 0.5, lie: 'swept' },
		collar: { kind: 'fur', turns: 1, length: 0.4, lie: 'swept' },
		finish: { glue: 1, resin: 0, lacquer: 0 }
	};
	const said = (to: Partial<Recipe>) => recipeChange(dressed, { ...dressed, ...to }).words;
	expect(said({ thread: { ...dressed.thread!, baseLayers: 2, headTurns: 10 } })).toBe(
		'base layers 1 to 2, head turns 8 to 10'
	);
	expect(said({ rib: { ...dressed.rib!, against: false, length: 0.5 } })).toBe(
		'rib wound against the body to with it, rib covers the body to 0.5 of the room'
	);
	expect(said({ underbody: { kind: 'wool', thickness: 0.25, length: 0.75 } })).toBe(
		'underbody thickness 0.1 gape to 0.25 gape, underbody covers all the room to 0.75 of the room'
	);
	expect(said({ body: { ...dressed.body!, thickness: 0.15, length: 0.8 } })).toBe(
		'body thickness 0.1 gape to 0.15 gape, body length 1 of the room to 0.8 of the room'
	);
	expect(
		said({
			thorax: { kind: 'dubbingTight', thickness: 0.25 },
			wingCase: { kind: 'feather', length: 0.4 }
		})
	).toBe('thorax thickness 0.2 gape to 0.25 gape, wing case length 0.3 shank to 0.4 shank');
	expect(
		said({ legs: { ...dressed.legs!, length: 0.6 }, hackle: { ...dressed.hackle!, length: 0.7 } })
	).toBe('leg length 0.5 shank to 0.6 shank, hackle length 0.5 shank to 0.7 shank');
	expect(
		said({ collar: { ...dressed.collar!, length: 0.5 }, finish: { ...dressed.finish!, gap: 0.75 } })
	).toBe('collar length 0.4 shank to 0.5 shank, gap usual to 0.75 eye openings');
});

test('parts are said in the trade’s words', () => {
	expect(hookWords(plain.hook)).toBe('jig 60° 12');
	expect(hookWords({ style: 'straight', size: 10, lengthX: 2, wireX: -1, barbed: true })).toBe(
		'straight 10, 2X long, 1X fine, barbed'
	);
	expect(beadWords(plain.bead)).toBe('tungsten 3.5 mm, slotted');
	expect(beadWords(null)).toBe('none');
	expect(coilWords(plain.coil)).toBe('lead .020 × 5');
	expect(coilWords({ ...plain.coil!, second: 3, place: 'butted' })).toBe(
		'lead .020 × 5 + 3, behind the bead'
	);
});

test('every change that can be made is found and said', () => {
	const change = (to: Partial<Recipe>) => recipeChange(plain, { ...plain, ...to }).words;
	expect(change({ hook: { ...plain.hook, size: 14 } })).toBe('hook size 12 to 14');
	expect(change({ hook: { ...plain.hook, style: 'jig90' } })).toBe('hook style jig 60° to jig 90°');
	expect(change({ hook: { ...plain.hook, measured: { wire: 0.6e-3 } } })).toBe(
		'measured wire nominal to 0.6 mm'
	);
	expect(change({ bead: { ...plain.bead!, metal: 'brass' } })).toBe('bead metal tungsten to brass');
	expect(change({ coil: { ...plain.coil!, turns: 6 } })).toBe('turns 5 to 6');
	expect(change({ coil: null })).toBe('turns 5 to none');
	expect(change({ coil: { ...plain.coil!, metal: 'leadFree' } })).toBe(
		'coil metal lead to lead-free'
	);
	expect(change({ dressing: { fullness: 'full' } })).toBe('dressing medium to full');
	expect(change({ tail: null })).toBe('tail usual to none');
	expect(change({ rib: { kind: 'copper', wire: 0.14e-3, turns: 7, against: true } })).toBe(
		'rib usual to copper wire 0.14 mm × 7'
	);
	expect(recipeChange(plain, structuredClone(plain)).paths).toEqual([]);
});
