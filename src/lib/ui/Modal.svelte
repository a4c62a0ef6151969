<script lang="ts">
	import type { Props } from './ModalFrame.svelte';

	let { open = $bindable(), ...rest }: Props = $props();
	/** It stays once it was open: what was open gives the focus back. */
	let wanted = $state(false);
	$effect.pre(() => {
		if (open) wanted = true;
	});
</script>

<!-- What dialogs are made of comes with the first. -->
{#if wanted}
	{#await import('./ModalFrame.svelte') then { default: ModalFrame }}
		<ModalFrame bind:open {...rest} />
	{/await}
{/if}
