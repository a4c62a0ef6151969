import {
	backLies,
	backLieWords,
	bodyKinds,
	bodyKindWords,
	bodyShapes,
	bodyShapeWords,
	flashKinds,
	flashKindWords,
	flashPlaces,
	flashPlaceWords,
	fullnesses,
	hackleKinds,
	hackleKindWords,
	legKinds,
	legKindWords,
	palmerWays,
	palmerWayWords,
	ribKinds,
	ribKindWords,
	ribPitches,
	ribPitchWords,
	strandsOf,
	tagKinds,
	tailKinds,
	tailKindWords,
	thoraxKinds,
	underbodyKinds,
	underbodyKindWords,
	backKinds,
	backKindWords,
	tailPartingWords,
	wingCaseKinds,
	wingCaseKindWords,
	wingKinds,
	wingKindWords,
	type DressingPart,
	type FinishChoice,
	type FinishKind,
	type Fullness,
	type HackleChoice,
	type Recipe
} from '$core/fly/index';
import {
	baseLayersField,
	bodyLengthShare,
	caseLengthShare,
	dropsField,
	fibreLengthShare,
	flashLengthShare,
	flashStrandsField,
	gapShare,
	hackleTurnsField,
	headTurnsField,
	legFibresField,
	headLengthShare,
	hornLengthShare,
	legLengthShare,
	palmerTurnsField,
	ribTurnsField,
	tagLengthShare,
	tailFields,
	tailLengthShare,
	thoraxPartShare,
	without,
	underTurnsField,
	wingFibresField,
	wingLengthShare
} from '$core/quantity/index';
import { materialColour } from '$lib/ui/colours';
import {
	choice,
	options,
	quantity,
	type Control,
	type NumberControl,
	type Subject
} from './control';
import { ribWireControl, threadControl } from './material';
import { FLAME, LEAD } from './cautions';
import { COUNT, coverControl, inMm, kinds, placeControl, setter, thickness } from './parts';

type HackleLie = HackleChoice['lie'];

