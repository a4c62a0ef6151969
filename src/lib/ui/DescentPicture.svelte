<script lang="ts" module>
	import { shown } from '$core/quantity/index';
	import type { Point as Place } from '$core/body/index';

	/** A fly as it hangs: its hook's line and its bead's outline, m, and straight up, in its own frame. */
	export interface Hanging {
		readonly line: readonly Place[];
		readonly bead: readonly Place[] | null;
		readonly up: Place;
	}
</script>

<script lang="ts">
	import { freePath } from '$core/drift/index';
	import type { Interval } from '$core/quantity/index';
	import { linePath } from './svg';
	import type { Column, Point } from '$core/body/index';

	interface Props {
		column: Column;
		/** Sink speed with its interval, m/s; null when the fly floats. */
		speed: Interval | null;
		/** The fly's hook and bead, and which way is up for it as it sinks: drawn on its way, enlarged. */
		fly: Hanging | null;
		description: string;
	}
	let { column, speed, fly, description }: Props = $props();

	let width = $state(640);
	const height = 116;
	const top = 26;
	const bottom = height - 26;
	const left = 68;
	const right = 46;

	const paths = $derived(
		speed &&
			([speed.low, speed.value, speed.high] as const).map((v) =>
				freePath(v, column, column.zoneTop)
			)
	);
	/** Metres upstream that the picture spans: the approach, or the slow path if that is longer. */
	const reach = $derived.by(() => {
		const slow = paths?.[0]?.at(-1)?.distance ?? 0;
		return Math.max(column.approach, Math.min(slow, 2.2 * column.approach)) * 1.06;
	});
	const px = (upstream: number) => left + (1 - upstream / reach) * (width - left - right);
	const py = (z: number) => bottom - (z / column.depth) * (bottom - top);

	type Path = ReturnType<typeof freePath>;
	/** A path laid so that it enters the zone right above the fish. */
	const points = (path: Path) => {
		const all = path.at(-1)!.distance;
		return path.map(({ distance, height: z }) => [px(all - distance), py(z)] as const);
	};
	const band = $derived(
		paths &&
			`${linePath(points(paths[0]!))}${linePath(points(paths[2]!).reverse()).replace('M', 'L')}Z`
	);
	const middle = $derived(paths && points(paths[1]!));
	const landing = $derived(paths?.[1]?.at(-1)?.distance ?? 0);
	/** Whole metres or feet upstream of the fish, m. */
	const metres = $derived.by(() => {
		const span = shown.water.to(reach);
		const every = tickEvery(span);
		return Array.from({ length: Math.floor(span / every) + 1 }, (_, i) =>
			shown.water.from(i * every)
		).filter((metre) => metre === 0 || (px(0) - px(metre) > 170 && px(metre) < px(0)));
	});
	function tickEvery(span: number): number {
		return span > 40 ? 20 : span > 24 ? 10 : span > 12 ? 5 : span > 5 ? 2 : span > 2.2 ? 1 : 0.5;
	}
	/** Pixels that the longest side of the enlarged fly takes. */
	const DRAWN = 34;
	/** Where the fly is drawn, half way down. */
	const place = $derived(middle?.[Math.floor(middle.length / 2)] ?? null);
	const silhouette = $derived.by(() => {
		if (!fly || !place) return null;
		const { up, line, bead } = fly;
		// Up is up on the page too; lying flat the eye looks to the left.
		const turned = ({ x, y }: Point) => [x * up.y - y * up.x, -(x * up.x + y * up.y)] as const;
		const points = line.map(turned);
		const xs = points.map(([x]) => x);
		const ys = points.map(([, y]) => y);
		const [left, right] = [Math.min(...xs), Math.max(...xs)];
		const [high, low] = [Math.min(...ys), Math.max(...ys)];
		const scale = DRAWN / Math.max(right - left, low - high);
		const onPage = ([x, y]: readonly [number, number]) =>
			[
				place[0] + (x - (left + right) / 2) * scale,
				place[1] + (y - (high + low) / 2) * scale
			] as const;
		return {
			hook: linePath(points.map(onPage)),
			bead: bead ? `${linePath(bead.map((point) => onPage(turned(point))))}Z` : null
		};
	});
	const clipId = $props.id();
