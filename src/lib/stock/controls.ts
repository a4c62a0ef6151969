import {
	beadMetals,
	beadMetalWords,
	beadShapes,
	bodyKindWords,
	coilMetals,
	coilMetalWords,
	hookStyles,
	RIB_STEPS,
	ribKinds,
	ribKindWords,
	styleWords,
	THREAD_STEPS,
	threadField
} from '$core/fly/index';
import { BEAD_STEPS, COIL_WIRE_STEPS } from '$core/material/index';
import {
	beadDiameterField,
	coilWireField,
	HOOK_SIZE_RANGE,
	INCH,
	MILLIMETRE,
	readHookSize,
	readQuantity,
	readXStep,
	ribWireField,
	showXStep,
	X_STEP_RANGE,
	type Reading
} from '$core/quantity/index';
import type { LotBodyDocument } from '$lib/contract/documents';
import type { LotMaterial } from '$lib/contract/lots';
import { materialColour } from '$lib/ui/colours';
import { evenSteps, tradeSteps, type Step } from '$lib/ui/steps';

/** One thing that says what a lot is. */
export type LotControl =
	| {
			readonly kind: 'choice';
			readonly label: string;
			readonly value: string;
			readonly options: readonly { value: string; words: string; colour?: string }[];
			readonly set: (value: string) => LotBodyDocument;
	  }
	| {
			readonly kind: 'number';
			readonly label: string;
			readonly unit: string;
			readonly value: number;
			readonly show: (value: number) => string;
			readonly read: (text: string) => Reading;
			readonly step: Step;
			readonly set: (value: number) => LotBodyDocument;
	  };

const named = <T extends string>(words: Readonly<Record<T, string>>, values: readonly T[]) =>
	values.map((value) => ({
		value,
		words: words[value],
		...(value in materialColour
			? { colour: materialColour[value as keyof typeof materialColour] }
			: {})
	}));
const tidy = (n: number) => Number(n.toFixed(8));

/** A lot to begin with, of each material. */
export const firstLot: Readonly<Record<LotMaterial, LotBodyDocument>> = {
	hook: { hook: { style: 'straight', size: 14, lengthX: 0, wireX: 0 }, entries: [] },
	bead: { bead: { metal: 'tungsten', shape: 'round', diameterMm: 2.8 }, entries: [] },
	coil: { coil: { metal: 'lead', wireInch: 0.015 }, entries: [] },
	thread: { thread: { denier: 70 }, entries: [] },
	rib: { rib: { kind: 'copper', wireMm: 0.14 }, entries: [] },
	dressing: { dressing: { kind: bodyKindWords.dubbingTight }, entries: [] },
	finish: { finish: { kind: 'glue' }, entries: [] }
};

/** What can be set of what a lot is. What was measured stays the person's own and is set beside. */
export function lotControls(body: LotBodyDocument): LotControl[] {
	const { hook, bead, coil, thread, rib, dressing, finish } = body;
	if (hook) {
		const set = (part: Partial<typeof hook>) => ({ ...body, hook: { ...hook, ...part } });
		return [
			{
				kind: 'choice',
				label: 'Style',
				value: hook.style,
				options: named(styleWords, hookStyles),
				set: (style) => set({ style: style as typeof hook.style })
			},
			{
				kind: 'number',
				label: 'Hook size',
				unit: '',
				value: hook.size,
				show: (n) => `#${n}`,
				read: readHookSize,
				step: evenSteps(2, 4, HOOK_SIZE_RANGE[0] + 1, HOOK_SIZE_RANGE[1]),
				set: (size) => set({ size })
			},
			...(['length', 'wire'] as const).map((which): LotControl => {
				const key = which === 'length' ? 'lengthX' : 'wireX';
				return {
					kind: 'number',
					label: `Hook ${which}`,
					unit: '',
					value: hook[key],
					show: (n) => showXStep(n, which),
					read: (text) => readXStep(text, which),
					step: evenSteps(1, 2, ...X_STEP_RANGE),
					set: (n) => set({ [key]: n })
				};
			})
		];
	}
	if (bead) {
		const set = (part: Partial<typeof bead>) => ({ ...body, bead: { ...bead, ...part } });
		return [
			{
				kind: 'choice',
				label: 'Metal',
				value: bead.metal,
				options: named(beadMetalWords, beadMetals),
				set: (metal) => set({ metal: metal as typeof bead.metal })
			},
			{
				kind: 'choice',
				label: 'Kind',
				value: bead.shape,
				options: beadShapes.map((value) => ({ value, words: value })),
				set: (shape) => set({ shape: shape as typeof bead.shape })
			},
			{
				kind: 'number',
				label: 'Bead size',
				unit: 'mm',
				value: bead.diameterMm * MILLIMETRE,
				show: (d) => String(Number((d / MILLIMETRE).toFixed(2))),
				read: (text) => readQuantity(text, beadDiameterField),
				step: tradeSteps(BEAD_STEPS),
				set: (d) => set({ diameterMm: tidy(d / MILLIMETRE) })
			}
		];
	}
	if (coil) {
		const set = (part: Partial<typeof coil>) => ({ ...body, coil: { ...coil, ...part } });
		return [
			{
				kind: 'choice',
				label: 'Metal',
				value: coil.metal,
				options: named(coilMetalWords, coilMetals),
				set: (metal) => set({ metal: metal as typeof coil.metal })
			},
			{
				kind: 'number',
				label: 'Coil wire',
				unit: 'in',
				value: coil.wireInch * INCH,
				show: (wire) => coilWireField.show(wire).replace(' in', ''),
				read: (text) => readQuantity(text, coilWireField),
				step: tradeSteps(COIL_WIRE_STEPS),
				set: (wire) => set({ wireInch: tidy(wire / INCH) })
			}
		];
	}
	if (thread) {
		return [
			{
				kind: 'number',
				label: 'Thread',
				unit: 'denier',
				value: thread.denier,
				show: String,
				read: (text) => readQuantity(text, threadField),
				step: tradeSteps(THREAD_STEPS),
				set: (denier) => ({ ...body, thread: { denier } })
			}
		];
	}
	if (rib) {
		const set = (part: Partial<typeof rib>) => ({ ...body, rib: { ...rib, ...part } });
		return [
			{
				kind: 'choice',
				label: 'Rib of',
				value: rib.kind,
				options: named(ribKindWords, ribKinds),
				set: (kind) => set({ kind: kind as typeof rib.kind })
			},
			{
				kind: 'number',
				label: 'Rib wire',
				unit: 'mm',
				value: rib.wireMm * MILLIMETRE,
				show: (d) => String(Number((d / MILLIMETRE).toFixed(3))),
				read: (text) => readQuantity(text, ribWireField),
				step: tradeSteps(RIB_STEPS),
				set: (d) => set({ wireMm: tidy(d / MILLIMETRE) })
			}
		];
	}
	if (dressing) {
		const kinds = Object.values(bodyKindWords).filter((words) => words !== bodyKindWords.wire);
		return [
			{
				kind: 'choice',
				label: 'Kind',
				value: dressing.kind,
				options: [...kinds, 'feather', 'hair'].map((words) => ({ value: words, words })),
				set: (kind) => ({ ...body, dressing: { kind } })
			}
		];
	}
	return [
		{
			kind: 'choice',
			label: 'Kind',
			value: finish?.kind ?? 'glue',
			options: ['glue', 'resin', 'lacquer'].map((value) => ({ value, words: value })),
			set: (kind) => ({ ...body, finish: { kind: kind as 'glue' | 'resin' | 'lacquer' } })
		}
	];
}
