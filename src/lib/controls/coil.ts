import {
	hasSlot,
	coilPlaces,
	coilPlaceWords,
	leadFreeEquivalent,
	usualCoilWire,
	type CoilChoice,
	type Recipe
} from '$core/fly/index';
import { readQuantity, secondTurnsField, turnsField } from '$core/quantity/index';
import { evenSteps } from '$lib/ui/steps';
import { LEAD } from './cautions';
import { choice, number, options, quantity, type Control, type Subject } from './control';
import { coilMetalControl, coilWireControl } from './material';

export function coilControls({ recipe, before }: Subject): Control[] {
	const { coil } = recipe;
	const first: CoilChoice = { metal: 'lead', wire: usualCoilWire(recipe.hook.size), turns: 3 };
	const last = coil ?? before?.coil ?? first;
	const set = (part: Partial<CoilChoice>): Recipe => {
		const next = { ...last, ...part };
		return { ...recipe, coil: next.turns > 0 ? next : null };
	};
	const controls: Control[] = [
		coilMetalControl(
			coil?.metal ?? null,
			(metal) =>
				metal === null
					? { ...recipe, coil: null }
					: set({ metal, lot: undefined, measured: undefined }),
			true
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
		coilWireControl(coil.wire, (wire) => set({ wire, lot: undefined, measured: undefined })),
		choice(
			'Place',
			coil.place ?? 'forward',
			options(
				coilPlaceWords,
				coilPlaces.filter((place) => place !== 'slot' || hasSlot(recipe.bead))
			),
			(place) => set({ place: place as CoilChoice['place'] })
		),
		quantity(secondTurnsField, coil.second ?? 0, (second) => set({ second }), {
			unit: 'turns',
			step: 1,
			big: 3
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
