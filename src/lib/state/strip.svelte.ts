import type { Recipe } from '$core/fly/index';
import { without } from '$core/quantity/index';
import { starterRig, type Rig } from '$core/rig/index';
import { lieAtFlow, type Lie } from '$core/water/index';
import { tidyAbout, type AboutFly } from '$lib/documents/fly/about';
import { recipeFromDocument, recipeToDocument } from '$lib/documents/fly/recipe';
import { lieFromDocument, lieKey, lieToDocument } from '$lib/documents/lie/body';
import { exponentsOf } from '$lib/documents/lie/today';
import { rigFromDocument, rigToDocument } from '$lib/documents/rig/body';
import type { RiverBodyDocument } from '$lib/documents/river/body';
import type { Documents } from './documents.svelte';
import type { Selection } from './selection.svelte';

/** Still water of ordinary depth, for the figures of a fly while there is no lie. */
const NO_LIE: Lie = { depth: 1, surfaceSpeed: 0, bed: 'gravel', zoneTop: 0.2 };
const NO_TEMPERATURE = 10;

/** What the fly, the rig and the lie on the strip are, in SI units, as the computation reads them; and changes of it. */
export class Strip {
	// By way of the bodies, which stay the same objects when only a revision moves on: the answer is
	// then not worked out a second time.
	private readonly flyBody = $derived.by(() => this.selection.fly?.body ?? null);
	private readonly lieBody = $derived.by(() => this.selection.lie?.body ?? null);
	private readonly rigBody = $derived.by(() => this.selection.rig?.body ?? null);
	private readonly riverBody = $derived.by(() => this.selection.river?.body ?? null);

	readonly recipe = $derived(this.flyBody && recipeFromDocument(this.flyBody.recipe));
	readonly rig = $derived(this.rigBody && rigFromDocument(this.rigBody));
	/** The rig that a chance is meant on, with its name, also while none is on the strip. */
	readonly usedRig = $derived.by(() => {
		const { lastRig } = this.selection;
		return lastRig
			? { name: lastRig.name, rig: rigFromDocument(lastRig.body) }
			: { name: 'Starter rig', rig: starterRig };
	});
	/** The lie as it was surveyed. */
	readonly surveyed = $derived.by(() => {
		const { lie } = this.selection;
		const body = this.lieBody;
		return lie && body && { ...lieFromDocument(body), key: lieKey({ id: lie.id, body }) };
	});
	readonly flow = $derived(this.riverBody?.flowM3s ?? null);
	readonly exponents = $derived(exponentsOf(this.riverBody ?? {}));
	/** And as it is at the river's flow of the day. */
	readonly today = $derived(this.surveyed && lieAtFlow(this.surveyed, this.flow, this.exponents));
	readonly water = $derived(this.today?.lie ?? null);
	/** The lie's water, or still water of ordinary depth while there is no lie. */
	readonly waterOrStill = $derived(this.water ?? NO_LIE);
	readonly temperature = $derived(this.riverBody?.temperatureC ?? NO_TEMPERATURE);

	constructor(
		private readonly documents: Documents,
		private readonly selection: Selection
	) {}

	setRecipe(recipe: Recipe): void {
		const { fly } = this.selection;
		if (fly)
			this.documents.change({ ...fly, body: { ...fly.body, recipe: recipeToDocument(recipe) } });
	}

	/** What the fly is kept with. */
	setAbout(change: Partial<AboutFly>): void {
		const { fly } = this.selection;
		if (!fly) return;
		const about = tidyAbout({ ...fly.body.about, ...change });
		const { recipe } = fly.body;
		this.documents.change({ ...fly, body: about ? { recipe, about } : { recipe } });
	}

	setWater(water: Lie): void {
		const { lie } = this.selection;
		if (lie) this.documents.change({ ...lie, body: lieToDocument(water) });
	}

	/** A change of the lie as surveyed. A speed that is typed outdates the floats it came from. */
	changeWater(change: Partial<Lie>): void {
		if (!this.surveyed) return;
		const typed = change.surfaceSpeed !== undefined && change.timed === undefined;
		const kept = typed && this.surveyed.timed ? without(this.surveyed, 'timed') : this.surveyed;
		const next = { ...kept, ...change };
		// The zone ends at the surface, also where the water is made shallower.
		this.setWater({ ...next, zoneTop: Math.min(next.zoneTop, next.depth) });
	}

	setRig(changed: Rig): void {
		const { rig } = this.selection;
		if (rig) this.documents.change({ ...rig, body: rigToDocument(changed) });
	}

	setRiver(change: Partial<RiverBodyDocument>): void {
		const { river } = this.selection;
		if (river) this.documents.change({ ...river, body: { ...river.body, ...change } });
	}
}
