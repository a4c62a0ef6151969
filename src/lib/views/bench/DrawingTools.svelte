<script lang="ts">
	import Minus from '@lucide/svelte/icons/minus';
	import Plus from '@lucide/svelte/icons/plus';
	import { drawing } from '$lib/state/preferences.svelte';
	import Opens from '$lib/ui/Opens.svelte';

	interface Props {
		zoom: number;
		beside: { readonly id: string; readonly name: string } | null;
		layBeside: (id: string | null) => void;
		saveSvg: () => void;
		showSizes: () => void;
		showText: () => void;
		showSteps: () => void;
		share: () => void;
	}
	let {
		zoom = $bindable(),
		beside,
		layBeside,
		saveSvg,
		showSizes,
		showText,
		showSteps,
		share
	}: Props = $props();
	let choosing = $state(false);
	const ZOOMS = [1, 1.5, 2.5, 4, 6];
	const step = (by: 1 | -1) => {
		const i = ZOOMS.indexOf(zoom);
		zoom = ZOOMS[Math.min(ZOOMS.length - 1, Math.max(0, i + by))]!;
	};
	const button =
		'grid h-9 min-w-9 place-items-center rounded-md px-1.5 text-sm hover:bg-sunk disabled:opacity-35';
</script>

<div
	class="flex flex-wrap items-center text-quiet print:hidden max-md:order-last"
	role="toolbar"
	aria-label="The drawing"
>
	<button
		type="button"
		class={button}
		disabled={zoom === ZOOMS[0]}
		aria-label="Smaller"
		onclick={() => step(-1)}><Minus size={16} /></button
	>
	<span class="figure w-9 text-center text-sm" aria-live="polite">{zoom}×</span>
	<button
		type="button"
		class={button}
		disabled={zoom === ZOOMS.at(-1)}
		aria-label="Larger"
		onclick={() => step(1)}><Plus size={16} /></button
	>
	<button
		type="button"
		class={button}
		onclick={() => drawing.set({ eye: drawing.current.eye === 'left' ? 'right' : 'left' })}
		>Eye to the {drawing.current.eye === 'left' ? 'right' : 'left'}</button
	>
	<Opens
		bind:open={choosing}
		label="Lay a fly beside this one"
		title="Lay another fly beside this one"
		class={button}
		panel="w-[min(24rem,94vw)] p-3"
	>
		{#snippet words()}{beside ? `Beside ${beside.name}` : 'Lay a fly beside'}{/snippet}
		{#await import('$lib/strip/OtherFlies.svelte') then { default: OtherFlies }}
			<OtherFlies
				label="Flies to lay beside"
				current={beside?.id ?? null}
				choose={(id) => {
					layBeside(id);
					choosing = false;
				}}
			/>
		{/await}
	</Opens>
	{#if beside}
		<button type="button" class={button} onclick={() => layBeside(null)}>Take it away</button>
	{/if}
	<button type="button" class={button} onclick={showSizes}>Other sizes</button>
	<span class="flex-1"></span>
	<button type="button" class={button} onclick={showSteps}>Steps</button>
	<button type="button" class={button} onclick={showText}>As text</button>
	<button type="button" class={button} onclick={share}>Share</button>
	<button type="button" class={button} onclick={saveSvg}>Save SVG</button>
	<a class={button} href="/drawing">Full size, to print</a>
</div>
