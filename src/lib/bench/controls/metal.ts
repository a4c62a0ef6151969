import {
	beadMetals,
	beadMetalWords,
	beadShapes,
	coilMetals,
	coilMetalWords,
	coilPlaces,
	coilPlaceWords,
	hookStyles,
	isJig,
	leadFreeEquivalent,
	styleWords,
	usualCoilWire,
	type BeadChoice,
	type CoilChoice,
	type HookChoice,
	type Recipe
} from '$core/fly/index';
import { BEAD_STEPS, COIL_WIRE_STEPS } from '$core/material/index';
import {
	beadDiameterField,
	boreField,
	coilWireField,
	densityField,
	gapeField,
	GRAM,
	HOOK_SIZE_RANGE,
	hookWireField,
	massField,
	MILLIMETRE,
	readHookSize,
	readQuantity,
	readXStep,
	recessField,
	secondTurnsField,
	shankField,
	showXStep,
	slotField,
	slotTurnField,
	turnsField,
	without,
	X_STEP_RANGE
} from '$core/quantity/index';
import { materialColour } from '$lib/ui/colours';
import { evenSteps, tradeSteps } from '$lib/ui/steps';
import { LEAD } from './dressing';
import {
	choice,
	number,
	options,
	quantity,
	type Control,
	type NumberControl,
	type Subject
} from './control';

const MM = { unit: 'mm', factor: MILLIMETRE } as const;
const GRAMS = { unit: 'g', factor: GRAM, digits: 4 } as const;

export function hookControls({ recipe, build }: Subject): Control[] {
	const { hook } = recipe;
	// Another hook is not from that lot, and what was measured of the lot was not this one.
	const own = hook.lot === undefined ? hook : without(without(hook, 'lot'), 'measured');
	const set = (part: Partial<HookChoice>): Recipe => ({ ...recipe, hook: { ...own, ...part } });
	const measured = (part: NonNullable<HookChoice['measured']>): Recipe => {
		const all = Object.fromEntries(
			Object.entries({ ...hook.measured, ...part }).filter(([, value]) => value !== undefined)
		);
		const rest = without(hook, 'measured');
		return {
			...recipe,
			hook: Object.keys(all).length > 0 ? { ...rest, measured: all } : rest
		};
	};
	type Measure = keyof NonNullable<HookChoice['measured']>;
	const measure = (name: Measure, control: NumberControl): Control => ({
		...control,
		more: true,
		nominal: hook.measured?.[name] === undefined,
		clear: () => measured({ [name]: undefined })
	});
	return [
		choice('Style', hook.style, options(styleWords, hookStyles), (value) => {
			const style = value as HookChoice['style'];
			// A long shank is three steps long to begin with, and no longer when it is left.
			if (style === 'longShank') return set({ style, lengthX: Math.max(3, hook.lengthX) });
			return set({ style, lengthX: hook.style === 'longShank' ? 0 : hook.lengthX });
		}),
		number('Hook size', hook.size, {
			read: readHookSize,
			show: (n) => `#${n}`,
			say: (n) => `size ${n}`,
			step: evenSteps(2, 4, HOOK_SIZE_RANGE[0] + 1, HOOK_SIZE_RANGE[1]),
			set: (size) => set({ size })
		}),
		...(['length', 'wire'] as const).map((which): Control => {
			const key = which === 'length' ? 'lengthX' : 'wireX';
			return number(`Hook ${which}`, hook[key], {
				show: (n) => showXStep(n, which),
				read: (text) => readXStep(text, which),
				step: evenSteps(1, 2, ...X_STEP_RANGE),
				set: (n) => set({ [key]: n })
			});
		}),
		choice(
			'Barb',
			hook.barbed ? 'barbed' : 'barbless',
			options({ barbless: 'barbless', barbed: 'barbed' }),
			(value) => {
				const rest = without(hook, 'barbed');
				return { ...recipe, hook: value === 'barbed' ? { ...rest, barbed: true } : rest };
			}
		),
		{
			kind: 'note',
			words:
				'Wear glasses: hooks under tension and wire ends fly. Barbless where the rules ask for it.'
		},
		measure(
			'wire',
			quantity(hookWireField, build.hook.wire, (wire) => measured({ wire }), {
				...MM,
				step: 0.01,
				big: 0.05
			})
		),
		measure(
			'shank',
			quantity(shankField, build.hook.shank, (shank) => measured({ shank }), {
				...MM,
				step: 0.1,
				big: 0.5
			})
		),
		measure(
			'gape',
			quantity(gapeField, build.hook.gape, (gape) => measured({ gape }), {
				...MM,
				step: 0.1,
				big: 0.5
			})
		),
		measure(
			'mass',
			quantity(massField, hook.measured?.mass ?? build.hook.mass, (mass) => measured({ mass }), {
				...GRAMS,
				step: 0.001,
				big: 0.01
			})
		)
	];
}

export const firstBead: BeadChoice = {
	metal: 'tungsten',
	shape: 'round',
	diameter: 2.8 * MILLIMETRE
};

