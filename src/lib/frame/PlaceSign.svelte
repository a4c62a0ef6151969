<script lang="ts">
	import type { places } from './places';

	let { sign }: { sign: (typeof places)[number]['sign'] } = $props();
</script>

{#if typeof sign === 'function'}
	{@const Sign = sign}
	<Sign size={20} aria-hidden="true" />
{:else}
	<svg
		viewBox="0 0 24 24"
		class="size-5"
		fill="none"
		stroke="currentColor"
		stroke-width="1.8"
		stroke-linecap="round"
		aria-hidden="true"
	>
		{#each sign as mark (mark)}
			{#if 'd' in mark}
				<path d={mark.d} stroke-dasharray={mark.dash} />
			{:else}
				<circle
					cx={mark.x}
					cy={mark.y}
					r={mark.r}
					fill="currentColor"
					stroke={mark.ringed ? undefined : 'none'}
				/>
			{/if}
		{/each}
	</svg>
{/if}
