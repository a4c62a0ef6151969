import type { Dressing, PartName, Recipe } from '$core/fly/index';

/** The materials' own colours, as custom properties that both themes set. */
export const materialColour = {
	tungsten: 'var(--m-tungsten)',
	brass: 'var(--m-brass)',
	steel: 'var(--m-hook)',
	glass: 'var(--m-glass)',
	own: 'var(--m-own)',
	lead: 'var(--m-lead)',
	leadFree: 'var(--m-leadFree)',
	copper: 'var(--m-copper)',
	hook: 'var(--m-hook)',
	thread: 'var(--m-thread)',
	floss: 'var(--m-thread)',
	tinsel: 'var(--m-hook)',
	ovalTinsel: 'var(--m-brass)',
	twistedWire: 'var(--m-copper)',
	groovedVinyl: 'var(--m-glass)',
	mono: 'var(--m-glass)',
	dressing: 'var(--m-dressing)',
	finish: 'var(--m-resin)'
} as const;

/** The colour of a part, by what it is made of. */
export function partColour(part: PartName, recipe: Recipe, dressing: Dressing): string {
	switch (part) {
		case 'hook':
		case 'thread':
		case 'finish':
			return materialColour[part];
		case 'bead':
			return materialColour[recipe.bead?.metal ?? 'own'];
		case 'coil':
			return materialColour[recipe.coil?.metal ?? 'lead'];
		case 'rib':
		case 'secondRib':
			return materialColour[dressing[part]?.kind ?? 'copper'];
		case 'body':
			return dressing.body?.kind === 'wire' ? materialColour.copper : materialColour.dressing;
		case 'tag':
			return dressing.tag?.kind === 'thread' ? materialColour.thread : materialColour.dressing;
		case 'flash':
			return materialColour.tinsel;
		case 'back':
		case 'palmer':
		case 'underbody':
		case 'tail':
		case 'rearThorax':
		case 'thorax':
		case 'frontThorax':
		case 'head':
		case 'wingCase':
		case 'wings':
		case 'horns':
		case 'legs':
		case 'hackle':
		case 'collar':
		case 'thirdCollar':
			return materialColour.dressing;
	}
}
