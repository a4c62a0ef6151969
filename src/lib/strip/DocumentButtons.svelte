<script lang="ts">
	import Copy from '@lucide/svelte/icons/copy';
	import History from '@lucide/svelte/icons/history';
	import Plus from '@lucide/svelte/icons/plus';
	import Trash from '@lucide/svelte/icons/trash-2';

	interface Props {
		word: string;
		create: () => void;
		duplicate: (() => void) | null;
		remove: (() => void) | null;
		history: (() => void) | null;
	}
	let { word, create, duplicate, remove, history }: Props = $props();
	const button =
		'flex h-11 items-center gap-1.5 rounded-md bg-sunk px-3 hover:bg-line disabled:opacity-45';
</script>

<div class="mt-3 flex flex-wrap gap-2">
	<button type="button" class={button} onclick={create}><Plus size={16} />New {word}</button>
	<button type="button" class={button} disabled={!duplicate} onclick={duplicate}
		><Copy size={16} />Duplicate</button
	>
	<button type="button" class={button} disabled={!remove} onclick={remove}
		><Trash size={16} />Delete</button
	>
	<button type="button" class={button} disabled={!history} onclick={history}
		><History size={16} />History</button
	>
</div>
