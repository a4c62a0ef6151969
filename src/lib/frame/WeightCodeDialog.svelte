<script lang="ts">
	import { evaluate } from '$core/match/index';
	import { fluidAt } from '$core/water/index';
	import { beadDiameterField, GRAM, MILLIMETRE, shown } from '$core/quantity/index';
	import {
		colouredParts,
		flyColourNames,
		flyColours,
		type FlyColour
	} from '$lib/documents/fly/about';
	import {
		codeFaults,
		codeMeasures,
		codeWarnings,
		MOST_STEPS,
		proposedCode,
		stepOf,
		type CodeMeasure,
		type CodeStep,
		type WeightCode
	} from '$lib/documents/fly/weight-code';
	import { codedFly } from '$lib/state/coded';
	import { RequestError } from '$lib/state/client';
	import { useWorkspace } from '$lib/state/context';
	import Modal from '$lib/ui/Modal.svelte';
	import Segments from '$lib/ui/Segments.svelte';

	let { open = $bindable() }: { open: boolean } = $props();
	const { documents, parameters, strip } = useWorkspace();
	void documents.want(['fly']);
	/** What the flies that are kept weigh, and their beads. */
	const flies = $derived(
		documents
			.all('fly')
			.map((row) =>
				codedFly(row, (recipe) =>
					evaluate(recipe, fluidAt(strip.temperature), parameters.distribution)
				)
			)
	);
	const valuesOf = (by: CodeMeasure) =>
		flies.flatMap((fly) => (by === 'weight' ? fly.massG : (fly.beadMm ?? [])));
	let draft = $state.raw<WeightCode>(
		documents.weightCode ?? { part: 'thread', by: 'weight', steps: [{ colour: 'white' }] }
	);
	let wrong = $state('');
	let going = $state(false);
	const faults = $derived(codeFaults(draft));
	const warnings = $derived(codeWarnings(draft));
	const counts = $derived(
		draft.steps.map((_, k) => flies.filter((fly) => stepOf(draft, fly) === k).length)
	);
	const measure = $derived(draft.by === 'weight' ? shown.mass : beadDiameterField.measure);
	const unit = $derived(draft.by === 'weight' ? GRAM : MILLIMETRE);
	const digits = $derived(draft.by === 'weight' ? 3 : beadDiameterField.digits);

	const change = (k: number, step: CodeStep) =>
		(draft = { ...draft, steps: draft.steps.map((one, i) => (i === k ? step : one)) });
	function end(k: number, text: string) {
		const value = Number(text.replace(',', '.'));
		if (!(value > 0)) return;
		change(k, { ...draft.steps[k]!, upTo: Number((measure.from(value) / unit).toPrecision(6)) });
	}
	/** One more at the heavy end: the last so far gets an end, a quarter above where it begins. */
	function more() {
		const last = draft.steps.at(-1)!;
		const from = draft.steps.at(-2)?.upTo ?? (draft.by === 'weight' ? 0.16 : 2);
		const free = flyColourNames.find((name) => draft.steps.every(({ colour }) => colour !== name))!;
		draft = {
			...draft,
			steps: [
				...draft.steps.slice(0, -1),
				{ ...last, upTo: Number((1.25 * from).toPrecision(3)) },
				{ colour: free }
			]
		};
	}
	function less(k: number) {
		const steps = draft.steps.filter((_, i) => i !== k);
		const last = steps.at(-1)!;
		draft = { ...draft, steps: [...steps.slice(0, -1), { colour: last.colour }] };
	}
	async function keep(code: WeightCode | null) {
		going = true;
		wrong = '';
		try {
			await documents.setWeightCode(code);
			open = false;
		} catch (error) {
			if (!(error instanceof RequestError)) throw error;
			wrong = error.message;
		} finally {
			going = false;
		}
	}
	const button = 'h-11 rounded-md bg-sunk px-4 hover:bg-line disabled:opacity-40';
</script>

