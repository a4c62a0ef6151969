<script lang="ts">
	import { readPattern, writePattern } from '$core/format/index';
	import { tidyAbout, flyColourNames, type FlyColouring } from '$lib/documents/fly/about';
	import { useWorkspace } from '$lib/state/context';
	import Modal from '$lib/ui/Modal.svelte';

	let { open = $bindable() }: { open: boolean } = $props();
	const { selection, strip } = useWorkspace();

	/** As the fly on the Bench is written when the dialog opens. */
	const own =
		strip.recipe && selection.fly
			? writePattern(selection.fly.name, strip.recipe, selection.fly.body.about)
			: '';
	let text = $state(own);
	let copied = $state(false);
	const read = $derived(readPattern(text, flyColourNames));
	const found = $derived('fault' in read ? null : read);
	const asked = $derived(
		found ? [...found.asked, ...found.lines.flatMap((line) => line.asked)] : []
	);
	const odd = $derived(found?.lines.some(({ unknown }) => unknown.length > 0) ?? false);

	async function copy() {
		await navigator.clipboard.writeText(text);
		copied = true;
	}
	async function make() {
		if (!found) return;
		const { recipe, name, notes } = found;
		const colours = found.colours as FlyColouring;
		const about = tidyAbout({ colours, notes: notes.slice(0, 2000) });
		const id = await selection.newBuild(recipe, name || 'Fly from a text', about);
		if (!id) return;
		selection.sayNew(id);
		open = false;
	}
</script>

<Modal
	bind:open
	title="The recipe as text"
	width={52}
	about="Copy it out, or write or paste another one: a line a part, in any order, as people write recipes. What is read of each line stands beside it."
>
	<div class="mt-3 grid gap-4 md:grid-cols-2">
		<label class="grid content-start gap-1">
			<span class="text-sm text-quiet">The text</span>
			<textarea
				rows="16"
				spellcheck="false"
				class="w-full rounded-md bg-sunk p-2 text-base max-md:h-52"
				bind:value={text}
				oninput={() => (copied = false)}></textarea>
		</label>
		<div class="min-w-0 text-sm" aria-live="polite" data-testid="what-is-read">
			{#if 'fault' in read}
				<p class="text-warn">{read.fault}</p>
			{:else}
				<p class="pb-1 text-quiet">
					{asked.length > 0
						? `${asked.length === 1 ? 'One thing is' : `${asked.length} things are`} asked.`
						: odd
							? 'What was not understood stands below its line.'
							: 'All of it was read.'}
				</p>
				{#each read.asked as question (question)}
					<p class="pb-1 text-warn">{question}</p>
				{/each}
				<ul class="grid grid-cols-[minmax(0,1fr)] gap-1.5">
					{#each read.lines as { text: line, asked, assumed, unknown, label }, i (i)}
						<li
							class="border-l-2 pl-2 {asked.length
								? 'border-warn'
								: label
									? 'border-water'
									: 'border-line'}"
						>
							<span class="block truncate" title={line}>{line}</span>
							{#each asked as question (question)}
								<span class="block text-warn">{question}</span>
							{/each}
							{#if assumed.length}
								<span class="block text-quiet">taken: {assumed.join('; ')}</span>
							{/if}
							{#if unknown.length}
								<span class="block text-quiet">not understood: {unknown.join(', ')}</span>
							{/if}
						</li>
					{/each}
				</ul>
				{#if read.unnamed}
					<p class="pt-2 text-quiet">
						Not named, so {read.unnamed.as === 'none' ? 'left out' : 'as is usual'}: {read.unnamed.parts.join(
							', '
						)}.
					</p>
				{/if}
			{/if}
		</div>
	</div>
	<div class="mt-4 flex flex-wrap items-center gap-3">
		<button
			type="button"
			class="h-11 rounded-md bg-water px-5 text-on-water disabled:opacity-40"
			disabled={!found || text === own}
			onclick={() => void make()}>Make a fly of it</button
		>
		<button
			type="button"
			class="h-11 rounded-md bg-sunk px-4 hover:bg-line"
			onclick={() => void copy()}>Copy the text</button
		>
		<span role="status" class="text-quiet">{copied ? 'Copied.' : ''}</span>
	</div>
</Modal>
