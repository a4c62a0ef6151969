<script lang="ts">
	import { shown } from '$core/quantity/index';
	import { untrack } from 'svelte';
	import { gaugeLengths, marksOf } from '$core/batch/index';
	import { buildFly, mediansFor } from '$core/fly/index';
	import { fliesOf } from '$lib/documents/batch/body';
	import { bindSteps } from '$lib/frame/keys';
	import FlyPicture from '$lib/frame/FlyPicture.svelte';
	import type { Tying } from '$lib/state/tying.svelte';
	import { say } from '$lib/state/voice';
	import { alone } from '$lib/ui/alone';
	import { CountAloud } from './count-aloud.svelte';
	import { offOf, type RunItem } from './run';
	import { stayAwake } from './wake-lock';
	import WeighStep from './WeighStep.svelte';
	import { cautionWords, gauged, markNumber } from './words';
	import { batchesOf } from '$lib/state/batches.svelte';
	import { useWorkspace } from '$lib/state/context';

	interface Props {
		tying: Tying;
		name: string;
		items: readonly RunItem[];
		/** How many steps each item has. */
		steps: readonly number[];
		leave: () => void;
	}
	let { tying, name, items, steps, leave }: Props = $props();
	const workspace = useWorkspace();
	const { parameters, documents } = workspace;
	const batches = batchesOf(workspace);

	let root = $state<HTMLElement>();
	// The keys are for the vise from now on, not for what was pressed to come here.
	$effect(() => {
		if (!root) return;
		root.focus();
		return alone(root);
	});
	let clock = $state(Date.now());
	$effect(() => {
		const timer = setInterval(() => (clock = Date.now()), 500);
		return () => clearInterval(timer);
	});
	$effect(stayAwake);

	const now = $derived(tying.order[tying.place] ?? null);
	const item = $derived(items[now?.item ?? 0]!);
	const build = $derived(buildFly(item.recipe, mediansFor(item.recipe, parameters.distribution)));
	const marks = $derived(marksOf(build));
	const lengths = $derived(gaugeLengths(build));
	const marked = $derived(marks.filter(({ code }) => now?.step.marks.includes(code)));
	const places = $derived(
		marked.filter(({ kind }) => kind === 'place').map(({ length }) => length)
	);
	const row = $derived(batches.batch(tying.id));
	const count = $derived(row ? fliesOf(row.body) : 0);
	const weighing = $derived(now?.step.key === 'weigh');
	let weighStep = $state<{ on: () => void }>();

	function on() {
		if (!now) leave();
		else if (weighing) weighStep?.on();
		else tying.on(Date.now());
	}
	$effect(() => bindSteps({ on, back: () => tying.back(), leave }));

	const drying = $derived(
		tying.drying
			.map(({ fly, at }) => ({ fly, left: (at - clock) / 1000 }))
			.sort((a, b) => a.left - b.left)
	);
	/** The fly whose turn it is still dries. */
	const wait = $derived(
		Math.max(0, ...drying.filter(({ fly }) => fly === now?.fly).map(({ left }) => left))
	);
	/** What has become dry since one looked calls once. */
	let called: readonly number[] = [];
	untrack(() => {
		called = tying.drying.map(({ at }) => at).filter((at) => at < Date.now());
	});
	$effect(() => {
		for (const { fly, at } of tying.drying) {
			if (at > clock || called.includes(at)) continue;
			called = [...called, at];
			say(`Fly ${fly + 1} is dry.`, 880);
		}
	});
	const minutes = (seconds: number) =>
		`${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;
	const next = $derived(tying.order[tying.place + 1]);

	const aloud = new CountAloud(() => tying);
	aloud.follow();
	const counted = $derived((now?.step.turns ?? 0) > 0);
	function keydown(event: KeyboardEvent) {
		if (!(event.target instanceof HTMLInputElement) && counted) aloud.press(event.key);
	}

	/** What the scale said of the fly that has just left the vise. */
	const off = $derived.by(() => {
		const before = tying.order[tying.place - 1];
		if (!row || !before || before.step.key !== 'weigh') return null;
		return (
			offOf(row.body, before.item, parameters.distribution).find(({ fly }) => fly === before.fly) ??
			null
		);
	});
</script>

<svelte:window onkeydown={keydown} />
<div
	class="fixed inset-0 z-40 flex flex-col bg-ground outline-none"
	role="dialog"
	aria-modal="true"
	aria-label="Tying {name}"
	tabindex="-1"
	bind:this={root}
	data-state="open"
	data-keeping={batches.keeping || documents.saving || undefined}
>
	<div class="flex items-center gap-3 px-4 py-2">
		<span class="min-w-0 truncate text-lg">{items.length > 1 ? item.name : name}</span>
		<progress
			class="h-2 min-w-10 flex-1 accent-(--water)"
			max={tying.order.length}
			value={tying.place}
			aria-label="Of the run"
		></progress>
		<button
			type="button"
			class="h-11 rounded-md bg-sunk px-4 whitespace-nowrap hover:bg-line"
			onclick={(event) => {
				tying.back();
				// A finger or a mouse leaves the keys to the step; the Tab key has its own.
				if (event.detail > 0) event.currentTarget.blur();
			}}>Back (B)</button
		>
		<button
			type="button"
			class="h-11 rounded-md bg-sunk px-4 whitespace-nowrap hover:bg-line"
			onclick={leave}>Leave (Esc)</button
		>
	</div>
	<!-- A tap anywhere goes on; the keys are the window's, and a button in the corner is for screen readers. -->
	<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions (as said) -->
	<div
		class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] [align-content:safe_center] justify-items-center gap-3 overflow-y-auto px-6 text-center"
		onclick={on}
	>
		{#if off}
			<p role="alert" class="max-w-[50ch] text-2xl">
				<b class="text-warn">Fly {off.fly + 1} is off: {off.off}.</b>
				{off.words}
			</p>
		{/if}
		{#if now}
			<span class="text-2xl text-quiet"
				>fly <b class="text-ink">{now.fly + 1}</b> of {count}, step
				<b class="text-ink">{now.index + 1}</b>
				of {steps[now.item]}</span
			>
			{#if wait > 0}
				<span class="text-2xl text-warn">it dries for {minutes(wait)} yet</span>
			{/if}
			<span
				class="max-w-[26ch] leading-tight font-semibold {weighing
					? 'text-3xl'
					: counted || marked.length > 1
						? 'text-[clamp(1.750rem,4.500vw,3.250rem)]'
						: 'text-[clamp(2rem,5.500vw,4.500rem)]'}"
				aria-live="polite">{now.step.words}</span
			>
			{#if now.step.turns > 0}
				<span class="figure text-[clamp(3rem,8vw,6rem)] leading-none" aria-live="assertive"
					>{tying.counted}<span class="text-quiet">/{now.step.turns}</span></span
				>
				<span class="text-lg text-quiet"
					>{aloud.on
						? `counting, a turn in ${aloud.pace} s (+ faster, − slower, A stops)`
						: 'each key or tap a turn; A counts aloud'}</span
				>
			{/if}
			{#each marked as mark, k (k)}
				<span class="text-2xl"
					>{mark.words}
					<b class="figure text-4xl">{markNumber(mark.length)}</b>
					{shown.small.unit}{mark.kind === 'place' ? ' from the eye' : ''}
					<span class="text-quiet">{gauged(mark, lengths)}</span></span
				>
			{/each}
			{#if now.step.handling}<span class="max-w-3xl text-2xl">{now.step.handling}</span>{/if}
			{#if now.step.caution}
				<span class="text-lg text-warn">{cautionWords[now.step.caution]}</span>
			{/if}
			{#if weighing}
				<WeighStep
					bind:this={weighStep}
					recipe={item.recipe}
					fly={now.fly}
					seed={parseInt(tying.id.slice(0, 8), 16)}
					distribution={parameters.distribution}
					flies={documents.all('fly')}
					done={(weight) => tying.weighed(weight, Date.now())}
				/>
			{:else}
				<FlyPicture
					recipe={item.recipe}
					colours={item.colours}
					scale={22}
					width={420}
					height={counted ? 150 : 190}
					{places}
					part={now.step.part}
				/>
			{/if}
		{:else}
			<span class="text-[clamp(2rem,6vw,4.500rem)] font-semibold"
				>{count === 1 ? 'The fly is tied.' : `All ${count} are tied.`}</span
			>
			<span class="text-2xl text-quiet">Leave the vise, and end the run: they go into the box.</span
			>
		{/if}
	</div>
	<div class="flex min-h-12 flex-wrap items-center gap-x-6 px-4 pb-3 text-lg text-quiet">
		{#each drying as { fly, left } (fly)}
			<span class={left <= 0 ? 'font-semibold text-ink' : ''}
				>fly {fly + 1} {left > 0 ? `dries ${minutes(left)}` : 'is dry'}</span
			>
		{/each}
		<span class="flex-1"></span>
		{#if next}<span class="min-w-0 truncate"
				>then{next.fly === now?.fly ? '' : `, fly ${next.fly + 1}`}: {next.step.words}</span
			>{/if}
		<button type="button" class="h-11 rounded-md bg-sunk px-4 text-base hover:bg-line" onclick={on}
			>{now ? 'Go on (Space)' : 'Leave'}</button
		>
	</div>
</div>
