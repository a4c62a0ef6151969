<script lang="ts">
	import { weightWords } from '$lib/ui/figures';
	import { GRAM, shown } from '$core/quantity/index';
	import type { BatchRow } from '$lib/documents/kinds';
	import { useWorkspace } from '$lib/state/context';
	import { chartOf, offOf, runOff } from './run';

	let { row, item }: { row: BatchRow; item: number } = $props();
	const { parameters } = useWorkspace();

	const found = $derived(chartOf(row.body, item, parameters.distribution));
	/** What is said of those that are off, the newest first. */
	const flagged = $derived(offOf(row.body, item, parameters.distribution).reverse());
	const all = $derived(runOff(row.body, item, parameters.distribution));

	const WIDTH = 520;
	const HEIGHT = 170;
	const LEFT = 52;
	const picture = $derived.by(() => {
		if (!found) return null;
		const { chart } = found;
		const values = chart.points.map(({ value }) => value);
		const low = Math.min(chart.lower, ...values);
		const high = Math.max(chart.upper, ...values);
		const pad = 0.08 * (high - low);
		const y = (value: number) =>
			8 + ((high + pad - value) / (high - low + 2 * pad)) * (HEIGHT - 30);
		const many = Math.max(8, values.length);
		const x = (k: number) => LEFT + 16 + (k / Math.max(1, many - 1)) * (WIDTH - LEFT - 32);
		return { x, y };
	});
</script>

{#if found && picture}
	{@const { chart, flies } = found}
	{@const { x, y } = picture}
	<svg
		viewBox="0 0 {WIDTH} {HEIGHT}"
		class="w-full max-w-[40rem]"
		role="img"
		aria-label="Control chart: {flies.length} flies weighed, centre {weightWords(
			chart.centre
		)}, limits {weightWords(chart.lower)} to {weightWords(chart.upper)}, {flagged.length === 0
			? 'none off'
			: `${flagged.length} off`}"
	>
		<rect
			x={LEFT}
			y={y(chart.upper)}
			width={WIDTH - LEFT - 4}
			height={y(chart.lower) - y(chart.upper)}
			fill="var(--water)"
			fill-opacity="0.12"
		/>
		<path d="M{LEFT} {y(chart.centre)}H{WIDTH - 4}" stroke="var(--water)" />
		{#each [chart.upper, chart.centre, chart.lower] as level (level)}
			<text
				x={LEFT - 6}
				y={y(level) + 4}
				text-anchor="end"
				font-size="12"
				class="figure"
				fill="var(--quiet)">{shown.mass.fixed(level * GRAM, 3)}</text
			>
		{/each}
		<path
			d={chart.points.map(({ value }, k) => `${k ? 'L' : 'M'}${x(k)} ${y(value)}`).join('')}
			fill="none"
			stroke="var(--quiet)"
		/>
		{#each chart.points as { value, flagged: off }, k (k)}
			<circle
				cx={x(k)}
				cy={y(value)}
				r={off ? 7 : 4.5}
				fill={off ? 'none' : 'var(--ink)'}
				stroke={off ? 'var(--warn)' : 'none'}
				stroke-width="3"
			/>
			<text x={x(k)} y={HEIGHT - 6} text-anchor="middle" font-size="12" fill="var(--quiet)"
				>{flies[k]!.fly + 1}</text
			>
		{/each}
	</svg>
	{#if chart.points.length > 1}
		{@const most = Math.max(chart.rangeLimit, ...chart.points.map(({ range }) => range ?? 0))}
		{@const up = (range: number) => 44 - (range / most) * 38}
		<svg
			viewBox="0 0 {WIDTH} 50"
			class="w-full max-w-[40rem]"
			role="img"
			aria-label="Moving ranges: what each differs from the one before, limit {weightWords(
				chart.rangeLimit
			)}"
		>
			<path
				d="M{LEFT} {up(chart.rangeLimit)}H{WIDTH - 4}"
				stroke="var(--water)"
				stroke-dasharray="4 4"
			/>
			<text
				x={LEFT - 6}
				y={up(chart.rangeLimit) + 4}
				text-anchor="end"
				font-size="12"
				class="figure"
				fill="var(--quiet)">{shown.mass.fixed(chart.rangeLimit * GRAM, 3)}</text
			>
			{#each chart.points as { range }, k (k)}
				{#if range !== null}
					<path
						d="M{x(k)} 44V{up(range)}"
						stroke={range > chart.rangeLimit ? 'var(--warn)' : 'var(--ink)'}
						stroke-width="5"
					/>
				{/if}
			{/each}
			<text x={WIDTH - 6} y="48" text-anchor="end" font-size="12" fill="var(--quiet)"
				>from one to the next, {shown.mass.unit}</text
			>
		</svg>
	{/if}
	{#each flagged as { fly, off, words } (fly)}
		<p role="alert" class="py-1">
			<b class="text-warn">Fly {fly + 1} is off: {off}.</b>
			{words}
		</p>
	{:else}
		<p class="py-1 text-quiet">None is off.</p>
	{/each}
	{#if all}<p class="py-1 text-warn">{all}</p>{/if}
{/if}
