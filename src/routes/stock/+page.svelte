<script lang="ts">
	import { tick } from 'svelte';
	import BringIn from '$lib/frame/BringIn.svelte';
	import { partsFrom } from '$lib/documents/lot/from-stock';
	import {
		lotMaterials,
		lotMaterialWords,
		materialOf,
		type LotMaterial
	} from '$lib/documents/lot/body';
	import { addresses } from '$lib/state/client';
	import { useWorkspace } from '$lib/state/context';
	import { firstLot } from '$lib/controls/index';
	import LotEditor from '$lib/views/stock/LotEditor.svelte';
	import LotList from '$lib/views/stock/LotList.svelte';
	import Shopping from '$lib/views/stock/Shopping.svelte';

	const { documents, stock, selection, parameters } = useWorkspace();
	let chosen = $state<string | null>(null);
	const lot = $derived(
		documents.all('lot').find(({ id }) => id === chosen) ??
			lotMaterials
				.map((material) => documents.all('lot').find(({ body }) => materialOf(body) === material))
				.find((first) => first !== undefined) ??
			null
	);

	/** Where the list and the lot stand below each other, the lot comes into sight. */
	async function choose(id: string) {
		chosen = id;
		await tick();
		if (matchMedia('(width < 48rem) or (height < 30rem)').matches) {
			document.getElementById('lot-name')?.scrollIntoView({ block: 'center' });
		}
	}

	async function add(material: LotMaterial) {
		const name = `New ${lotMaterialWords[material].toLowerCase()}`;
		const id = await stock.newLot(name, firstLot[material]);
		if (id) await choose(id);
	}
</script>

<svelte:head><title>Stock · Gravitas</title></svelte:head>

<div
	class="grid min-h-0 flex-1 md:grid-cols-[minmax(0,5fr)_minmax(0,5fr)_minmax(0,4fr)] md:overflow-hidden max-md:gap-6 max-md:p-4"
>
	<div class="min-h-0 overflow-y-auto md:p-5">
		<h1 class="text-xl font-semibold">Stock</h1>
		<p class="mb-3 text-sm text-quiet">
			What lies in your drawers. What you weigh or measure here makes the predictions of the flies
			tied from it surer; what is not here, the Bench takes at its nominal size.
		</p>
		<LotList lots={documents.all('lot')} current={lot?.id ?? null} {choose} {add} />
	</div>
	<div class="min-h-0 overflow-y-auto border-line md:border-x md:p-5">
		{#if lot}
			{@const now = lot}
			{#key now.id}
				<LotEditor
					lot={now}
					rename={(name) => documents.rename(now, name)}
					onchange={(body) => stock.setLot(now, body)}
					enter={(what, entryOf) => stock.enter(now.id, what, entryOf)}
					remove={() => void documents.erase(now)}
					parts={selection.fly ? partsFrom(now) : []}
					take={(part) => stock.takeFrom(now, part)}
					distribution={parameters.distribution}
				/>
			{/key}
		{:else}
			<p>
				Nothing is in stock yet. Begin with the beads: choose “New lot” beside Beads, or paste a
				table.
			</p>
		{/if}
	</div>
	<div class="flex min-h-0 flex-col gap-6 overflow-y-auto md:p-5">
		<Shopping lots={documents.all('lot')} />
		<BringIn table />
		<a
			href={addresses.stock}
			download
			class="grid min-h-11 place-items-center rounded-md bg-sunk px-4 hover:bg-line"
			>Take the stock out as a table (CSV)</a
		>
	</div>
</div>
