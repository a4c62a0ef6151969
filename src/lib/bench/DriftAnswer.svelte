<script lang="ts">
	import { goto } from '$app/navigation';
	import type { DrawnDrift } from '$core/drift/index';
	import type { Mend } from '$core/match/index';
	import type { Bench } from '$lib/state/bench.svelte';
	import type { DriftState } from '$lib/state/drift.svelte';
	import { percent, rangeWords, type DriftAnswer } from '$lib/ui/drift-words';

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
		else bench.changeWater(change.lie);
	}
</script>

<div class="flex items-center gap-x-3">
	<button
		type="button"
		class="-ml-1 cursor-help rounded-md px-1 text-left text-4xl leading-tight font-semibold hover:bg-raised max-md:text-2xl"
		title="See the drift (G)"
		onclick={() => void goto('/drift')}>{answer.title}</button
	>
	<span class="max-w-36 text-sm leading-tight text-quiet"
		>{answer.often ?? (drift.progress ? 'trying many drifts …' : '')}</span
	>
</div>
<div class="text-sm">
	{#if single.time !== null}
		In the zone after <b class="figure">{single.time.toFixed(1)}</b> s
		{#if band?.time}<span class="figure text-quiet">{rangeWords(band.time)}</span
			>{/if}{#if single.distance !== null && single.distance > 0.05 && way !== 'still water'}, land
			it <b class="figure">{single.distance.toFixed(1)}</b> m above
			{#if band?.distance}<span class="figure text-quiet">{rangeWords(band.distance)}</span
				>{/if}{/if}
	{/if}
	<div class="flex min-h-7 flex-wrap items-center gap-x-2">
		{#if answer.fault && !answer.good}
			{answer.why}
			{#each drift.mends as mend, i (mend.words)}
				{i === 0 ? 'Try' : ''}
				<button
					type="button"
					class="min-h-7 rounded-md bg-sunk px-2 text-water hover:bg-line"
					onclick={() => take(mend)}
					>{mend.words}
					<span class="figure text-quiet">{Math.round(10 * mend.chance)}/10</span></button
				>
			{:else}
				<span class="text-quiet"
					>{drift.mending
						? 'Looking for a way …'
						: drift.band && !drift.progress
							? 'No single step mends it.'
							: ''}</span
				>
			{/each}
		{:else}
			<span
				><b class="figure">{percent(band?.inZone.middle ?? single.inZone)}</b> of the hold in the zone</span
			>
		{/if}
	</div>
</div>
