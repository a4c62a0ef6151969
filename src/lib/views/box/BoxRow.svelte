<script lang="ts">
	import { speedWords } from '$lib/ui/figures';
	import { goto } from '$app/navigation';
	import { evaluate } from '$core/match/index';
	import { beadWords, coilWords, hookWords } from '$core/fly/index';
	import { GRAM, shown } from '$core/quantity/index';
	import { fluidAt } from '$core/water/index';
	import { inBox, itemOf, waysOut } from '$lib/documents/batch/body';
	import { recipeFromDocument } from '$lib/documents/fly/recipe';
	import type { BatchRow } from '$lib/documents/kinds';
	import { coded } from '$lib/state/coded';
	import CodeMark from '$lib/ui/CodeMark.svelte';
	import FlyPicture from '$lib/frame/FlyPicture.svelte';
	import { batchesOf } from '$lib/state/batches.svelte';
	import { useWorkspace } from '$lib/state/context';

	let { row, item }: { row: BatchRow; item: number } = $props();
	const workspace = useWorkspace();
	const { documents, strip, parameters, selection } = workspace;
	const batches = batchesOf(workspace);

	const kept = $derived(row.body.items[item]!);
	const recipe = $derived(recipeFromDocument(kept.recipe));
	const left = $derived(inBox(row.body, item));
	const tied = $derived(row.body.flies.filter(({ fly }) => itemOf(row.body, fly) === item));
	const gone = $derived(tied.filter(({ out }) => out !== undefined));
	const weights = $derived(left.flatMap(({ massG }) => massG ?? []));
	const mean = $derived(weights.reduce((a, b) => a + b, 0) / weights.length);
	const sink = $derived(evaluate(recipe, fluidAt(strip.temperature), parameters.distribution));
	const words = $derived(
		[
			hookWords(recipe.hook),
			recipe.bead && beadWords(recipe.bead),
			recipe.coil && coilWords(recipe.coil)
		]
			.filter(Boolean)
			.join(' · ')
	);
	/** "2 lost, 1 given away" */
	const goneWords = $derived(
		waysOut
			.map((out) => [out, gone.filter((one) => one.out === out).length] as const)
			.filter(([, count]) => count > 0)
			.map(([out, count]) => `${count} ${out}`)
			.join(', ')
	);
</script>

<li
	class="grid grid-cols-[3.5rem_minmax(0,1fr)] items-center gap-x-4 gap-y-2 border-t border-line/60 py-3 md:grid-cols-[3.5rem_11rem_minmax(0,1fr)]"
	aria-label="{left.length} {kept.name}, tied {row.body.on}"
>
	<span class="figure text-right text-4xl" class:text-quiet={left.length === 0}>{left.length}</span>
	<span class="max-md:row-start-2"
		><FlyPicture {recipe} colours={kept.colours} scale={12} width={170} height={84} /></span
	>
	<span class="min-w-0 max-md:row-start-1">
		<b class="block truncate text-lg">{kept.name}</b>
		<span class="block text-sm text-quiet">{words}</span>
		{#if documents.weightCode}
			<CodeMark
				code={documents.weightCode}
				fly={coded(recipe, weights.length > 0 ? mean * GRAM : sink.mass)}
				colours={kept.colours}
			/>
		{/if}
		<span class="block text-sm">
			{#if weights.length > 0}
				<span class="figure">{shown.mass.fixed(mean * GRAM, 3)}</span>
				{shown.mass.unit}{weights.length > 1 ? `, mean of ${weights.length} weighed` : ', weighed'}
			{:else}
				<span class="figure">{shown.mass.fixed(sink.mass, 3)}</span>
				{shown.mass.unit}, not weighed
			{/if}{sink.speed > 0 ? `; sinks ${speedWords(sink.speed)}` : '; floats'}
		</span>
		<span class="block text-sm text-quiet">
			{kept.compartment ? `in ${kept.compartment}; ` : ''}tied {row.body.on}{goneWords
				? `; ${goneWords}`
				: ''}
		</span>
	</span>
	<span class="col-span-full flex flex-wrap gap-2 md:pl-18">
		{#each waysOut as out (out)}
			<button
				type="button"
				class="h-11 rounded-md bg-sunk px-3 hover:bg-line disabled:opacity-40"
				disabled={left.length === 0}
				aria-label="One {kept.name} {out}"
				onclick={() => batches.takeOut(row, item, out)}>{out}</button
			>
		{/each}
		<button
			type="button"
			class="h-11 rounded-md bg-sunk px-3 hover:bg-line"
			aria-label="{kept.name} as tied, to the Bench"
			onclick={() =>
				void selection.newBuild(recipe, `${kept.name} of ${row.body.on}`).then(() => goto('/'))}
			>as tied, to the Bench</button
		>
	</span>
</li>