export const dressingControls: {
	readonly [Part in DressingPart]: (subject: Subject) => Control[];
} = {
	thread: (subject) => {
		const { thread } = subject.build.dressing;
		const set = setter(subject, 'thread');
		return [
			threadControl(thread.denier, (denier) => set({ denier })),
			choice('Dam', thread.dam ? 'yes' : 'no', options({ yes: 'built', no: 'none' }), (dam) =>
				set({ dam: dam === 'yes' })
			),
			quantity(baseLayersField, thread.baseLayers, (baseLayers) => set({ baseLayers }), {
				...COUNT,
				unit: 'layers',
				big: 2
			}),
			quantity(headTurnsField, thread.headTurns, (headTurns) => set({ headTurns }), {
				...COUNT,
				unit: 'turns',
				big: 4
			})
		];
	},
	tail: (subject) => {
		const { tail } = subject.build.dressing;
		const set = setter(subject, 'tail');
		const kind = kinds(subject, 'tail', 'Tail of', tailKindWords, tailKinds);
		if (!tail) return [kind];
		return [
			kind,
			quantity(tailFields[strandsOf[tail.kind]], tail.fibres, (fibres) => set({ fibres }), {
				...COUNT,
				big: 4
			}),
			inMm(
				tailLengthShare,
				subject.build.hook.shank,
				tail.length,
				(length) => set({ length }),
				0.5
			),
			{
				...(quantity(underTurnsField, tail.under ?? 0, (under) => set({ under }), {
					...COUNT,
					big: 2
				}) as NumberControl),
				more: true,
				nominal: tail.under === undefined,
				nominalWords: 'none',
				clear: () => set({ under: undefined })
			},
			{
				...choice(
					'Tied in',
					tail.parted ?? 'together',
					options({ together: 'all together', ...tailPartingWords }),
					(parted) =>
						set({
							parted: parted === 'together' ? undefined : (parted as typeof tail.parted)
						})
				),
				more: true
			},
			placeControl(subject, 'tail', tail.at, set),
			...(tail.kind === 'synthetic' ? [FLAME] : [])
		];
	},
	flash: (subject) => {
		const { flash } = subject.build.dressing;
		const set = setter(subject, 'flash');
		const kind = kinds(subject, 'flash', 'Flash of', flashKindWords, flashKinds);
		if (!flash) return [kind];
		const { shank } = subject.build.hook;
		return [
			kind,
			quantity(flashStrandsField, flash.strands, (strands) => set({ strands }), {
				...COUNT,
				big: 4
			}),
			inMm(flashLengthShare, shank, flash.length, (length) => set({ length }), 0.5),
			choice('Where', flash.place, options(flashPlaceWords, flashPlaces), (place) =>
				set({ place: place as typeof flash.place })
			)
		];
	},
	tag: (subject) => {
		const { tag } = subject.build.dressing;
		const set = setter(subject, 'tag');
		const kind = kinds(subject, 'tag', 'Tag of', bodyKindWords, tagKinds);
		if (!tag) return [kind];
		const { layout } = subject.build.dressed;
		const room = layout.end - layout.gapEnd;
		return [
			kind,
			inMm(tagLengthShare, room, tag.length, (length) => set({ length })),
			thickness(subject, tag.thickness, (thickness) => set({ thickness }))
		];
	},
	back: (subject) => {
		const { back } = subject.build.dressing;
		const set = setter(subject, 'back');
		const kind = kinds(subject, 'back', 'Back of', backKindWords, backKinds);
		if (!back) return [kind];
		return [
			kind,
			choice('It lies', back.rib, options(backLieWords, backLies), (rib) =>
				set({ rib: rib as typeof back.rib })
			)
		];
	},
	palmer: (subject) => {
		const { palmer } = subject.build.dressing;
		const set = setter(subject, 'palmer');
		const kind = kinds(subject, 'palmer', 'Palmered hackle of', hackleKindWords, hackleKinds);
		if (!palmer) return [kind];
		return [
			kind,
			quantity(palmerTurnsField, palmer.turns, (turns) => set({ turns }), { ...COUNT, big: 3 }),
			inMm(
				fibreLengthShare,
				subject.build.hook.shank,
				palmer.length,
				(length) => set({ length }),
				0.5
			),
			lieControl(palmer.lie, (lie) => set({ lie })),
			choice('Wound', palmer.wound, options(palmerWayWords, palmerWays), (wound) =>
				set({ wound: wound as typeof palmer.wound })
			)
		];
	},
	rib: (subject) => ribControls(subject, 'rib', 'Rib of'),
	secondRib: (subject) => ribControls(subject, 'secondRib', 'Second rib of'),
	underbody: (subject) => {
		const { underbody } = subject.build.dressing;
		const set = setter(subject, 'underbody');
		const kind = kinds(subject, 'underbody', 'Underbody of', underbodyKindWords, underbodyKinds);
		if (!underbody) return [kind];
		return [
			kind,
			thickness(subject, underbody.thickness, (thickness) => set({ thickness })),
			coverControl(subject, 'underbody', 'all the room', set)
		];
	},
	body: (subject) => {
		const { build } = subject;
		const { body } = build.dressing;
		const set = setter(subject, 'body');
		const kind = kinds(subject, 'body', 'Body of', bodyKindWords, bodyKinds, {
			wire: materialColour.copper
		});
		if (!body) return [kind];
		const room = build.dressed.layout.end - build.dressed.layout.gapEnd;
		return [
			kind,
			choice('Shape', body.shape, options(bodyShapeWords, bodyShapes), (shape) =>
				set({ shape: shape as typeof body.shape })
			),
			thickness(subject, body.thickness, (thickness) => set({ thickness })),
			inMm(bodyLengthShare, room, body.length, (length) => set({ length }), 0.5)
		];
	},
	rearThorax: (subject) => thoraxPartControls(subject, 'rearThorax', 'Rear thorax of'),
	thorax: (subject) => {
		const { thorax } = subject.build.dressing;
		const set = setter(subject, 'thorax');
		const kind = kinds(subject, 'thorax', 'Thorax of', bodyKindWords, thoraxKinds);
		if (!thorax) return [kind];
		return [kind, thickness(subject, thorax.thickness, (thickness) => set({ thickness }))];
	},
	frontThorax: (subject) => thoraxPartControls(subject, 'frontThorax', 'Front thorax of'),
	wingCase: (subject) => {
		const { wingCase } = subject.build.dressing;
		const set = setter(subject, 'wingCase');
		const kind = kinds(subject, 'wingCase', 'Wing case of', wingCaseKindWords, wingCaseKinds);
		if (!wingCase) return [kind];
		const { shank } = subject.build.hook;
		return [
			kind,
			inMm(caseLengthShare, shank, wingCase.length, (length) => set({ length })),
			placeControl(subject, 'wingCase', wingCase.at, set)
		];
	},
	legs: (subject) => {
		const { legs } = subject.build.dressing;
		const set = setter(subject, 'legs');
		const kind = kinds(subject, 'legs', 'Legs of', legKindWords, legKinds);
		if (!legs) return [kind];
		return [
			kind,
			quantity(legFibresField, legs.fibres, (fibres) => set({ fibres }), { ...COUNT, big: 4 }),
			inMm(legLengthShare, subject.build.hook.shank, legs.length, (length) => set({ length }), 0.5),
			placeControl(subject, 'legs', legs.at, set)
		];
	},
	wings: (subject) => {
		const { wings } = subject.build.dressing;
		const set = setter(subject, 'wings');
		const kind = kinds(subject, 'wings', 'Wings of', wingKindWords, wingKinds);
		if (!wings) return [kind];
		const { shank } = subject.build.hook;
		return [
			kind,
			quantity(wingFibresField, wings.fibres, (fibres) => set({ fibres }), { ...COUNT, big: 4 }),
			inMm(wingLengthShare, shank, wings.length, (length) => set({ length }), 0.5),
			placeControl(subject, 'wings', wings.at, set)
		];
	},
	horns: (subject) => {
		const { horns } = subject.build.dressing;
		const set = setter(subject, 'horns');
		const kind = kinds(subject, 'horns', 'Horns of', legKindWords, legKinds);
		if (!horns) return [kind];
		const { shank } = subject.build.hook;
		return [kind, inMm(hornLengthShare, shank, horns.length, (length) => set({ length }), 0.5)];
	},
	hackle: (subject) => hackleControls(subject, 'hackle', 'Hackle of'),
	collar: (subject) => hackleControls(subject, 'collar', 'Second collar of'),
	thirdCollar: (subject) => hackleControls(subject, 'thirdCollar', 'Third collar of'),
	head: (subject) => {
		const { head } = subject.build.dressing;
		const set = setter(subject, 'head');
		const kind = kinds(subject, 'head', 'Head of', bodyKindWords, thoraxKinds);
		if (!head) return [kind];
		const { layout } = subject.build.dressed;
		return [
			kind,
			inMm(headLengthShare, layout.gapEnd - layout.face, head.length, (length) => set({ length })),
			thickness(subject, head.thickness, (thickness) => set({ thickness }))
		];
	},
	finish: (subject) => {
		const { finish } = subject.build.dressing;
		const set = setter(subject, 'finish');
		const drops = (name: FinishKind, label: string) =>
			quantity({ ...dropsField, name: label }, finish[name], (n) => set(dropsOf(finish, name, n)), {
				...COUNT,
				unit: 'drops',
				big: 2
			});
		const { layout } = subject.build.dressed;
		const gap = (layout.gapEnd - layout.face) / subject.build.hook.eyeOpening;
		const left = inMm(gapShare, subject.build.hook.eyeOpening, gap, (n) => set({ gap: n }));
		return [
			drops('glue', 'Glue'),
			drops('resin', 'Resin'),
			drops('lacquer', 'Lacquer'),
			{
				...(left as NumberControl),
				label: subject.recipe.bead ? 'Gap behind the bead' : 'Gap behind the eye',
				nominal: finish.gap === undefined,
				clear: () => ({ ...subject.recipe, finish: without(finish, 'gap') })
			},
			...(finish.resin > 0
				? [
						{
							kind: 'note',
							words: 'UV resin: air the room, keep it off skin and eyes, do not look into the lamp.'
						} as const
					]
				: []),
			...(finish.lacquer > 0
				? [{ kind: 'note', words: 'Lacquer: air the room, no flame near it.' } as const]
				: []),
			...(finish.glue > 0
				? [
						{
							kind: 'note',
							words: 'Instant glue: air the room, keep it off skin and eyes.'
						} as const
					]
				: [])
		];
	}
};

