<script lang="ts">
	import type { Amount } from '$core/batch/index';
	import { amountWords } from './words';

	interface Props {
		amounts: readonly Amount[];
		count: number;
		/** Of hooks, beads and wire for one fly; null where a price is not known. */
		price: number | null;
		/** What the stock lacks, in words by part. */
		short: Readonly<Record<string, string>>;
	}
	let { amounts, count, price, short }: Props = $props();
</script>

<section aria-labelledby="cut-list">
	<h2 id="cut-list" class="text-lg font-semibold">Cut list for {count}</h2>
	<table class="w-full border-collapse">
		<tbody>
			{#each amounts as amount (amount.part + amount.words)}
				<tr class="border-t border-line/60 align-baseline">
					<th class="py-1 pr-3 text-left font-normal">
						{amount.words}
						{#if short[amount.part]}<span class="block text-sm text-warn">{short[amount.part]}</span
							>{/if}
					</th>
					<td class="figure text-right text-lg">{amountWords(amount)}</td>
					<td class="pl-3 text-right text-sm whitespace-nowrap text-quiet">
						{amount.cut === null ? '' : `${(100 * amount.cut).toFixed(1)} cm each, ends included`}
					</td>
				</tr>
			{/each}
		</tbody>
	</table>
	<p class="pt-1 text-sm text-quiet">
		One hook and one bead in ten to spare; wire with ends to hold it by; fur with what falls off.
		{price === null
			? 'A price of hook, bead or wire is not known.'
			: `Hooks, beads and wire come to ${(price * count).toFixed(2)}.`}
	</p>
</section>
