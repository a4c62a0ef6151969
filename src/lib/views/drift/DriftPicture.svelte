<script lang="ts">
	import type { Column, LineTop } from '$core/body/index';
	import type { Band, DrawnDrift } from '$core/drift/index';
	import { linePath } from '$lib/ui/svg';
	import { sceneOf, shapeAt, stonesOf } from './scene';
	import WaterScales from './WaterScales.svelte';

	interface Props {
		column: Column;
		top: LineTop;
		drift: DrawnDrift;
		/** Named drifts in the same water to compare with. */
		beside: readonly { readonly name: string; readonly drift: DrawnDrift }[];
		band: Band | null;
		/** s */
		time: number;
		/** How the rod is held, in a few words that stand at the line. */
		held: string;
		description: string;
	}
	let { column, top, drift, beside, band, time, held, description }: Props = $props();

	let width = $state(1100);
	let height = $state(340);
	const scene = $derived(
		sceneOf(width, height, column, [drift, ...beside.map((other) => other.drift)])
	);
	const drifting = $derived(top.kind !== 'hand');

	const pathOf = (way: readonly { distance: number; height: number }[]) =>
		linePath(way.map(({ distance, height: z }) => [scene.x(distance), scene.y(z)] as const));
	const ring = (lower: number, upper: number) => {
		if (!band) return '';
		const points = (level: number) =>
			[...band.heights[level]!].flatMap((z, k) =>
				Number.isNaN(z) ? [] : [[scene.x(band.distances[k]!), scene.y(z * column.depth)] as const]
			);
		const low = points(lower);
		return low.length > 1
			? `${linePath(low)}${linePath(points(upper).reverse()).replace('M', 'L')}Z`
			: '';
	};
	const shape = $derived(shapeAt(drift.shapes, time));
	const line = $derived(
		shape ? linePath([...shape.x].map((x, i) => [scene.x(x), scene.y(shape.z[i]!)] as const)) : ''
	);
	const flies = $derived(
		shape ? shape.flies.map((at) => [scene.x(shape.x[at]!), scene.y(shape.z[at]!)] as const) : []
	);
	const stones = $derived(stonesOf(column, scene.from, scene.to));
	const clip = $props.id();
	/** Where the words about the line stand: half way up the air beside it, or below what floats. */
	const label = $derived.by(() => {
		if (!shape || !held) return null;
		const points = [...shape.x].map((x, i) => [scene.x(x), scene.y(shape.z[i]!)] as const);
		const level =
			top.kind === 'float'
				? scene.surface + 0.3 * (scene.bed - scene.surface)
				: (scene.top + scene.surface) / 2;
		const k = points.findIndex(([, y]) => y >= level);
		if (k < 0) return null;
		const x = points[k]![0];
		const end = x > scene.left + 0.75 * (scene.right - scene.left);
		return { x: end ? x - 10 : x + 10, y: level, anchor: end ? 'end' : 'start' } as const;
	});
	/** Where the line leaves the picture: a rod tip is mostly too high to be drawn. */
	const tip = $derived(shape && { x: scene.x(shape.x[0]!), y: scene.y(shape.z[0]!) });
</script>

<div
	class="relative h-full min-h-56 overflow-hidden"
	bind:clientWidth={width}
	bind:clientHeight={height}
