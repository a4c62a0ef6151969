<script lang="ts">
	import type { LotRow } from '$lib/documents/kinds';
	import {
		isLow,
		leftOf,
		lotMaterials,
		lotMaterialWords,
		lotUnit,
		lotWords,
		materialOf,
		measuredWords,
		type LotMaterial
	} from '$lib/documents/lot/body';

	interface Props {
		lots: readonly LotRow[];
		current: string | null;
		choose: (id: string) => void;
		add: (material: LotMaterial) => void;
	}
	let { lots, current, choose, add }: Props = $props();
	const groups = $derived(
		lotMaterials.map((material) => ({
			material,
			rows: lots.filter(({ body }) => materialOf(body) === material)
		}))
	);
</script>

<div class="flex flex-col gap-4">
	{#each groups as { material, rows } (material)}
		<section aria-labelledby="lots-{material}">
			<div class="flex items-baseline gap-3">
				<h2 id="lots-{material}" class="text-lg font-semibold">{lotMaterialWords[material]}</h2>
				<button
					type="button"
					class="min-h-9 text-sm text-water underline underline-offset-2"
					onclick={() => add(material)}>New lot</button
				>
			</div>
			{#if rows.length}
				<ul class="mt-1 grid gap-1" data-on-paper>
					{#each rows as lot (lot.id)}
						{@const measured = measuredWords(lot.body)}
						<li>
							<button
								type="button"
								class="grid min-h-11 w-full grid-cols-[minmax(0,1fr)_auto] items-center gap-x-3 rounded-md px-3 py-1 text-left hover:bg-sunk {lot.id ===
								current
									? 'bg-sunk'
									: ''}"
								aria-current={lot.id === current ? 'true' : undefined}
								onclick={() => choose(lot.id)}
							>
								<span class="min-w-0">
									<span class="block truncate" class:font-semibold={lot.id === current}
										>{lot.name}</span
									>
									<span class="block truncate text-sm text-quiet"
										>{lotWords(lot.body)}{measured ? ` · ${measured}` : ''}</span
									>
								</span>
								<span class="text-right">
									<span class="figure text-lg">{leftOf(lot.body)}</span>
									<span class="text-sm text-quiet">{lotUnit(material, leftOf(lot.body))}</span>
									{#if isLow(lot.body)}<span class="block text-sm text-warn">low</span>{/if}
								</span>
							</button>
						</li>
					{/each}
				</ul>
			{:else}
				<p class="text-sm text-quiet">None yet.</p>
			{/if}
		</section>
	{/each}
</div>
