<script lang="ts">
	import type { Plan } from '$core/batch/index';
	import { duration } from '$lib/ui/when';

	let { plan }: { plan: Plan } = $props();

	const WIDTH = 300;
	const LEFT = 20;
	const flies = $derived(plan.stretches.length);
	/** Rows become thinner where there are many. */
	const row = $derived(Math.max(3, Math.min(14, 120 / flies)));
	const x = (seconds: number) => LEFT + (seconds / plan.total) * (WIDTH - LEFT - 2);
	const every = $derived(plan.total > 4 * 3600 ? 3600 : plan.total > 3600 ? 1800 : 600);
	const ticks = $derived(
		Array.from({ length: Math.floor(plan.total / every) }, (_, k) => (k + 1) * every)
	);
</script>

<svg
	viewBox="0 0 {WIDTH} {flies * row + 20}"
	class="w-full print:max-w-md"
	role="img"
	aria-label="Timeline: {flies} flies in {duration(
		plan.total
	)}, dark while tied, light while drying"
>
	{#each ticks as at (at)}
		<path d="M{x(at)} 0V{flies * row + 3}" stroke="var(--line)" />
		<text x={x(at)} y={flies * row + 16} font-size="12" text-anchor="middle" fill="var(--quiet)"
			>{Math.round(at / 60)}</text
		>
	{/each}
	<text x="0" y={flies * row + 16} font-size="12" fill="var(--quiet)">min</text>
	{#each plan.turns as { fly, stretch, start, end } (`${fly} ${stretch}`)}
		{@const dries = plan.stretches[fly]![stretch]!.dries}
		{#if dries > 0}
			<rect
				x={x(end)}
				y={fly * row + 0.35 * row}
				width={Math.max(0, Math.min(WIDTH - 2, x(end + dries)) - x(end))}
				height={0.3 * row}
				fill="var(--water)"
				fill-opacity="0.35"
			/>
		{/if}
		<rect
			x={x(start)}
			y={fly * row + 0.1 * row}
			width={Math.max(1, x(end) - x(start))}
			height={0.8 * row}
			fill="var(--ink)"
		/>
	{/each}
	{#if row >= 9}
		{#each { length: flies }, fly (fly)}
			<text x="0" y={fly * row + 0.8 * row} font-size="11" fill="var(--quiet)">{fly + 1}</text>
		{/each}
	{/if}
</svg>
