<script lang="ts">
	import { CENTIMETRE, type Interval, shown } from '$core/quantity/index';

	interface Props {
		/** m/s; null when the fly floats. */
		speed: Interval | null;
		/** The sink rates that do the job here, m/s; null while they are not known, or none does. */
		window: { readonly from: number; readonly to: number } | null;
		/** What to say while there is no window. */
		none: string;
	}
	let { speed, window, none }: Props = $props();
	const top = $derived(
		Math.max(60, Math.ceil((Math.max(speed?.high ?? 0, window?.from ?? 0) * 115) / 20) * 20) *
			CENTIMETRE
	);
	const at = (v: number) => `${Math.min(100, (100 * v) / top)}%`;
	const cm = (v: number) => shown.sink.fixed(v, 0);
</script>

<div
	class="relative h-12"
	role="img"
	aria-label="Sink rate: {speed
		? `${cm(speed.value)} ${shown.sink.unit}, between ${cm(speed.low)} and ${cm(speed.high)}`
		: 'the fly floats'}; {window ? `needs ${cm(window.from)} ${shown.sink.unit} here` : none}"
>
	<div class="absolute inset-x-0 top-6 h-1.5 rounded-full bg-sunk"></div>
	{#if window}
		<div
			class="absolute top-6 h-1.5 rounded-full bg-water-soft"
			style:left={at(window.from)}
			style:right="calc(100% - {at(window.to)})"
		></div>
		<div class="absolute top-4 h-5.5 w-0.5 bg-water" style:left={at(window.from)}></div>
		<div
			class="absolute top-0 text-sm whitespace-nowrap text-water"
			style:left={at(window.from)}
			style:transform="translateX({window.from / top > 0.5 ? '-100%' : '-2px'})"
		>
			needs <span class="figure">{cm(window.from)}</span> here
		</div>
	{:else}
		<div class="absolute top-0 right-0 text-sm text-quiet">{none}</div>
	{/if}
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
			sinks <span class="figure">{cm(speed.value)}</span>
			{shown.sink.unit}
		</div>
	{/if}
</div>
