import {
	beadMetals,
	beadMetalWords,
	beadShapes,
	coilMetals,
	coilMetalWords,
	eyeWords,
	hookStyles,
	hookStyleTable,
	RIB_STEPS,
	ribKinds,
	ribKindWords,
	THREAD_STEPS,
	threadField,
	type BeadMetal,
	type BeadShape,
	type CoilMetal,
	type EyeLie,
	type HookChoice,
	type HookStyle,
	type RibKind
} from '$core/fly/index';
import { BEAD_STEPS, COIL_WIRE_STEPS } from '$core/material/index';
import {
	beadDiameterField,
	coilWireField,
	HOOK_SIZE_RANGE,
	type QuantityField,
	readHookSize,
	readQuantity,
	readXStep,
	ribWireField,
	shown,
	showXStep,
	X_STEP_RANGE
} from '$core/quantity/index';
import { materialColour } from '$lib/ui/colours';
import { evenSteps, tradeSteps } from '$lib/ui/steps';
import { choice, number, options, type NumberControl } from './control';

/**
 * What a material is bought by: the same questions for a part of a fly and for a lot of the stock.
 * Lengths are metres; `To` is what a change leads to.
 */

const NONE = { value: 'none', words: 'none' } as const;
/** How a field's value stands in it. */
const stands = (field: QuantityField) => ({
	unit: field.measure.unit,
	show: (value: number) => field.measure.trimmed(value, field.digits),
	say: field.show,
	read: (text: string) => readQuantity(text, field)
});

export const styleControl = <To>(style: HookStyle, set: (style: HookStyle) => To) =>
	choice(
		'Style',
		style,
		hookStyles.map((value) => ({ value, words: hookStyleTable[value].words })),
		(next) => set(next as HookStyle)
	);

const USUAL_EYE = 'usual';
/** How the eye's ring lies; what is usual need not be said. */
export const eyeControl = <To>(
	hook: Pick<HookChoice, 'style' | 'eye'>,
	set: (eye: EyeLie | undefined) => To
) =>
	choice(
		'Eye ring',
		hook.eye ?? USUAL_EYE,
		options({
			[USUAL_EYE]:
				hookStyleTable[hook.style].eye === null ? 'not looked at (it varies)' : 'as usual, across',
			...eyeWords
		}),
		(next) => set(next === USUAL_EYE ? undefined : (next as EyeLie))
	);

interface HookSteps {
	readonly size: number;
	readonly lengthX: number;
	readonly wireX: number;
}
/** Size, length and wire of a hook. */
export function hookStepControls<To>(
	hook: HookSteps,
	set: (change: Partial<HookSteps>) => To
): NumberControl<To>[] {
	return [
		number('Hook size', hook.size, {
			read: readHookSize,
			show: (n) => `#${n}`,
			say: (n) => `size ${n}`,
			step: evenSteps(2, 4, HOOK_SIZE_RANGE[0] + 1, HOOK_SIZE_RANGE[1]),
			set: (size) => set({ size })
		}),
		...(['length', 'wire'] as const).map((which) => {
			const key = which === 'length' ? 'lengthX' : 'wireX';
			return number(`Hook ${which}`, hook[key], {
				show: (n) => showXStep(n, which),
				read: (text) => readXStep(text, which),
				step: evenSteps(1, 2, ...X_STEP_RANGE),
				set: (n) => set({ [key]: n })
			});
		})
	];
}

/** @param none offer to leave it out, too */
export const beadMetalControl = <To>(
	metal: BeadMetal | null,
	set: (metal: BeadMetal | null) => To,
	none: boolean
) =>
	choice(
		'Metal',
		metal ?? 'none',
		[...(none ? [NONE] : []), ...options(beadMetalWords, beadMetals, materialColour)],
		(next) => set(next === 'none' ? null : (next as BeadMetal))
	);

export const beadSizeControl = <To>(diameter: number, set: (diameter: number) => To) =>
	number('Bead size', diameter, {
		...stands(beadDiameterField),
		step: tradeSteps(BEAD_STEPS),
		set
	});

export const beadShapeControl = <To>(shape: BeadShape, set: (shape: BeadShape) => To) =>
	choice(
		'Kind',
		shape,
		beadShapes.map((value) => ({ value, words: value })),
		(next) => set(next as BeadShape)
	);

/** @param none offer to leave it out, too */
export const coilMetalControl = <To>(
	metal: CoilMetal | null,
	set: (metal: CoilMetal | null) => To,
	none: boolean
) =>
	choice(
		'Metal',
		metal ?? 'none',
		[...(none ? [NONE] : []), ...options(coilMetalWords, coilMetals, materialColour)],
		(next) => set(next === 'none' ? null : (next as CoilMetal))
	);

export const coilWireControl = <To>(wire: number, set: (wire: number) => To) =>
	number('Coil wire', wire, {
		...stands(coilWireField),
		show: (metres) => shown.coilWire.fixed(metres, 3),
		step: tradeSteps(COIL_WIRE_STEPS),
		set
	});

export const threadControl = <To>(denier: number, set: (denier: number) => To): NumberControl<To> =>
	number('Thread', denier, {
		...stands(threadField),
		unit: 'denier',
		step: tradeSteps(THREAD_STEPS),
		set
	});

export const ribKindControl = <To>(kind: RibKind, set: (kind: RibKind) => To) =>
	choice('Rib of', kind, options(ribKindWords, ribKinds, materialColour), (next) =>
		set(next as RibKind)
	);

export const ribWireControl = <To>(wire: number, set: (wire: number) => To) =>
	number('Rib wire', wire, {
		...stands({ ...ribWireField, digits: 3 }),
		step: tradeSteps(RIB_STEPS),
		set
	});
