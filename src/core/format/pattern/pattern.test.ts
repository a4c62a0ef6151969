import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { anyRecipe } from '$lib/documents/fly/any-recipe.testing';
import { starterRecipe, type Recipe } from '../../fly/index';
import { without } from '../../quantity/index';
import { readPattern, writePattern, type PatternRead } from '../index';

const read = (text: string, colours: readonly string[] = []): PatternRead => {
	const found = readPattern(text, colours);
	if ('fault' in found) throw new Error(found.fault);
	return found;
};
/** Nine figures are written. */
const near = (value: unknown): unknown => {
	if (typeof value === 'number')
		return expect.closeTo(value, 8 - Math.ceil(Math.log10(Math.abs(value) + 1e-12))) as unknown;
	if (value && typeof value === 'object' && !Array.isArray(value))
		return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, near(one)]));
	return value;
};
/** Lots are no text, and measures without any say nothing. */
const withoutLots = (recipe: Recipe): Recipe => ({
	...recipe,
	hook:
		Object.keys(recipe.hook.measured ?? {}).length > 0
			? recipe.hook
			: (without(recipe.hook, 'measured') as Recipe['hook']),
	...(recipe.finish && { finish: without(recipe.finish, 'lots') as typeof recipe.finish })
});

test('whatever can be tied is written as text and reads back the same, with nothing assumed or left over', () => {
	fc.assert(
		fc.property(anyRecipe.map(withoutLots), (recipe) => {
			const text = writePattern('Any fly', recipe);
			const found = read(text);
			expect(found.name).toBe('Any fly');
			expect(found.recipe, text).toEqual(near(recipe));
			expect(found.unnamed).toBeNull();
			expect(
				found.lines.flatMap(({ unknown, assumed }) => [...unknown, ...assumed]),
				text
			).toEqual([]);
		}),
		{ numRuns: 300 }
	);
});

