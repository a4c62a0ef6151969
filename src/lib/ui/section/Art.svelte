<script lang="ts">
	import type { Shape } from './art';

	interface Props {
		shapes: readonly Shape[];
	}
	let { shapes }: Props = $props();
</script>

{#each shapes as shape (shape.key)}
	<path
		d={shape.d}
		fill={shape.fill}
		fill-opacity={shape.fillOpacity}
		stroke={shape.stroke}
		stroke-width={shape.strokeMm ?? 1}
		stroke-opacity={shape.strokeOpacity}
		stroke-dasharray={shape.dash}
		stroke-linecap="round"
		stroke-linejoin="round"
		vector-effect={shape.strokeMm === undefined ? 'non-scaling-stroke' : undefined}
	/>
{/each}
