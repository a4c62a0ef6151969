import { MILLIMETRE, coilWireField, showXStep } from '../quantity/index';
import type { BeadChoice, CoilChoice, HookStyle, Recipe } from './recipe';

/** The trade's words for the choices, as they stand on the screen. */
export const styleWords: Readonly<Record<HookStyle, string>> = {
	straight: 'straight',
	curved: 'curved',
	jig60: 'jig 60°',
	jig90: 'jig 90°'
};
export const coilMetalWords = { lead: 'lead', leadFree: 'lead-free' } as const;

const mm = (metres: number) => Number((metres / MILLIMETRE).toFixed(2)).toString();

/** A hook in a few words: jig 60° 14, 2X long. */
export function hookWords({ style, size, lengthX, wireX }: Recipe['hook']): string {
	const steps = [
		lengthX === 0 ? '' : `, ${showXStep(lengthX, 'length')}`,
		wireX === 0 ? '' : `, ${showXStep(wireX, 'wire')}`
	];
	return `${styleWords[style]} ${size}${steps.join('')}`;
}

export function beadWords(bead: BeadChoice | null): string {
	return bead
		? `${bead.metal} ${mm(bead.diameter)} mm${bead.shape === 'slotted' ? ', slotted' : ''}`
		: 'none';
}

export function coilWords(coil: CoilChoice | null): string {
	return coil
		? `${coilMetalWords[coil.metal]} ${coilWireField.show(coil.wire).replace(' in', '')} × ${coil.turns}`
		: 'none';
}

/** A change between two recipes: the paths that differ, and the change in words. */
export interface RecipeChange {
	readonly paths: readonly string[];
	readonly words: string;
}

const fields: readonly (readonly [string, (recipe: Recipe) => string])[] = [
	['hook style', (r) => styleWords[r.hook.style]],
	['hook size', (r) => String(r.hook.size)],
	['hook length', (r) => showXStep(r.hook.lengthX, 'length')],
	['hook wire', (r) => showXStep(r.hook.wireX, 'wire')],
	['bead', (r) => (r.bead ? mm(r.bead.diameter) : 'none')],
	['bead metal', (r) => r.bead?.metal ?? ''],
	['bead shape', (r) => r.bead?.shape ?? ''],
	['turns', (r) => (r.coil ? String(r.coil.turns) : 'none')],
	['coil metal', (r) => (r.coil ? coilMetalWords[r.coil.metal] : '')],
	['coil wire', (r) => (r.coil ? coilWireField.show(r.coil.wire) : '')],
	['dressing', (r) => r.dressing.fullness]
];

/** What changed from one recipe to the next, as an undo list or a history says it: "bead 2.8 to 3.2". */
export function recipeChange(before: Recipe, after: Recipe): RecipeChange {
	const paths: string[] = [];
	const words: string[] = [];
	for (const [name, show] of fields) {
		const from = show(before);
		const to = show(after);
		if (from === to) continue;
		paths.push(name);
		if (from !== '' && to !== '') words.push(`${name} ${from} to ${to}`);
	}
	return { paths, words: words.join(', ') };
}
