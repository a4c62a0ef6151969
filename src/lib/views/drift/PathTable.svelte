<script lang="ts">
	import type { Band, DrawnDrift } from '$core/drift/index';
	import { shown } from '$core/quantity/index';
	import Modal from '$lib/ui/Modal.svelte';

	interface Props {
		open: boolean;
		drift: DrawnDrift;
		band: Band | null;
		/** m */
		depth: number;
	}
	let { open = $bindable(), drift, band, depth }: Props = $props();

	/** About every quarter of a second. */
	const rows = $derived(
		drift.path.filter(
			({ time }, i) => i === 0 || Math.floor(time * 4) !== Math.floor(drift.path[i - 1]!.time * 4)
		)
	);
	const cm = (metres: number) => shown.hand.fixed(metres, 0);
	/** Both ends of 90 % of the height at a distance. */
	function ends(distance: number): string {
		if (!band) return '';
		const k = band.distances.findIndex((at) => at >= distance);
		const [low, high] = [band.heights[0]![k], band.heights[4]![k]];
		if (low === undefined || high === undefined || Number.isNaN(low)) return '';
		return `${cm(low * depth)}–${cm(high * depth)}`;
	}
</script>

<Modal
	bind:open
	title="The path as a table"
	about="The single path, everything at its most likely; beside the height both ends of 90 % of the many drifts."
	width={44}
>
	<div class="mt-3 max-h-[60vh] overflow-auto">
		<table class="w-full border-collapse text-right text-sm">
			<thead class="sticky top-0 bg-raised text-quiet">
				<tr>
					<th scope="col" class="py-1 font-normal">s</th>
					<th scope="col" class="font-normal">{shown.water.unit} downstream</th>
					<th scope="col" class="font-normal">{shown.hand.unit} above the bed</th>
					<th scope="col" class="font-normal">90 %</th>
					<th scope="col" class="font-normal">drag, {shown.sink.unit}</th>
				</tr>
			</thead>
			<tbody class="figure">
				{#each rows as { time, distance, height, slip } (time)}
					<tr class="border-t border-line/60">
						<td class="py-0.5">{time.toFixed(2)}</td>
						<td>{shown.water.fixed(distance, 2)}</td>
						<td>{cm(Math.max(0, height))}</td>
						<td class="text-quiet">{ends(distance)}</td>
						<td>{shown.sink.fixed(slip, 0)}</td>
					</tr>
				{/each}
			</tbody>
		</table>
	</div>
</Modal>
