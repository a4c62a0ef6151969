<script lang="ts">
	interface Props {
		/** What a press begins. */
		words: string;
		/** Beside the button; why it cannot be begun, where it cannot. */
		about: string;
		/** Beside the bar, while it is under way. */
		working?: string;
		/** Share that is done; null when nothing runs. */
		progress: number | null;
		/** What the bar counts. */
		counts: string;
		disabled?: boolean;
		/** The one thing that its place is for. */
		main?: boolean;
		begin: () => void;
		stop: () => void;
	}
	let {
		words,
		about,
		working,
		progress,
		counts,
		disabled = false,
		main = false,
		begin,
		stop
	}: Props = $props();
</script>

<div class="flex flex-wrap items-center gap-3">
	{#if progress === null}
		<button
			type="button"
			class="h-11 rounded-md px-4 disabled:opacity-45 {main
				? 'bg-water text-on-water'
				: 'bg-sunk hover:bg-line'}"
			{disabled}
			onclick={begin}>{words}</button
		>
		<span class="text-sm text-quiet">{about}</span>
	{:else}
		<progress class="h-2 w-40 accent-(--water)" max="1" value={progress} aria-label={counts}
		></progress>
		{#if working}<span class="text-sm text-quiet">{working}</span>{/if}
		<button type="button" class="h-9 rounded-md bg-sunk px-3 text-sm hover:bg-line" onclick={stop}
			>Stop</button
		>
	{/if}
</div>
