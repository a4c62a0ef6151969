<script lang="ts">
	import type { Lie } from '$core/water/index';
	import type { DocumentRow } from '$lib/contract/documents';
	import WaterFields from '$lib/controls/WaterFields.svelte';
	import type { Bench } from '$lib/state/bench.svelte';
	import LieList from './LieList.svelte';

	interface Props {
		bench: Bench;
		onchosen: () => void;
		showHistory: (row: DocumentRow) => void;
	}
	let { bench, onchosen, showHistory }: Props = $props();
	const set = (part: Partial<Lie>) => bench.changeWater(part);
</script>

<LieList {bench} {onchosen} {showHistory}>
	{#if bench.surveyed}
		<div class="mt-2">
			<WaterFields
				water={bench.surveyed}
				{set}
				temperature={bench.river?.body.temperatureC ?? null}
				setTemperature={(temperatureC) => bench.setRiver({ temperatureC })}
				wide
			/>
		</div>
		<p class="mt-2 text-sm text-quiet">
			Depth where a wading stick stops, speed of a leaf on the surface: both judged from the bank.
			Do not wade to measure; when in doubt stay out, and local rules decide.
			<a href="/water" class="text-water underline underline-offset-2"
				>Time a leaf, flow, notes (V)</a
			>
		</p>
	{/if}
</LieList>
