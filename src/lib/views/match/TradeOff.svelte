<script lang="ts">
	import { shown } from '$core/quantity/index';
	import { windowOf } from '$core/predict/index';
	import type { EChartsCoreOption, EChartsType } from 'echarts/core';
	import type { MatchAnswer, PlotRange, Seen } from '$core/match/index';
	import { chart, colourOf } from '$lib/ui/chart.svelte';
	import { materialColour } from '$lib/ui/colours';

	interface Props {
		answer: MatchAnswer;
		piece: PlotRange | null;
		/** A piece was brushed; null: none any more. */
		brush: (piece: PlotRange | null) => void;
		showTable: () => void;
	}
	let { answer, piece, brush, showTable }: Props = $props();

	const kinds: readonly {
		readonly metal: Seen['metal'];
		readonly words: string;
		readonly symbol: string;
		readonly colour: string;
	}[] = [
		{ metal: 'tungsten', words: 'tungsten', symbol: 'circle', colour: materialColour.tungsten },
		{ metal: 'brass', words: 'brass', symbol: 'triangle', colour: materialColour.brass },
		{ metal: 'other', words: 'other beads', symbol: 'rect', colour: materialColour.own },
		{ metal: 'none', words: 'no bead', symbol: 'diamond', colour: materialColour.hook }
	];
	// An answer comes with every build that was followed; drawing thousands of points anew takes as long as following
	// one, so that is done only when something of it is new.
	const seen = $derived(answer.seen);
	const curve = $derived(answer.curve);
	const mark = $derived(answer.mark);
	const seenKinds = $derived(kinds.filter(({ metal }) => seen.some((s) => s.metal === metal)));
	/** Sink rates between which a fly like the pattern has good drifts. */
	const needed = $derived(windowOf(curve, mark));

	/** The theme's colours are the page's own: another theme, another picture. */
	let theme = $state(0);
	$effect(() => {
		const watch = new MutationObserver(() => theme++);
		watch.observe(document.documentElement, { attributeFilter: ['data-theme'] });
		return () => watch.disconnect();
	});

	const perSecond = (speed: number) => shown.sink.to(speed);
	type Place = readonly [x: number, y: number];
	const placeOf = ({ speed, bulk }: { speed: number; bulk: number }): Place => [
		perSecond(speed),
		100 * bulk
	];
	/** Where the rings of the listed ones stand, in words: compared by what they say. */
	const rings = $derived(JSON.stringify(answer.list.slice(0, 9).map(placeOf)));
	/** Those that do the job stand out; the others show where the rest lies. */
	const looks = [
		{ does: false, symbolSize: 3.5, opacity: 0.35 },
		{ does: true, symbolSize: 7, opacity: 0.85 }
	] as const;
	const ends = $derived.by(() => {
		const speeds = seen.map(({ speed }) => perSecond(speed));
		const bulks = seen.map(({ bulk }) => 100 * bulk);
		const most = (values: number[], step: number) =>
			step * Math.ceil(values.reduce((a, b) => Math.max(a, b), step) / step);
		const thin = bulks.reduce((a, b) => Math.min(a, b), 100);
		return { speed: most(speeds, 20), bulk: most(bulks, 5), from: 5 * Math.floor(thin / 5) };
	});
	// A series of each look: points that have looks of their own each take ECharts several times as long.
	const points = $derived(
		seenKinds.flatMap(({ metal, symbol, colour }) =>
			looks.map(({ does, ...look }) => ({
				...look,
				symbol,
				colour,
				data: seen.filter((one) => one.metal === metal && one.chance >= mark === does).map(placeOf)
			}))
		)
	);
	const options = $derived.by((): EChartsCoreOption => {
		void theme;
		const [ink, quiet, line] = ['--ink', '--quiet', '--line'].map(colourOf);
		const font = { fontFamily: 'Atkinson Hyperlegible Next Variable', color: quiet, fontSize: 14 };
		const axis = (name: string, min: number, max: number) => ({
			type: 'value',
			name,
			nameLocation: 'middle',
			min,
			max,
			nameTextStyle: font,
			axisLabel: font,
			axisLine: { show: true, lineStyle: { color: line } },
			splitLine: { show: false }
		});
		return {
			animation: false,
			grid: { left: 48, right: 12, top: 10, bottom: 42 },
			xAxis: { ...axis(`sinks, ${shown.sink.unit}`, 0, ends.speed), nameGap: 26 },
			yAxis: { ...axis('thickness, % of the shank', ends.from, ends.bulk), nameGap: 30 },
			brush: {
				brushType: 'rect',
				toolbox: [],
				xAxisIndex: 0,
				// The rings of the listed ones stay as they are.
				seriesIndex: points.map((_, k) => k),
				brushStyle: { color: 'transparent', borderColor: ink, borderWidth: 1.5 },
				outOfBrush: { colorAlpha: 0.25 }
			},
			series: [
				...points.map(({ data, symbol, colour, symbolSize, opacity }, k) => ({
					type: 'scatter',
					symbol,
					symbolSize,
					data,
					itemStyle: { color: colourOf(colour), opacity },
					...(k === 0 && needed
						? {
								markArea: {
									silent: true,
									itemStyle: { color: colourOf('--water-soft'), opacity: 0.75 },
									data: [
										[
											{ xAxis: perSecond(needed.from) },
											{ xAxis: Math.min(ends.speed, perSecond(needed.to)) }
										]
									]
								}
							}
						: {})
				})),
				{
					type: 'scatter',
					symbolSize: 13,
					data: JSON.parse(rings) as Place[],
					itemStyle: { color: 'transparent', borderColor: ink, borderWidth: 1.5 }
				}
			]
		};
	});

	function listen(drawn: EChartsType): () => void {
		const draw = () =>
			drawn.dispatchAction({
				type: 'takeGlobalCursor',
				key: 'brush',
				brushOption: { brushType: 'rect', brushMode: 'single' }
			});
		drawn.on('brushEnd', (event) => {
			const [area] = (event as { areas: { coordRange: [number[], number[]] }[] }).areas;
			if (!area) return brush(null);
			const [x, y] = area.coordRange;
			if (x[1]! - x[0]! < 1 && y[1]! - y[0]! < 0.5) {
				drawn.dispatchAction({ type: 'brush', areas: [] });
				return brush(null);
			}
			brush({
				speed: [shown.sink.from(x[0]!), shown.sink.from(x[1]!)],
				bulk: [y[0]! / 100, y[1]! / 100]
			});
		});
		lift = () => drawn.dispatchAction({ type: 'brush', areas: [] });
		return draw;
	}
	/** Takes the brushed piece off the picture. */
	let lift = () => {};
	$effect(() => {
		if (!piece) lift();
	});
