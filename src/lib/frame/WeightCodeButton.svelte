<script lang="ts">
	let open = $state(false);
</script>

<button
	type="button"
	class="min-h-9 rounded-md bg-sunk px-3 text-sm hover:bg-line"
	onclick={() => (open = true)}>Weight code …</button
>
{#if open}
	{#await import('./WeightCodeDialog.svelte') then { default: WeightCodeDialog }}
		<WeightCodeDialog bind:open />
	{/await}
{/if}
