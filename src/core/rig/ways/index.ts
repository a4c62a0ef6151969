import { dryFly } from './dry-fly';
import { float } from './float';
import { stillWater } from './still-water';
import { swing } from './swing';
import { tightLine } from './tight-line';
import type { LineTop } from '../../body/index';
import type { SharedParts, WayParts } from '../parts';
import type { WayDefinition } from './way';

/** Ways of fishing a weighted fly; whatever depends on one is asked here. */
const table = {
	'tight line': tightLine,
	float,
	'dry fly': dryFly,
	swing,
	'still water': stillWater
};

export type { WayDefinition } from './way';
export type Way = keyof typeof table;
export const ways = Object.keys(table) as readonly Way[];
/** What is asked of a way without its rig. */
export const wayTable: Readonly<Record<Way, Omit<WayDefinition, 'top'>>> = table;

/** A rig of one way: what every rig has, and what its way asks for. */
export type RigOf<W extends Way> = {
	readonly [K in W]: {
		readonly way: K;
		/** What it had on other ways, so that a way can be tried and left again. */
		readonly kept: Partial<WayParts>;
	} & SharedParts &
		Pick<WayParts, (typeof table)[K]['parts'][number]>;
}[W];
/** How a fly is fished, and on what. */
export type Rig = RigOf<Way>;

const tops: { readonly [K in Way]: { readonly top: (rig: RigOf<K>) => LineTop } } = table;

/** The upper end of a rig's line. @param rig with the hand's controls at the numbers that hold */
export const topOf = <W extends Way>(rig: RigOf<W>): LineTop => tops[rig.way].top(rig);
