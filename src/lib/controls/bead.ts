import { hasSlot, isJig, type BeadChoice, type Recipe } from '$core/fly/index';
import {
	boreField,
	densityField,
	massField,
	MILLIMETRE,
	recessField,
	slotField,
	slotTurnField
} from '$core/quantity/index';
import { quantity, type Control, type NumberControl, type Subject } from './control';
import { beadMetalControl, beadShapeControl, beadSizeControl } from './material';

const firstBead: BeadChoice = {
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
		beadMetalControl(
			bead?.metal ?? null,
			(metal) => {
				if (metal === null) return { ...recipe, bead: null };
				// Another metal is another bead: what was weighed was not this one.
				if (metal === bead?.metal) return set({ metal });
				return set({ metal, weighed: undefined, density: undefined, lot: undefined });
			},
			true
		)
	];
	if (!bead || !build.bead) return controls;
	const { bead: solid } = build;
	controls.push(
		beadSizeControl(bead.diameter, (diameter) =>
			set({ diameter, weighed: undefined, lot: undefined })
		),
		beadShapeControl(bead.shape, (shape) => set({ shape, weighed: undefined, lot: undefined }))
	);
	if (bead.metal === 'own') {
		controls.push(
			quantity(densityField, bead.density ?? 8700, (density) => set({ density }), {
				step: 0.1,
				big: 1
			})
		);
	}
	if (hasSlot(bead) && !isJig(recipe.hook)) {
		controls.push(
			quantity(slotTurnField, bead.slotTurn ?? 0, (slotTurn) => set({ slotTurn }), {
				unit: '° from the point',
				step: 45,
				big: 90
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
	const width = { step: 0.05, big: 0.2 };
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
	if (hasSlot(bead)) {
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
				{ step: 0.001, big: 0.01 }
			)
		)
	);
	return controls;
}
