<script lang="ts">
	import Check from '@lucide/svelte/icons/check';
	import { Command } from 'bits-ui';

	interface Props {
		label: string;
		rows: readonly { readonly id: string; readonly name: string; readonly detail: string }[];
		current: string | null;
		choose: (id: string) => void;
	}
	let { label, rows, current, choose }: Props = $props();
</script>

<Command.Root {label} class="mt-3" value={current ?? undefined} loop>
	{#if rows.length > 6}
		<Command.Input
			placeholder="Find by name, size or metal"
			class="mb-2 h-11 w-full rounded-md bg-sunk px-3"
		/>
	{/if}
	<Command.List class="max-h-64 overflow-auto" aria-label={label}>
		<Command.Empty class="px-2 py-3 text-sm text-quiet">Nothing matches.</Command.Empty>
		{#each rows as row (row.id)}
			<Command.Item
				value={row.id}
				keywords={[row.name, row.detail]}
				class="flex min-h-11 cursor-pointer items-center gap-2 rounded-md px-2 py-1 data-selected:bg-sunk"
				onSelect={() => choose(row.id)}
			>
				<Check size={16} class={row.id === current ? 'shrink-0' : 'invisible shrink-0'} />
				<span class="min-w-0">
					<span class="block truncate" class:font-semibold={row.id === current}>{row.name}</span>
					<span class="block truncate text-sm text-quiet">{row.detail}</span>
				</span>
			</Command.Item>
		{/each}
	</Command.List>
</Command.Root>
