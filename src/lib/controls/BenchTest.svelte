<script lang="ts">
	import { beadMetals, beadMetalWords, type BeadMetal } from '$core/fly/index';
	import type { Distribution } from '$core/parameter/index';
	import { beadDiameterField, carriesField, fliesField, readQuantity } from '$core/quantity/index';
	import { carriedAfter } from '$core/rig/index';
	import FieldStepper from '$lib/ui/FieldStepper.svelte';
	import Segments from '$lib/ui/Segments.svelte';
	import Stepper from '$lib/ui/Stepper.svelte';
	import { evenSteps } from '$lib/ui/steps';

	interface Props {
		distribution: Distribution;
		/** @param carries kg in water */
		set: (carries: number) => void;
	}
	let { distribution, set }: Props = $props();

	let metal = $state<BeadMetal>('brass');
	let diameter = $state(2e-3);
	let held = $state(3);
	const metals = beadMetals.filter((one) => one !== 'own' && one !== 'glass');
	const carries = $derived(carriedAfter({ metal, shape: 'round', diameter }, held, distribution));
</script>

<details class="mt-2">
	<summary class="flex min-h-11 cursor-pointer items-center text-sm text-water underline"
		>Find it with beads in a glass</summary
	>
	<p class="text-sm text-quiet">
		Grease the fly as you fish it, hang round beads on a loop below it, one more each time, until it
		goes under.
	</p>
	<div class="mt-1 grid grid-cols-2 items-end gap-2">
		<div class="col-span-2">
			<Segments
				label="Beads of"
				value={metal}
				options={metals.map((value) => ({ value, words: beadMetalWords[value] }))}
				onchange={(next) => (metal = next)}
			/>
		</div>
		<FieldStepper
			label="Their size"
			field={beadDiameterField}
			value={diameter}
			small={0.1}
			big={0.5}
			onchange={(next) => (diameter = next)}
		/>
		<Stepper
			label="So many it held"
			value={held}
			show={String}
			read={(text) => readQuantity(text, { ...fliesField, name: 'Beads', possible: [0, 60] })}
			step={evenSteps(1, 5, 0, 60)}
			onchange={(next) => (held = next)}
		/>
	</div>
	<button
		type="button"
		class="mt-2 min-h-11 rounded-md bg-sunk px-4 hover:bg-line"
		onclick={() => set(carries)}>It carries {carriesField.show(carries)}</button
	>
</details>
