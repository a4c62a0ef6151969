<script lang="ts">
	import { shown } from '$core/quantity/index';
	import { goto } from '$app/navigation';
	import type { Advised } from '$core/match/index';
	import { wayTable } from '$core/rig/index';
	import type { DriftState } from '$lib/state/drift.svelte';
	import { aboveWords, driftAnswer, handSentences, rangeWords } from '$lib/ui/drift-words';
	import { toPoint } from '$lib/state/cast';
	import { useWorkspace } from '$lib/state/context';

	interface Props {
		drift: DriftState;
		/** It is still of the fly, rig or lie before. */
		behind: boolean;
	}
	let { drift, behind }: Props = $props();
	const workspace = useWorkspace();
	const { strip } = workspace;

	const band = $derived(drift.band);
	const rig = $derived(strip.rig!);
	const way = $derived(wayTable[rig.way]);
	const answer = $derived(band && driftAnswer(band, rig.way, strip.water!.depth));
	const held = $derived(drift.hand ? handSentences(drift.hand, rig) : []);
	const advice = $derived(drift.advice);
	/** What does the job, else what brings the most. */
	const chips = $derived(
		advice ? (advice.does.length > 0 ? advice.does : advice.best ? [advice.best] : []) : []
	);
	/** What it takes up, px: kept while the next answer is worked out, so that what stands below does not jump. */
	let height = $state(0);
	/** A step at the rod may be several changes; each can be taken back. */
	function take({ change, swaps }: Advised) {
		if (swaps !== undefined) {
			void toPoint(workspace, swaps);
			return;
		}
		if (change.recipe) strip.setRecipe(change.recipe);
		if (change.rig) strip.setRig(change.rig);
		if (change.lie) strip.changeWater({ approach: change.lie.approach });
	}
</script>

<div bind:offsetHeight={height} style:min-height={answer ? null : `${height}px`}>
	<div class="flex items-center gap-x-3">
		<button
			type="button"
			class="-ml-1 cursor-help rounded-md px-1 text-left leading-tight font-semibold hover:bg-raised {answer
				? 'text-4xl max-md:text-2xl'
				: 'py-2 text-2xl text-quiet max-md:py-0'}"
			data-word="good drift"
			data-testid="title"
			data-chance={behind ? undefined : band?.chance}
			data-drifts={behind ? undefined : band?.drifts}
			onclick={() => void goto('/drift')}
			>{answer?.title ?? (drift.stopped ? 'No answer yet' : 'Drifts are followed …')}</button
		>
		<span class="max-w-36 text-sm leading-tight text-quiet"
			>{answer
				? (answer.often ?? '')
				: drift.progress && drift.progress.done > 0
					? `${drift.progress.done} of ${drift.progress.of}`
					: ''}</span
		>
	</div>
	<div class="text-sm">
		{#each held as { words, span }, k (words)}<span data-testid="hand"
				>{k > 0 ? ', ' : ''}{k === 0 ? words.charAt(0).toUpperCase() + words.slice(1) : words}<span
					class="text-quiet">{span ? ` (${span})` : ''}</span
				></span
			>{/each}{held.length > 0 ? '. ' : ''}
		{#if band?.time && way.asks === 'drift'}
			In the zone after <b class="figure">{band.time.middle.toFixed(1)}</b> s
			<span class="figure text-quiet">{rangeWords(band.time, shown.seconds)}</span
			>{#if band.distance && band.distance.middle > 0.05 && way.late === 'room'}, land it
				<b class="figure">{shown.water.fixed(band.distance.middle, 1)}</b>
				{shown.water.unit} above
				<span class="figure text-quiet">{rangeWords(band.distance, shown.water)}</span>{/if}
		{/if}
		{#each band ? aboveWords(band, rig) : [] as one, k (k)}
			<span class="block" data-testid="above"><b>{one.name}</b> above: {one.words}.</span>
		{/each}
		<div class="flex min-h-7 flex-wrap items-center gap-x-2">
			{#if answer?.why}<span>{answer.why}{chips.length > 0 ? ':' : '.'}</span>{/if}
			{#each chips as one, i (one.words)}
				{i === 0 ? (answer?.why ? 'try' : 'Try') : 'or'}
				<button
					type="button"
					class="min-h-7 rounded-md bg-sunk px-2 text-water hover:bg-line"
					onclick={() => take(one)}
					>{one.words}
					<span class="figure text-quiet">{(10 * one.chance).toFixed(0)}/10</span></button
				>
			{:else}
				{#if way.asks === 'drift'}
					<span class="text-quiet"
						>{drift.advising
							? 'Looking for what to change …'
							: advice && advice.chance < advice.most + 0.01 && answer?.verdict !== 'yes'
								? 'This is the most that can be had here.'
								: ''}</span
					>
				{/if}
			{/each}
		</div>
	</div>
</div>
