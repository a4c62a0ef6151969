<script lang="ts">
	import type { LotRow } from '$lib/documents/kinds';
	import { isLow, leftOf, lotUnit, lotWords, materialOf } from '$lib/documents/lot/body';

	let { lots }: { lots: readonly LotRow[] } = $props();
	const low = $derived(lots.filter(({ body }) => isLow(body)));
</script>

<section aria-labelledby="shopping">
	<h2 id="shopping" class="text-lg font-semibold">To buy</h2>
	{#if low.length}
		<ul class="mt-1">
			{#each low as { id, name, body } (id)}
				{@const material = materialOf(body)}
				<li class="py-1">
					<span class="font-semibold">{name}</span>: {lotWords(body)},
					<span class="figure">{leftOf(body)}</span>
					{material ? lotUnit(material, leftOf(body)) : ''} left
				</li>
			{/each}
		</ul>
	{:else}
		<p class="text-sm text-quiet">
			Nothing is low. Say of a lot at how many it is, and it comes up here.
		</p>
	{/if}
</section>
