<script lang="ts">
	import { depthField } from '$core/quantity/index';
	import LeafFields from '$lib/controls/LeafFields.svelte';
	import { useWorkspace } from '$lib/state/context';
	import { tour } from '$lib/frame/tour.svelte';
	import FieldStepper from '$lib/ui/FieldStepper.svelte';

	/** @param done on to the fly */
	let { done }: { done: () => void } = $props();
	const { strip } = useWorkspace();
	/** About a rod's length, m. */
	let over = $state(3);
</script>

{#if strip.surveyed}
	{@const { depth, surfaceSpeed } = strip.surveyed}
	<section
		aria-labelledby="first-water"
		class="flex flex-wrap items-end gap-x-4 gap-y-2 bg-water-soft px-4 py-2 print:hidden"
	>
		<h2 id="first-water" class="min-w-64 flex-1 text-lg leading-snug font-normal">
			How deep is the water you fish, and how long does a leaf take over a rod’s length?
		</h2>
		<div class="grid w-94 max-w-full grid-cols-3 gap-2">
			<FieldStepper
				label="Depth"
				value={depth}
				field={depthField}
				small={0.05}
				big={0.25}
				onchange={(metres) => strip.changeWater({ depth: metres })}
			/>
			<LeafFields
				speed={surfaceSpeed}
				bind:over
				set={(speed) => strip.changeWater({ surfaceSpeed: speed })}
			/>
		</div>
		<div class="flex flex-wrap gap-2">
			<button type="button" class="h-11 rounded-md bg-water px-4 text-on-water" onclick={done}
				>On to the fly</button
			>
			<a href="/beads" class="flex h-11 items-center rounded-md bg-raised px-4 hover:bg-line"
				>Which bead? (Q)</a
			>
			<button
				type="button"
				class="h-11 rounded-md bg-raised px-4 hover:bg-line"
				onclick={() => void tour.begin()}>Show me round</button
			>
		</div>
	</section>
{/if}
