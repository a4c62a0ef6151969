<script lang="ts">
	import { Tooltip } from 'bits-ui';

	/** @param at the word @param words what it means */
	let { at, words }: { at: HTMLElement; words: string } = $props();
	const id = $props.id();
	// Said after the name of what has the focus.
	$effect(() => {
		const focused = document.activeElement;
		if (!focused || !at.contains(focused) || focused.hasAttribute('aria-describedby')) return;
		focused.setAttribute('aria-describedby', id);
		return () => focused.removeAttribute('aria-describedby');
	});
</script>

<Tooltip.Provider>
	<Tooltip.Root open>
		<Tooltip.Portal>
			<Tooltip.Content
				{id}
				role="tooltip"
				customAnchor={at}
				side="bottom"
				sideOffset={4}
				collisionPadding={8}
				class="z-50 max-w-80 rounded-md bg-ink px-3 py-2 text-sm leading-snug text-ground shadow-lg print:hidden"
				>{words}</Tooltip.Content
			>
		</Tooltip.Portal>
	</Tooltip.Root>
</Tooltip.Provider>
