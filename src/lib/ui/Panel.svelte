<script lang="ts">
	import { Popover } from 'bits-ui';
	import type { Snippet } from 'svelte';

	interface Props {
		open: boolean;
		label: string;
		/** Where it opens, and what takes it open: a click there is not one beside it. */
		anchor: HTMLElement | null;
		/** Gets the focus back. */
		opener: HTMLElement | null;
		align?: 'start' | 'center' | 'end';
		class?: string;
		/** It opens below and nowhere else. */
		fixed?: boolean;
		children: Snippet;
	}
	let {
		open = $bindable(),
		label,
		anchor,
		opener,
		align = 'start',
		class: classes = '',
		fixed = false,
		children
	}: Props = $props();
</script>

<!-- Its button stands outside, so that a page is there before what its panels are made of. -->
<Popover.Root bind:open>
	<Popover.Portal>
		<Popover.Content
			role="dialog"
			aria-label={label}
			class="z-30 rounded-lg border border-line bg-raised shadow-lg outline-none {classes}"
			{align}
			side="bottom"
			avoidCollisions={!fixed}
			customAnchor={anchor}
			onInteractOutside={(event) => {
				if (opener?.contains(event.target as Node)) event.preventDefault();
			}}
			onCloseAutoFocus={(event) => {
				event.preventDefault();
				opener?.focus();
			}}
		>
			{@render children()}
		</Popover.Content>
	</Popover.Portal>
</Popover.Root>