>
	<svg
		{width}
		{height}
		viewBox="0 0 {width} {height}"
		role="img"
		aria-label={description}
		class="absolute inset-0 block"
	>
		<defs>
			<clipPath id="{clip}-all"
				><rect
					x={scene.left}
					y="0"
					width={Math.max(0, scene.right - scene.left)}
					height={scene.bed + 4}
				/></clipPath
			>
			<clipPath id="{clip}-water"
				><rect
					x={scene.left}
					y={scene.surface}
					width={Math.max(0, scene.right - scene.left)}
					height={Math.max(0, scene.bed - scene.surface)}
				/></clipPath
			>
		</defs>
		<!-- The zone, and in it the piece where the fish may take. -->
		<rect
			x={scene.left}
			y={scene.y(Math.min(column.zoneTop, column.depth))}
			width={Math.max(0, scene.right - scene.left)}
			height={Math.max(0, scene.bed - scene.y(Math.min(column.zoneTop, column.depth)))}
			fill="var(--water-soft)"
		/>
		{#if drifting && column.surfaceSpeed > 0}
			{@const a = scene.x(column.approach)}
			{@const b = scene.x(column.approach + column.hold)}
			<rect
				x={a}
				y={scene.y(Math.min(column.zoneTop, column.depth))}
				width={Math.max(0, b - a)}
				height={Math.max(0, scene.bed - scene.y(Math.min(column.zoneTop, column.depth)))}
				fill="var(--water)"
				fill-opacity="0.2"
			/>
			<g stroke="var(--ink)" stroke-dasharray="3 3">
				<line x1={a} x2={a} y1={scene.surface - 6} y2={scene.bed} />
				<line x1={b} x2={b} y1={scene.surface - 6} y2={scene.bed} />
			</g>
			<text
				x={(a + b) / 2}
				y={scene.surface - 9}
				text-anchor="middle"
				class="text-sm"
				fill="var(--ink)">the fish may take</text
			>
			<text x={scene.x(0) + 6} y={scene.surface - 9} class="text-sm" fill="var(--quiet)">lands</text
			>
		{/if}

		<g clip-path="url(#{clip}-water)" stroke="none" fill="var(--water)">
			<path d={ring(0, 4)} fill-opacity="0.16" />
			<path d={ring(1, 3)} fill-opacity="0.22" />
		</g>
		<!-- The bed, to scale. -->
		<g clip-path="url(#{clip}-all)">
			{#each stones as { at, wide, high } (at)}
				<ellipse
					cx={scene.x(at)}
					cy={scene.bed}
					rx={(scene.x(wide) - scene.x(0)) / 2}
					ry={scene.bed - scene.y(high)}
					fill="var(--line)"
					stroke="var(--quiet)"
					stroke-width="0.75"
				/>
			{/each}
		</g>
		<rect
			x={scene.left}
			y={scene.bed}
			width={Math.max(0, scene.right - scene.left)}
			height="4"
			fill="var(--ink)"
		/>
		<line
			x1={scene.left}
			x2={scene.right}
			y1={scene.surface}
			y2={scene.surface}
			stroke="var(--water)"
			stroke-width="1.75"
		/>

		<g clip-path="url(#{clip}-all)" fill="none">
			{#each beside as { name, drift: other }, i (name)}
				{@const end = other.path[Math.floor(other.path.length * (0.35 + 0.2 * i))]}
				<path
					d={pathOf(other.path)}
					stroke="var(--quiet)"
					stroke-width="2"
					stroke-dasharray={i === 0 ? '7 4' : '2 4'}
				/>
				{#if end}
					<text
						x={scene.x(end.distance) + 6}
						y={scene.y(end.height) - 6}
						class="text-sm"
						fill="var(--ink)"
						paint-order="stroke"
						stroke="var(--ground)"
						stroke-width="3">{name}</text
					>
				{/if}
			{/each}
			<path d={pathOf(drift.path)} stroke="var(--water)" stroke-width="2.5" />
			{#each drift.others as way, i (i)}
				<path d={pathOf(way)} stroke="var(--water)" stroke-width="1.5" stroke-dasharray="4 3" />
			{/each}
			<path d={line} stroke="var(--ink)" stroke-width="1.5" />
			{#each flies as [x, y], i (i)}
				<circle cx={x} cy={y} r="5.5" fill="var(--ink)" stroke="var(--ground)" />
			{/each}
			{#if shape && top.kind === 'float' && tip}
				<circle
					cx={tip.x}
					cy={tip.y - 5}
					r="8"
					fill={shape.under ? 'var(--warn)' : 'var(--raised)'}
					stroke="var(--ink)"
					stroke-width="1.5"
				/>
			{/if}
		</g>
		{#if label}
			<text
				x={label.x}
				y={label.y}
				text-anchor={label.anchor}
				class="text-sm"
				fill="var(--ink)"
				paint-order="stroke"
				stroke="var(--ground)"
				stroke-width="3">{held}</text
			>
		{/if}
		{#if shape?.under}
			<text x={(tip?.x ?? 0) + 14} y={scene.surface + 18} class="text-sm" fill="var(--warn)"
				>under</text
			>
		{/if}

		<WaterScales {column} {scene} {height} />
	</svg>
</div>
