<script lang="ts">
	import type { Band, DrawnDrift } from '$core/drift/index';
	import { GRAVITY } from '$core/material/index';
	import { CENTIMETRE, GRAM } from '$core/quantity/index';
	import type { Rig } from '$core/rig/index';
	import { attitudeOf } from '$core/sink/index';
	import { hangUpWords, percent, percentRange, rangeWords } from '$lib/ui/drift-words';

	interface Column {
		readonly name: string;
		readonly drift: DrawnDrift;
		readonly band: Band | null;
	}
	let { columns, rig }: { columns: readonly Column[]; rig: Rig } = $props();

	interface Row {
		readonly what: string;
		readonly about: string;
		readonly value: (column: Column) => readonly [string, string];
	}
	const seconds = (n: number | null) => (n === null ? 'never' : `${n.toFixed(1)} s`);
	const floats = $derived(rig.way === 'float' || rig.way === 'dry fly');
	const rows: readonly Row[] = $derived([
		{
			what: 'Good drifts',
			about: 'in the zone in time, long enough, and not lying on the bed',
			value: ({ band }: Column) => [
				band ? `${(10 * band.chance).toFixed(1)} of 10` : '…',
				band ? `±${(10 * band.error).toFixed(1)} of ${band.drifts}` : ''
			]
		},
		{
			what: 'Reaches the zone after',
			about: 'from the landing',
			value: ({ drift, band }: Column) => [
				seconds(drift.time),
				band?.time ? rangeWords(band.time) : ''
			]
		},
		{
			what: 'Land it above',
			about: 'from where it touches the water to where it comes into the zone',
			value: ({ drift, band }: Column) => [
				drift.distance === null ? '–' : `${drift.distance.toFixed(1)} m`,
				band?.distance ? rangeWords(band.distance) : ''
			]
		},
		{
			what: 'Of the hold in the zone',
			about: 'the length in which the fish may take',
			value: ({ drift, band }: Column) => [
				percent(drift.inZone),
				band ? percentRange(band.inZone) : ''
			]
		},
		{
			what: 'Lying on the bed',
			about: 'of the time in the hold',
			value: ({ drift, band }: Column) => [
				percent(drift.onBed),
				band ? percentRange(band.onBed) : ''
			]
		},
		{
			what: 'Hangs up',
			about: 'our estimate, from how far it goes between the stones',
			value: ({ drift, band }: Column) => [
				hangUpWords(band?.hangUp ?? drift.hangUp),
				percent(band?.hangUp ?? drift.hangUp)
			]
		},
		{
			what: 'Drag',
			about: 'the fly’s speed against the water round it, in the hold; a dead drift has none',
			value: ({ drift, band }: Column) => [
				`${(drift.slip / CENTIMETRE).toFixed(0)} cm/s`,
				band
					? `${(band.slip.low / CENTIMETRE).toFixed(0)}–${(band.slip.high / CENTIMETRE).toFixed(0)}`
					: ''
			]
		},
		{
			what: 'Fly on the line',
			about: 'how it hangs half way through, the tippet at its eye',
			value: ({ drift }: Column) => {
				const { pitch } = drift.path[Math.floor(drift.path.length * 0.7)] ?? { pitch: 0 };
				const degrees = `eye ${pitch < 0 ? 'up' : 'down'} ${Math.abs(pitch).toFixed(0)}°`;
				return [attitudeOf(pitch), degrees];
			}
		},
		{
			what: 'Line',
			about: 'off the plumb where it enters the water, in the hold; largest pull at the fly',
			value: ({ drift }: Column) => [
				`${drift.angle.toFixed(0)}°`,
				`pull ${(drift.tension / GRAVITY / GRAM).toFixed(2)} g`
			]
		},
		...(floats
			? [
					{
						what: rig.way === 'float' ? 'Float under' : 'Dry fly under',
						about: 'when fly and line first pull it under',
						value: ({ drift }: Column) =>
							[drift.under === null ? 'stays up' : `after ${drift.under.toFixed(1)} s`, ''] as const
					}
				]
			: [])
	]);
</script>

<table class="w-full border-collapse text-sm">
	<thead class={columns.length > 1 ? '' : 'sr-only'}>
		<tr>
			<th class="text-left font-normal text-quiet">Figure</th>
			{#each columns as { name } (name)}
				<th class="max-w-28 pl-3 text-right leading-tight font-semibold" title={name}>{name}</th>
			{/each}
		</tr>
	</thead>
	<tbody>
		{#each rows as { what, about, value } (what)}
			<tr class="border-t border-line/60 align-baseline">
				<th scope="row" class="py-1 pr-2 text-left font-normal" title={about}>{what}</th>
				{#each columns as column (column.name)}
					{@const [figure, more] = value(column)}
					<td class="py-1 pl-3 text-right"
						><b class="figure font-medium {columns.length > 1 ? '' : 'text-base'}">{figure}</b>
						{#if more}<span class="figure block text-quiet">{more}</span>{/if}</td
					>
				{/each}
			</tr>
		{/each}
	</tbody>
</table>
