<script lang="ts">
	import { goto } from '$app/navigation';
	import WeightCodeButton from '$lib/frame/WeightCodeButton.svelte';
	import Segments from '$lib/ui/Segments.svelte';
	import { SvelteSet } from 'svelte/reactivity';
	import BoxRow from '$lib/views/box/BoxRow.svelte';
	import {
		boxed,
		boxOrders,
		boxText,
		seenIn,
		type Boxed,
		type BoxOrder
	} from '$lib/views/box/boxed';
	import { lookAlikes } from '$lib/documents/fly/weight-code';
	import { shown as measures, GRAM } from '$core/quantity/index';
	import { arrange, paint, takeAllOut } from '$lib/state/box';
	import { searched } from '$lib/ui/search';
	import { useWorkspace } from '$lib/state/context';

	const { documents } = useWorkspace();
	let wanted = $state('');
	let order = $state<BoxOrder>('day');
	let view = $state<'list' | 'compartments' | 'table' | 'map'>('list');
	let alsoGone = $state(false);
	/** Kinds that are drawn at once; more when they are asked for. */
	const AT_ONCE = 40;
	let most = $state(AT_ONCE);

	const rows = $derived(
		documents.all('batch').flatMap((row) => row.body.items.map((_, item) => boxed(row, item)))
	);
	const ordered = $derived(
		rows
			.filter(({ left, tied }) => tied > 0 && (alsoGone || left > 0))
			.toSorted(boxOrders[order].compare)
	);
	const shown = $derived(searched(ordered, wanted, boxText));
	const alike = $derived(
		lookAlikes(rows.flatMap((one) => (one.left > 0 ? (seenIn(one) ?? []) : [])))
	);
	/** Ids of those that are chosen in table or compartments. */
	const marked = new SvelteSet<string>();
	const chosen = $derived(shown.filter(({ id }) => marked.has(id)));
	const inBatches = (which: readonly Boxed[]) =>
		which.map(({ row, item }) => ({ batchId: row.id, item }));
	const move = (which: readonly Boxed[], compartment: string) =>
		arrange(documents, inBatches(which), compartment);
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
		<span class="flex h-11 items-center"><WeightCodeButton /></span>
		{#if view !== 'map'}
			<label class="grid gap-1">
				<span class="text-sm text-quiet">Find by name, bead or colour</span>
				<input
					type="text"
					autocomplete="off"
					bind:value={wanted}
					class="h-11 w-52 rounded-md bg-sunk px-3"
				/>
			</label>
			{#if view !== 'table'}
				<label class="grid gap-1">
					<span class="text-sm text-quiet">Order</span>
					<select bind:value={order} class="h-11 rounded-md bg-sunk px-2">
						{#each Object.entries(boxOrders) as [key, { words }] (key)}
							<option value={key}>{words}</option>
						{/each}
					</select>
				</label>
			{/if}
			<label class="flex h-11 items-center gap-2"
				><input type="checkbox" bind:checked={alsoGone} class="size-5 accent-(--water)" />also what
				is gone</label
			>
		{/if}
	</div>
	<div class="max-w-3xl pb-3">
		<Segments
			label="Show"
			value={view}
			options={[
				{ value: 'list', words: 'what is in it' },
				{ value: 'compartments', words: 'compartments' },
				{ value: 'table', words: 'as a table' },
				{ value: 'map', words: 'what it does where' }
			]}
			onchange={(value) => (view = value)}
		/>
	</div>
	{#if view === 'map'}
		{#await import('$lib/views/box/BoxMap.svelte') then { default: BoxMap }}
			<BoxMap />
		{/await}
	{:else}
		{#if alike.length > 0}
			<div class="mb-3 rounded-md bg-sunk p-3" role="note" aria-label="Look alike">
				<b>Look alike and weigh apart.</b>
				<ul>
					{#each alike.slice(0, 3) as [a, b] (`${a.name} ${b.name} ${a.massG} ${b.massG}`)}
						<li>
							{a.name} ({measures.mass.words(a.massG * GRAM, 3)}) and {b.name} ({measures.mass.words(
								b.massG * GRAM,
								3
							)})
						</li>
					{/each}
				</ul>
				<p class="text-sm text-quiet">
					{alike.length > 3 ? `And ${alike.length - 3} pairs more. ` : ''}Give each weight a colour
					of its own when you tie it next.
				</p>
			</div>
		{/if}
		{#if chosen.length > 0 && view !== 'list'}
			{#await import('$lib/views/box/ChosenBar.svelte') then { default: ChosenBar }}
				<ChosenBar
					rows={ordered}
					{chosen}
					{move}
					takeOut={(which, out) => takeAllOut(documents, inBatches(which), out)}
					paint={(which, part, colour) => paint(documents, inBatches(which), part, colour)}
					clear={() => marked.clear()}
				/>
			{/await}
		{/if}
		{#if view === 'table' && shown.length > 0}
			{#await import('$lib/views/box/BoxTable.svelte') then { default: BoxTable }}
				<BoxTable rows={shown} chosen={marked} />
			{/await}
		{:else if view === 'compartments' && ordered.length > 0}
			{#await import('$lib/views/box/BoxCompartments.svelte') then { default: BoxCompartments }}
				<BoxCompartments rows={shown} all={rows} chosen={marked} {move} />
			{/await}
		{:else if shown.length > 0}
			<ul aria-label="In the box" class="grid gap-x-10 lg:grid-cols-2">
				{#each shown.slice(0, most) as { row, item, id } (id)}
					<BoxRow {row} {item} />
				{/each}
			</ul>
			{#if shown.length > most}
				<button
					type="button"
					class="mt-3 h-11 self-start rounded-md bg-sunk px-4 hover:bg-line"
					onclick={() => (most += AT_ONCE)}
					>{Math.min(AT_ONCE, shown.length - most)} more of {shown.length - most}</button
				>
			{/if}
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
	{/if}
</div>
