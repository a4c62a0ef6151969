<script lang="ts">
	import type { Hand } from '$core/predict/index';
	import { asUsual, hangsOnFloat, landings, type HandControl, type Rig } from '$core/rig/index';
	import { controlNumber, spanWords } from '$lib/ui/drift-words';
	import Segments from '$lib/ui/Segments.svelte';
	import FieldStepper from '$lib/ui/FieldStepper.svelte';
	import { handNumbers, isHeld, landingWords } from './rig';

	interface Props {
		rig: Rig;
		set: (rig: Rig) => void;
		/** How the rod is held for the fly and the lie at hand; null while that is not known. */
		hand: Hand | null;
		/** What would be found of the controls that are set; null while that is not known. */
		wouldBe: Hand | null;
	}
	let { rig, set, hand, wouldBe }: Props = $props();

	const numbers = $derived(handNumbers.filter(({ key }) => isHeld(rig.way, key)));
	/** With every control in place, as far as that is known. */
	const held = $derived(hand?.rig.way === rig.way ? hand.rig : asUsual(rig));
	const casts = $derived(!hangsOnFloat(rig));
	const mark = (control: HandControl, is: boolean) => ({ ...rig.set, [control]: is });

	/** What stands under a control: whether it is found or set, and what does nearly as well. */
	function status(control: (typeof handNumbers)[number]['key']): string {
		if (control === 'lead') return rig.set.lead ? 'as you set it' : 'usual';
		const own = hand?.found.find((one) => one.control === control);
		if (!rig.set[control])
			return own ? `found; ${spanWords(own) || 'for this fly here'}` : 'found …';
		const other = wouldBe?.found.find((one) => one.control === control);
		return other
			? `as you set it; ${controlNumber[control](other.value)} would be found${spanWords(other) ? `, ${spanWords(other)}` : ''}`
			: 'as you set it';
	}
</script>

<fieldset class="mt-2 rounded-md border border-line px-3 pb-2">
	<legend class="px-1 text-sm text-quiet"
		>The hand: found for the fly and the lie, unless you set it</legend
	>
	<div class="grid grid-cols-2 gap-x-3 gap-y-2">
		{#each numbers as { key: control, label, unit, field, small, big, get, set: put } (control)}
			<div>
				<FieldStepper
					{label}
					unit={unit?.()}
					value={get(rig.set[control] ? rig : held)}
					{field}
					{small}
					{big}
					onchange={(value) => set({ ...put(rig, value), set: mark(control, true) })}
				/>
				<p class="flex min-h-7 items-center gap-2 text-sm text-quiet">
					<span data-testid="hand-{control}">{status(control)}</span>
					{#if rig.set[control]}
						<button
							type="button"
							class="min-h-7 rounded-md bg-sunk px-2 text-ink hover:bg-line"
							aria-label="{label}: {control === 'lead' ? 'as usual' : 'find it'}"
							onclick={() => set({ ...rig, set: mark(control, false) })}
							>{control === 'lead' ? 'as usual' : 'find it'}</button
						>
					{/if}
				</p>
			</div>
		{/each}
		{#if casts}
			<div class="col-span-2">
				<Segments
					label="The cast lands"
					value={asUsual(rig).landing}
					options={landings.map((value) => ({ value, words: landingWords[value] }))}
					onchange={(landing) => set({ ...rig, landing, set: mark('landing', true) })}
				/>
			</div>
		{/if}
		{#if 'feelsBed' in rig}
			<label class="col-span-2 flex min-h-9 items-center gap-2">
				<input
					type="checkbox"
					class="size-5 accent-(--water)"
					checked={rig.feelsBed}
					onchange={(event) => set({ ...rig, feelsBed: event.currentTarget.checked })}
				/>I feel the bed: line in a little at each touch
			</label>
		{/if}
	</div>
</fieldset>
