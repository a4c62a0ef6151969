import { dryFly } from './dry-fly';
import { float } from './float';
import { stillWater } from './still-water';
import { swing } from './swing';
import { tightLine } from './tight-line';
import type { WayDefinition } from './way';

/** Ways of fishing a weighted fly; whatever hangs on one is asked here. */
const table = {
	'tight line': tightLine,
	float,
	'dry fly': dryFly,
	swing,
	'still water': stillWater
} as const satisfies Readonly<Record<string, WayDefinition>>;

export type { WayDefinition } from './way';
export type Way = keyof typeof table;
export const ways = Object.keys(table) as readonly Way[];
export const wayTable: Readonly<Record<Way, WayDefinition>> = table;
