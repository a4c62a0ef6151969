<script lang="ts">
	import { beadWords, coilWords, recipeChange } from '$core/fly/index';
	import type { FoundBuild } from '$core/match/index';
	import { priceWords, shown } from '$core/quantity/index';

	interface Props {
		builds: readonly FoundBuild[];
		take: (one: FoundBuild) => void;
		remove: (one: FoundBuild) => void;
	}
	let { builds, take, remove }: Props = $props();

	const rows: readonly { readonly name: string; readonly of: (one: FoundBuild) => string }[] = [
		{ name: 'good of 10', of: ({ chance }) => (10 * chance).toFixed(1) },
		{ name: `mass, ${shown.mass.unit}`, of: ({ mass }) => shown.mass.fixed(mass, 3) },
		{
			name: `sinks, ${shown.sink.unit}`,
			of: ({ speed, range }) =>
				range
					? `${shown.sink.fixed(speed, 0)} (${shown.sink.fixed(range.low, 0)}–${shown.sink.fixed(range.high, 0)})`
					: 'floats'
		},
		{ name: 'hangs', of: ({ attitude }) => attitude },
		{ name: 'thickness, % of shank', of: ({ bulk }) => (100 * bulk).toFixed(1) },
		{ name: `gap, ${shown.small.unit}`, of: ({ gapLeft }) => shown.small.fixed(gapLeft, 1) },
		{ name: 'price', of: ({ price }) => (price === null ? 'no price' : priceWords(price)) }
	];
	const small = 'h-8 rounded-md bg-sunk px-2 text-sm hover:bg-line';
</script>

<section aria-labelledby="pinned">
	<h2 id="pinned" class="font-semibold">Pinned</h2>
	<table class="w-full table-fixed border-collapse text-right text-sm">
		<thead>
			<tr class="align-bottom">
				<td class="w-24"></td>
				{#each builds as { recipe }, k (k)}
					<th scope="col" class="pl-2 font-normal">
						<b class="block">{recipe.bead ? beadWords(recipe.bead) : 'no bead'}</b>
						<span class="block">{recipe.coil ? coilWords(recipe.coil) : 'no wire'}</span>
					</th>
				{/each}
			</tr>
		</thead>
		<tbody>
			{#each rows as { name, of } (name)}
				<tr class="border-t border-line/60">
					<th scope="row" class="py-0.5 text-left font-normal text-quiet">{name}</th>
					{#each builds as one, k (k)}<td class="figure pl-2">{of(one)}</td>{/each}
				</tr>
			{/each}
			<tr>
				<td></td>
				{#each builds as one, k (k)}
					<td class="pt-1 pl-2">
						<button type="button" class={small} onclick={() => take(one)}>Tie</button>
						<button type="button" class={small} onclick={() => remove(one)}>Unpin</button>
					</td>
				{/each}
			</tr>
		</tbody>
	</table>
	{#if builds.length > 1}
		<p class="pt-1 text-sm text-quiet">
			{recipeChange(builds[0]!.recipe, builds[1]!.recipe).words}
		</p>
	{/if}
</section>
