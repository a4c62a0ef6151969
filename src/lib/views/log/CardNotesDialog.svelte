<script lang="ts">
	import { readNotes } from '$lib/documents/entry/card-notes';
	import { sightWords } from '$lib/documents/entry/body';
	import { lookAt, takeIn } from '$lib/state/card-notes';
	import { useWorkspace } from '$lib/state/context';
	import Modal from '$lib/ui/Modal.svelte';
	import { whenWords } from '$lib/ui/when';

	let { open = $bindable() }: { open: boolean } = $props();
	const { documents, learning } = useWorkspace();

	let text = $state('');
	/** How many are worked out; null when nothing runs. */
	let done = $state<number | null>(null);
	let said = $state('');
	/** More than this is no card's notes. */
	const MOST = 200_000;

	const read = $derived(text.trim() ? readNotes(text) : null);
	const looked = $derived(read ? lookAt(documents, read.notes) : []);
	const fresh = $derived(looked.filter(({ seen }) => seen));
	const known = $derived(looked.filter(({ known }) => known).length);
	const lost = $derived(fresh.filter(({ note }) => note.lost).length);

	async function readFile(file: File | undefined) {
		if (!file) return;
		said = '';
		if (file.size > MOST) said = `“${file.name}” is too long for the notes of a river card.`;
		else text = await file.text();
	}
	async function take() {
		done = 0;
		try {
			const [count, gone] = [fresh.length, lost];
			if (await takeIn(documents, learning, fresh, (now) => (done = now)))
				said = `${count} taken in${gone > 0 ? `, ${gone} lost from the box` : ''}. Ctrl+Z takes it back.`;
		} finally {
			done = null;
		}
	}
</script>

<Modal bind:open title="A river card’s notes" width={44}>
	<div class="grid gap-3">
		<label class="grid gap-1">
			<span class="text-sm text-quiet"
				>Paste the notes here, or open the file that the card saved</span
			>
			<textarea
				bind:value={text}
				rows="5"
				class="w-full rounded-md bg-sunk px-3 py-2 font-mono text-sm"></textarea>
		</label>
		<input
			type="file"
			accept=".txt,text/plain"
			aria-label="File of notes"
			class="max-w-full"
			onchange={(event) => void readFile(event.currentTarget.files?.[0])}
		/>
		{#if read}
			{#if looked.length > 0}
				<ul aria-label="What the card noted" class="max-h-64 overflow-y-auto">
					{#each looked as { note, known, fault } (note.id)}
						<li class="border-t border-line/60 py-1.5">
							<b>{note.lieName}</b>: {note.flyName}, {sightWords[note.saw]}{note.fish
								? ', a fish'
								: ''}{note.lost ? ', the fly lost' : ''}
							<span class="block text-sm {fault ? 'text-warn' : 'text-quiet'}">
								{fault
									? `Not taken: ${fault}.`
									: known
										? 'In the log already.'
										: whenWords(new Date(note.at).toISOString())}
							</span>
						</li>
					{/each}
				</ul>
			{/if}
			{#if read.faults.length > 0}
				<ul role="alert" class="text-warn">
					{#each read.faults as { line, words } (line)}
						<li>Line {line}: {words}.</li>
					{/each}
				</ul>
			{/if}
		{/if}
		<div class="flex flex-wrap items-center gap-3">
			<button
				type="button"
				class="min-h-11 rounded-md bg-water px-5 text-on-water disabled:opacity-45"
				disabled={fresh.length === 0 || done !== null}
				onclick={() => void take()}
				>{done !== null
					? `Working out what they say: ${done} of ${fresh.length}`
					: fresh.length === 0
						? 'Nothing to take in'
						: `Take in ${fresh.length === 1 ? 'one note' : `${fresh.length} notes`}`}</button
			>
			<span role="status" class="text-quiet"
				>{said ||
					(known > 0 ? `${known} ${known === 1 ? 'is' : 'are'} in the log already.` : '')}</span
			>
		</div>
	</div>
</Modal>
