<script lang="ts">
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
		['B', 'the Bench'],
		['V', 'the water: lies, a leaf timed, flow of the day'],
		['G', 'the drift; Space plays it'],
		['M', 'match: from the water to the fly; 1 to 9 tie a build'],
		['Y', 'tying a run: cut list, marks, steps; Space goes on, B goes back'],
		['X', 'the box: what is tied and still there'],
		['L', 'the log: weigh, time, note; what was learned'],
		['Q', 'which bead? A question without a recipe'],
		['S', 'the stock'],
		['K', 'files and copies: take out, bring in, restore'],
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
