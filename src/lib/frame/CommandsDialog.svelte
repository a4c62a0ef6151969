<script lang="ts">
	import { Command } from 'bits-ui';
	import { letters, meantWords } from '$lib/state/preferences.svelte';
	import Modal from '$lib/ui/Modal.svelte';
	import { searched } from '$lib/ui/search';
	import { commands, type Command as Act } from './commands.svelte';

	let { open = $bindable() }: { open: boolean } = $props();
	let wanted = $state('');
	let field = $state<HTMLElement | null>(null);
	$effect(() => field?.focus());
	const choices = [
		{
			choice: letters,
			words: 'Single letters and figures are commands (turn this off if you dictate)'
		},
		{ choice: meantWords, words: 'Say what a word means where the pointer or the focus rests' }
	];
	const found = $derived(searched(commands.listed, wanted, ({ words }) => words));
	let marked = $derived(found[0]?.words ?? '');

	/** Once the list is gone: what it opens wants the focus, and the keys. */
	function run({ act }: Act) {
		open = false;
		requestAnimationFrame(() => requestAnimationFrame(act));
	}
</script>

<Modal bind:open title="What can be done here" width={36}>
	<Command.Root
		label="What can be done here"
		bind:value={marked}
		shouldFilter={false}
		loop
		class="mt-3"
	>
		<Command.Input
			bind:ref={field}
			bind:value={wanted}
			placeholder="Find by a word"
			aria-controls="what-can-be-done"
			class="mb-2 h-11 w-full rounded-md bg-sunk px-3"
		/>
		<Command.List
			id="what-can-be-done"
			tabindex={0}
			class="max-h-[50vh] overflow-auto"
			aria-label="What can be done here"
		>
			<Command.Empty class="px-2 py-3 text-quiet">Nothing is called so.</Command.Empty>
			{#each found as command (command.words)}
				<Command.Item
					value={command.words}
					onSelect={() => run(command)}
					class="flex min-h-11 cursor-pointer items-center gap-3 rounded-md px-2 py-1 data-selected:bg-sunk"
				>
					<span class="min-w-0 flex-1">{command.words}</span>
					{#if command.keys.length > 0}<kbd class="figure text-quiet"
							>{command.shown ?? command.keys[0]}</kbd
						>{/if}
				</Command.Item>
			{/each}
		</Command.List>
	</Command.Root>
	<p class="mt-3 text-sm text-quiet">
		In a field of numbers: ↑ and ↓ a step, with Shift a big one; Enter keeps what is typed, Escape
		lets go. At the vise: Space goes on, B goes back.
	</p>
	{#each choices as { choice, words } (words)}
		<label class="flex min-h-11 items-center gap-2">
			<input
				type="checkbox"
				checked={choice.on}
				onchange={(event) => choice.set(event.currentTarget.checked)}
				class="size-5 shrink-0 accent-(--water)"
			/>
			{words}
		</label>
	{/each}
	<button
		type="button"
		onclick={() => (open = false)}
		class="mt-2 h-11 rounded-md bg-water px-4 text-on-water">Close</button
	>
</Modal>
