<script lang="ts">
	import { tick } from 'svelte';
	import {
		askedSteps,
		marksOf,
		mayBeAgain,
		moved,
		stepsOf,
		type StepKey,
		type TyingStep
	} from '$core/batch/index';
	import type { Build } from '$core/fly/index';
	import { shown } from '$core/quantity/index';
	import { MOST_HANDLING, tiersWayOf, type TyingWay } from '$lib/documents/fly/about';
	import Modal from '$lib/ui/Modal.svelte';
	import { usualHandling } from './handling';

	interface Props {
		open: boolean;
		build: Build;
		tying: TyingWay | undefined;
		set: (tying: TyingWay | undefined) => void;
	}
	let { open = $bindable(), build, tying = {}, set }: Props = $props();
	const id = $props.id();
	const steps = $derived(stepsOf(build, undefined, tiersWayOf(tying)));
	const keys = $derived(steps.map(({ key }) => key));
	const marks = $derived(marksOf(build));
	const free = $derived([...askedSteps].filter(([key]) => !keys.includes(key)));
	let why = $state('');
	let list = $state<HTMLElement>();
	let dragged = $state<number | null>(null);
	let over = $state<number | null>(null);

	/** Nothing that is as usual is kept. */
	function keep(change: TyingWay) {
		const { order, handling } = { ...tying, ...change };
		const said = handling?.filter(({ words }) => words !== '') ?? [];
		const way = {
			...(order && order.length > 0 ? { order } : {}),
			...(said.length > 0 ? { handling: said } : {})
		};
		set(Object.keys(way).length > 0 ? way : undefined);
	}
	const wordsOf = (key: StepKey) => steps.find((step) => step.key === key)!.words;
	async function move(from: number, to: number) {
		why = '';
		if (to < 0 || to >= keys.length || to === from) return;
		const next = moved(keys, from, to);
		if ('first' in next) {
			why = `“${wordsOf(next.first)}” comes before “${wordsOf(next.then)}”`;
			return;
		}
		keep({ order: next });
		await tick();
		list?.querySelectorAll<HTMLElement>('[data-step]')[to]?.focus();
	}
	function keydown(event: KeyboardEvent, k: number) {
		if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
		event.preventDefault();
		void move(k, event.key === 'ArrowUp' ? k - 1 : k + 1);
	}
	const again = (k: number) => keep({ order: keys.toSpliced(k + 1, 0, keys[k]!) });
	const off = (k: number) => keep({ order: keys.toSpliced(k, 1) });
	const repeated = (key: StepKey) => keys.filter((one) => one === key).length > 1;
	/** At the end of what is tied, where one looks for it. */
	const add = (key: StepKey) => {
		const end = keys.indexOf(key === 'rough-up' ? 'look' : 'whip');
		keep({ order: keys.toSpliced(end, 0, key) });
	};
	const say = (key: StepKey, words: string) =>
		keep({
			handling: [
				...(tying.handling ?? []).filter(({ step }) => step !== key),
				{ step: key, words: words.trim() }
			]
		});
	const markWords = ({ marks: codes }: TyingStep) =>
		marks
			.filter(({ code }) => codes.includes(code))
			.map(({ words, length }) => `${words} ${shown.small.words(length, 1)}`)
			.join(', ');
	const square =
		'grid size-9 place-items-center rounded-md bg-sunk hover:bg-line disabled:opacity-40';
</script>

<Modal
	bind:open
	title="Steps"
	width={56}
	about="The usual order is a start. Move a step by its arrows, with Alt and the arrow keys, or drag it; what must come first stays first. Your own words are shown at the vise and on the card."
>
	<p class="min-h-6 pt-2 text-warn" role="alert">{why}</p>
	<ol bind:this={list} aria-label="Steps in order">
		{#each steps as step, k (`${step.key} ${keys.slice(0, k).filter((key) => key === step.key).length}`)}
			{@const suggestions = usualHandling[step.key] ?? []}
			<li
				class="grid grid-cols-[2rem_minmax(0,1fr)_auto] items-center gap-x-3 gap-y-1 border-t py-2 md:grid-cols-[2rem_minmax(0,5fr)_minmax(0,4fr)_auto] {over ===
				k
					? 'border-water'
					: 'border-line/60'}"
				draggable="true"
				ondragstart={() => (dragged = k)}
				ondragend={() => (dragged = over = null)}
				ondragover={(event) => {
					event.preventDefault();
					over = k;
				}}
				ondrop={(event) => {
					event.preventDefault();
					if (dragged !== null) void move(dragged, k);
					dragged = over = null;
				}}
			>
				<span class="figure text-right text-quiet">{k + 1}</span>
				<span class="min-w-0">
					{step.words}
					{#if markWords(step)}<span class="block text-sm text-quiet">{markWords(step)}</span>{/if}
				</span>
				<input
					type="text"
					maxlength={MOST_HANDLING}
					autocomplete="off"
					list={suggestions.length > 0 ? `${id}-${step.key}` : undefined}
					placeholder="how, in your words"
					aria-label="How: {step.words}"
					class="h-9 min-w-0 rounded-md bg-sunk px-2 text-sm max-md:col-span-3 max-md:row-start-2 max-md:h-11"
					value={step.handling}
					onchange={({ currentTarget }) => say(step.key, currentTarget.value)}
				/>
				{#if suggestions.length > 0}
					<datalist id="{id}-{step.key}">
						{#each suggestions as words (words)}<option value={words}></option>{/each}
					</datalist>
				{/if}
				<span class="flex gap-1">
					{#if mayBeAgain(step.key)}
						<button
							type="button"
							class={square}
							aria-label="Once more: {step.words}"
							title="Once more"
							onclick={() => again(k)}>+</button
						>
					{/if}
					{#if repeated(step.key) || askedSteps.has(step.key)}
						<button
							type="button"
							class={square}
							aria-label="Leave out: {step.words}"
							title="Leave out"
							onclick={() => off(k)}>–</button
						>
					{/if}
					<button
						type="button"
						class={square}
						data-step
						aria-label="Earlier: {step.words}"
						title="Earlier (Alt+↑)"
						aria-disabled={k === 0}
						onkeydown={(event) => keydown(event, k)}
						onclick={() => void move(k, k - 1)}>↑</button
					>
					<button
						type="button"
						class={square}
						aria-label="Later: {step.words}"
						title="Later (Alt+↓)"
						aria-disabled={k === steps.length - 1}
						onkeydown={(event) => keydown(event, k)}
						onclick={() => void move(k, k + 1)}>↓</button
					>
				</span>
			</li>
		{/each}
	</ol>
	<div class="flex flex-wrap gap-2 border-t border-line/60 pt-3">
		{#each free as [key, words] (key)}
			<button
				type="button"
				class="h-11 rounded-md bg-sunk px-4 hover:bg-line"
				onclick={() => add(key)}>Also {words}</button
			>
		{/each}
		{#if tying.order}
			<button
				type="button"
				class="h-11 rounded-md bg-sunk px-4 hover:bg-line"
				onclick={() => set(tying.handling ? { handling: tying.handling } : undefined)}
				>Back to the usual order</button
			>
		{/if}
	</div>
</Modal>
