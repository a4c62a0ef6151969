<script lang="ts">
	import { beadMetalWords, hookStyleTable } from '$core/fly/index';
	import { askedMetals, type BeadOption } from '$core/match/index';
	import { beadDiameterField, depthField, shown, speedField } from '$core/quantity/index';
	import { wayTable } from '$core/rig/index';
	import { useWorkspace } from '$lib/state/context';
	import type { WhichBeadState } from '$lib/state/which-bead.svelte';
	import type { BeadForm } from './question.svelte';
	import { tenths } from './words';

	let { search, question }: { search: WhichBeadState; question: BeadForm } = $props();
	const { selection } = useWorkspace();
	const answer = $derived(search.answer);
	const none = $derived(answer?.options.find(({ metal }) => metal === null) ?? null);
	const rows = $derived(
		answer
			? [...new Set(answer.options.filter(({ metal }) => metal).map(({ diameter }) => diameter))]
					.sort((a, b) => a - b)
					.map((diameter) => ({
						diameter,
						found: askedMetals.map(
							(metal) =>
								answer.options.find((one) => one.metal === metal && one.diameter === diameter) ??
								null
						)
					}))
			: []
	);
	const does = (one: BeadOption) => answer !== null && one.chance >= answer.mark;
</script>

<section aria-label="All beads" class="flex min-h-0 flex-col gap-3 md:overflow-y-auto md:p-5">
	{#if answer && answer.options.length > 0}
		<table class="w-full max-w-2xl border-collapse">
			<caption class="pb-1 text-left text-sm text-quiet">
				Good drifts of 10, and the sink rate, of
				{question.like === 'fly'
					? (selection.fly?.name ?? '')
					: `a ${question.usual.dressing.fullness} nymph`} on a
				{hookStyleTable[question.recipe.hook.style].words}
				{question.recipe.hook.size}, in {depthField.show(question.water.depth)} at {speedField.show(
					question.water.surfaceSpeed
				)}, {wayTable[question.way].words}.
			</caption>
			<thead>
				<tr class="border-b-2 border-line">
					<th scope="col" class="py-1 text-left font-semibold">bead</th>
					{#each askedMetals as metal (metal)}
						<th scope="col" class="px-3 py-1 text-right font-semibold max-md:px-1.5"
							>{beadMetalWords[metal]}</th
						>
					{/each}
				</tr>
			</thead>
			<tbody>
				{#if none}
					<tr class="border-b border-line">
						<th scope="row" class="py-1 text-left font-normal">none</th>
						<td
							colspan={askedMetals.length}
							class="px-3 py-1 text-right {does(none) ? 'bg-water-soft' : ''}"
						>
							{@render cell(none)}
						</td>
					</tr>
				{/if}
				{#each rows as { diameter, found } (diameter)}
					<tr class="border-b border-line">
						<th scope="row" class="figure py-1 text-left font-normal"
							>{beadDiameterField.show(diameter)}</th
						>
						{#each found as one, k (k)}
							<td
								class="px-3 py-1 text-right max-md:px-1.5 {one && does(one) && !one.trouble
									? 'bg-water-soft'
									: ''}"
							>
								{#if one}{@render cell(one)}{:else}<span class="text-sm text-quiet">·</span>{/if}
							</td>
						{/each}
					</tr>
				{/each}
			</tbody>
		</table>
		<button
			type="button"
			class="h-11 shrink-0 self-start rounded-md bg-sunk px-5 hover:bg-line print:hidden"
			onclick={() => print()}>Print this table</button
		>
	{/if}
</section>

{#snippet cell(one: BeadOption)}
	<span class="figure text-lg {does(one) ? 'font-semibold' : ''} {one.drifts ? '' : 'text-quiet'}"
		>{tenths(one)}</span
	><span class="text-sm text-quiet">/10</span>
	<span class="block text-sm whitespace-nowrap text-quiet"
		><span class="figure">{shown.sink.fixed(one.speed, 0)}</span>
		{shown.sink.unit},
		<span class="figure">{shown.mass.fixed(one.mass, 2)}</span>
		{shown.mass.unit}</span
	>
	{#if one.trouble}<span class="block text-sm text-warn">{one.trouble}</span>{/if}
{/snippet}
