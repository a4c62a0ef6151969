<script lang="ts">
	import { readQuantity, temperatureField } from '$core/quantity/index';
	import { approachOf, beds, type Lie } from '$core/water/index';
	import Segments from '$lib/ui/Segments.svelte';
	import Stepper from '$lib/ui/Stepper.svelte';
	import { evenSteps } from '$lib/ui/steps';
	import { fixed, waterNumbers } from './water';

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
	{#each waterNumbers as { part, label, unit, field, small, big, show } (part)}
		<Stepper
			{label}
			{unit}
			value={part === 'approach' ? approachOf(water) : water[part]}
			{show}
			say={field.show}
			read={(text) => readQuantity(text, field)}
			step={evenSteps(small, big, ...field.possible)}
			onchange={(value) => set({ [part]: value })}
		/>
	{/each}
	{#if temperature !== null}
		<Stepper
			label="Water today"
			value={temperature}
			unit="°C"
			show={fixed(1)}
			say={temperatureField.show}
			read={(text) => readQuantity(text, temperatureField)}
			step={evenSteps(1, 5, ...temperatureField.possible)}
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
