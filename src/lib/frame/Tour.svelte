<script lang="ts">
	import { useWorkspace } from '$lib/state/context';

	/** @param leave ends it, at any of its stops */
	let { leave }: { leave: () => void } = $props();
	const { selection } = useWorkspace();

	/** What is looked at, by how it is named to everybody, and what there is to it. */
	const stops = [
		{
			at: '[aria-label="Fly, rig, lie and the answer"]',
			title: 'The answer',
			words:
				'A fly on a rig in a lie, and what comes of the three: what it weighs, how fast it sinks and how it hangs, each with its likely range, and how many of ten drifts are good. F, R and W choose others.'
		},
		{
			at: '[aria-label="Build, in tie-on order"]',
			title: 'The build',
			words:
				'What the fly is made of, in the order in which it is tied on. Open a part, then use the arrows or type: the answer follows every key. Parts that you leave alone use usual amounts.'
		},
		{
			at: 'svg[aria-label*=", cut open, to scale"]',
			title: 'The fly, cut open',
			words:
				'Drawn to scale, with what does not fit. Below it what each part weighs: mass is what you change first.'
		},
		{
			at: 'section[aria-labelledby="levers"]',
			// Not on top of what it talks of.
			high: true,
			title: 'What one step buys',
			words:
				'One step of bead, wire or hook, what it would do to sink rate and thickness, and a key that does it.'
		},
		{
			at: '[aria-label="Places and tools"]',
			title: 'The other places',
			words:
				'Match goes from the water to the fly. Batch guides you through tying a run, the Box keeps what is tied, the Log what was found: Gravitas learns from it. Ctrl+K finds everything that can be done. Nothing needs saving, and Ctrl+Z takes anything back.'
		}
	];
	let k = $state(0);
	const stop = $derived(stops[k]!);
	const last = $derived(k === stops.length - 1);
	let onward = $state<HTMLElement | null>(null);
	const before = document.activeElement;

	// What is talked of is framed, as far as it is on the page.
	$effect(() => {
		const shown = document.querySelector<HTMLElement>(stop.at);
		shown?.scrollIntoView({ block: 'nearest' });
		shown?.setAttribute('data-toured', '');
		return () => shown?.removeAttribute('data-toured');
	});
	$effect(() => {
		onward?.focus();
		return () => before instanceof HTMLElement && before.focus();
	});
</script>

<section
	aria-label="A short tour"
	class="fixed right-4 z-50 w-[min(27rem,calc(100vw-2rem))] rounded-lg bg-ink p-4 text-ground shadow-lg print:hidden {stop.high
		? 'top-4'
		: 'bottom-4 max-md:bottom-20'}"
>
	<div aria-live="polite">
		<h2 class="font-semibold">
			{stop.title} <span class="font-normal">({k + 1} of {stops.length})</span>
		</h2>
		<p class="mt-1 leading-snug">{stop.words}</p>
		{#if last && selection.asksForWater}
			<p class="mt-1">Begin with the question at the top.</p>
		{/if}
	</div>
	<div class="mt-3 flex gap-2">
		<button
			bind:this={onward}
			type="button"
			class="h-11 rounded-md bg-ground px-4 text-ink"
			onclick={() => (last ? leave() : k++)}>{last ? 'Done' : 'Next'}</button
		>
		{#if k > 0}<button type="button" class="h-11 rounded-md px-3" onclick={() => k--}>Back</button
			>{/if}
		{#if !last}<button type="button" class="ml-auto h-11 rounded-md px-3" onclick={leave}
				>Leave it (Esc)</button
			>{/if}
	</div>
</section>
<svelte:window onkeydown={({ key }) => key === 'Escape' && leave()} />
