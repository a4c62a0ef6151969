<script lang="ts">
	import { shown, speedField } from '$core/quantity/index';
	import type { Column } from '$core/body/index';
	import { speedAt } from '$core/water/index';
	import { linePath } from '$lib/ui/svg';

	interface Props {
		column: Column;
		name: string;
	}
	let { column, name }: Props = $props();

	let width = $state(420);
	const height = 260;
	const left = 72;
	const top = 26;
	const bottom = height - 40;
	const right = $derived(width - 16);
	/** A scale of speed that a next step does not change. */
	const most = $derived(
		shown.current.from(
			[0.5, 1, 1.5, 2, 3, 4.5, 6, 10].find((v) => v >= shown.current.to(column.surfaceSpeed)) ?? 20
		)
	);
	const px = (speed: number) => left + (speed / most) * (right - left);
	const py = (z: number) => bottom - (z / column.depth) * (bottom - top);
	const profile = $derived(
		Array.from({ length: 61 }, (_, i) => {
			// Closer near the bed, where it bends.
			const z = column.depth * (i / 60) ** 2;
			return [px(speedAt(column, z)), py(z)] as const;
		})
	);
	const zone = $derived(Math.min(column.zoneTop, column.depth));
	const inZone = $derived(speedAt(column, zone / 2));
	const ticks = $derived([0, 0.25, 0.5, 0.75, 1].map((share) => share * most));
</script>

<div class="overflow-hidden" bind:clientWidth={width}>
	<svg
		{width}
		{height}
		viewBox="0 0 {width} {height}"
		role="img"
		aria-label="Speed of the water over the height in {name}: {speedField.show(
			column.surfaceSpeed
		)} at the surface, {speedField.show(inZone)} in the middle of the zone"
		class="block"
	>
		<rect
			x={left}
			y={py(zone)}
			width={Math.max(0, right - left)}
			height={Math.max(0, bottom - py(zone))}
			fill="var(--water-soft)"
		/>
		<path
			d="{linePath(profile)}L{left} {top}L{left} {bottom}Z"
			fill="var(--water)"
			fill-opacity="0.14"
		/>
		<path d={linePath(profile)} fill="none" stroke="var(--water)" stroke-width="2.5" />
		<line x1={left} x2={right} y1={top} y2={top} stroke="var(--water)" stroke-width="1.5" />
		<line x1={left} x2={right} y1={bottom} y2={bottom} stroke="var(--ink)" stroke-width="3" />
		<g class="text-sm" fill="var(--ink)">
			<text x={Math.min(px(column.surfaceSpeed), right) - 4} y={top - 8} text-anchor="end"
				>surface <tspan class="figure">{shown.current.fixed(column.surfaceSpeed, 2)}</tspan></text
			>
			<text x={right - 6} y={Math.min(py(zone / 2) + 5, bottom - 6)} text-anchor="end"
				>in the zone <tspan class="figure">{shown.current.fixed(inZone, 2)}</tspan></text
			>
		</g>
		<g class="text-sm" fill="var(--quiet)" text-anchor="end">
			<text x={left - 8} y={top + 5} class="figure">{shown.water.words(column.depth, 2)}</text>
			{#if py(zone) - top > 24 && bottom - py(zone) > 18}
				<text x={left - 8} y={py(zone) + 5} class="figure">{shown.hand.words(zone, 0)}</text>
			{/if}
			<text x={left - 8} y={bottom + 3}>bed</text>
			{#each ticks as speed (speed)}
				<text x={px(speed)} y={bottom + 20} text-anchor="middle" class="figure"
					>{shown.current.trimmed(speed, 3)}</text
				>
			{/each}
			<text x={right} y={bottom + 36}>speed of the water, {shown.current.unit}</text>
		</g>
	</svg>
</div>
