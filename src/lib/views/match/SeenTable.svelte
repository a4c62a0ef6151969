<script lang="ts">
	import type { Seen } from '$core/match/index';
	import { CENTIMETRE, shown } from '$core/quantity/index';
	import Modal from '$lib/ui/Modal.svelte';

	interface Props {
		open: boolean;
		seen: readonly Seen[];
	}
	let { open = $bindable(), seen }: Props = $props();

	const STEP = 10;
	const metals: readonly Seen['metal'][] = ['tungsten', 'brass', 'other', 'none'];
	const words = { tungsten: 'tungsten', brass: 'brass', other: 'other beads', none: 'no bead' };
	/** For each ten cm/s of sink the slimmest of each metal. */
	const rows = $derived.by(() => {
		const stepOf = ({ speed }: Seen) => Math.floor(speed / CENTIMETRE / STEP);
		const most = seen.reduce((last, one) => Math.max(last, stepOf(one)), 0);
		const slimmest = (step: number, metal: Seen['metal']) =>
			seen
				.filter((one) => one.metal === metal && stepOf(one) === step)
				.reduce<Seen | null>((best, one) => (best && best.bulk <= one.bulk ? best : one), null);
		return Array.from({ length: most + 1 }, (_, step) => ({
			step,
			found: metals.map((metal) => slimmest(step, metal))
		})).filter(({ found }) => found.some((one) => one));
	});
</script>

<Modal
	bind:open
	title="Sink against thickness"
	about="For each step of sink rate the slimmest build of each bead metal: its thickness in per cents of the shank, its mass, and how many drifts of ten are good."
	width={44}
>
	<div class="mt-3 max-h-[60vh] overflow-auto">
		<table class="w-full border-collapse text-right text-sm">
			<thead class="sticky top-0 bg-raised text-quiet">
				<tr>
					<th scope="col" class="py-1 text-left font-normal">{shown.sink.unit}</th>
					{#each metals as metal (metal)}<th scope="col" class="pl-3 font-normal">{words[metal]}</th
						>{/each}
				</tr>
			</thead>
			<tbody>
				{#each rows as { step, found } (step)}
					<tr class="border-t border-line/60">
						<th scope="row" class="figure py-0.5 text-left font-normal"
							>{STEP * step}–{STEP * (step + 1)}</th
						>
						{#each found as one, k (k)}
							<td class="figure pl-3"
								>{one
									? `${(100 * one.bulk).toFixed(0)} %, ${shown.mass.words(one.mass, 3)}, ${(10 * one.chance).toFixed(0)}`
									: '·'}</td
							>
						{/each}
					</tr>
				{/each}
			</tbody>
		</table>
	</div>
</Modal>
