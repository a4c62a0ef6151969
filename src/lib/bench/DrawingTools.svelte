<script lang="ts">
	import Minus from '@lucide/svelte/icons/minus';
	import Plus from '@lucide/svelte/icons/plus';
	import { drawing } from '$lib/state/preferences.svelte';
	import type { FlyRow } from '$lib/contract/documents';

	interface Props {
		zoom: number;
		/** Flies that can be laid beside this one. */
		others: readonly FlyRow[];
		beside: string | null;
		saveSvg: () => void;
	}
	let { zoom = $bindable(), others, beside = $bindable(), saveSvg }: Props = $props();
	const ZOOMS = [1, 1.5, 2.5, 4, 6];
	const step = (by: 1 | -1) => {
		const i = ZOOMS.indexOf(zoom);
		zoom = ZOOMS[Math.min(ZOOMS.length - 1, Math.max(0, i + by))]!;
	};
	const button =
		'grid h-9 min-w-9 place-items-center rounded-md px-2 text-sm hover:bg-sunk disabled:opacity-35';
</script>

<div
	class="flex flex-wrap items-center gap-x-1 text-quiet max-md:order-last"
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
		onclick={() => drawing.set({ ruler: drawing.current.ruler === 'mm' ? 'in' : 'mm' })}
		>Ruler in {drawing.current.ruler === 'mm' ? 'inches' : 'mm'}</button
	>
	<button
		type="button"
		class={button}
		onclick={() => drawing.set({ eye: drawing.current.eye === 'left' ? 'right' : 'left' })}
		>Eye to the {drawing.current.eye === 'left' ? 'right' : 'left'}</button
	>
	<label class="flex items-center gap-1.5 text-sm">
		<span>Beside</span>
		<select
			class="h-9 max-w-36 rounded-md bg-sunk px-2 text-ink"
			value={beside ?? ''}
			onchange={(event) => (beside = event.currentTarget.value || null)}
		>
			<option value="">no other fly</option>
			{#each others as { id, name } (id)}<option value={id}>{name}</option>{/each}
		</select>
	</label>
	<span class="flex-1"></span>
	<button type="button" class={button} onclick={saveSvg}>Save SVG</button>
	<a class={button} href="/drawing">Full size, to print</a>
</div>
