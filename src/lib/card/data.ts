import type { WaterTable } from '$core/match/index';
import type { Learned } from '$core/parameter/index';
import type { Wanted } from '$core/drift/index';
import type { ShownUnits } from '$core/quantity/index';
import type { FlowExponents } from '$core/water/index';
import type { LieBodyDocument } from '$lib/documents/lie/body';
import type { RecipeDocument } from '$lib/documents/fly/recipe';
import type { RigBodyDocument } from '$lib/documents/rig/body';

/** All that a river card knows: what its page shows at once, and what the core in it goes on with. */
export interface CardData {
	/** By which what is noted on it is kept apart in the phone. */
	readonly id: string;
	readonly name: string;
	/** ISO date. */
	readonly on: string;
	readonly river: string;
	readonly celsius: number;
	/** Expected, m³/s. */
	readonly flow?: number;
	readonly exponents: FlowExponents;
	readonly units: ShownUnits;
	readonly wanted: Wanted;
	readonly learned: Learned;
	readonly enough: number;
	readonly flies: readonly CardFly[];
	readonly lies: readonly CardLie[];
	readonly notes?: string;
}

export interface CardFly {
	readonly letter: string;
	readonly name: string;
	readonly count: number;
	readonly recipe: RecipeDocument;
	/** What tells it apart and where it lies, in words. */
	readonly looks: string;
	/** Where it is counted in the box. */
	readonly batchId: string;
	readonly item: number;
}

export interface CardLie {
	readonly id: string;
	readonly name: string;
	/** As it is expected on the day. */
	readonly body: LieBodyDocument;
	readonly rigId: string;
	readonly rigName: string;
	readonly rig: RigBodyDocument;
	readonly table: WaterTable;
	/** As it was worked out at home. */
	readonly plan: {
		readonly fly: number | null;
		readonly chance: number;
		/** How it is held. */
		readonly hand: string;
	};
}
