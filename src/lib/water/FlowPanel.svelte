<script lang="ts">
	import type { Snippet } from 'svelte';
	import { flowField } from '$core/quantity/index';
	import type { Lie } from '$core/water/index';
	import type { Bench } from '$lib/state/bench.svelte';
	import GaugeFile from './GaugeFile.svelte';

	interface Props {
		bench: Bench;
		/** From the survey to today, in words; empty where nothing changes. */
		changed: string;
		/** The flow is too far from the survey's to be trusted. */
		farOff: boolean;
		set: (change: Partial<Lie>) => void;
		children: Snippet;
	}
	let { bench, changed, farOff, set, children }: Props = $props();

	const surveyedAt = $derived(bench.surveyed?.surveyedAt ?? null);
</script>

<section aria-labelledby="flow" class="mt-4">
	<h2 id="flow" class="font-semibold">Flow of the day, {bench.river?.name}</h2>
	{#if bench.flow === null}
		<p class="mt-1 text-sm text-quiet">
			Say the river’s flow when a lie is surveyed, and Gravitas says what becomes of it at another.
		</p>
		<button
			type="button"
			class="mt-2 h-11 rounded-md bg-sunk px-4 hover:bg-line"
			onclick={() => bench.setRiver({ flowM3s: 1 })}>Say the flow</button
		>
	{:else}
		<div class="mt-1 grid grid-cols-3 items-end gap-2">{@render children()}</div>
		{#if surveyedAt === null}
			<p class="mt-2 text-sm">
				It is not said at which flow this lie was surveyed, so it stays as it is.
				<button
					type="button"
					class="text-water underline underline-offset-2"
					onclick={() => set({ surveyedAt: bench.flow! })}
					>It was at today’s {flowField.show(bench.flow)}</button
				>
			</p>
		{:else}
			<p class="mt-2 text-sm">
				{changed
					? `Surveyed at ${flowField.show(surveyedAt)}; today: ${changed}.`
					: `Surveyed at ${flowField.show(surveyedAt)}, as today.`}
				{#if farOff}
					<span class="text-warn">So far from the survey the powers say little: look again.</span>
				{/if}
				{#if surveyedAt !== bench.flow}
					<button
						type="button"
						class="text-water underline underline-offset-2"
						onclick={() =>
							bench.water &&
							set({
								surveyedAt: bench.flow!,
								depth: bench.water.depth,
								surfaceSpeed: bench.water.surfaceSpeed
							})}>Take this as the survey</button
					>
				{/if}
			</p>
		{/if}
	{/if}
	<GaugeFile {bench} />
</section>