<Modal
	bind:open
	title="Weight code"
	width={44}
	about="Which colour stands for which weight, so that you know in the box what you take. It is shown on the fly, its card and in the box."
>
	<form
		class="mt-4 grid gap-4"
		onsubmit={(event) => {
			event.preventDefault();
			void keep(draft);
		}}
	>
		<Segments
			label="The colour of the"
			value={draft.part}
			options={colouredParts.map((part) => ({ value: part, words: part }))}
			onchange={(part) => (draft = { ...draft, part })}
		/>
		<Segments
			label="stands for the"
			value={draft.by}
			options={codeMeasures.map((by) => ({
				value: by,
				words: by === 'weight' ? 'weight of the fly' : 'size of the bead'
			}))}
			onchange={(by) => (draft = proposedCode(draft.part, by, valuesOf(by)))}
		/>
		<ol class="grid gap-2" aria-label="Steps, lightest first">
			{#each draft.steps as step, k (k)}
				{@const last = k === draft.steps.length - 1}
				<li
					class="grid grid-cols-[1.5rem_minmax(0,1fr)_auto] items-center gap-x-3 gap-y-1 md:grid-cols-[1.5rem_9rem_minmax(0,1fr)_auto]"
				>
					<span
						class="size-6 rounded-full border border-line"
						style:background={flyColours[step.colour]}
					></span>
					<select
						aria-label="Colour {k + 1}"
						class="h-11 rounded-md bg-sunk px-2"
						value={step.colour}
						onchange={({ currentTarget }) =>
							change(k, { ...step, colour: currentTarget.value as FlyColour })}
					>
						{#each flyColourNames as name (name)}<option value={name}>{name}</option>{/each}
					</select>
					<span
						class="flex flex-wrap items-center gap-x-2 max-md:col-span-2 max-md:col-start-2 max-md:row-start-2"
					>
						{#if last}
							<span>{k === 0 ? `any ${draft.by}` : 'heavier than that'}</span>
						{:else}
							<label class="flex items-center gap-2"
								>up to
								<input
									type="text"
									inputmode="decimal"
									autocomplete="off"
									class="figure h-11 w-24 rounded-md bg-sunk px-2"
									value={measure.trimmed(step.upTo! * unit, digits)}
									onchange={({ currentTarget }) => end(k, currentTarget.value)}
								/>{measure.unit}</label
							>
						{/if}
						<span class="text-sm text-quiet"
							>{counts[k]} {counts[k] === 1 ? 'fly' : 'flies'} of yours</span
						>
					</span>
					<button
						type="button"
						class={button}
						disabled={draft.steps.length === 1}
						aria-label="Take {step.colour} off"
						onclick={() => less(k)}>–</button
					>
					{#if faults[k] ?? warnings[k]}
						<p class="col-span-full text-sm {faults[k] ? 'text-over' : 'text-warn'}">
							{faults[k] ?? warnings[k]}
						</p>
					{/if}
				</li>
			{/each}
		</ol>
		<div class="flex flex-wrap gap-2">
			<button
				type="button"
				class={button}
				disabled={draft.steps.length >= MOST_STEPS}
				onclick={more}>One more</button
			>
			<button
				type="button"
				class={button}
				disabled={valuesOf(draft.by).length === 0}
				onclick={() =>
					(draft = proposedCode(
						draft.part,
						draft.by,
						valuesOf(draft.by),
						draft.steps.map(({ colour }) => colour)
					))}>Steps from your flies</button
			>
		</div>
		{#if wrong}<p role="alert" class="text-over">{wrong}</p>{/if}
		<div class="flex flex-wrap gap-2">
			<button
				type="submit"
				class="h-11 rounded-md bg-water px-5 text-on-water disabled:opacity-40"
				disabled={going || faults.some(Boolean)}>Use this code</button
			>
			{#if documents.weightCode}
				<button type="button" class={button} disabled={going} onclick={() => void keep(null)}
					>Use none</button
				>
			{/if}
		</div>
	</form>
</Modal>
