<script lang="ts">
	import { Dialog } from 'bits-ui';
	import type { DocumentRow } from '$lib/documents/kinds';
	import type { HistoryEntry } from '$lib/api/answers';
	import { api, RequestError } from '$lib/state/client';
	import DoneLine from '$lib/ui/DoneLine.svelte';
	import { useWorkspace } from '$lib/state/context';

	interface Props {
		row: DocumentRow;
		open: boolean;
	}
	let { row, open = $bindable() }: Props = $props();
	const workspace = useWorkspace();
	const { selection } = workspace;
	let entries = $state.raw<readonly HistoryEntry[] | null>(null);
	let wrong = $state<string | null>(null);

	$effect(() => {
		if (!open) return;
		const { kind, id } = row;
		entries = null;
		wrong = null;
		void workspace
			.flush()
			.then(() => api.historyOf(kind, id))
			.then(
				(found) => (entries = found),
				(error: unknown) => {
					if (!(error instanceof RequestError)) throw error;
					wrong = error.message;
				}
			);
	});

	/** The label without the name, which stands above the list. */
	const words = (entry: HistoryEntry) => {
		const name = (entry.after ?? entry.before)?.name;
		return name && entry.label.startsWith(`${name}: `)
			? entry.label.slice(name.length + 2)
			: entry.label;
	};
	const states = $derived(
		(entries ?? []).map((entry, i) => ({
			entry,
			words: words(entry),
			// The oldest change's state before it is an earlier state too, where nothing made the document.
			before: i === entries!.length - 1 ? entry.before : null
		}))
	);

	async function bringBack(state: DocumentRow) {
		if (await selection.bringBack(state)) open = false;
	}
</script>

{#snippet back(state: DocumentRow, what: string)}
	<button
		type="button"
		class="h-11 shrink-0 rounded-md px-3 underline hover:bg-sunk"
		aria-label="Bring back as a copy: {what}"
		onclick={() => void bringBack(state)}>Copy</button
	>
{/snippet}

<Dialog.Root bind:open>
	<Dialog.Portal>
		<Dialog.Overlay class="fixed inset-0 z-40 bg-veil" />
		<Dialog.Content
			class="fixed top-1/2 left-1/2 z-50 flex max-h-[90vh] w-[min(34rem,94vw)] -translate-x-1/2 -translate-y-1/2 flex-col rounded-lg bg-raised p-5 outline-none"
		>
			<Dialog.Title class="text-xl font-semibold wrap-anywhere"
				>What was done to {row.name}</Dialog.Title
			>
			<Dialog.Description class="text-quiet">
				“Copy” brings the {row.kind} back as it was after that, beside this one.
			</Dialog.Description>
			{#if wrong}<p role="alert" class="mt-3 text-warn">{wrong}</p>{/if}
			{#if entries?.length === 0}
				<p class="mt-3">Nothing yet: it is as it came.</p>
			{/if}
			<ul
				class="mt-3 min-h-0 divide-y divide-line overflow-auto"
				aria-label="Changes, newest first"
			>
				{#each states as { entry, words, before } (entry.id)}
					<li class="flex items-center gap-2 py-1">
						<DoneLine {words} at={entry.at} holds={entry.holds} />
						{#if entry.after}{@render back(entry.after, words)}{/if}
					</li>
					{#if before}
						<li class="flex items-center gap-2 py-1">
							<span class="min-w-0 flex-1">as it came</span>
							{@render back(before, 'as it came')}
						</li>
					{/if}
				{/each}
			</ul>
			<Dialog.Close class="mt-4 h-11 self-start rounded-md bg-water px-4 text-on-water"
				>Close</Dialog.Close
			>
		</Dialog.Content>
	</Dialog.Portal>
</Dialog.Root>
