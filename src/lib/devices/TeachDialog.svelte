<script lang="ts">
	import type { Snippet } from 'svelte';
	import Modal from '$lib/ui/Modal.svelte';

	/** A line as a device sends it, and what it means; NaN where that was not typed. */
	interface Taught {
		readonly line: string;
		readonly value: number;
		/** Of a weight: that it stood still. */
		readonly steady: boolean;
	}
	interface Props {
		open: boolean;
		title: string;
		/** Above the lines, and what they are to be. */
		heading: string;
		about?: string;
		placeholder: string;
		/** Before and behind the field of what a line means, and its name for who hears it. */
		means: { readonly before: string; readonly unit: string; readonly label: string };
		/** Whether a line may be of a weight that moves. */
		moving?: boolean;
		/** Teaches the device. @returns what became of it, in words */
		teach: (first: Taught, second: Taught) => string;
		/** Which device there is. */
		children: Snippet;
	}
	let {
		open = $bindable(),
		title,
		heading,
		about,
		placeholder,
		means,
		moving = false,
		teach,
		children
	}: Props = $props();

	let samples = $state([
		{ line: '', shown: '', steady: true },
		{ line: '', shown: '', steady: false }
	]);
	let said = $state('');
	const field = 'figure h-11 rounded-md bg-sunk px-3';

	function learn() {
		const [first, second] = samples.map(({ line, shown, steady }) => ({
			line,
			steady,
			value: shown.trim() === '' ? NaN : Number(shown.trim().replace(',', '.'))
		}));
		said = teach(first!, second!);
	}
</script>

<Modal bind:open {title} width={44}>
	<div class="grid gap-4 pt-3">
		{@render children()}
		<section aria-label={heading} class="grid gap-2">
			<h3 class="font-semibold">{heading}</h3>
			{#if about}<p class="text-sm text-quiet">{about}</p>{/if}
			{#each samples as sample, k (k)}
				<div class="flex flex-wrap items-center gap-2">
					<input
						type="text"
						bind:value={sample.line}
						aria-label="Line {k + 1}"
						{placeholder}
						class="{field} min-w-0 flex-1"
					/>
					<label class="flex items-center gap-2"
						>{means.before}
						<input
							type="text"
							inputmode="decimal"
							bind:value={sample.shown}
							aria-label="{means.label} {k + 1}, {means.unit}"
							class="{field} w-24 text-right"
						/>
						{means.unit}</label
					>
					{#if moving}
						<label class="flex items-center gap-2"
							><input
								type="checkbox"
								bind:checked={sample.steady}
								class="size-5 accent-(--water)"
							/>steady</label
						>
					{/if}
				</div>
			{/each}
			<div class="flex flex-wrap items-center gap-3">
				<button type="button" class="h-11 rounded-md bg-sunk px-4 hover:bg-line" onclick={learn}
					>Learn</button
				>
				<span role="status">{said}</span>
			</div>
		</section>
		<button
			type="button"
			class="h-11 justify-self-start rounded-md bg-water px-4 text-on-water"
			onclick={() => (open = false)}>Close</button
		>
	</div>
</Modal>
