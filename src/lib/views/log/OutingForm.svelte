<script lang="ts">
	import { sights, sightWords, type Sight } from '$lib/documents/entry/body';
	import { lieKey } from '$lib/documents/lie/body';
	import { outingEntry, type SeenAtLie } from '$lib/state/outing-entry';
	import type { LearningState } from '$lib/state/learning.svelte';
	import { useWorkspace } from '$lib/state/context';

	let { learning }: { learning: LearningState } = $props();
	const workspace = useWorkspace();
	const { strip, selection, log } = workspace;

	let saw = $state<Sight>('touched');
	let fish = $state(false);
	let note = $state('');
	let busy = $state(false);
	const ready = $derived(
		strip.recipe && strip.rig && strip.water && selection.lie && selection.rig ? true : false
	);

	async function keep() {
		const { recipe, rig, water, temperature: celsius, flow } = strip;
		const { lie, rig: rigRow } = selection;
		if (!recipe || !rig || !water || !lie || !rigRow || busy) return;
		busy = true;
		try {
			// The figures on the page are reactive; the worker gets plain ones.
			const plain = $state.snapshot({ recipe, rig, lie: water }) as Pick<
				SeenAtLie,
				'recipe' | 'rig' | 'lie'
			>;
			const seen: SeenAtLie = {
				...plain,
				celsius,
				saw,
				fish,
				lieName: lie.name,
				lieKey: lieKey(lie),
				rigName: rigRow.name,
				...(flow === null ? {} : { flowM3s: flow })
			};
			const body = await outingEntry(seen, (asked) => learning.fit(asked));
			const done = await log.keepEntry(`${selection.fly?.name ?? 'A fly'} at ${lie.name}`, {
				...body,
				...(note.trim() ? { note: note.trim() } : {})
			});
			if (done) note = '';
		} finally {
			busy = false;
		}
	}
</script>

<form
	class="grid gap-3"
	onsubmit={(event) => {
		event.preventDefault();
		void keep();
	}}
>
	{#if ready}
		<p>{selection.fly?.name} on {selection.rig?.name}, at {selection.lie?.name}</p>
		<fieldset class="grid gap-px overflow-hidden rounded-md bg-sunk">
			<legend class="text-sm text-quiet">What it did, most casts</legend>
			{#each sights as sight (sight)}
				<label
					class="relative flex min-h-11 cursor-pointer items-center px-3 has-checked:bg-ink has-checked:text-ground has-focus-visible:z-10 has-focus-visible:outline-[2.5px] has-focus-visible:-outline-offset-2 has-focus-visible:outline-water"
				>
					<input
						type="radio"
						name="saw"
						data-begins={sight === sights[0] ? '' : undefined}
						class="absolute inset-0 cursor-pointer appearance-none opacity-0"
						checked={saw === sight}
						onchange={() => (saw = sight)}
					/>
					{sightWords[sight]}
				</label>
			{/each}
		</fieldset>
		<label class="flex min-h-11 items-center gap-2"
			><input type="checkbox" bind:checked={fish} class="size-5 accent-(--water)" />it took a fish</label
		>
		<label class="grid gap-1">
			<span class="text-sm text-quiet">Note</span>
			<textarea bind:value={note} rows="2" maxlength="2000" class="rounded-md bg-sunk px-3 py-2"
			></textarea>
		</label>
		<button
			type="submit"
			disabled={busy}
			class="h-12 rounded-md bg-water px-4 text-lg text-on-water disabled:opacity-60"
			>{busy ? 'Working out what it says …' : 'Keep the outing'}</button
		>
		<p class="text-sm text-quiet">
			What is seen through the water counts for little each time, and for more the oftener it is
			seen.
		</p>
	{:else}
		<p class="text-quiet">
			Choose a fly, a rig and a lie on the strip above: an outing is of all three.
		</p>
	{/if}
</form>
