<script lang="ts">
	import { whenWords } from '$lib/ui/when';

	/** @prop words what was done @prop holds false when it was undone */
	let { words, at, holds }: { words: string; at: string; holds: boolean } = $props();
</script>

<span class="min-w-0 flex-1">
	<span class="block wrap-anywhere" class:line-through={!holds}>{words}</span>
	<span class="block text-sm text-quiet">{whenWords(at)}{holds ? '' : ', undone'}</span>
</span>
