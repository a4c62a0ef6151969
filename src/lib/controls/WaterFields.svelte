<script lang="ts">
	import { temperatureField } from '$core/quantity/index';
	import { approachOf, beds, type Lie } from '$core/water/index';
	import Segments from '$lib/ui/Segments.svelte';
	import FieldStepper from '$lib/ui/FieldStepper.svelte';
	import { waterNumbers } from './water';

	interface Props {
		water: Lie;
		set: (change: Partial<Lie>) => void;
		/** °C; null where it cannot be said here. */
		temperature: number | null;
		setTemperature: (celsius: number) => void;
		/** More than two beside each other, where there is room. */
		wide?: boolean;
	}
	let { water, set, temperature, setTemperature, wide = false }: Props = $props();
</script>

<div class="grid grid-cols-2 gap-2 {wide ? 'sm:grid-cols-3' : ''}">
	{#each waterNumbers as { part, label, field, small, big } (part)}
		<FieldStepper
			{label}
			value={part === 'approach' ? approachOf(water) : water[part]}
			{field}
			{small}
			{big}
			onchange={(value) => set({ [part]: value })}
		/>
	{/each}
	{#if temperature !== null}
		<FieldStepper
			label="Water today"
			value={temperature}
			field={temperatureField}
			small={1}
			big={5}
			onchange={setTemperature}
		/>
	{/if}
</div>
<p class="flex min-h-7 items-center gap-2 text-sm text-quiet">
	{#if water.approach === undefined}
		Room to land it: usual, two and a half depths.
	{:else}
		Room to land it: as you set it.
		<button
			type="button"
			class="min-h-7 rounded-md bg-sunk px-2 text-ink hover:bg-line"
			onclick={() => set({ approach: undefined })}>as usual</button
		>
	{/if}
</p>
<div class="mt-1">
	<Segments
		label="Bed"
		value={water.bed}
		options={beds.map((bed) => ({ value: bed, words: bed }))}
		onchange={(bed) => set({ bed })}
	/>
</div>
