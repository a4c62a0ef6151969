<script lang="ts">
	import { lineMaterials, ways, wayTable, withWay, type Rig, type RigNote } from '$core/rig/index';
	import Segments from '$lib/ui/Segments.svelte';
	import FieldStepper from '$lib/ui/FieldStepper.svelte';
	import type { Distribution } from '$core/parameter/index';
	import type { Hand } from '$core/predict/index';
	import BenchTest from './BenchTest.svelte';
	import HandFields from './HandFields.svelte';
	import { countsOn, rigNumbers } from './rig';

	interface Props {
		rig: Rig;
		set: (rig: Rig) => void;
		notes: readonly RigNote[];
		/** How the rod is held for the fly and the lie at hand, and what would be found where it is set. */
		hand: Hand | null;
		wouldBe: Hand | null;
		distribution: Distribution;
	}
	let { rig, set, notes, hand, wouldBe, distribution }: Props = $props();

	const numbers = $derived(rigNumbers.filter(({ key }) => countsOn(rig.way, key)));
</script>

<Segments
	label="Way of fishing"
	value={rig.way}
	options={ways.map((value) => ({ value, words: wayTable[value].words }))}
	onchange={(way) => set(withWay(rig, way))}
/>
<HandFields {rig} {set} {hand} {wouldBe} />
<div class="mt-2 grid grid-cols-2 gap-2 sm:grid-cols-3">
	{#each numbers as { key, label, unit, field, small, big, get, set: put } (key)}
		<FieldStepper
			{label}
			unit={unit?.()}
			value={get(rig)}
			{field}
			{small}
			{big}
			onchange={(value) => set(put(rig, value))}
		/>
	{/each}
</div>
{#if 'carries' in rig}
	<BenchTest {distribution} set={(carries) => set({ ...rig, carries })} />
{/if}
<div class="mt-2 grid gap-2 sm:grid-cols-2">
	<Segments
		label="Tippet of"
		value={rig.tippet.material}
		options={lineMaterials.map((value) => ({ value, words: value }))}
		onchange={(material) => set({ ...rig, tippet: { ...rig.tippet, material } })}
	/>
	{#if 'leader' in rig}
		{@const { leader } = rig}
		<Segments
			label="Leader of"
			value={leader.material}
			options={lineMaterials.map((value) => ({ value, words: value }))}
			onchange={(material) => set({ ...rig, leader: { ...leader, material } })}
		/>
	{/if}
</div>
{#each notes as { words } (words)}
	<p class="mt-2 rounded-md bg-warn-soft p-2 text-sm" role="status">{words}</p>
{/each}
