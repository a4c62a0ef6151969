<script lang="ts">
	import { useWorkspace } from '$lib/state/context';
	import { codeOf, type Coded } from '$lib/documents/fly/weight-code';
	import CodeMark from '$lib/ui/CodeMark.svelte';
	import WeightCodeButton from '$lib/frame/WeightCodeButton.svelte';
	import FlyPhoto from './FlyPhoto.svelte';
	import ChevronRight from '@lucide/svelte/icons/chevron-right';
	import type { FitCode } from '$core/fly/index';
	import { without } from '$core/quantity/index';
	import {
		aboutTextNames,
		aboutTexts,
		aboutWords,
		colouredParts,
		flyColourNames,
		flyColours,
		MOST_MINUTES,
		type AboutFly,
		type ColouredPart,
		type FlyColour
	} from '$lib/documents/fly/about';

	interface Props {
		about: AboutFly;
		/** What it weighs and its bead, for the weight code. */
		fly: Coded;
		/** What the fly is called. */
		name: string;
		set: (change: Partial<AboutFly>) => void;
	}
	let { about, fly, name, set }: Props = $props();
	const { documents } = useWorkspace();
	let open = $state(false);
	const id = $props.id();
	const code = $derived(documents.weightCode);
	/** Its colour by the code, while nothing is said of it. */
	const meant = $derived(
		code && about.colours?.[code.part] === undefined ? codeOf(code, fly).colour : null
	);
	const words = $derived(aboutWords(about) || about.notes || 'colours, season, tags, notes');
	const field = 'mt-0.5 block w-full rounded-md bg-sunk px-2 text-base text-ink';

	function paint(part: ColouredPart, colour: string) {
		const others = without(about.colours ?? {}, part);
		set({ colours: colour ? { ...others, [part]: colour as FlyColour } : others });
	}
	/** What cannot be goes back to what was there. */
	function took(input: HTMLInputElement) {
		const minutes = input.valueAsNumber;
		if (Number.isInteger(minutes) && minutes >= 1 && minutes <= MOST_MINUTES) set({ minutes });
		else if (input.value === '' && !input.validity.badInput) set({ minutes: undefined });
		else input.value = String(about.minutes ?? '');
	}
	/** A note is heard again. */
	const hear = (code: FitCode) =>
		set({ meantSo: (about.meantSo ?? []).filter((other) => other !== code) });
</script>

<section aria-label="What it is kept with" class="p-2 pt-0">
	<div class="relative isolate rounded-lg" class:bg-raised={open}>
		<h2>
			<button
				type="button"
				class="flex min-h-9 w-full items-center gap-2 rounded-lg px-2 text-left hover:bg-raised max-md:min-h-11"
				aria-expanded={open}
				aria-controls={id}
				onclick={() => (open = !open)}
			>
				<ChevronRight size={16} class="shrink-0 {open ? 'rotate-90' : ''}" />
				<span class="w-21 shrink-0 font-semibold">Kept with</span>
				<span class="min-w-0 flex-1 truncate text-quiet" title={words}>{words}</span>
			</button>
		</h2>
		{#if open}
			<div {id} class="grid grid-cols-2 gap-2 px-3 pb-3">
				{#each aboutTextNames as text (text)}
					{@const { words: label, most } = aboutTexts[text]}
					<label
						class="text-sm text-quiet {text === 'tags' || text === 'notes' ? 'col-span-2' : ''}"
						>{label}
						{#if text === 'notes'}
							<textarea
								rows="3"
								maxlength={most}
								class="{field} py-2"
								value={about[text] ?? ''}
								oninput={(event) => set({ [text]: event.currentTarget.value })}></textarea>
						{:else}
							<input
								type="text"
								maxlength={most}
								autocomplete="off"
								class="{field} h-11"
								value={about[text] ?? ''}
								oninput={(event) => set({ [text]: event.currentTarget.value })}
							/>
						{/if}
					</label>
				{/each}
				{#each colouredParts as part (part)}
					{@const colour = about.colours?.[part]}
					<label class="text-sm text-quiet"
						>Colour of the {part}
						<span class="mt-0.5 flex items-center gap-2">
							<span
								class="size-5 shrink-0 rounded-full border border-line"
								style:background={colour ? flyColours[colour] : 'transparent'}
							></span>
							<select
								class="h-11 min-w-0 flex-1 rounded-md bg-sunk px-2 text-base text-ink"
								value={colour ?? ''}
								onchange={(event) => paint(part, event.currentTarget.value)}
							>
								<option value="">not said</option>
								{#each flyColourNames as colour (colour)}<option value={colour}>{colour}</option
									>{/each}
							</select>
						</span>
					</label>
				{/each}
				<label class="text-sm text-quiet"
					>Time it took, min
					<input
						type="number"
						min="1"
						max={MOST_MINUTES}
						step="1"
						class="{field} h-11"
						value={about.minutes ?? ''}
						onchange={({ currentTarget }) => took(currentTarget)}
					/>
				</label>
				<FlyPhoto photo={about.photo} {name} set={(photo) => set({ photo })} />
				{#if !code}
					<div class="col-span-2"><WeightCodeButton /></div>
				{:else}
					<div class="col-span-2 flex flex-wrap items-center gap-x-3 gap-y-1">
						<span class="text-sm text-quiet">By your weight code:</span>
						<CodeMark {code} {fly} colours={about.colours} />
						<WeightCodeButton />
						{#if meant}
							<button
								type="button"
								class="min-h-9 rounded-md bg-sunk px-2 text-sm hover:bg-line"
								onclick={() => paint(code.part, meant)}>It is {meant}</button
							>
						{/if}
					</div>
				{/if}
				{#if about.meantSo?.length}
					<div class="col-span-2 text-sm">
						<p class="text-quiet">Meant so, and no longer noted:</p>
						<ul class="flex flex-wrap gap-2 pt-1">
							{#each about.meantSo as code (code)}
								<li>
									<button
										type="button"
										class="min-h-9 rounded-md bg-sunk px-2 hover:bg-line"
										onclick={() => hear(code)}>{code.replaceAll('-', ' ')}: note it again</button
									>
								</li>
							{/each}
						</ul>
					</div>
				{/if}
			</div>
		{/if}
	</div>
</section>
