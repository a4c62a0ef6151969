<script lang="ts">
	import type { Snippet } from 'svelte';

	interface Props {
		open: boolean;
		/** Of the panel. */
		label: string;
		title?: string;
		/** Where the panel opens; at the button unless said. */
		anchor?: HTMLElement | null;
		align?: 'start' | 'center' | 'end';
		class?: string;
		panel?: string;
		fixed?: boolean;
		disabled?: boolean;
		/** What stands on the button. */
		words: Snippet;
		children: Snippet;
	}
	let {
		open = $bindable(),
		label,
		title,
		anchor,
		align,
		class: classes,
		panel,
		fixed,
		disabled = false,
		words,
		children
	}: Props = $props();

	let button = $state<HTMLElement | null>(null);
	/** Fetched when it is first wanted, and then kept, so that it can close in its own time. */
	let wanted = $state(false);
	$effect(() => {
		if (open) wanted = true;
	});
</script>

<button
	bind:this={button}
	type="button"
	class={classes}
	{title}
	{disabled}
	aria-haspopup="dialog"
	aria-expanded={open}
	data-state={open ? 'open' : 'closed'}
	onclick={() => (open = !open)}>{@render words()}</button
>
{#if wanted}
	{#await import('./Panel.svelte') then { default: Panel }}
		<Panel
			bind:open
			{label}
			anchor={anchor ?? button}
			opener={button}
			align={align ?? 'start'}
			class={panel ?? ''}
			fixed={fixed ?? false}
			{children}
		/>
	{/await}
{/if}
