<script lang="ts">
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
		type AboutFly,
		type ColouredPart,
		type FlyColour
	} from '$lib/documents/fly/about';

	interface Props {
		about: AboutFly;
		set: (change: Partial<AboutFly>) => void;
	}
	let { about, set }: Props = $props();
	let open = $state(false);
	const id = $props.id();
	const words = $derived(aboutWords(about) || about.notes || 'colours, season, tags, notes');
	const field = 'mt-0.5 block w-full rounded-md bg-sunk px-2 text-base text-ink';

	function paint(part: ColouredPart, colour: string) {
		const others = without(about.colours ?? {}, part);
		set({ colours: colour ? { ...others, [part]: colour as FlyColour } : others });
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
				{#each aboutTextNames as name (name)}
					{@const { words: label, most } = aboutTexts[name]}
					<label
						class="text-sm text-quiet {name === 'tags' || name === 'notes' ? 'col-span-2' : ''}"
						>{label}
						{#if name === 'notes'}
							<textarea
								rows="3"
								maxlength={most}
								class="{field} py-2"
								value={about[name] ?? ''}
								oninput={(event) => set({ [name]: event.currentTarget.value })}></textarea>
						{:else}
							<input
								type="text"
								maxlength={most}
								autocomplete="off"
								class="{field} h-11"
								value={about[name] ?? ''}
								oninput={(event) => set({ [name]: event.currentTarget.value })}
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
								{#each flyColourNames as name (name)}<option value={name}>{name}</option>{/each}
							</select>
						</span>
					</label>
				{/each}
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
