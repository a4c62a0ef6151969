import { stepTimesOf, planOf, stepsOf } from '$core/batch/index';
import { buildFly, mediansFor, partNames, type Recipe } from '$core/fly/index';
import { fliesOf, itemOf, MOST_FLIES } from '$lib/documents/batch/body';
import { tiersWayOf } from '$lib/documents/fly/about';
import { recipeFromDocument } from '$lib/documents/fly/recipe';
import type { FlyRow } from '$lib/documents/kinds';
import { costOf } from '$lib/documents/lot/shelf';
import type { Batches } from '$lib/state/batches.svelte';
import type { Workspace } from '$lib/state/workspace.svelte';
import {
	itemFromDocument,
	itemToDocument,
	reservedFor,
	shortOf,
	substitutesFor,
	timesOf,
	usedFor,
	type RunItem
} from './run';

interface Parts extends Pick<Workspace, 'documents' | 'selection' | 'strip' | 'parameters'> {
	readonly batches: Batches;
}

const runItem = ({ name, body }: FlyRow, recipe: Recipe, count: number): RunItem => ({
	name,
	recipe,
	count,
	...(body.about?.colours && { colours: body.about.colours }),
	...(body.about?.tying && { tying: body.about.tying })
});

/** A run that is planned, or one that is under way and looked at. */
export class PlannedRun {
	/** Of the fly on the strip. */
	count = $state(6);
	carry = $state(4);
	/** Other flies of the same run, by id: other sizes, or other rungs of a ladder. */
	others = $state.raw<readonly { readonly id: string; readonly count: number }[]>([]);
	/** Which run is looked at; null: the next one. */
	chosenId = $state<string | null>(null);
	/** Which of its flies is looked at. */
	shownItem = $state(0);

	private readonly batches = $derived.by(() => this.parts.documents.all('batch'));
	private readonly lots = $derived.by(() => this.parts.documents.all('lot'));
	private readonly distribution = $derived.by(() => this.parts.parameters.distribution);

	readonly running = $derived(this.batches.filter(({ body }) => body.state === 'tying'));
	readonly chosen = $derived(this.running.find(({ id }) => id === this.chosenId) ?? null);
	readonly complete = $derived(
		this.chosen !== null && this.chosen.body.flies.length === fliesOf(this.chosen.body)
	);
	private readonly pace = $derived(stepTimesOf(timesOf(this.batches.map(({ body }) => body))));
	/** Whether the times are the person's own. */
	readonly timed = $derived(this.batches.some(({ body }) => body.times.length > 0));

	readonly items = $derived.by((): readonly RunItem[] => {
		if (this.chosen) return this.chosen.body.items.map(itemFromDocument);
		const { fly } = this.parts.selection;
		const { recipe } = this.parts.strip;
		if (!fly || !recipe) return [];
		const more = this.others.flatMap(({ id, count }) => {
			const row = this.parts.documents.find('fly', id);
			return row ? [runItem(row, recipeFromDocument(row.body.recipe), count)] : [];
		});
		return [runItem(fly, recipe, this.count), ...more];
	});
	readonly all = $derived(this.items.reduce((sum, one) => sum + one.count, 0));
	readonly builds = $derived(
		this.items.map(({ recipe }) => buildFly(recipe, mediansFor(recipe, this.distribution)))
	);
	readonly steps = $derived(
		this.builds.map((build, k) => stepsOf(build, this.pace, tiersWayOf(this.items[k]!.tying)))
	);
	readonly plan = $derived(
		this.items.length > 0
			? planOf(
					this.items.map((one, k) => ({ steps: this.steps[k]!, count: one.count })),
					this.chosen?.body.carry ?? this.carry
				)
			: null
	);
	readonly at = $derived(Math.min(this.shownItem, Math.max(0, this.items.length - 1)));
	readonly cautions = $derived([
		// eslint-disable-next-line svelte/prefer-svelte-reactivity -- local
		...new Set(this.steps.flat().flatMap(({ caution }) => caution ?? []))
	]);
	/** Of hooks, beads and wire; null where one price is not known. */
	readonly price = $derived(
		this.items.reduce<number | null>((sum, one, k) => {
			for (const part of ['hook', 'bead', 'coil'] as const) {
				const cost = costOf(this.builds[k]!, part, this.lots);
				sum = sum === null || cost === null ? null : sum + cost * one.count;
			}
			return sum;
		}, 0)
	);
	/** What the stock lacks, and what can stand in; what is reserved already is there. */
	readonly short = $derived.by(() => {
		const item = this.items[this.at];
		if (this.chosen || !item) return {};
		const lacks = shortOf(this.items, this.lots);
		const { temperature } = this.parts.strip;
		return Object.fromEntries(
			partNames.flatMap((part) => {
				const found = lacks[part];
				if (!found) return [];
				const stock = { lots: this.lots, temperature, distribution: this.distribution };
				const substitutes = substitutesFor(item, part, found.need, stock);
				return [[part, { words: found.words, substitutes }] as const];
			})
		);
	});
	readonly tooMany = $derived(this.all > MOST_FLIES);

	constructor(private readonly parts: Parts) {}

	/** Begins it. @returns whether it is under way */
	async begin(): Promise<boolean> {
		if (!this.plan || this.tooMany) return false;
		const { turns, stretches } = this.plan;
		const order = turns.map(({ fly, stretch }) => {
			const { from, to } = stretches[fly]![stretch]!;
			return { fly, from, to };
		});
		const items = this.items.map((one) => this.itemOf(one));
		const taken = reservedFor(this.items, this.lots, this.distribution);
		const id = await this.parts.batches.beginBatch(items, this.carry, order, taken);
		if (!id) return false;
		this.others = [];
		this.chosenId = id;
		return true;
	}

	/** Ends the run that is looked at: what is tied goes into the box. */
	async end(): Promise<void> {
		if (!this.chosen) return;
		const { id, body } = this.chosen;
		const tied = body.items.map((one, k) => ({
			...itemFromDocument(one),
			count: body.flies.filter(({ fly }) => itemOf(body, fly) === k).length
		}));
		const times = this.parts.batches.tyingOf(id)?.times ?? body.times;
		const used = usedFor(tied, this.lots, this.distribution);
		if (await this.parts.batches.endBatch(this.chosen, used, times)) this.chosenId = null;
	}

	/** Flies that are tied already. */
	async intoTheBox(): Promise<void> {
		for (const one of this.items) {
			const used = usedFor([one], this.lots, this.distribution);
			await this.parts.batches.putInBox(this.itemOf(one), used);
		}
	}

	private itemOf(one: RunItem) {
		return itemToDocument(one, this.parts.strip.temperature, this.distribution);
	}
}
