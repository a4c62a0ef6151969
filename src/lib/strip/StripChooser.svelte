<script lang="ts" module>
	/** What a chooser does when something was chosen, or its history is wanted. */
	export interface Chosen {
		onchosen: () => void;
		showHistory: (row: DocumentRow) => void;
	}
</script>

<script lang="ts">
	import ChevronDown from '@lucide/svelte/icons/chevron-down';
	import type { Component } from 'svelte';
	import type { DocumentRow } from '$lib/documents/kinds';
	import Opens from '$lib/ui/Opens.svelte';

	interface Props {
		/** Fly, Rig or Lie. */
		kind: string;
		name: string;
		detail: string;
		/** What it does, and its key. */
		label: string;
		letter: string;
		open: boolean;
		/** Choosers open below the answer, which must stay in sight while they change it. */
		anchor: HTMLElement | null;
		align: 'start' | 'center' | 'end';
		width: string;
		/** Its inside, fetched when it is wanted. */
		inside: () => Promise<{ default: Component<Chosen> }>;
		showHistory: (row: DocumentRow) => void;
	}
	let {
		kind,
		name,
		detail,
		label,
		letter,
		open = $bindable(),
		anchor,
		align,
		width,
		inside,
		showHistory
	}: Props = $props();
</script>

<Opens
	bind:open
	{label}
	title="{label} ({letter})"
	{anchor}
	{align}
	class="flex w-full items-baseline gap-2 rounded-md px-2 py-1 text-left hover:bg-raised data-[state=open]:bg-raised"
	panel="max-h-(--bits-popover-content-available-height) overflow-auto p-4 {width}"
	fixed
>
	{#snippet words()}
		<span class="w-8 shrink-0 text-sm text-quiet">{kind}</span>
		<span class="min-w-0 flex-1 truncate">
			<span class="text-lg font-semibold">{name}</span>
			<span class="text-sm text-quiet">{detail}</span>
		</span>
		<ChevronDown size={16} class="shrink-0 self-center" />
	{/snippet}
	{#await inside() then { default: Inside }}
		<Inside
			onchosen={() => (open = false)}
			showHistory={(row) => {
				open = false;
				showHistory(row);
			}}
		/>
	{/await}
</Opens>
