<script lang="ts">
	import { shown } from '$core/quantity/index';
	import type { Column } from '$core/body/index';
	import { speedAt } from '$core/water/index';
	import { linePath } from '$lib/ui/svg';
	import type { sceneOf } from './scene';

	/** What is said at the margins of the picture: the water's speed over the height, depths and metres. */
	interface Props {
		column: Column;
		scene: ReturnType<typeof sceneOf>;
		height: number;
	}
	let { column, scene, height }: Props = $props();

	/** Whole metres or feet along the bed, m. */
	const metres = $derived.by(() => {
		const [from, to] = [shown.water.to(scene.from), shown.water.to(scene.to)];
		const span = to - from;
		const every = span > 60 ? 10 : span > 24 ? 5 : span > 10 ? 2 : span > 4 ? 1 : 0.5;
		const first = Math.ceil(from / every);
		return Array.from({ length: Math.floor(to / every) - first + 1 }, (_, i) =>
			shown.water.from((first + i) * every)
		);
	});
	/** The water's speed over the height, in the left margin. */
	const profile = $derived.by(() => {
		const most = Math.max(0.05, column.surfaceSpeed);
		return Array.from({ length: 31 }, (_, i) => {
			const z = (column.depth * i) / 30;
			return [12 + (speedAt(column, z) / most) * 62, scene.y(z)] as const;
		});
	});
	const arrows = $derived([4, 11, 18, 25, 30].map((i) => profile[i]!));
</script>

<!-- The water's speed. -->
<g stroke="var(--water)" fill="none">
	<line x1="12" x2="12" y1={scene.surface} y2={scene.bed} stroke-opacity="0.5" />
	<path d={linePath(profile)} stroke-width="1.75" />
	{#each arrows as [x, y] (y)}
		{#if x > 18}<path d="M12 {y}H{x}m-5 -3l5 3l-5 3" />{/if}
	{/each}
</g>
<text x="12" y={scene.surface - 9} class="text-sm" fill="var(--water)"
	><tspan class="figure">{shown.current.fixed(column.surfaceSpeed, 2)}</tspan>
	{shown.current.unit}</text
>
<text
	x={scene.left - 6}
	y={Math.max(scene.surface + 14, scene.y(Math.min(column.zoneTop, column.depth)) + 5)}
	text-anchor="end"
	class="figure text-sm"
	fill="var(--quiet)">{shown.hand.words(column.zoneTop, 0)}</text
>
<text
	x={scene.left - 6}
	y={Math.max(scene.surface + 30, scene.y(Math.min(column.zoneTop, column.depth)) + 21)}
	text-anchor="end"
	class="text-sm"
	fill="var(--quiet)">zone</text
>
<text x={scene.left} y={14} class="text-sm" fill="var(--quiet)"
	>water <tspan class="figure">{shown.water.trimmed(column.depth, 2)}</tspan>
	{shown.water.unit} deep{column.lawIsGuess
		? '; the speed between such stones is a guess'
		: ''}</text
>
{#each metres as metre (metre)}
	<line
		x1={scene.x(metre)}
		x2={scene.x(metre)}
		y1={scene.bed + 4}
		y2={scene.bed + 9}
		stroke="var(--quiet)"
	/>
	<text
		x={scene.x(metre)}
		y={height - 8}
		text-anchor="middle"
		class="figure text-sm"
		fill="var(--quiet)">{shown.water.trimmed(metre, 1)}</text
	>
{/each}
<text x={scene.left - 6} y={height - 8} text-anchor="end" class="text-sm" fill="var(--quiet)"
	>{shown.water.unit} downstream</text
>
