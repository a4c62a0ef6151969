<script lang="ts">
	import { priceWords, shown } from '$core/quantity/index';
	import type { Amount } from '$core/batch/index';
	import type { PartName } from '$core/fly/index';
	import type { LotRow } from '$lib/documents/kinds';
	import type { Substitute } from './run';
	import { amountWords } from './words';

	interface Props {
		amounts: readonly Amount[];
		count: number;
		/** Of hooks, beads and wire for all of them; null where a price is not known. */
		price: number | null;
		/** What the stock lacks, in words by part, with what can stand in. */
		short: Readonly<
			Partial<Record<PartName, { words: string; substitutes: readonly Substitute[] }>>
		>;
		/** Ties with another lot; null where the run is under way and its recipe frozen. */
		take: ((lot: LotRow, part: PartName) => void) | null;
	}
	let weights = $state(false);
	let { amounts, count, price, short, take }: Props = $props();
</script>

<section aria-labelledby="cut-list">
	<div class="flex items-center justify-between gap-3">
		<h2 id="cut-list" class="text-lg font-semibold">Cut list for {count}</h2>
		<label class="flex min-h-11 items-center gap-2 text-sm print:hidden"
			><input type="checkbox" bind:checked={weights} class="size-5 accent-(--water)" />weights too</label
		>
	</div>
	<table class="w-full border-collapse">
		<tbody>
			{#each amounts as amount, k (k)}
				{@const lacks = short[amount.part]}
				<tr class="border-t border-line/60 align-baseline">
					<th scope="row" class="py-1 pr-3 text-left font-normal">
						{amount.words}
						{#if lacks}
							<span class="block text-sm text-warn">{lacks.words}</span>
							{#each lacks.substitutes as { lot, words } (lot.id)}
								<span class="block text-sm print:hidden">
									{#if take}
										<button
											type="button"
											class="min-h-8 text-left text-water underline"
											onclick={() => take(lot, amount.part)}>take {lot.name}</button
										>
									{:else}
										or {lot.name}
									{/if}: {words}
								</span>
							{/each}
						{/if}
					</th>
					<td class="figure text-right text-lg">{amountWords(amount)}</td>
					<td class="pl-3 text-right text-sm whitespace-nowrap text-quiet">
						{weights
							? `${shown.mass.words(amount.mass, 3)}${amount.cut === null ? '' : ', '}`
							: ''}{amount.cut === null
							? ''
							: `${shown.hand.words(amount.cut, 1)} each, ends included`}
					</td>
				</tr>
			{/each}
		</tbody>
	</table>
	<p class="pt-1 text-sm text-quiet">
		One hook and one bead in ten to spare; wire with ends to hold it by; fur with what falls off.
		{price === null
			? 'A price of hook, bead or wire is not known.'
			: `Hooks, beads and wire come to ${priceWords(price)}.`}
	</p>
</section>
