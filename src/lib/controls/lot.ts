import { finishKinds, type FinishKind } from '$core/fly/index';
import { INCH, MILLIMETRE, without } from '$core/quantity/index';
import type { LotBodyDocument, LotMaterial } from '$lib/documents/lot/body';
import { dressingUses } from '$lib/documents/lot/from-stock';
import { choice, type Control } from './control';
import {
	beadMetalControl,
	beadShapeControl,
	beadSizeControl,
	coilMetalControl,
	coilWireControl,
	eyeControl,
	hookStepControls,
	ribKindControl,
	ribWireControl,
	styleControl,
	threadControl
} from './material';

/** One thing that says what a lot is. */
export type LotControl = Extract<Control<LotBodyDocument>, { kind: 'choice' | 'number' }>;

const tidy = (n: number) => Number(n.toFixed(8));

/** A lot to begin with, of each material. */
export const firstLot: Readonly<Record<LotMaterial, LotBodyDocument>> = {
	hook: { hook: { style: 'straight', size: 14, lengthX: 0, wireX: 0 }, entries: [] },
	bead: { bead: { metal: 'tungsten', shape: 'round', diameterMm: 2.8 }, entries: [] },
	coil: { coil: { metal: 'lead', wireInch: 0.015 }, entries: [] },
	thread: { thread: { denier: 70 }, entries: [] },
	rib: { rib: { kind: 'copper', wireMm: 0.14 }, entries: [] },
	dressing: { dressing: { kind: 'tight dubbing' }, entries: [] },
	finish: { finish: { kind: 'glue' }, entries: [] }
};

/** What can be set of what a lot is. What was measured stays the person's own and is set beside. */
export const lotControls = (body: LotBodyDocument) => controlsOfLot(body) as LotControl[];

function controlsOfLot(body: LotBodyDocument): Control<LotBodyDocument>[] {
	const { hook, bead, coil, thread, rib, dressing, finish } = body;
	if (hook) {
		const set = (part: Partial<typeof hook>) => ({ ...body, hook: { ...hook, ...part } });
		return [
			styleControl(hook.style, (style) => set({ style })),
			...hookStepControls(hook, set),
			eyeControl(hook, (eye) => {
				const rest = without(hook, 'eye');
				return { ...body, hook: eye === undefined ? rest : { ...rest, eye } };
			})
		];
	}
	if (bead) {
		const set = (part: Partial<typeof bead>) => ({ ...body, bead: { ...bead, ...part } });
		return [
			beadMetalControl(bead.metal, (metal) => set({ metal: metal ?? bead.metal }), false),
			beadShapeControl(bead.shape, (shape) => set({ shape })),
			beadSizeControl(bead.diameterMm * MILLIMETRE, (d) =>
				set({ diameterMm: tidy(d / MILLIMETRE) })
			)
		];
	}
	if (coil) {
		const set = (part: Partial<typeof coil>) => ({ ...body, coil: { ...coil, ...part } });
		return [
			coilMetalControl(coil.metal, (metal) => set({ metal: metal ?? coil.metal }), false),
			coilWireControl(coil.wireInch * INCH, (wire) => set({ wireInch: tidy(wire / INCH) }))
		];
	}
	if (thread) return [threadControl(thread.denier, (denier) => ({ ...body, thread: { denier } }))];
	if (rib) {
		const set = (part: Partial<typeof rib>) => ({ ...body, rib: { ...rib, ...part } });
		return [
			ribKindControl(rib.kind, (kind) => set({ kind })),
			ribWireControl(rib.wireMm * MILLIMETRE, (d) => set({ wireMm: tidy(d / MILLIMETRE) }))
		];
	}
	const named = (kinds: readonly string[]) => kinds.map((value) => ({ value, words: value }));
	if (dressing) {
		// What a packet was called in a table stays to be chosen.
		const kinds = [...new Set([...Object.keys(dressingUses), dressing.kind])];
		return [
			choice('Kind', dressing.kind, named(kinds), (kind) => ({ ...body, dressing: { kind } }))
		];
	}
	return [
		choice('Kind', finish?.kind ?? 'glue', named(finishKinds), (kind) => ({
			...body,
			finish: { kind: kind as FinishKind }
		}))
	];
}