describe('recipes as people write them (common practice, no source)', () => {
	test.each<[string, object]>([
		[
			'Hook: Jig #14 barbless\nBead: 2.8mm slotted tungsten',
			{
				hook: { style: 'jig60', size: 14, barbed: false },
				bead: { metal: 'tungsten', shape: 'slotted', diameter: 2.8e-3 }
			}
		],
		[
			'HOOK: size 12 nymph, 2x long, 1x strong\nbead: 7/64 brass',
			{
				hook: { style: 'straight', size: 12, lengthX: 2, wireX: 1 },
				bead: { metal: 'brass', diameter: 2.8e-3 }
			}
		],
		['Hook: #16 curved grub\nBead: none', { hook: { style: 'curved', size: 16 }, bead: null }],
		[
			'Hook: 14\nBead: tungsten 3,2\nWeight: 15 lead, 8 wraps',
			{
				hook: { size: 14 },
				bead: { diameter: 3.2e-3 },
				coil: { metal: 'lead', turns: 8, wire: 0.381e-3 }
			}
		],
		[
			'Hook: 10 stonefly\nBead: 4 mm tungsten\nLead: .025 x 12',
			{ hook: { style: 'longShank' }, coil: { metal: 'lead', turns: 12, wire: 0.635e-3 } }
		],
		[
			'Hook: jig 12\nBead: 1/8 tungsten slotted\nWire: lead-free .020, 6 turns, behind the bead',
			{ bead: { diameter: 3.2e-3 }, coil: { metal: 'leadFree', place: 'butted', turns: 6 } }
		],
		[
			'Hook: 14 nymph; Bead: 2.4 brass; Thread: 8/0; Body: peacock herl; Hackle: partridge, 2 turns',
			{
				thread: { denier: 70 },
				body: { kind: 'herl' },
				hackle: { kind: 'softHackle', turns: 2 },
				rib: null
			}
		],
		[
			'- Hook: 14 jig\n- Bead: 2.8 tungsten\n- Tail: 8 pheasant tail fibres\n- Rib: fine copper wire, 6 turns\n- Body: pheasant tail',
			{
				tail: { kind: 'feather', fibres: 8 },
				rib: { kind: 'copper', turns: 6 },
				body: { kind: 'herl' }
			}
		],
		[
			'Hook: 8 long shank\nCone: 4.8 brass cone\nTail: marabou, 1 shank\nBody: chenille\nPalmer: saddle, 6 turns',
			{
				bead: { metal: 'brass', shape: 'cone', diameter: 4.8e-3 },
				tail: { kind: 'plume', length: 1 },
				body: { kind: 'chenille' },
				palmer: { kind: 'stiffHackle', turns: 6 }
			}
		],
		[
			'Hook: 14 scud\nBead: no bead\nWire: .015 lead 9 turns mid shank\nShellback: film under the rib\nRib: mono 0.12 mm\nBody: loose dubbing',
			{
				coil: { place: 'centred', turns: 9 },
				back: { kind: 'film', rib: 'under' },
				rib: { kind: 'mono', wire: 0.12e-3 },
				body: { kind: 'dubbingLoose' }
			}
		],
		[
			'Hook: 10\nBead: 3.2 tungsten\nBody: wool\nFlash: 4 strands of flash along the sides\nRib: oval tinsel 0.3 mm, 5 turns\nSecond rib: twisted wire, 6 turns against\nThorax: chenille\nRear of thorax: herl\nThird collar: down, 1 turn\nHead: dubbed fur',
			{
				flash: { kind: 'flash', strands: 4, place: 'sides' },
				rib: { kind: 'ovalTinsel', wire: 0.3e-3, turns: 5 },
				secondRib: { kind: 'twistedWire', turns: 6, against: true },
				rearThorax: { kind: 'herl', length: 0.3 },
				thorax: { kind: 'chenille' },
				thirdCollar: { kind: 'down', turns: 1 },
				head: { kind: 'dubbingTight' }
			}
		],
		[
			'Hook: 12\nBead: 3.2 tungsten\nRib: grooved vinyl\nHead: varnish',
			{ rib: { kind: 'groovedVinyl' }, head: null, finish: { lacquer: 1 } }
		],
		[
			'Hook: 12\nBead: 3.2 tungsten\nHot spot: wool\nBody: tinsel\nCollar: fur, 1 turn',
			{ tag: { kind: 'wool' }, body: { kind: 'tinsel' }, collar: { kind: 'fur', turns: 1 } }
		],
		[
			'Hook: 16 nymph 1x fine\nBead: 2.0mm silver tungsten\nAbdomen: quill\nThorax: hare\nWingcase: foil',
			{
				hook: { wireX: -1 },
				bead: { diameter: 2e-3 },
				body: { kind: 'quill' },
				thorax: { kind: 'dubbingTight' },
				wingCase: { kind: 'foil' }
			}
		],
		[
			'Hook: 14\nBead: 110 thou brass\nTail: squirrel, ½ shank\nLegs: rubber legs 4',
			{
				bead: { diameter: 2.794e-3 },
				tail: { kind: 'hair', length: 0.5 },
				legs: { kind: 'rubber', fibres: 4 }
			}
		],
		[
			'Hook: jig 90 size 10\nBead: 4.0 tungsten slotted\nUnderbody: wool\nBody: hide strip\nTail: 6 strands flash',
			{
				hook: { style: 'jig90', size: 10 },
				underbody: { kind: 'wool' },
				body: { kind: 'hide' },
				tail: { kind: 'flash', fibres: 6 }
			}
		],
		['Hook: 14\nBead: tungsten 2.8\nHead: varnish', { finish: { lacquer: 1, glue: 0 } }],
		[
			'Hook - jig 14\nBead – 2.8 slotted tungsten\nLead - 5 turns of .5 mm',
			{ bead: { shape: 'slotted' }, coil: { metal: 'lead', turns: 5, wire: 0.5e-3 } }
		],
		[
			'hk = 10 3xl nymph\nbd = 5/32 tungsten cone\nRibbing = copper wire, 5 turns',
			{
				hook: { size: 10, lengthX: 3 },
				bead: { shape: 'cone', diameter: 4e-3 },
				rib: { kind: 'copper', turns: 5 }
			}
		],
		[
			'Hook: 12\nRib: copper, 9 turns, close turns, then open',
			{ rib: { kind: 'copper', turns: 9, pitch: 'closeFirst' } }
		],
		[
			'HOOK:jig 16,BEAD:2.5 tungsten slotted,BODY:quill,COLLAR:fur, 1 turn',
			{
				hook: { style: 'jig60', size: 16 },
				bead: { diameter: 2.5e-3 },
				body: { kind: 'quill' },
				collar: { kind: 'fur', turns: 1 }
			}
		],
		[
			'Size 14 jig hook\n2.8 mm slotted tungsten bead\n6 wraps of .015 lead wire\nPheasant tail body',
			{
				hook: { style: 'jig60', size: 14 },
				bead: { metal: 'tungsten', diameter: 2.8e-3 },
				coil: { turns: 6, wire: 0.381e-3 },
				body: { kind: 'herl' }
			}
		],
		[
			'Hook: #12 wet\nThread: 6/0\nTail: golden pheasant tippets\nBody: floss\nRib: flat tinsel\nHackle: 3 turns of hen',
			{
				tail: { kind: 'feather' },
				body: { kind: 'floss' },
				rib: { kind: 'tinsel' },
				hackle: { kind: 'softHackle', turns: 3 }
			}
		],
		[
			'Hook: 8 long-shank\nBead: 4.0 tungsten cone\nTail: 40 marabou, 1 shank, 2 turns of thread under it',
			{ tail: { kind: 'plume', fibres: 40, length: 1, under: 2 } }
		],
		[
			'Hook: 6 streamer\nBead: 4.8 brass cone\nTail: 2 bundles of marabou, 1 shank, two turns of thread under it\nBody: chenille',
			// As much as is usual of that kind: four times a feather's fibres, 1.6 times a dubbed body's thickness.
			{
				tail: { kind: 'plume', fibres: 32, length: 1, under: 2, parted: 'bundles' },
				body: { kind: 'chenille', thickness: 0.176 }
			}
		],
		[
			'Hook: 6 streamer\nTail: rabbit strip, 3/4 shank\nBack: rabbit strip under the rib\nBody: silver tinsel\nRib: wire',
			{
				tail: { kind: 'hide', fibres: 1, length: 0.75 },
				back: { kind: 'hide', rib: 'under' },
				body: { kind: 'tinsel' }
			}
		],
		[
			'Hook: 14 nymph\nTail: split floss, 1/2 shank\nBody: hare fur strip\nRear thorax: hare\nThorax: hare in a dubbing loop',
			{
				tail: { kind: 'floss', fibres: 2, parted: 'split' },
				body: { kind: 'hide' },
				rearThorax: { kind: 'dubbingTight' },
				thorax: { kind: 'dubbingLoop' }
			}
		],
		[
			'Hook: 12 pupa\nBead: 2.8 tungsten\nWing pads: 2 goose slips, 8 fibres each\nFeelers: two pheasant tail fibres, 1 shank',
			{
				hook: { style: 'curved' },
				wings: { kind: 'slips', fibres: 8 },
				horns: { kind: 'feather', length: 1 }
			}
		],
		[
			'Hook: 14\nBead: tungsten 2.8\nFinish: 2 drops of resin, superglue',
			{ finish: { resin: 2, glue: 1 } }
		],
		[
			'#12 nymph hook 2XL\n5/32 tungsten cone\n.020 lead, 12 wraps\nmarabou tail\nchenille body, tapered\npalmered saddle hackle\nwire rib',
			{
				hook: { size: 12, lengthX: 2 },
				bead: { shape: 'cone', diameter: 4e-3 },
				coil: { metal: 'lead', turns: 12, wire: 0.508e-3 },
				tail: { kind: 'plume' },
				body: { kind: 'chenille' },
				palmer: { kind: 'stiffHackle' },
				hackle: null
			}
		],
		[
			'Bog Beetle\nHook #6 long shank\nBead none\nLead: .025, 18 turns\nBody: chenille',
			{
				hook: { size: 6, style: 'longShank' },
				bead: null,
				coil: { turns: 18, wire: 0.635e-3 },
				body: { kind: 'chenille' }
			}
		],
		[
			'Hook: 8 streamer\nTail: marabou with four strands flash\nHackle: hen, palmered, six turns\nCollar: CDC, two turns',
			{
				tail: { kind: 'plume' },
				flash: { kind: 'flash', strands: 4, place: 'tail' },
				palmer: { kind: 'softHackle', turns: 6 },
				hackle: null,
				collar: { kind: 'down', turns: 2 }
			}
		],
		[
			'Hook: 10 grub\nUnderbody: 20 turns of .015 lead-free wire\nTail: coq de leon, 5 fibres\nLegs: 3 moose hairs\nRibs: oval tinsel',
			{
				coil: { metal: 'leadFree', turns: 20, wire: 0.381e-3 },
				underbody: null,
				tail: { kind: 'feather', fibres: 5 },
				legs: { kind: 'hair', fibres: 3 },
				rib: { kind: 'ovalTinsel' }
			}
		],
		[
			'MATERIALS\nHook: 14 jig\nHead: 2.8 mm tungsten bead\nBody: wire\nHot-spot: wool\nHackle: 1.5 turns partridge',
			{
				bead: { metal: 'tungsten', diameter: 2.8e-3 },
				body: { kind: 'wire' },
				tag: { kind: 'wool' },
				hackle: { kind: 'softHackle', turns: 2 }
			}
		],
		[
			'1. Hook: 14 jig Thread: 8/0\n2) Bead: 2.8mm tungsten\n3) Tail: cock fibres, 2 strands of flash\n3. Legs: rubber, 3 pairs\n4. Head: none\n5. Wind the hackle',
			{
				hook: { size: 14 },
				bead: { diameter: 2.8e-3 },
				tail: { kind: 'feather' },
				flash: { strands: 2, place: 'tail' },
				thread: { denier: 70 },
				legs: { kind: 'rubber', fibres: 6 },
				finish: { lacquer: 0 }
			}
		],
		[
			'1. Hook 14 jig\n2. Bead 2.8 tungsten\n3. Body quill\n4. Turn the hook over',
			{ hook: { size: 14, style: 'jig60' }, bead: { diameter: 2.8e-3 }, body: { kind: 'quill' } }
		],
		[
			'Hook, 14 jig\nBead, 2.8 mm tungsten\nBody, pheasant tail',
			{ hook: { style: 'jig60', size: 14 }, body: { kind: 'herl' }, tail: null }
		],
		[
			'size 16 scud hook\n8 turns .010 lead-free\nfilm back',
			{
				hook: { style: 'curved', size: 16 },
				coil: { metal: 'leadFree', turns: 8 },
				back: { kind: 'film' }
			}
		]
	])('%s', (text, recipe) => {
		expect(read(text).recipe).toMatchObject(near(recipe) as object);
	});

	test.each<[string, RegExp]>([
		['Hook: jig\nBead: 2.8 tungsten', /which size is the hook/i],
		['Hook: 16-18 jig\nBead: 2.5 tungsten', /which size, 16 to 18/i],
		['Hook: 14\nBead: 3 mm gold', /tungsten or brass/i],
		['Hook: 14\nBead: 2.8', /tungsten or brass/i],
		['Hook: 14\nBead: tungsten', /how large is the bead/i],
		['Hook: 14\nBead: 28 tungsten', /2\.8 mm/],
		['Hook: 14\nBead: 1 1/8 tungsten', /3\.2 mm/],
		['Hook: 140\nBead: 2.8 tungsten', /size 14/],
		['Hook: 14\nWire: .15 lead, 6 turns', /\.015 in/],
		['Hook: 14\nWire: .015 lead', /how many turns/i],
		['Hook: 14\nBody: moonlight', /of what is it/i],
		['Hook: 14\nThorax: tinsel', /not tied of that/i],
		['Hook: 14\nBead: 2.8 tungsten\nBead: 3.2 tungsten', /two lines/i],
		['Hook: 14\nBead: 2.8-3.3 mm tungsten', /which size, 2\.8 to 3\.3/i],
		['Hook: 14\nBead: 4mm or 4.5 mm tungsten', /which size, 4 to 4\.5/i],
		['Hook: jig #14/#16', /which size, 14 to 16/i],
		['Hook: 1/0 jig', /^hook size: 0 is not possible/i],
		['Hook: 14\nBead: 2.8mm tungsten or brass', /tungsten or brass\? it is taken as tungsten/i],
		['Bead: 2.8 tungsten\nBody: floss', /on which hook/i]
	])('%s is asked about', (text, question) => {
		const { lines, asked } = read(text);
		expect([...asked, ...lines.flatMap((line) => line.asked)].join(' ')).toMatch(question);
	});

	test('numbered lines are parts where they say so, and steps else', () => {
		const { notes, lines } = read(
			'1. Hook 14 jig\n2. Body quill\n3. Wind the hackle\n4. Body over the wire first'
		);
		expect(notes).toBe('Wind the hackle\nBody over the wire first');
		expect(lines.flatMap(({ unknown, asked }) => [...unknown, ...asked])).toEqual([]);
	});

	test('the first line is the name unless it is of the fly; what stands below it and has no label is handed back', () => {
		const odd = (text: string) => {
			const { name, lines } = read(text);
			return [name, lines.flatMap(({ unknown }) => unknown)];
		};
		expect(odd('Bog Beetle\nfor autumn\nHook: 14')).toEqual(['Bog Beetle', ['for autumn']]);
		expect(odd('B: 4.0 mm tungsten\nHook: 14')).toEqual(['', ['B: 4.0 mm tungsten']]);
		expect(odd('Beadhead Wonder\nHook: 14')).toEqual(['Beadhead Wonder', []]);
		expect(odd('Size 14 jig hook\na rib over the body please')[1]).toEqual([
			'a rib over the body please'
		]);
		// A size or a length is no count of fibres.
		const { recipe, lines } = read('Hook: 14\nTail: strip of hair, 4 cm, size 9');
		expect(recipe.tail).toMatchObject({ kind: 'hair' });
		expect(recipe.tail!.fibres).not.toBe(4);
		expect(recipe.tail!.fibres).not.toBe(9);
		expect(lines[1]!.unknown).toEqual(['strip', '4', 'cm', '9']);
	});

	test('a remark that ends in a label is a remark where labels are marked', () => {
		const { lines, recipe } = read('Hook: jig 14\nBead: 2.8 tungsten\nwatch the bead');
		expect(recipe.bead).toMatchObject({ diameter: 2.8e-3 });
		expect(lines.at(-1)).toMatchObject({ label: null, unknown: ['watch the bead'] });
	});

	test('what is not understood is handed back, colours are told apart, steps and remarks are kept', () => {
		const { lines, colours, notes, name, unnamed } = read(
			'Grey Whisper\nHook: jig 14\nBead: 2.8 copper tungsten, from the old tin\nThread: 70 den olive\nBody: peacock herl\nSparkle: moon dust\nSteps: wind the wire first',
			['copper', 'olive']
		);
		expect(name).toBe('Grey Whisper');
		expect(colours).toEqual({ bead: 'copper', thread: 'olive' });
		expect(notes).toBe('wind the wire first');
		const [, , bead, , body, sparkle] = lines;
		expect(body!.unknown).toEqual([]);
		expect(bead!.unknown).toEqual(['from', 'old', 'tin']);
		expect(sparkle).toMatchObject({ label: null, unknown: ['Sparkle: moon dust'] });
		expect(unnamed).toMatchObject({ as: 'none' });
		expect(unnamed!.parts).toContain('rib');
		const besides = {
			colours: { bead: 'olive', collar: 'copper' },
			notes: 'Mind the gap.\nTwice.'
		};
		const again = read(writePattern('Any', starterRecipe, besides), ['copper', 'olive']);
		expect(again).toMatchObject(besides);
		expect(again.lines.flatMap(({ unknown }) => unknown)).toEqual([]);
		// Nothing of the dressing is named: it is as usual, and said to be.
		expect(read('Hook: 14\nBead: 2.8 tungsten').unnamed).toMatchObject({ as: 'usual' });
	});

	test.each([
		['', /No line/],
		['Dear friend, see you on Sunday.', /No line/],
		['x: '.repeat(40_000), /characters/]
	])('no recipe: says so', (text, fault) => {
		expect(readPattern(text)).toMatchObject({ fault: expect.stringMatching(fault) as unknown });
	});

	test('a line that no recipe has is handed back at once, as it is', () => {
		for (const line of ['tail: '.repeat(3000), 'ab '.repeat(6000), 'tail with flash '.repeat(1000)])
			expect(read(`Hook: 14\n${line}`).lines[1]!.unknown).toEqual([line.trim()]);
	});

	test('any text at all is read or refused, and never breaks', () => {
		fc.assert(
			fc.property(fc.string({ maxLength: 300 }), (text) => {
				expect(readPattern(`Hook: 14\nBead: ${text}\n${text}`)).toBeDefined();
			})
		);
		expect(read(writePattern('First', starterRecipe)).recipe).toEqual(near(starterRecipe));
	});
});