export function beadControls({ recipe, build, masses, before }: Subject): Control[] {
	const { bead } = recipe;
	const last = bead ?? before?.bead ?? firstBead;
	const set = (part: Partial<BeadChoice>): Recipe => ({
		...recipe,
		bead: Object.fromEntries(
			Object.entries({ ...last, ...part }).filter(([, value]) => value !== undefined)
		) as unknown as BeadChoice
	});
	const controls: Control[] = [
		choice(
			'Metal',
			bead?.metal ?? 'none',
			[{ value: 'none', words: 'none' }, ...options(beadMetalWords, beadMetals, materialColour)],
			(value) => {
				if (value === 'none') return { ...recipe, bead: null };
				const metal = value as BeadChoice['metal'];
				// Another metal is another bead: what was weighed was not this one.
				if (metal === bead?.metal) return set({ metal });
				return set({ metal, weighed: undefined, density: undefined, lot: undefined });
			}
		)
	];
	if (!bead || !build.bead) return controls;
	const { bead: solid } = build;
	controls.push(
		number('Bead size', bead.diameter, {
			unit: 'mm',
			show: (d) => String(Number((d / MILLIMETRE).toFixed(2))),
			say: beadDiameterField.show,
			read: (text) => readQuantity(text, beadDiameterField),
			step: tradeSteps(BEAD_STEPS),
			set: (diameter) => set({ diameter, weighed: undefined, lot: undefined })
		}),
		choice(
			'Kind',
			bead.shape,
			options({ round: 'round', slotted: 'slotted', cone: 'cone' }, beadShapes),
			(shape) => set({ shape: shape as BeadChoice['shape'], weighed: undefined, lot: undefined })
		)
	);
	if (bead.metal === 'own') {
		controls.push(
			quantity(densityField, bead.density ?? 8700, (density) => set({ density }), {
				unit: 'g/cm³',
				factor: 1000,
				step: 0.1,
				big: 1
			})
		);
	}
	if (bead.shape === 'slotted' && !isJig(recipe.hook)) {
		controls.push(
			quantity(slotTurnField, bead.slotTurn ?? 0, (slotTurn) => set({ slotTurn }), {
				unit: '° from the point',
				step: 45,
				big: 90,
				digits: 0
			})
		);
	}
	const measure = (
		name: 'bore' | 'recess' | 'slot' | 'weighed',
		control: NumberControl
	): Control => ({
		...control,
		more: true,
		nominal: bead[name] === undefined,
		clear: () => set({ [name]: undefined })
	});
	const width = { ...MM, step: 0.05, big: 0.2 };
	controls.push(
		measure(
			'bore',
			quantity(boreField, solid.bore, (bore) => set({ bore }), width)
		),
		measure(
			'recess',
			quantity(recessField, solid.recess, (recess) => set({ recess }), width)
		)
	);
	if (bead.shape === 'slotted') {
		controls.push(
			measure(
				'slot',
				quantity(slotField, solid.slot, (slot) => set({ slot }), width)
			)
		);
	}
	controls.push(
		measure(
			'weighed',
			quantity(
				{ ...massField, name: 'One weighs' },
				masses.bead ?? massField.usual[0],
				(weighed) => set({ weighed }),
				{ ...GRAMS, step: 0.001, big: 0.01 }
			)
		)
	);
	return controls;
}

export function coilControls({ recipe, before }: Subject): Control[] {
	const { coil } = recipe;
	const first: CoilChoice = { metal: 'lead', wire: usualCoilWire(recipe.hook.size), turns: 3 };
	const last = coil ?? before?.coil ?? first;
	const set = (part: Partial<CoilChoice>): Recipe => {
		const next = { ...last, ...part };
		return { ...recipe, coil: next.turns > 0 ? next : null };
	};
	const controls: Control[] = [
		choice(
			'Metal',
			coil?.metal ?? 'none',
			[{ value: 'none', words: 'none' }, ...options(coilMetalWords, coilMetals, materialColour)],
			(metal) =>
				metal === 'none'
					? { ...recipe, coil: null }
					: set({
							metal: metal as CoilChoice['metal'],
							lot: undefined,
							measured: undefined
						})
		),
		number('Turns', coil?.turns ?? 0, {
			show: String,
			say: turnsField.show,
			read: (text) => readQuantity(text, turnsField),
			step: evenSteps(1, 3, ...turnsField.possible),
			set: (turns) => set({ turns })
		})
	];
	if (!coil) return controls;
	controls.push(
		number('Coil wire', coil.wire, {
			unit: 'in',
			show: (wire) => coilWireField.show(wire).replace(' in', ''),
			say: coilWireField.show,
			read: (text) => readQuantity(text, coilWireField),
			step: tradeSteps(COIL_WIRE_STEPS),
			set: (wire) => set({ wire, lot: undefined, measured: undefined })
		}),
		choice(
			'Place',
			coil.place ?? 'forward',
			options(
				coilPlaceWords,
				coilPlaces.filter((place) => place !== 'slot' || recipe.bead?.shape === 'slotted')
			),
			(place) => set({ place: place as CoilChoice['place'] })
		),
		quantity(secondTurnsField, coil.second ?? 0, (second) => set({ second }), {
			unit: 'turns',
			step: 1,
			big: 3,
			digits: 0
		})
	);
	if (coil.metal === 'lead') {
		const free = leadFreeEquivalent(recipe);
		if (free) {
			controls.push({
				kind: 'action',
				label: `Lead-free instead: ${free.turns} turns weigh the same`,
				set: () => ({ ...recipe, coil: free })
			});
		}
		controls.push(LEAD);
	}
	return controls;
}

/**
 * The whole fly on the scale, which goes before what its parts would weigh.
 *
 * @param shown the recipe that the rows show; @param now the recipe as it is when the control is used
 */
export const weighedControl = (
	shown: Recipe,
	masses: Subject['masses'],
	now: () => Recipe
): Control => ({
	...quantity(
		{ ...massField, name: 'The whole fly weighs' },
		shown.weighed ?? Object.values(masses).reduce((sum, mass) => sum + mass, 0),
		(weighed) => ({ ...now(), weighed }),
		{ ...GRAMS, step: 0.005, big: 0.05 }
	),
	nominal: shown.weighed === undefined,
	nominalWords: 'predicted',
	clear: () => without(now(), 'weighed')
});
