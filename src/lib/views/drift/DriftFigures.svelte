<script lang="ts">
	import type { Band, DrawnDrift } from '$core/drift/index';
	import { GRAVITY } from '$core/material/index';
	import { shown } from '$core/quantity/index';
	import { wayTable, type Rig } from '$core/rig/index';
	import type { Hand } from '$core/predict/index';
	import {
		handSentences,
		hangUpWords,
		percent,
		percentRange,
		rangeWords
	} from '$lib/ui/drift-words';

	interface Column {
		readonly name: string;
		readonly drift: DrawnDrift;
		readonly band: Band | null;
	}
	interface Props {
		columns: readonly Column[];
		rig: Rig;
		hand: Hand | null;
		/** m */
		depth: number;
	}
	let { columns, rig, hand, depth }: Props = $props();

	interface Row {
		readonly what: string;
		readonly about: string;
		readonly value: (band: Band) => readonly [string, string];
	}
	const floats = $derived(wayTable[rig.way].floats);
	const held = $derived(hand ? handSentences(hand, rig) : []);
	// A figure and its range come from the same drifts; the path in the picture is only one of them.
	const rows: readonly Row[] = $derived([
		{
			what: 'Good drifts',
			about: 'in the zone in time, long enough, not lying on the bed and not hung up',
			value: (band) => [
				`${(10 * band.chance).toFixed(1)} of 10`,
				`±${(10 * band.error).toFixed(1)} of ${band.drifts}`
			]
		},
		{
			what: 'Reaches the zone after',
			about: 'from the landing',
			value: ({ time }) =>
				time ? [`${time.middle.toFixed(1)} s`, rangeWords(time, shown.seconds)] : ['seldom', '']
		},
		{
			what: 'Land it above',
			about: 'from where it touches the water to where it comes into the zone',
			value: ({ distance }) =>
				distance
					? [shown.water.words(distance.middle, 1), rangeWords(distance, shown.water)]
					: ['–', '']
		},
		{
			what: 'Runs above the bed',
			about: 'mean height in the hold, from where a wading stick stops',
			value: ({ height }) =>
				height
					? [
							shown.hand.words(Math.max(0, height.middle), 0),
							`${shown.hand.fixed(Math.max(0, height.low), 0)}–${shown.hand.fixed(Math.min(depth, height.high), 0)}`
						]
					: ['–', '']
		},
		{
			what: 'Of the hold in the zone',
			about: 'the length in which the fish may take',
			value: ({ inZone }) => [percent(inZone.middle), percentRange(inZone)]
		},
		{
			what: 'On the bed',
			about: 'of the time in the hold, down between the stones',
			value: ({ onBed }) => [percent(onBed.middle), percentRange(onBed)]
		},
		{
			what: 'Hangs up',
			about: 'our estimate, from how far it goes between the stones',
			value: ({ hangUp }) => [hangUpWords(hangUp), percent(hangUp)]
		},
		{
			what: 'Drag',
			about: 'the fly’s speed against the water round it, in the hold; a dead drift has none',
			value: ({ slip }) => [
				shown.sink.words(slip.middle, 0),
				`${shown.sink.fixed(slip.low, 0)}–${shown.sink.fixed(slip.high, 0)}`
			]
		},
		{
			what: 'Line off the plumb',
			about: 'where it enters the water, in the hold',
			value: ({ angle }) => [
				`${angle.middle.toFixed(0)}°`,
				`${angle.low.toFixed(0)}–${angle.high.toFixed(0)}°`
			]
		},
		{
			what: 'Pull at the fly',
			about: 'not more than this for 95 % of the time',
			value: ({ tension }) => [
				shown.mass.words(tension.middle / GRAVITY, 2),
				`${shown.mass.fixed(tension.low / GRAVITY, 2)}–${shown.mass.fixed(tension.high / GRAVITY, 2)}`
			]
		},
		...(floats
			? [
					{
						what: `${floats.name.charAt(0).toUpperCase()}${floats.name.slice(1)} under`,
						about: 'pulled under by fly and line',
						value: ({ faults, drifts }: Band) =>
							[faults.under ? `in ${percent(faults.under / drifts)}` : 'never', ''] as const
					}
				]
			: [])
	]);
</script>

{#if held.length > 0}
	<p class="pb-2" data-testid="hand-figures">
		{#each held as { words, span }, k (words)}{k > 0 ? ', ' : ''}<b class="font-semibold"
				>{k === 0 ? words.charAt(0).toUpperCase() + words.slice(1) : words}</b
			><span class="text-quiet">{span ? ` (${span})` : ''}</span>{/each}
	</p>
{/if}
<table class="w-full border-collapse text-sm">
	<thead class={columns.length > 1 ? '' : 'sr-only'}>
		<tr>
			<th scope="col" class="text-left font-normal text-quiet">Figure</th>
			{#each columns as { name } (name)}
				<th scope="col" class="max-w-28 pl-3 text-right leading-tight font-semibold" title={name}
					>{name}</th
				>
			{/each}
		</tr>
	</thead>
	<tbody>
		{#each rows as { what, about, value } (what)}
			<tr class="border-t border-line/60 align-baseline">
				<th scope="row" class="py-1 pr-2 text-left font-normal" title={about}>{what}</th>
				{#each columns as column (column.name)}
					{@const [figure, more] = column.band ? value(column.band) : ['…', '']}
					<td class="py-1 pl-3 text-right"
						><b class="figure font-medium {columns.length > 1 ? '' : 'text-base'}">{figure}</b>
						{#if more}<span class="figure block text-quiet">{more}</span>{/if}</td
					>
				{/each}
			</tr>
		{/each}
	</tbody>
</table>
