import { hookStyleTable, type HookChoice, type Recipe } from '$core/fly/index';
import { gapeField, hookWireField, massField, shankField, without } from '$core/quantity/index';
import {
	choice,
	options,
	quantity,
	type Control,
	type NumberControl,
	type Subject
} from './control';
import { eyeControl, hookStepControls, styleControl } from './material';

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
		styleControl(hook.style, (style) => {
			// A long shank is some steps long to begin with, and no longer when it is left.
			const { lengthX } = hookStyleTable[style];
			if (lengthX > 0) return set({ style, lengthX: Math.max(lengthX, hook.lengthX) });
			return set({ style, lengthX: hookStyleTable[hook.style].lengthX > 0 ? 0 : hook.lengthX });
		}),
		...hookStepControls(hook, set),
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
			...eyeControl(hook, (eye) => {
				const rest = without(hook, 'eye');
				return { ...recipe, hook: eye === undefined ? rest : { ...rest, eye } };
			}),
			more: true
		},
		{
			kind: 'note',
			words:
				'Wear glasses: hooks under tension and wire ends fly. Barbless where the rules ask for it.'
		},
		measure(
			'wire',
			quantity(hookWireField, build.hook.wire, (wire) => measured({ wire }), {
				step: 0.01,
				big: 0.05
			})
		),
		measure(
			'shank',
			quantity(shankField, build.hook.shank, (shank) => measured({ shank }), {
				step: 0.1,
				big: 0.5
			})
		),
		measure(
			'gape',
			quantity(gapeField, build.hook.gape, (gape) => measured({ gape }), {
				step: 0.1,
				big: 0.5
			})
		),
		measure(
			'mass',
			quantity(massField, hook.measured?.mass ?? build.hook.mass, (mass) => measured({ mass }), {
				step: 0.001,
				big: 0.01
			})
		)
	];
}