</script>

<div class="overflow-hidden" bind:clientWidth={width}>
	<svg
		{width}
		{height}
		viewBox="0 0 {width} {height}"
		role="img"
		aria-label={description}
		class="block"
	>
		<defs>
			<clipPath id={clipId}>
				<rect
					x={left}
					y={top - 12}
					width={Math.max(0, width - left - right)}
					height={bottom - top + 12}
				/>
			</clipPath>
		</defs>
		<rect
			x={left}
			y={py(column.zoneTop)}
			width={Math.max(0, width - left - right)}
			height={bottom - py(column.zoneTop)}
			fill="var(--water-soft)"
		/>
		<line x1={left} x2={width - right} y1={top} y2={top} stroke="var(--water)" stroke-width="1.5" />
		<line
			x1={left}
			x2={width - right}
			y1={bottom}
			y2={bottom}
			stroke="var(--ink)"
			stroke-width="2.5"
		/>

		<!-- The room in which the fly can land. -->
		<line
			x1={px(column.approach)}
			x2={px(0)}
			y1={top - 8}
			y2={top - 8}
			stroke="var(--quiet)"
			stroke-width="1"
		/>
		<line
			x1={px(column.approach)}
			x2={px(column.approach)}
			y1={top - 13}
			y2={top - 3}
			stroke="var(--quiet)"
		/>
		<text x={px(column.approach) + 4} y={top - 13} class="text-sm" fill="var(--quiet)"
			>room to land it: {shown.water.words(column.approach, 1)}</text
		>

		{#if band && middle}
			<g clip-path="url(#{clipId})">
				<path d={band} fill="var(--water)" fill-opacity="0.22" />
				<path d={linePath(middle)} fill="none" stroke="var(--water)" stroke-width="2.5" />
			</g>
			{#if silhouette}
				<path
					d={silhouette.hook}
					fill="none"
					stroke="var(--ink)"
					stroke-width="2"
					stroke-linecap="round"
				/>
				{#if silhouette.bead}<path d={silhouette.bead} fill="var(--ink)" />{/if}
			{/if}
			{#if landing <= reach}
				<circle cx={middle[0]![0]} cy={middle[0]![1]} r="4.5" fill="var(--ink)" />
			{/if}
		{/if}

		<!-- Where the fish holds. -->
		<line
			x1={px(0)}
			x2={px(0)}
			y1={top - 13}
			y2={bottom}
			stroke="var(--ink)"
			stroke-dasharray="3 3"
		/>
		<text x={px(0) + 6} y={py(column.zoneTop) + 4} class="text-sm" fill="var(--ink)">fish</text>

		<text x={left - 6} y={top + 5} text-anchor="end" class="figure text-sm" fill="var(--quiet)"
			>{shown.water.words(column.depth, 2)}</text
		>
		<text
			x={left - 6}
			y={Math.min(py(column.zoneTop) + 5, bottom - 8)}
			text-anchor="end"
			class="text-sm"
			fill="var(--quiet)">zone</text
		>
		<text x={left - 6} y={bottom + 5} text-anchor="end" class="text-sm" fill="var(--quiet)"
			>bed</text
		>
		{#each metres as metre (metre)}
			<line x1={px(metre)} x2={px(metre)} y1={bottom} y2={bottom + 5} stroke="var(--quiet)" />
			<text
				x={px(metre)}
				y={bottom + 20}
				text-anchor={metre === 0 ? 'end' : 'middle'}
				class={metre === 0 ? 'text-sm' : 'figure text-sm'}
				fill="var(--quiet)"
				>{metre === 0
					? `0 ${shown.water.unit} above the fish`
					: shown.water.trimmed(metre, 1)}</text
			>
		{/each}
	</svg>
</div>
