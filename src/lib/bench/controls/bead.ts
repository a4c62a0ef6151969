import {
	beadMetals,
	beadMetalWords,
	beadShapes,
	isJig,
	type BeadChoice,
	type Recipe
} from '$core/fly/index';
import { BEAD_STEPS } from '$core/material/index';
import {
	beadDiameterField,
	boreField,
	densityField,
	GRAM,
	massField,
	MILLIMETRE,
	readQuantity,
	recessField,
	slotField,
	slotTurnField
} from '$core/quantity/index';
import { materialColour } from '$lib/ui/colours';
import { tradeSteps } from '$lib/ui/steps';
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
