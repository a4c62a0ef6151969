<script lang="ts">
	import type { Snippet } from 'svelte';
	import { flowField } from '$core/quantity/index';
	import type { Lie } from '$core/water/index';
	import GaugeFile from './GaugeFile.svelte';
	import { useWorkspace } from '$lib/state/context';

	interface Props {
		/** From the survey to today, in words; empty where nothing changes. */
		changed: string;
		/** The flow is too far from the survey's to be trusted. */
		farOff: boolean;
		set: (change: Partial<Lie>) => void;
		children: Snippet;
		/** How depth and speed go with the flow. */
		rises: Snippet;
	}
	let { changed, farOff, set, children, rises }: Props = $props();
	const { strip, selection } = useWorkspace();

	const surveyedAt = $derived(strip.surveyed?.surveyedAt ?? null);
</script>

<section aria-labelledby="flow" class="mt-4">
	<h2 id="flow" class="font-semibold">Flow of the day, {selection.river?.name}</h2>
	{#if strip.flow === null}
		<p class="mt-1 text-sm text-quiet">
			Enter the river’s flow when you survey a lie, and Gravitas works out what becomes of it at
			another.
		</p>
		<button
			type="button"
			class="mt-2 h-11 rounded-md bg-sunk px-4 hover:bg-line"
			onclick={() => strip.setRiver({ flowM3s: 1 })}>Enter today’s flow</button
		>
	{:else}
		<div class="mt-1 grid grid-cols-[repeat(auto-fill,minmax(min(8rem,100%),1fr))] items-end gap-2">
			{@render children()}
		</div>
		<details class="mt-1">
			<summary class="flex min-h-11 cursor-pointer items-center text-sm text-water underline"
				>How this river rises</summary
			>
			<p class="text-sm text-quiet">
				Twice the flow is 2 to this power times as deep, and as fast. What is usual does for most
				rivers; a gauge’s table below says it better.
			</p>
			<div class="mt-1 grid grid-cols-2 items-end gap-2">{@render rises()}</div>
		</details>
		{#if surveyedAt === null}
			<p class="mt-2 text-sm">
				It is not said at which flow this lie was surveyed, so it stays as it is.
				<button
					type="button"
					class="text-water underline underline-offset-2"
					onclick={() => set({ surveyedAt: strip.flow! })}
					>It was at today’s {flowField.show(strip.flow)}</button
				>
			</p>
		{:else}
			<p class="mt-2 text-sm">
				{changed
					? `Surveyed at ${flowField.show(surveyedAt)}; today: ${changed}.`
					: `Surveyed at ${flowField.show(surveyedAt)}, as today.`}
				{#if farOff}
					<span class="text-warn">Too far from the survey to be trusted: look again.</span>
				{/if}
				{#if surveyedAt !== strip.flow}
					<button
						type="button"
						class="text-water underline underline-offset-2"
						onclick={() =>
							strip.water &&
							set({
								surveyedAt: strip.flow!,
								depth: strip.water.depth,
								surfaceSpeed: strip.water.surfaceSpeed
							})}>Take this as the survey</button
					>
				{/if}
			</p>
		{/if}
	{/if}
	<GaugeFile />
</section>
