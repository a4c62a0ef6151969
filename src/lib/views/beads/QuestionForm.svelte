<script lang="ts">
	import { fullnesses, hookStyles, hookStyleTable } from '$core/fly/index';
	import { ways, wayTable } from '$core/rig/index';
	import { hookStepControls } from '$lib/controls/index';
	import LeafFields from '$lib/controls/LeafFields.svelte';
	import WaterFields from '$lib/controls/WaterFields.svelte';
	import { useWorkspace } from '$lib/state/context';
	import Segments from '$lib/ui/Segments.svelte';
	import Stepper from '$lib/ui/Stepper.svelte';
	import type { BeadForm } from './question.svelte';

	let { question }: { question: BeadForm } = $props();
	const { selection } = useWorkspace();
</script>

<section
	aria-label="The question"
	class="flex min-h-0 flex-col gap-3 border-line md:row-span-2 md:overflow-y-auto md:border-r md:p-4 print:hidden"
>
	<h1 class="text-xl font-semibold max-md:sr-only">Which bead?</h1>
	<div>
		<WaterFields
			water={question.water}
			set={(change) => (question.water = { ...question.water, ...change })}
			temperature={question.temperature}
			setTemperature={(celsius) => (question.temperature = celsius)}
		/>
		<div class="mt-2 grid grid-cols-2 gap-2">
			<LeafFields
				speed={question.water.surfaceSpeed}
				bind:over={question.leafOver}
				set={(surfaceSpeed) => (question.water = { ...question.water, surfaceSpeed })}
			/>
		</div>
	</div>
	<Segments
		label="Fished"
		value={question.way}
		options={ways
			.filter((value) => wayTable[value].asks === 'drift')
			.map((value) => ({ value, words: wayTable[value].words }))}
		onchange={(value) => (question.way = value)}
	/>
	{#if selection.fly}
		<Segments
			label="For"
			value={question.like}
			options={[
				{ value: 'usual', words: 'any nymph' },
				{ value: 'fly', words: selection.fly.name }
			]}
			onchange={(value) => (question.like = value)}
		/>
	{/if}
	{#if question.like === 'usual'}
		<Segments
			label="Hook"
			value={question.usual.hook.style}
			options={hookStyles.map((value) => ({ value, words: hookStyleTable[value].words }))}
			onchange={(style) =>
				(question.usual = {
					...question.usual,
					hook: { ...question.usual.hook, style, lengthX: hookStyleTable[style].lengthX }
				})}
		/>
		<div class="grid grid-cols-2 gap-2">
			{#each hookStepControls( question.usual.hook, (hook) => ({ ...question.usual, hook: { ...question.usual.hook, ...hook } }) ).slice(0, 1) as control (control.label)}
				<Stepper
					label={control.label}
					value={control.value}
					show={control.show}
					say={control.say ?? control.show}
					read={control.read}
					step={control.step}
					onchange={(value) => (question.usual = control.set(value))}
				/>
			{/each}
		</div>
		<Segments
			label="Dressed"
			value={question.usual.dressing.fullness}
			options={fullnesses.map((value) => ({ value, words: value }))}
			onchange={(fullness) => (question.usual = { ...question.usual, dressing: { fullness } })}
		/>
	{/if}
	<label class="flex min-h-11 items-center gap-2">
		<input type="checkbox" class="size-5 accent-(--water)" bind:checked={question.only} />only beads
		that I own</label
	>
</section>