const lieControl = (lie: HackleLie, set: (lie: HackleLie) => Recipe) =>
	choice('Fibres', lie, options({ swept: 'swept back', propped: 'propped out' }), (next) =>
		set(next as HackleLie)
	);

function ribControls(subject: Subject, part: 'rib' | 'secondRib', label: string): Control[] {
	const rib = subject.build.dressing[part];
	const set = setter(subject, part);
	const kind = kinds(subject, part, label, ribKindWords, ribKinds, materialColour);
	if (!rib) return [kind];
	return [
		kind,
		ribWireControl(rib.wire, (wire) => set({ wire })),
		quantity(ribTurnsField, rib.turns, (turns) => set({ turns }), { ...COUNT, big: 5 }),
		choice(
			'Wound',
			rib.against ? 'against' : 'with',
			options({ against: 'against the body', with: 'with it' }),
			(way) => set({ against: way === 'against' })
		),
		choice('Turns lie', rib.pitch ?? 'even', options(ribPitchWords, ribPitches), (pitch) =>
			set({ pitch: pitch as (typeof ribPitches)[number] })
		),
		coverControl(subject, part, 'the body', set),
		...(rib.kind === 'lead' ? [LEAD] : []),
		...(rib.kind === 'mono' ? [FLAME] : [])
	];
}

