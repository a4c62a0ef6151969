<script lang="ts">
	import { THOUSANDTH_OF_AN_INCH, lineDiameterField } from '$core/quantity/index';
	import OtherFlies from '$lib/strip/OtherFlies.svelte';
	import { recipeFromDocument } from '$lib/documents/fly/recipe';
	import type { CompareState } from '$lib/state/compare.svelte';
	import { useWorkspace } from '$lib/state/context';
	import Opens from '$lib/ui/Opens.svelte';

	let { compare }: { compare: CompareState } = $props();
	const { documents, strip } = useWorkspace();
	let pickFly = $state(false);

	function addFly(id: string) {
		const row = documents.find('fly', id);
		if (row) compare.add(row.name, { recipe: recipeFromDocument(row.body.recipe) });
	}
	function addTippet(steps: number) {
		const rig = strip.rig;
		if (!rig) return;
		const diameter = rig.tippet.diameter + steps * THOUSANDTH_OF_AN_INCH;
		if (diameter < lineDiameterField.possible[0]) return;
		compare.add(`tippet ${lineDiameterField.show(diameter)}`, {
			rig: { ...rig, tippet: { ...rig.tippet, diameter } }
		});
	}
	const quick = 'h-9 rounded-md bg-sunk px-3 text-sm hover:bg-line disabled:opacity-45';
</script>

<div
	class="mt-3 flex flex-wrap gap-2 print:hidden"
	role="group"
	aria-label="Compare in the same water"
>
	<span class="self-center text-sm text-quiet">Beside it</span>
	<button type="button" class={quick} disabled={compare.full} onclick={() => addTippet(-1)}
		>a tippet thinner</button
	>
	<button type="button" class={quick} disabled={compare.full} onclick={() => addTippet(1)}
		>thicker</button
	>
	<Opens
		bind:open={pickFly}
		label="A fly to compare with"
		class={quick}
		disabled={compare.full}
		align="end"
		panel="w-[min(24rem,94vw)] p-4"
	>
		{#snippet words()}another fly …{/snippet}
		<OtherFlies
			label="Flies"
			choose={(id) => {
				pickFly = false;
				addFly(id);
			}}
		/>
	</Opens>
	{#each compare.found as { name } (name)}
		<button type="button" class={quick} onclick={() => compare.remove(name)}>without {name}</button>
	{/each}
</div>
