<script lang="ts">
	import Pause from '@lucide/svelte/icons/pause';
	import Play from '@lucide/svelte/icons/play';
	import type { Player } from './player.svelte';

	interface Props {
		player: Player;
		/** s */
		end: number;
	}
	let { player, end }: Props = $props();
	const words = $derived(player.playing ? 'Pause' : 'Play the drift');
</script>

<div class="flex items-center gap-3 pt-1">
	<button
		type="button"
		class="grid size-11 shrink-0 place-items-center rounded-md bg-water text-on-water"
		aria-label={words}
		title="{words} (Space)"
		onclick={player.toggle}
		>{#if player.playing}<Pause size={20} />{:else}<Play size={20} />{/if}</button
	>
	<input
		type="range"
		min="0"
		max={end}
		step="0.02"
		aria-label="Time since the landing, seconds"
		aria-valuetext="{player.time.toFixed(1)} seconds"
		class="h-11 min-w-0 flex-1 accent-(--water)"
		value={Math.min(player.time, end)}
		oninput={(event) => {
			player.playing = false;
			player.time = event.currentTarget.valueAsNumber;
		}}
	/>
	<span class="figure w-16 text-right text-lg">{Math.min(player.time, end).toFixed(1)} s</span>
</div>
