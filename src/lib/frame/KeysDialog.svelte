<script lang="ts">
	import { places } from './places';
	import Modal from '$lib/ui/Modal.svelte';

	let { open = $bindable() }: { open: boolean } = $props();
	const keys = [
		['↑ ↓', 'in a field: a step up or down; with Shift a big one'],
		['F', 'choose a fly'],
		['R', 'choose a rig, or change it'],
		['W', 'choose a lie, or change its water'],
		['[ and ]', 'the fly before, the fly after'],
		[', and .', 'the lie before, the lie after'],
		['N', 'new fly'],
		['D', 'duplicate the fly'],
		['1 to 9', 'take that step of “What one step buys”'],
		['H', 'how the figures are worked out'],
		['F2', 'rename the fly'],
		['Delete', 'delete the fly'],
		['Ctrl+Z', 'undo, whatever it was'],
		['Ctrl+Shift+Z', 'redo'],
		...places.map(({ key, words }) => [key, words] as const),
		['T', 'light or dark'],
		['?', 'this list']
	] as const;
</script>

<Modal bind:open title="Keys" width={30}>
	<dl class="mt-3 grid grid-cols-[auto_1fr] gap-x-5 gap-y-1.5">
		{#each keys as [key, words] (key)}
			<dt class="figure whitespace-nowrap">{key}</dt>
			<dd>{words}</dd>
		{/each}
	</dl>
	<button
		type="button"
		onclick={() => (open = false)}
		class="mt-4 h-11 rounded-md bg-water px-4 text-on-water">Close</button
	>
</Modal>
