<script lang="ts" module>
	import type { Snippet } from 'svelte';

	export interface Props {
		open: boolean;
		title: string;
		/** A sentence or two below the title; empty for none. */
		about?: string;
		/** Widest width, rem. */
		width: 30 | 36 | 44 | 52 | 56;
		onOpenChange?: (open: boolean) => void;
		children: Snippet;
	}
</script>

<script lang="ts">
	import { Dialog } from 'bits-ui';

	let { open = $bindable(), title, about = '', width, onOpenChange, children }: Props = $props();
	const widths = {
		30: 'w-[min(30rem,94vw)]',
		36: 'w-[min(36rem,94vw)]',
		44: 'w-[min(44rem,96vw)]',
		52: 'w-[min(52rem,96vw)]',
		56: 'w-[min(56rem,96vw)]'
	} as const;
</script>

<Dialog.Root bind:open {...onOpenChange ? { onOpenChange } : {}}>
	<Dialog.Portal>
		<Dialog.Overlay class="fixed inset-0 z-40 bg-veil" />
		<Dialog.Content
			class="fixed top-1/2 left-1/2 z-50 max-h-[92vh] -translate-x-1/2 -translate-y-1/2 overflow-auto rounded-lg bg-raised p-5 outline-none {widths[
				width
			]}"
		>
			<Dialog.Title class="text-xl font-semibold">{title}</Dialog.Title>
			{#if about}
				<Dialog.Description class="text-sm text-quiet">{about}</Dialog.Description>
			{/if}
			{@render children()}
		</Dialog.Content>
	</Dialog.Portal>
</Dialog.Root>
