<script lang="ts">
	import Check from '@lucide/svelte/icons/check';
	import { Command } from 'bits-ui';
	import { AT_ONCE, partOf } from '$lib/ui/long-list';
	import type { searched } from '$lib/ui/search';

	interface ListedRow {
		readonly id: string;
		readonly name: string;
		readonly detail: string;
		/** What it is found by besides. */
		readonly also?: string;
	}
	interface Props {
		label: string;
		placeholder: string;
		rows: readonly ListedRow[];
		current: string | null;
		choose: (id: string) => void;
		/** Not where it stands in a view of its own, which has more room. */
		takesFocus?: boolean;
	}
	let { label, placeholder, rows, current, choose, takesFocus = true }: Props = $props();
	const id = $props.id();
	let field = $state<HTMLElement | null>(null);
	let list = $state<HTMLElement | null>(null);
	let wanted = $state('');
	/** Fetched as the list is shown, before one has typed. */
	let search = $state.raw<typeof searched | null>(null);
	$effect(() => {
		void import('$lib/ui/search').then((module) => (search = module.searched));
	});
	const textOf = ({ name, detail, also = '' }: ListedRow) => `${name}, ${detail}, ${also}`;
	/** Nothing while the words cannot be looked up yet: what is clicked would move away as they are. */
	const found = $derived(search ? search(rows, wanted, textOf) : wanted.trim() === '' ? rows : []);
	let asked = $state({ before: 0, after: 0 });
	const at = $derived(wanted.trim() === '' ? rows.findIndex((row) => row.id === current) : -1);
	const part = $derived(partOf(found, at, asked));
	/** What Enter chooses: what was chosen before, and the best of what is found. */
	let marked = $derived((wanted.trim() === '' ? current : found[0]?.id) ?? '');
	// It may be fetched only once its panel is open, which then has nothing else to give the focus to.
	$effect(() => {
		if (takesFocus) field?.focus();
	});
	/** What one has is in sight as the list opens, with its neighbours; the page around it stays. */
	$effect(() => {
		if (at < 0 || !list) return;
		const row = list.querySelector(
			`[data-command-item][data-value="${CSS.escape(current ?? '')}"]`
		);
		if (!row) return;
		const [inner, outer] = [row.getBoundingClientRect(), list.getBoundingClientRect()];
		list.scrollTop += inner.top - outer.top - (outer.height - inner.height) / 2;
	});
</script>

{#snippet more(words: string, show: () => void)}
	<button
		type="button"
		class="h-11 w-full rounded-md px-2 text-left text-sm text-quiet underline"
		onclick={show}>{words}</button
	>
{/snippet}

<Command.Root {label} bind:value={marked} shouldFilter={false} loop>
	<Command.Input
		bind:ref={field}
		bind:value={wanted}
		oninput={() => (asked = { before: 0, after: 0 })}
		{placeholder}
		aria-controls="{id}-list"
		class="mb-2 h-11 w-full rounded-md bg-sunk px-3"
	/>
	<Command.List
		bind:ref={list}
		id="{id}-list"
		tabindex={0}
		class="overflow-auto {takesFocus ? 'max-h-44' : 'max-h-[50vh]'}"
		aria-label={label}
	>
		<Command.Empty class="px-2 py-3 text-sm text-quiet"
			>{search ? 'Nothing matches.' : 'Looking …'}</Command.Empty
		>
		{#if part.before > 0}
			{@render more(`${part.before} before these`, () => (asked.before += AT_ONCE))}
		{/if}
		{#each part.shown as row (row.id)}
			<Command.Item
				value={row.id}
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
		{#if part.after > 0}
			{@render more(`${part.after} more; a word finds them sooner`, () => (asked.after += AT_ONCE))}
		{/if}
	</Command.List>
</Command.Root>
