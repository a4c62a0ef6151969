<script lang="ts">
	import {
		depthField,
		inUnits,
		priceWords,
		shown,
		SHOWN_CHOICES,
		type ShownUnits,
		shownUnits,
		speedField,
		temperatureField
	} from '$core/quantity/index';
	import { api, RequestError } from '$lib/state/client';
	import { useWorkspace } from '$lib/state/context';
	import Modal from '$lib/ui/Modal.svelte';
	import Segments from '$lib/ui/Segments.svelte';

	let { open = $bindable() }: { open: boolean } = $props();
	const workspace = useWorkspace();
	let draft = $state.raw<ShownUnits>(shownUnits());
	let wrong = $state('');
	let going = $state(false);

	const words = {
		length: { mm: 'mm, cm and m', in: 'inches and feet' },
		mass: { g: 'grams', gr: 'grains' },
		speed: { 'cm/s': 'cm/s', 'in/s': 'inches/s', 'ft/s': 'feet/s' },
		temperature: { '°C': '°C', '°F': '°F' }
	} as const;
	const labels = {
		length: 'Lengths',
		mass: 'Weights',
		speed: 'Speeds',
		temperature: 'Temperatures'
	} as const;
	const example = $derived(
		inUnits(draft, () =>
			[
				`${shown.mass.fixed(0.36e-3, 2)} ${shown.mass.unit}`,
				`sinks ${shown.sink.fixed(0.52, 0)} ${shown.sink.unit}`,
				`a gap of ${shown.small.words(3.1e-3, 1)}`,
				`water ${depthField.show(0.9)} deep at ${speedField.show(0.7)} and ${temperatureField.show(9)}`,
				`a bead for ${priceWords(0.42)}`
			].join(', ')
		)
	);

	/** Everything that stands anywhere is said anew, so the page is read again. */
	async function use() {
		going = true;
		try {
			await workspace.flush();
			await api.units(draft);
			location.reload();
		} catch (error) {
			if (!(error instanceof RequestError)) throw error;
			wrong = error.message;
			going = false;
		}
	}
</script>

<Modal
	bind:open
	title="Units"
	width={36}
	about="How figures are shown and read everywhere, in print too. Whatever you write with its unit is understood anyhow: 7/64, 3 ft 6, 15 thou, 0.2 g. Files keep naming their units."
>
	<form
		class="mt-4 grid gap-4"
		onsubmit={(event) => {
			event.preventDefault();
			void use();
		}}
	>
		{#each ['length', 'mass', 'speed', 'temperature'] as const as which (which)}
			<Segments
				label={labels[which]}
				value={draft[which] as string}
				options={SHOWN_CHOICES[which].map((value) => ({
					value,
					words: (words[which] as Record<string, string>)[value]!
				}))}
				onchange={(value) => (draft = { ...draft, [which]: value })}
			/>
		{/each}
		<label class="grid gap-1">
			<span class="text-sm text-quiet">Currency, as it stands before a price; may be empty</span>
			<input
				type="text"
				maxlength="6"
				autocomplete="off"
				class="h-11 w-28 rounded-md bg-sunk px-3"
				value={draft.currency}
				oninput={(event) => (draft = { ...draft, currency: event.currentTarget.value.trim() })}
			/>
		</label>
		<p class="rounded-md bg-sunk p-3" data-testid="units-example">{example}.</p>
		{#if wrong}<p role="alert" class="text-warn">{wrong}</p>{/if}
		<button
			type="submit"
			class="h-11 justify-self-start rounded-md bg-water px-5 text-on-water disabled:opacity-40"
			disabled={going}>Use these</button
		>
	</form>
</Modal>
