import { materials } from '../../material/index';

/** What a rib is wound from: kg/m³. */
export const ribTable = {
	copper: { words: 'copper wire', density: materials.copper.density },
	brass: { words: 'brass wire', density: materials.brass.density },
	lead: { words: 'lead wire', density: materials.lead.density },
	thread: { words: 'thread', density: 0.75 * materials.polyester.density },
	floss: { words: 'floss', density: 0.6 * materials.polyester.density },
	// As wide as is said and a tenth of that thick: 0.127 of the round wire's section (our estimate).
	tinsel: { words: 'flat tinsel', density: 0.127 * materials.polyester.density },
	// A core of thread with the tinsel round it, pressed oval: half of the round wire's section (our estimate).
	ovalTinsel: { words: 'oval tinsel', density: 0.5 * materials.polyester.density },
	// Two wires, each half as wide as the two together: half of its section.
	twistedWire: { words: 'twisted wire', density: 0.5 * materials.copper.density },
	// Half round, with a groove along it: 0.4 of the round section (our estimate).
	groovedVinyl: { words: 'grooved vinyl', density: 0.4 * materials.vinyl.density },
	mono: { words: 'mono', density: materials.nylon.density }
} as const satisfies Readonly<Record<string, { readonly words: string; readonly density: number }>>;

export type RibKind = keyof typeof ribTable;
export const ribKinds = Object.keys(ribTable) as readonly RibKind[];
