<script lang="ts">
	import { partWords, type PartName } from '$core/fly/index';
	import type { LotRow } from '$lib/documents/kinds';
	import Opens from '$lib/ui/Opens.svelte';
	import { leftOf, lotWords, measuredWords } from '$lib/documents/lot/body';

	interface Props {
		part: PartName;
		/** The lots that can make this part. */
		lots: readonly LotRow[];
		/** Those that it is from. */
		current: readonly string[];
		take: (lot: LotRow) => void;
	}
	let { part, lots, current, take }: Props = $props();
	let open = $state(false);
	const from = $derived(lots.filter(({ id }) => current.includes(id)));
</script>

<Opens
	bind:open
	label="Take the {partWords[part]} from the stock"
	class="min-h-9 w-full rounded-md bg-sunk px-3 py-1.5 text-left text-sm hover:bg-line"
	panel="w-[min(24rem,94vw)] p-3"
>
	{#snippet words()}
		{from.length
			? `From your stock: ${from.map(({ name }) => name).join(', ')}`
			: 'Nominal. Take it from your stock …'}
	{/snippet}
	{#await import('$lib/controls/RowList.svelte') then { default: RowList }}
		<RowList
			label="In stock"
			placeholder="Find by name, size or metal"
			rows={lots.map(({ id, name, body }) => {
				const measured = measuredWords(body);
				return {
					id,
					name,
					detail: `${lotWords(body)} · ${leftOf(body)} left${measured ? ` · ${measured}` : ''}`
				};
			})}
			current={current[0] ?? null}
			choose={(id) => {
				const lot = lots.find((row) => row.id === id);
				if (lot) take(lot);
				open = false;
			}}
		/>
	{/await}
</Opens>
