<script lang="ts">
	import type { FoundBuild, WayOut } from '$core/match/index';
	import { useWorkspace } from '$lib/state/context';
	import { searchOf } from '$lib/state/match.svelte';

	interface Props {
		tie: (one: Pick<FoundBuild, 'recipe'>) => void;
	}
	let { tie }: Props = $props();
	const workspace = useWorkspace();
	const { strip } = workspace;
	const search = searchOf(workspace);

	function take({ change }: WayOut) {
		if (change.rig) strip.setRig(change.rig);
		if (change.lie) strip.changeWater({ approach: change.lie.approach });
		if (change.recipe) tie({ recipe: change.recipe });
	}
</script>

<div class="mb-1 rounded-md bg-warn-soft px-3 py-2">
	<p>{search.limit}</p>
	{#if search.waysOut === null}
		<p class="text-sm">Looking for what would help …</p>
	{:else if search.waysOut.length === 0}
		<p class="text-sm">The first build below is the most that can be had here.</p>
	{:else}
		<p class="flex flex-wrap items-center gap-2 pt-1 text-sm">
			Would help:
			{#each search.waysOut as way (way.words)}
				<button
					type="button"
					class="min-h-9 rounded-md bg-raised px-3 text-left hover:bg-line"
					onclick={() => take(way)}
					>{way.words} <b class="figure">{(10 * way.chance).toFixed(1)}/10</b></button
				>
			{/each}
		</p>
	{/if}
</div>