function thoraxPartControls(
	subject: Subject,
	part: 'rearThorax' | 'frontThorax',
	label: string
): Control[] {
	const choice = subject.build.dressing[part];
	const set = setter(subject, part);
	const kind = kinds(subject, part, label, bodyKindWords, thoraxKinds);
	if (!choice) return [kind];
	const { layout } = subject.build.dressed;
	const room = layout.bodyFront - layout.gapEnd;
	return [
		kind,
		inMm(thoraxPartShare, room, choice.length, (length) => set({ length })),
		thickness(subject, choice.thickness, (thickness) => set({ thickness }))
	];
}

function hackleControls(
	subject: Subject,
	part: 'hackle' | 'collar' | 'thirdCollar',
	label: string
): Control[] {
	const hackle = subject.build.dressing[part];
	const set = setter(subject, part);
	const kind = kinds(subject, part, label, hackleKindWords, hackleKinds);
	if (!hackle) return [kind];
	return [
		kind,
		quantity(hackleTurnsField, hackle.turns, (turns) => set({ turns }), { ...COUNT, big: 2 }),
		inMm(
			fibreLengthShare,
			subject.build.hook.shank,
			hackle.length,
			(length) => set({ length }),
			0.5
		),
		lieControl(hackle.lie, (lie) => set({ lie })),
		placeControl(subject, part, hackle.at, set)
	];
}

/** This many drops; of none there is no bottle either. */
function dropsOf(finish: FinishChoice, name: FinishKind, n: number): Partial<FinishChoice> {
	if (n > 0 || !finish.lots?.[name]) return { [name]: n };
	return { [name]: n, lots: without(finish.lots, name) };
}

/** How full everything is that was not chosen on its own. @param now the recipe as it is when it is used */
export const fullnessControl = (fullness: Fullness, now: () => Recipe) =>
	choice(
		'Dressing',
		fullness,
		fullnesses.map((value) => ({ value, words: value })),
		(next) => ({ ...now(), dressing: { fullness: next as Fullness } })
	);
