import { starterRecipe, type Recipe } from '$core/fly/index';
import { wayTable, withWay, type Rig, type Way } from '$core/rig/index';
import type { Lie } from '$core/water/index';
import type { Workspace } from '$lib/state/workspace.svelte';

/** What “Which bead?” is asked of; it leaves the lie, the rig and the fly on the strip as they are. */
export class BeadForm {
	water: Lie;
	/** °C. */
	temperature: number;
	like = $state<'usual' | 'fly'>('usual');
	usual: Recipe;
	/** Only beads that are in stock. */
	only = $state(false);
	way: Way;
	readonly rig = $derived.by((): Rig => withWay(this.workspace.strip.usedRig.rig, this.way));
	readonly recipe = $derived.by(() =>
		this.like === 'fly' && this.workspace.strip.recipe ? this.workspace.strip.recipe : this.usual
	);
	/** A leaf timed over this many metres says the speed too. */
	leafOver = $state(3);

	constructor(private readonly workspace: Pick<Workspace, 'strip'>) {
		const { strip } = workspace;
		this.water = $state.raw(strip.waterOrStill);
		this.temperature = $state(strip.temperature);
		this.usual = $state.raw({
			...starterRecipe,
			hook: { ...starterRecipe.hook, ...strip.recipe?.hook, lengthX: 0, wireX: 0 },
			coil: null
		});
		const { way } = strip.usedRig.rig;
		this.way = $state(wayTable[way].asks === 'depth' ? 'tight line' : way);
	}
}
