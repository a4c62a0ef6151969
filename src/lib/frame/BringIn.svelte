<script lang="ts">
	import FileInput from '@lucide/svelte/icons/file-input';
	import type { ImportAnswer, ImportChoice, ImportItem } from '$lib/api/import';
	import { api, RequestError } from '$lib/state/client';
	import Segments from '$lib/ui/Segments.svelte';
	import { useWorkspace } from '$lib/state/context';

	interface Props {
		/** Offers to paste a table of the stock as well. */
		table?: boolean;
	}
	let { table = false }: Props = $props();
	const workspace = useWorkspace();
	const { documents } = workspace;
	let pasted = $state('');

	let files = $state.raw<readonly File[]>([]);
	let found = $state.raw<ImportAnswer | null>(null);
	let choices = $state<Record<string, ImportChoice>>({});
	let busy = $state(false);
	let wrong = $state<string | null>(null);
	let done = $state<string | null>(null);
	let over = $state(false);
	let input = $state<HTMLInputElement>();

	const keyOf = (item: ImportItem) => `${item.kind}:${item.id}`;
	const choiceOf = (item: ImportItem) => choices[keyOf(item)] ?? 'keep';
	const count = (status: ImportItem['status']) =>
		found?.items.filter((item) => item.status === status).length ?? 0;
	const toWrite = $derived(
		(found?.items ?? []).filter(
			(item) => item.status === 'new' || (item.status === 'different' && choiceOf(item) !== 'keep')
		).length
	);
	const odd = $derived(found?.items.filter(({ question }) => question !== undefined).length ?? 0);
	/** What is asked about comes first. */
	const inOrder = $derived(
		[...(found?.items ?? [])].sort((a, b) => Number(!a.question) - Number(!b.question))
	);
	const choiceWords: Readonly<Record<ImportChoice, string>> = {
		keep: 'keep mine',
		take: 'take this',
		both: 'keep both'
	};

	async function attempt(work: () => Promise<void>) {
		busy = true;
		wrong = null;
		try {
			await work();
		} catch (error) {
			if (!(error instanceof RequestError)) throw error;
			wrong = error.message;
		} finally {
			busy = false;
		}
	}

	async function look(chosen: readonly File[]) {
		if (chosen.length === 0) return;
		done = null;
		found = null;
		choices = {};
		files = chosen;
		await attempt(async () => {
			await workspace.flush();
			found = await api.import(chosen, {}, true);
		});
	}

	async function bringIn() {
		await attempt(async () => {
			const { written } = await api.import(files, choices, false);
			done =
				written === 0
					? 'Nothing had to be written.'
					: `${written} brought in. One undo takes ${written === 1 ? 'it' : 'all of it'} out again.`;
			found = null;
			pasted = '';
			await documents.refresh();
		});
	}

	function drop(event: DragEvent) {
		event.preventDefault();
		over = false;
		void look([...(event.dataTransfer?.files ?? [])]);
	}
</script>

<svelte:window
	ondragover={(event) => {
		event.preventDefault();
		over = true;
	}}
	ondragleave={(event) => {
		if (event.relatedTarget === null) over = false;
	}}
	ondrop={drop}
/>

