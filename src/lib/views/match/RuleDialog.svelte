<script lang="ts">
	import Modal from '$lib/ui/Modal.svelte';

	interface Props {
		open: boolean;
	}
	let { open = $bindable() }: Props = $props();
</script>

<Modal bind:open title="How builds are ranked" width={44}>
	<div class="mt-3 grid gap-2">
		<p>
			<b>First, those that do the job</b>: as many drifts of ten are good as you ask for, or nine
			tenths of the best there is where that is less, and never fewer than two and a half. Behind
			them, those that fall short, the best first. Where nothing is good so often, the one that
			comes nearest to the zone stands first, and what binds is said.
		</p>
		<p>
			<b>Among those that do it, the lightest and slimmest.</b> Each build has points, fewer are better.
			A per cent of mass is a point, and so is a per cent of thickness.
		</p>
		<table class="border-collapse">
			<tbody>
				{#each [['something that will be regretted (a choked gap, a chunky body …)', '40'], ['a step away from the pattern’s look', '8'], ['the hook gap, from all of it left to none', '0 to 20'], ['the price, from nothing to the dearest', '0 to 10'], ['wire that does not touch the bead', '3'], ['save tungsten: a tungsten bead', '25'], ['slim head, or slim body: a per cent of it', '1 more'], ['head down, or level: a degree away from it', '½']] as [what, points] (what)}
					<tr class="border-t border-line/60">
						<td class="py-1 pr-4">{what}</td>
						<td class="figure text-right">{points}</td>
					</tr>
				{/each}
			</tbody>
		</table>
		<p class="text-sm text-quiet">
			The weights are our choice. Builds that differ only in turns, in the place of the wire or in
			the dressing count as one: the best of them is listed. Every build is looked at by tables
			first (sink mostly within a few per cent), the best in full and each through 60 drifts, with
			the rod held as suits it; the first six go on until their chance is sure to 0.2 of 10, through
			300 at most, in water and eddies drawn anew each time.
		</p>
	</div>
	<button
		type="button"
		class="mt-4 h-11 rounded-md bg-water px-4 text-on-water"
		onclick={() => (open = false)}>Close</button
	>
</Modal>
