<script lang="ts">
	import type { DrawnDrift } from '$core/drift/index';
	import type { Mend } from '$core/match/index';
	import type { Bench } from '$lib/state/bench.svelte';
	import type { DriftState } from '$lib/state/drift.svelte';
	import { faultWords, percent, rangeWords, type DriftAnswer } from '$lib/ui/drift-words';

	interface Props {
		bench: Bench;
		drift: DriftState;
		single: DrawnDrift;
		answer: DriftAnswer;
	}
	let { bench, drift, single, answer }: Props = $props();

	const band = $derived(drift.band);
	const way = $derived(bench.rig?.way ?? 'tight line');

	function take({ change }: Mend) {
		if ('recipe' in change) bench.setRecipe(change.recipe);
		else if ('rig' in change) bench.setRig(change.rig);
		else if (bench.surveyed) bench.setWater({ ...bench.surveyed, ...change.lie });
	}
</script>

<div class="flex flex-wrap items-baseline gap-x-3">
	<span class="text-4xl leading-tight font-semibold max-md:text-2xl">{answer.title}</span>
	<span class="text-lg whitespace-nowrap text-quiet"
		>{answer.often ?? (drift.progress ? 'trying many drifts …' : '')}</span
	>
</div>
<div class="text-sm">
	{#if single.time !== null}
		In the zone after <b class="figure">{single.time.toFixed(1)}</b> s
		{#if band?.time}<span class="figure text-quiet">{rangeWords(band.time)}</span>{/if}
		{#if single.distance !== null && single.distance > 0.05 && way !== 'still water'}
			, land it <b class="figure">{single.distance.toFixed(1)}</b> m above
			{#if band?.distance}<span class="figure text-quiet">{rangeWords(band.distance)}</span>{/if}
		{/if}; <b class="figure">{percent(band?.inZone.middle ?? single.inZone)}</b> of the hold in it
	{/if}
	{#if answer.fault && !answer.good}
		<span class="block">
			{faultWords(answer.fault, way)}
			{#if drift.mends.length > 0}
				Would mend it:
				{#each drift.mends as mend (mend.words)}
					<button
						type="button"
						class="mr-2 min-h-7 rounded-md bg-sunk px-2 text-water hover:bg-line"
						onclick={() => take(mend)}>{mend.words}</button
					>
				{/each}
			{:else if !drift.progress && single.fault}
				No single step mends it.
			{/if}
		</span>
	{/if}
</div>
