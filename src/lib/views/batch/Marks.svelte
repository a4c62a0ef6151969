<script lang="ts">
	import { shown } from '$core/quantity/index';
	import type { Gauge, Mark } from '$core/batch/index';
	import { gauged, markNumber } from './words';

	interface Props {
		marks: readonly Mark[];
		lengths: Readonly<Record<Gauge, number | null>>;
	}
	let { marks, lengths }: Props = $props();
</script>

<section aria-labelledby="marks">
	<h2 id="marks" class="text-lg font-semibold">Marks</h2>
	<table class="w-full border-collapse">
		<tbody>
			{#each marks as mark, k (k)}
				<tr class="border-t border-line/60 align-baseline">
					<th scope="row" class="py-1 pr-3 text-left font-normal">{mark.words}</th>
					<td class="text-right whitespace-nowrap"
						><span class="figure text-lg">{markNumber(mark.length)}</span>
						<span class="text-sm text-quiet"
							>{shown.small.unit}{mark.kind === 'place' ? ' from the eye' : ''}</span
						></td
					>
					<td class="pl-3 text-sm text-quiet">{gauged(mark, lengths)}</td>
				</tr>
			{/each}
		</tbody>
	</table>
</section>