</script>

<section aria-labelledby="trade-off" class="min-w-0">
	<div class="flex items-baseline gap-2">
		<h2 id="trade-off" class="font-semibold">Sink against thickness</h2>
		<span class="flex-1"></span>
		<button
			type="button"
			class="min-h-8 text-sm text-water underline underline-offset-2"
			onclick={showTable}>As a table</button
		>
	</div>
	<div
		class="h-60 w-full cursor-crosshair"
		role="img"
		aria-label="Sink rate against thickness of {answer.seen
			.length} builds by bead metal; the same as a table by the button above. Drag over a piece to list what is in it."
		{@attach chart(() => options, listen)}
	></div>
	<p class="flex flex-wrap gap-x-3 text-sm text-quiet">
		{#each seenKinds as { metal, words, symbol, colour } (metal)}
			<span class="flex items-center gap-1.5">
				<svg viewBox="0 0 10 10" class="size-2.5" aria-hidden="true" fill={colour}>
					{#if symbol === 'circle'}<circle cx="5" cy="5" r="4.500" />
					{:else if symbol === 'triangle'}<path d="M5 0l5 9.500h-10z" />
					{:else if symbol === 'rect'}<path d="M1 1h8v8h-8z" />
					{:else}<path d="M5 0l5 5-5 5-5-5z" />{/if}
				</svg>{words}</span
			>
		{/each}
		<span class="flex items-center gap-1.5"
			><span class="size-2.5 bg-water-soft"></span>does the job here</span
		>
	</p>
</section>
