<script lang="ts">
	import type { Lie } from '$core/water/index';
	import type { DocumentRow } from '$lib/documents/kinds';
	import WaterFields from '$lib/controls/WaterFields.svelte';
	import LieList from './LieList.svelte';
	import { useWorkspace } from '$lib/state/context';

	interface Props {
		onchosen: () => void;
		showHistory: (row: DocumentRow) => void;
	}
	let { onchosen, showHistory }: Props = $props();
	const { strip, selection } = useWorkspace();
	const set = (part: Partial<Lie>) => strip.changeWater(part);
</script>

<LieList {onchosen} {showHistory}>
	{#if strip.surveyed}
		<div class="mt-2">
			<WaterFields
				water={strip.surveyed}
				{set}
				temperature={selection.river?.body.temperatureC ?? null}
				setTemperature={(temperatureC) => strip.setRiver({ temperatureC })}
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
