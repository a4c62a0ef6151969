<script lang="ts">
	import { CENTIMETRE, type Interval } from '$core/quantity/index';

	interface Props {
		/** m/s; null when the fly floats. */
		speed: Interval | null;
		/** m/s that the lie asks for. */
		required: number;
	}
	let { speed, required }: Props = $props();
	const top = $derived(
		Math.max(60, Math.ceil((Math.max(speed?.high ?? 0, required) * 115) / 20) * 20) * CENTIMETRE
	);
	const at = (v: number) => `${Math.min(100, (100 * v) / top)}%`;
	const cm = (v: number) => (v / CENTIMETRE).toFixed(0);
</script>

<div
	class="relative h-12"
	role="img"
	aria-label="Sink rate: {speed
		? `${cm(speed.value)} cm/s, between ${cm(speed.low)} and ${cm(speed.high)}`
		: 'the fly floats'}; the lie asks for {cm(required)} cm/s"
>
	<div class="absolute inset-x-0 top-6 h-1.5 rounded-full bg-sunk"></div>
	<div
		class="absolute top-6 h-1.5 rounded-l-full bg-water-soft"
		style:left={at(required)}
		style:right="0"
	></div>
	<div class="absolute top-4 h-5.5 w-0.5 bg-water" style:left={at(required)}></div>
	<div
		class="absolute top-0 text-sm whitespace-nowrap text-water"
		style:left={at(required)}
		style:transform="translateX({required / top > 0.5 ? '-100%' : '-2px'})"
	>
		the lie asks for <span class="figure">{cm(required)}</span>
	</div>
	{#if speed}
		<div
			class="absolute top-5.5 h-2.5 rounded-full bg-ink/35"
			style:left={at(speed.low)}
			style:width="calc({at(speed.high)} - {at(speed.low)})"
		></div>
		<div
			class="absolute top-4.5 size-4.5 -translate-x-1/2 rounded-full border-3 border-ground bg-ink"
			style:left={at(speed.value)}
		></div>
		<div
			class="absolute top-9 -translate-x-1/2 text-sm whitespace-nowrap"
			style:left={at(speed.value)}
		>
			sinks <span class="figure">{cm(speed.value)}</span> cm/s
		</div>
	{/if}
</div>
