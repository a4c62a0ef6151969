<script lang="ts">
	import {
		createPaginatedRowModel,
		createSortedRowModel,
		createTable,
		rowPaginationFeature,
		rowSortingFeature,
		sortFn_alphanumeric,
		sortFn_basic,
		tableFeatures,
		type PaginationState,
		type SortingState
	} from '@tanstack/svelte-table';
	import { beadWords } from '$core/fly/index';
	import { GRAM, shown } from '$core/quantity/index';
	import { flyColours } from '$lib/documents/fly/about';
	import { recipeIn, type Boxed } from './boxed';

	interface Props {
		rows: readonly Boxed[];
		/** Ids of those that are chosen. */
		chosen: { has(id: string): boolean; add(id: string): unknown; delete(id: string): unknown };
	}
	/** The box as a table: sorted by any of its columns, as many at once as a screen has. */
	let { rows, chosen }: Props = $props();

	const features = tableFeatures({
		rowSortingFeature,
		sortedRowModel: createSortedRowModel(),
		sortFns: { alphanumeric: sortFn_alphanumeric, basic: sortFn_basic },
		rowPaginationFeature,
		paginatedRowModel: createPaginatedRowModel()
	});
	const words = (name: string, of: (one: Boxed) => string) =>
		({ id: name, header: name, accessorFn: of, sortFn: 'alphanumeric' }) as const;
	const figure = (name: string, of: (one: Boxed) => number | undefined) =>
		({ id: name, header: name, accessorFn: of, sortFn: 'basic', sortUndefined: 'last' }) as const;
	const columns = [
		words('fly', ({ name }) => name),
		figure('left', ({ left }) => left),
		words('compartment', ({ compartment }) => compartment),
		figure('hook', (one) => recipeIn(one).hook.size),
		words('bead', (one) => beadWords(recipeIn(one).bead)),
		figure(shown.mass.unit, ({ massG }) => massG ?? undefined),
		figure(shown.sink.unit, ({ sinkMs }) => sinkMs ?? undefined),
		words('colours', ({ row, item }) =>
			Object.entries(row.body.items[item]!.colours ?? {})
				.map(([part, colour]) => `${colour} ${part}`)
				.join(', ')
		),
		words('tied', ({ row }) => row.body.on)
	];
	const RIGHT: readonly string[] = ['left', 'hook', shown.mass.unit, shown.sink.unit];
	/** Rows at once: what one looks through without a wait. */
	const AT_ONCE = 100;

	let sorting = $state<SortingState>([{ id: 'tied', desc: true }]);
	let pagination = $state<PaginationState>({ pageIndex: 0, pageSize: AT_ONCE });
	const told = <State,>(next: State | ((before: State) => State), before: State): State =>
		typeof next === 'function' ? (next as (before: State) => State)(before) : next;
	const table = createTable({
		features,
		columns,
		get data() {
			return rows as Boxed[];
		},
		getRowId: ({ id }) => id,
		state: {
			get sorting() {
				return sorting;
			},
			get pagination() {
				return pagination;
			}
		},
		onSortingChange: (next) => (sorting = told(next, sorting)),
		onPaginationChange: (next) => (pagination = told(next, pagination))
	});
	const all = $derived(rows.length > 0 && rows.every(({ id }) => chosen.has(id)));
	const pages = $derived(Math.max(1, Math.ceil(rows.length / AT_ONCE)));
	const page = $derived(Math.min(pagination.pageIndex, pages - 1));
	const sorted = { asc: 'ascending', desc: 'descending' } as const;

	function said(one: Boxed, column: string): string {
		if (column === shown.mass.unit)
			return one.massG === null ? '·' : shown.mass.fixed(one.massG * GRAM, 3);
		if (column === shown.sink.unit)
			return one.sinkMs === null ? '·' : shown.sink.fixed(one.sinkMs, 0);
		const value = columns.find(({ id }) => id === column)!.accessorFn(one);
		return String(value ?? '·') || '·';
	}
</script>

<div class="overflow-x-auto">
	<table class="w-full text-left" aria-label="In the box">
		<thead>
			<tr class="text-sm text-quiet">
				<th scope="col" class="w-11 p-0"
					><label class="flex size-11 items-center justify-center"
						><input
							type="checkbox"
							class="size-5 accent-(--water)"
							aria-label="Choose all that are listed"
							checked={all}
							onchange={() => {
								const none = all;
								for (const { id } of rows) {
									if (none) chosen.delete(id);
									else chosen.add(id);
								}
							}}
						/></label
					></th
				>
				{#each table.getHeaderGroups()[0]?.headers ?? [] as header (header.id)}
					{@const way = header.column.getIsSorted()}
					<th
						scope="col"
						class="p-0 font-normal whitespace-nowrap"
						aria-sort={way ? sorted[way] : 'none'}
					>
						<button
							type="button"
							class="flex min-h-11 w-full items-center gap-1 px-2 hover:text-ink {RIGHT.includes(
								header.id
							)
								? 'justify-end'
								: ''} {way ? 'font-semibold text-ink' : ''}"
							onclick={header.column.getToggleSortingHandler()}
							>{header.id}<span aria-hidden="true">{way === 'asc' ? '▲' : way ? '▼' : ''}</span
							></button
						>
					</th>
				{/each}
			</tr>
		</thead>
		<tbody>
			{#each table.getRowModel().rows as { id, original } (id)}
				<tr class="border-t border-line/60 {chosen.has(id) ? 'bg-sunk' : ''}">
					<td class="p-0"
						><label class="flex size-11 items-center justify-center"
							><input
								type="checkbox"
								class="size-5 accent-(--water)"
								aria-label="Choose {original.left} {original.name}, tied {original.row.body.on}"
								checked={chosen.has(id)}
								onchange={({ currentTarget }) =>
									currentTarget.checked ? chosen.add(id) : chosen.delete(id)}
							/></label
						></td
					>
					{#each columns as { id: column } (column)}
						{#if column === 'fly'}
							<th scope="row" class="px-2 font-semibold">{original.name}</th>
						{:else if column === 'colours'}
							<td class="px-2 text-sm whitespace-nowrap">
								{#each Object.entries(original.row.body.items[original.item]!.colours ?? {}) as [part, colour] (part)}
									<span class="mr-2"
										><span
											class="mr-1 inline-block size-4 rounded-full border border-line align-[-2px]"
											style:background={flyColours[colour]}
										></span>{colour}
										{part}</span
									>
								{:else}·{/each}
							</td>
						{:else}
							<td
								class="px-2 whitespace-nowrap {RIGHT.includes(column)
									? 'figure text-right'
									: ''} {column === 'left' ? 'text-xl' : ''}">{said(original, column)}</td
							>
						{/if}
					{/each}
				</tr>
			{/each}
		</tbody>
	</table>
</div>
{#if pages > 1}
	<div class="flex items-center gap-3 pt-3">
		<button
			type="button"
			class="h-11 rounded-md bg-sunk px-4 hover:bg-line disabled:opacity-40"
			disabled={page === 0}
			onclick={() => (pagination = { ...pagination, pageIndex: page - 1 })}>before these</button
		>
		<span
			><span class="figure">{page * AT_ONCE + 1}–{Math.min(rows.length, (page + 1) * AT_ONCE)}</span
			>
			of <span class="figure">{rows.length}</span></span
		>
		<button
			type="button"
			class="h-11 rounded-md bg-sunk px-4 hover:bg-line disabled:opacity-40"
			disabled={page >= pages - 1}
			onclick={() => (pagination = { ...pagination, pageIndex: page + 1 })}>after these</button
		>
	</div>
{/if}
