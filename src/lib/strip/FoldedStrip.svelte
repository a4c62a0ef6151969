<!--
	The answer in one line, while the strip itself is scrolled out of sight.
-->
<script lang="ts">
	import { massFigure, speedFigure } from '$lib/ui/figures';
	import { driftAnswer } from '$lib/ui/drift-words';
	import { oneFrameBehind } from '$lib/state/one-frame-behind.svelte';
	import { useWorkspace } from '$lib/state/context';

	const { answer, strip, drift } = useWorkspace();
	const ranged = oneFrameBehind(
		() => answer.atMedians,
		() => answer.prediction
	);
	const prediction = $derived(answer.soon(ranged.current));
	const mass = $derived(prediction && massFigure(prediction.mass));
	const speed = $derived(prediction?.speed ? speedFigure(prediction.speed) : null);
	const drifted = $derived(
		strip.rig && strip.water && drift.band
			? driftAnswer(drift.band, strip.rig.way, strip.water.depth)
			: null
	);
</script>

{#if prediction && mass}
	<button
		type="button"
		class="flex h-11 w-full items-center gap-x-3 overflow-hidden border-b border-line bg-ground px-2 text-left whitespace-nowrap hover:bg-raised"
		title="To the whole answer"
		data-testid="folded"
		onclick={() => scrollTo({ top: 0 })}
	>
		<span class="shrink-0"
			><b class="figure text-lg font-medium">{mass.number}</b>
			<span class="text-sm">{mass.unit}</span></span
		>
		{#if speed}
			<span class="shrink-0"
				><b class="figure text-lg font-medium">{speed.number}</b>
				<span class="text-sm">{speed.unit}</span></span
			>
		{/if}
		<b class="shrink-0 font-semibold"
			>{prediction.floats ? 'Floats' : (drifted?.title ?? prediction.sink.attitude)}</b
		>
		{#if drifted && !prediction.floats}
			<span class="min-w-0 truncate text-sm text-quiet">{drifted.often ?? ''}</span>
		{/if}
	</button>
{/if}
