<script lang="ts">
	import { waysOut, MOST_COMPARTMENT, type OutOfBox } from '$lib/documents/batch/body';
	import {
		colouredParts,
		flyColourNames,
		type ColouredPart,
		type FlyColour
	} from '$lib/documents/fly/about';
	import { compartmentsOf, type Boxed } from './boxed';

	interface Props {
		/** All that are in the box, and those of them that are chosen. */
		rows: readonly Boxed[];
		chosen: readonly Boxed[];
		move: (which: readonly Boxed[], compartment: string) => Promise<unknown>;
		takeOut: (which: readonly Boxed[], out: OutOfBox) => Promise<unknown>;
		paint: (
			which: readonly Boxed[],
			part: ColouredPart,
			colour: FlyColour | null
		) => Promise<unknown>;
		clear: () => void;
	}
	/** What can be done with all that is chosen in the box, each as one step that undo takes back. */
	let { rows, chosen, move, takeOut, paint, clear }: Props = $props();
	const id = $props.id();

	const flies = $derived(chosen.reduce((sum, { left }) => sum + left, 0));
	let where = $state('');
	let part = $state<ColouredPart>('bead');
	let colour = $state<FlyColour | ''>('');
	const field = 'h-11 rounded-md bg-raised px-2';
	const button = 'h-11 rounded-md bg-raised px-3 hover:bg-line disabled:opacity-40';
</script>

<div
	role="group"
	aria-label="What is chosen"
	class="mb-3 flex flex-wrap items-end gap-x-5 gap-y-2 rounded-lg bg-sunk p-3"
>
	<p class="flex min-h-11 items-center">
		<span role="status"
			><b class="figure">{chosen.length}</b>
			{chosen.length === 1 ? 'kind' : 'kinds'} chosen,
			<b class="figure">{flies}</b>
			{flies === 1 ? 'fly' : 'flies'}</span
		>
		<button
			type="button"
			class="min-h-11 px-2 text-water underline underline-offset-2"
			onclick={clear}>choose none</button
		>
	</p>
	<form
		class="flex items-end gap-2"
		onsubmit={(event) => {
			event.preventDefault();
			void move(chosen, where);
		}}
	>
		<label class="grid gap-1"
			><span class="text-sm text-quiet">Compartment</span>
			<input
				type="text"
				list="{id}-places"
				maxlength={MOST_COMPARTMENT}
				autocomplete="off"
				placeholder="nowhere in particular"
				bind:value={where}
				class="{field} w-52"
			/></label
		>
		<datalist id="{id}-places">
			{#each compartmentsOf(rows) as place (place)}
				{#if place}<option value={place}></option>{/if}
			{/each}
		</datalist>
		<button type="submit" class={button}>Put them there</button>
	</form>
	<form
		class="flex items-end gap-2"
		onsubmit={(event) => {
			event.preventDefault();
			void paint(chosen, part, colour || null);
		}}
	>
		<label class="grid gap-1"
			><span class="text-sm text-quiet">Colour of the</span>
			<select bind:value={part} class={field}>
				{#each colouredParts as one (one)}<option value={one}>{one}</option>{/each}
			</select></label
		>
		<label class="grid gap-1"
			><span class="text-sm text-quiet">is</span>
			<select bind:value={colour} class={field}>
				<option value="">not said</option>
				{#each flyColourNames as one (one)}<option value={one}>{one}</option>{/each}
			</select></label
		>
		<button type="submit" class={button}>Set it</button>
	</form>
	<span class="flex flex-wrap items-end gap-2">
		{#each waysOut as out (out)}
			<button
				type="button"
				class={button}
				disabled={flies === 0}
				onclick={() => void takeOut(chosen, out)}>all {out}</button
			>
		{/each}
	</span>
</div>
