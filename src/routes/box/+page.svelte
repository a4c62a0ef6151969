<script lang="ts">
	import { goto } from '$app/navigation';
	import BoxRow from '$lib/views/box/BoxRow.svelte';
	import { inBox } from '$lib/documents/batch/body';
	import { searched } from '$lib/ui/search';
	import { useWorkspace } from '$lib/state/context';

	const { documents } = useWorkspace();
	let wanted = $state('');
	let alsoGone = $state(false);

	const rows = $derived(
		documents.all('batch').flatMap((row) =>
			row.body.items.map((kept, item) => ({
				row,
				item,
				name: kept.name,
				left: inBox(row.body, item).length,
				tied: row.body.flies.length
			}))
		)
	);
	const shown = $derived(
		searched(
			rows.filter(({ left, tied }) => tied > 0 && (alsoGone || left > 0)),
			wanted,
			({ name }) => name
		)
	);
	const all = $derived(rows.reduce((sum, { left }) => sum + left, 0));
</script>

<svelte:head><title>Box · Gravitas</title></svelte:head>
<div class="flex min-h-0 flex-1 flex-col overflow-y-auto px-5 py-4">
	<div class="flex flex-wrap items-end gap-x-6 gap-y-2 pb-3">
		<h1 class="text-4xl font-semibold">
			<span class="figure">{all}</span>
			{all === 1 ? 'fly' : 'flies'} in the box
		</h1>
		<span class="flex-1"></span>
		<label class="grid gap-1">
			<span class="text-sm text-quiet">Find by name</span>
			<input
				type="text"
				autocomplete="off"
				bind:value={wanted}
				class="h-11 w-52 rounded-md bg-sunk px-3"
			/>
		</label>
		<label class="flex h-11 items-center gap-2"
			><input type="checkbox" bind:checked={alsoGone} class="size-5 accent-(--water)" />also what is
			gone</label
		>
	</div>
	{#if shown.length > 0}
		<ul aria-label="In the box">
			{#each shown as { row, item } (`${row.id} ${item}`)}
				<BoxRow {row} {item} />
			{/each}
		</ul>
	{:else}
		<div class="grid flex-1 content-center justify-items-center gap-4 p-8 text-center">
			<p class="max-w-md text-xl">
				{rows.some(({ tied }) => tied > 0)
					? 'None of the flies in the box is called so.'
					: 'The box is empty. What is tied in a run comes into it, and flies that are tied already.'}
			</p>
			<button
				type="button"
				class="h-12 rounded-md bg-water px-5 text-lg text-on-water"
				onclick={() => void goto('/batch')}>Tie a run (Y)</button
			>
		</div>
	{/if}
</div>