<section aria-labelledby="bring-in" class="min-w-0">
	<h2 id="bring-in" class="text-lg font-semibold">Bring in</h2>
	<button
		type="button"
		disabled={busy}
		class="mt-3 flex min-h-28 w-full items-center justify-center gap-3 rounded-md border-2 border-dashed px-4 hover:bg-sunk {over
			? 'border-water bg-water-soft'
			: 'border-line'}"
		onclick={() => input?.click()}
	>
		<FileInput size={22} class="shrink-0" aria-hidden="true" />
		<span class="text-left">
			<span class="block">Choose files, or drop them anywhere here</span>
			<span class="block text-sm text-quiet"
				>{table
					? 'a table of your stock (CSV), or any document'
					: 'flies, lies, rivers, lots, an archive of them, a table of the stock or the log (CSV)'}</span
			>
		</span>
	</button>
	<input
		bind:this={input}
		type="file"
		multiple
		accept=".json,.zip,.csv,.tsv,.txt,application/json,application/zip,text/csv"
		class="sr-only"
		tabindex="-1"
		aria-label="Files to bring in"
		onchange={() => {
			void look([...(input?.files ?? [])]);
			if (input) input.value = '';
		}}
	/>

	{#if table}
		<label class="mt-3 block text-sm text-quiet" for="pasted-table"
			>Or paste rows from a spreadsheet, with the line of column names</label
		>
		<textarea
			id="pasted-table"
			bind:value={pasted}
			rows="3"
			spellcheck="false"
			placeholder="material, name, metal, shape, bead_mm, left, low_at"
			class="figure mt-1 w-full rounded-md bg-sunk p-2 text-sm whitespace-pre"></textarea>
		<button
			type="button"
			disabled={busy || pasted.trim() === ''}
			class="mt-1 h-11 rounded-md bg-sunk px-4 hover:bg-line disabled:opacity-45"
			onclick={() => void look([new File([pasted], 'pasted.csv', { type: 'text/csv' })])}
			>See what it brings</button
		>
	{/if}

	<div aria-live="polite">
		{#if busy}<p class="mt-3 text-quiet">Reading …</p>{/if}
		{#if done}<p class="mt-3 rounded-md bg-water-soft px-3 py-2">{done}</p>{/if}
	</div>
	{#if wrong}
		<p role="alert" class="mt-3 rounded-md bg-warn-soft px-3 py-2 wrap-anywhere">
			{wrong} Nothing was brought in.
		</p>
	{/if}
	{#if found}
		<p class="mt-3">
			<span class="font-semibold">{count('new')} new</span>, {count('different')} different, {count(
				'same'
			)} the same as here.
		</p>
		{#if odd > 0}
			<p class="mt-1 text-warn">
				{odd === 1 ? 'One figure is' : `${odd} figures are`} hardly believable: see below. Brought in,
				{odd === 1 ? 'it is' : 'they are'} kept as {odd === 1 ? 'it is' : 'they are'}.
			</p>
		{/if}
		<ul class="mt-2 max-h-72 divide-y divide-line overflow-auto" aria-label="What is in the files">
			{#each inOrder as item (`${item.source} ${keyOf(item)}`)}
				<li class="py-2">
					<p class="flex items-baseline gap-2">
						<span class="min-w-0 flex-1 truncate">{item.name}</span>
						<span
							class="shrink-0 text-sm {item.status === 'same' ? 'text-quiet' : 'font-semibold'}"
						>
							{item.kind}, {item.status === 'same' ? 'the same' : item.status}
						</span>
					</p>
					{#if item.question}
						<p class="text-sm text-warn">{item.question}</p>
					{/if}
					{#if item.status === 'different'}
						<p class="mb-1 text-sm text-quiet">From yours to this: {item.words}</p>
						<Segments
							labelled
							label="With {item.name}"
							options={(['keep', 'take', 'both'] as const).map((value) => ({
								value,
								words: choiceWords[value]
							}))}
							value={choiceOf(item)}
							onchange={(value) => (choices[keyOf(item)] = value)}
						/>
					{/if}
				</li>
			{/each}
		</ul>
		{#if found.passedOver.length > 0}
			<p class="mt-1 text-sm text-quiet">
				Passed over, not documents: {found.passedOver.join(', ')}
			</p>
		{/if}
		<div class="mt-3 flex gap-2">
			<button
				type="button"
				disabled={busy || toWrite === 0}
				class="h-12 rounded-md bg-water px-4 text-on-water disabled:opacity-45"
				onclick={() => void bringIn()}
				>{toWrite === 0 ? 'Nothing to bring in' : `Bring in ${toWrite}`}</button
			>
			<button
				type="button"
				class="h-12 rounded-md bg-sunk px-4 hover:bg-line"
				onclick={() => (found = null)}>Leave it</button
			>
		</div>
	{/if}
</section>
