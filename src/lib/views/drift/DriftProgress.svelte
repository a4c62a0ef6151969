<script lang="ts">
	import { rouseNumber } from '$core/water/index';
	import { useWorkspace } from '$lib/state/context';

	const { answer, drift } = useWorkspace();
	const rouse = $derived(
		answer.column && answer.atMedians ? rouseNumber(answer.atMedians.sink.speed, answer.column) : 0
	);
	const quick = 'h-9 rounded-md bg-sunk px-3 text-sm hover:bg-line disabled:opacity-45';
</script>

<div class="flex min-h-9 flex-wrap items-center gap-x-3 gap-y-1 text-sm text-quiet">
	{#if drift.progress}
		<progress
			class="h-2 w-32 accent-(--water)"
			max={drift.progress.of}
			value={drift.progress.done}
			aria-label="Drifts followed"
		></progress>
		<span class="figure">{drift.progress.done} of {drift.progress.of} drifts</span>
		<button type="button" class={quick} onclick={() => drift.stop()}>Stop</button>
	{:else if drift.stopped}
		Stopped{drift.band ? ` at ${drift.band.drifts} drifts` : ''}.
		<button type="button" class={quick} onclick={() => drift.resume()}>Go on</button>
	{:else if drift.band}
		{drift.band.drifts} drifts: 90 % lie in the pale band, half in the darker one.
	{/if}
	<span
		>{rouse > 2.5
			? 'The fly decides where it is, not the eddies.'
			: rouse > 1
				? 'Eddies toss it about on its way.'
				: 'Eddies carry it as much as it sinks.'}</span
	>
</div>
