<script lang="ts">
	import LongWork from '$lib/ui/LongWork.svelte';
	import { goto } from '$app/navigation';
	import { planOf, stepsOf, stepTimesOf } from '$core/batch/index';
	import { beadWords, buildFly, coilWords, mediansFor } from '$core/fly/index';
	import type { MatchQuestion } from '$core/match/index';
	import { fliesField, readQuantity, shown } from '$core/quantity/index';
	import { shelfOf } from '$lib/documents/lot/shelf';
	import { clipped } from '$lib/contract/names';
	import FlyPicture from '$lib/frame/FlyPicture.svelte';
	import { useWorkspace } from '$lib/state/context';
	import { LadderState } from '$lib/state/ladder.svelte';
	import { duration } from '$lib/ui/when';
	import Stepper from '$lib/ui/Stepper.svelte';
	import { evenSteps } from '$lib/ui/steps';
	import type { PlannedLie } from './PlanTable.svelte';

	interface Props {
		/** Lies for which the box has nothing that is good often enough. */
		holes: readonly PlannedLie[];
		/** What the new flies are called after. */
		name: string;
	}
	let { holes, name }: Props = $props();
	const { documents, selection, strip, parameters, choices } = useWorkspace();

	/** More of a kind than this are a winter's work. */
	const MOST_OF_EACH = 12;
	const search = new LadderState();
	$effect(() => () => search.stop());
	$effect(() => choices.load());
	let each = $state(3);

	const lots = $derived(documents.all('lot'));
	/** Each on the rig that does best there. */
	const rigs = $derived(
		new Set(holes.flatMap(({ at }) => documents.find('rig', at.expected?.place.rigId)?.name ?? []))
	);
	const question = $derived.by((): MatchQuestion | null => {
		const { recipe } = strip;
		const place = holes[0]?.at.expected?.place.place;
		if (!recipe || !place) return null;
		const shelf = shelfOf(lots, choices.wishes.onlyOwned);
		return { ...place, recipe, locks: choices.locks, wishes: choices.wishes, shelf };
	});
	function find() {
		if (!question) return;
		void search.find(
			question,
			holes.flatMap(({ name, at }) => {
				const place = at.expected?.place.place;
				return place ? [{ name, lie: place.lie, celsius: place.celsius, rig: place.rig }] : [];
			})
		);
	}

	const rungs = $derived(search.found?.cover.rungs ?? []);
	/** What the run would take at the vise, s. */
	const takes = $derived.by(() => {
		const pace = stepTimesOf(documents.all('batch').flatMap(({ body }) => body.times));
		const kinds = rungs.map(({ recipe }) => ({
			steps: stepsOf(buildFly(recipe, mediansFor(recipe, parameters.distribution)), pace),
			count: each
		}));
		return kinds.length > 0 ? planOf(kinds, 4).total : 0;
	});
	/** Parts that are from no lot. */
	const toBuy = $derived([
		...new Set(
			rungs.flatMap(({ recipe: { bead, coil } }) => [
				...(bead && !bead.lot ? [beadWords(bead)] : []),
				...(coil && !coil.lot ? [coilWords(coil)] : [])
			])
		)
	]);

	/** Keeps them as flies, and goes on to plan the run. */
	async function tieThem() {
		const ids = await selection.newFlies(
			rungs.map(({ recipe, waters }) => ({
				name: clipped(`${search.found!.waters[waters[0]!]!.name}, ${name}`, 76),
				recipe,
				...(selection.fly?.body.about?.colours && { colours: selection.fly.body.about.colours })
			})),
			`${clipped(name, 50)}: ${rungs.length} flies to tie`
		);
		if (!ids) return;
		selection.selectFly(ids[0]!);
		await goto(`/batch?also=${ids.slice(1).join(',')}&each=${each}`);
	}
	const button = 'min-h-11 rounded-md px-4';
</script>

<section aria-labelledby="holes" class="print:hidden">
	<h2 id="holes" class="text-lg font-semibold">
		{holes.length === 1 ? 'One hole' : `${holes.length} holes`}
	</h2>
	<p>
		{holes.map((lie) => lie.name).join(', ')}: nothing in the box is good often enough there.
	</p>
	<div class="py-2">
		<LongWork
			words="What to tie for {holes.length === 1 ? 'it' : 'them'}"
			about={question
				? `from ${selection.fly?.name ?? 'the fly on the strip'} on ${[...rigs].join(' and ') || 'its rig'}, with what Match leaves open`
				: 'put a pattern on the Bench first'}
			progress={search.progress}
			counts="Holes asked"
			disabled={!question}
			begin={find}
			stop={() => search.stop()}
		/>
	</div>
	{#if search.found}
		{@const { cover, waters } = search.found}
		{#if cover.left.length > 0}
			<p class="text-warn">
				Nothing that may be tied from it does for {cover.left
					.map((w) => waters[w]!.name)
					.join(', ')}: another rig there, or more left open in Match.
			</p>
		{/if}
		<ul aria-label="To tie">
			{#each rungs as { recipe, mass, waters: fors, chances }, k (k)}
				<li class="flex items-center gap-3 border-t border-line/60 py-1.5">
					<FlyPicture {recipe} scale={7.5} width={110} height={60} />
					<span class="min-w-0">
						<b class="block">{recipe.bead ? beadWords(recipe.bead) : 'no bead'}</b>
						{recipe.coil ? coilWords(recipe.coil) : 'no wire'}, {shown.mass.words(mass, 3)}
						<span class="block text-sm text-quiet"
							>{fors
								.map((w) => `${waters[w]!.name} ${(10 * chances[w]!).toFixed(0)} of 10`)
								.join(', ')}</span
						>
					</span>
				</li>
			{/each}
		</ul>
		{#if rungs.length > 0}
			<div class="flex flex-wrap items-end gap-3 pt-2">
				<div class="w-40">
					<Stepper
						label="Of each"
						value={each}
						show={String}
						read={(text) => readQuantity(text, fliesField)}
						step={evenSteps(1, 3, 1, MOST_OF_EACH)}
						onchange={(value) => (each = value)}
					/>
				</div>
				<button type="button" class="{button} bg-water text-on-water" onclick={() => void tieThem()}
					>Tie them: {duration(takes)} at the vise</button
				>
			</div>
			<p class="pt-1 text-sm text-quiet">
				{toBuy.length === 0
					? 'All of it is in your stock.'
					: `To buy, or to enter in the stock: ${toBuy.join(', ')}.`}
			</p>
		{/if}
	{/if}
</section>
