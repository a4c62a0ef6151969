<script lang="ts">
	import type { Gauge, Mark } from '$core/batch/index';
	import type { Recipe } from '$core/fly/index';
	import FlyPicture from '$lib/match/FlyPicture.svelte';
	import type { Tying } from '$lib/state/tying.svelte';
	import { cautionWords, gauged, mm } from './words';

	interface Props {
		tying: Tying;
		name: string;
		recipe: Recipe;
		count: number;
		steps: number;
		marks: readonly Mark[];
		lengths: Readonly<Record<Gauge, number | null>>;
		leave: () => void;
	}
	let { tying, name, recipe, count, steps, marks, lengths, leave }: Props = $props();

	let clock = $state(Date.now());
	$effect(() => {
		const timer = setInterval(() => (clock = Date.now()), 500);
		return () => clearInterval(timer);
	});
	const on = () => tying.on(Date.now());
	/** The screen stays awake while one ties, where the browser allows it. */
	$effect(() => {
		let lock: WakeLockSentinel | null = null;
		let gone = false;
		navigator.wakeLock
			?.request('screen')
			.then((held) => {
				lock = held;
				if (gone) void held.release();
			})
			.catch(() => undefined);
		return () => {
			gone = true;
			void lock?.release();
		};
	});

	const now = $derived(tying.order[tying.place] ?? null);
	const shown = $derived(marks.filter(({ code }) => now?.step.marks.includes(code)));
	const drying = $derived(
		Object.entries(tying.dryAt)
			.map(([fly, at]) => ({ fly: Number(fly), left: (at - clock) / 1000 }))
			.sort((a, b) => a.left - b.left)
	);
	/** The fly whose turn it is still dries. */
	const wait = $derived(now ? Math.max(0, ((tying.dryAt[now.fly] ?? 0) - clock) / 1000) : 0);
	const minutes = (seconds: number) =>
		`${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;
	const next = $derived(tying.order[tying.place + 1]);
</script>

<div
	class="fixed inset-0 z-40 flex flex-col bg-ground"
	role="dialog"
	aria-modal="true"
	aria-label="Tying {name}"
	data-state="open"
>
	<div class="flex items-center gap-3 px-4 py-2">
		<span class="text-lg">{name}</span>
		<progress
			class="h-2 flex-1 accent-(--water)"
			max={tying.order.length}
			value={tying.place}
			aria-label="Of the run"
		></progress>
		<button
			type="button"
			class="h-11 rounded-md bg-sunk px-4 hover:bg-line"
			onclick={() => tying.back()}>Back (B)</button
		>
		<button type="button" class="h-11 rounded-md bg-sunk px-4 hover:bg-line" onclick={leave}
			>Leave (Esc)</button
		>
	</div>
	<button
		type="button"
		class="grid min-h-0 flex-1 content-center justify-items-center gap-4 px-6 text-center"
		aria-label={now ? 'Go on' : 'Leave'}
		onclick={now ? on : leave}
	>
		{#if now}
			<span class="text-2xl text-quiet"
				>fly <b class="text-ink">{now.fly + 1}</b> of {count}, step
				<b class="text-ink">{now.index + 1}</b>
				of {steps}</span
			>
			{#if wait > 0}
				<span class="text-2xl text-warn">it dries for {minutes(wait)} yet</span>
			{/if}
			<span
				class="max-w-[24ch] text-[clamp(2rem,5.500vw,4.500rem)] leading-tight font-semibold"
				aria-live="polite">{now.step.words}</span
			>
			{#if now.step.turns > 0}
				<span class="figure text-[clamp(3rem,9vw,7rem)] leading-none" aria-live="assertive"
					>{tying.counted}<span class="text-quiet">/{now.step.turns}</span></span
				>
			{/if}
			{#each shown as mark, k (k)}
				<span class="text-2xl"
					>{mark.words}
					<b class="figure text-4xl">{mm(mark.length)}</b> mm{mark.kind === 'place'
						? ' from the eye'
						: ''}
					<span class="text-quiet">{gauged(mark, lengths)}</span></span
				>
			{/each}
			{#if now.step.caution}
				<span class="text-lg text-warn">{cautionWords[now.step.caution]}</span>
			{/if}
			<FlyPicture {recipe} scale={22} width={420} height={190} />
		{:else}
			<span class="text-[clamp(2rem,6vw,4.500rem)] font-semibold"
				>{count === 1 ? 'The fly is tied.' : `All ${count} are tied.`}</span
			>
		{/if}
	</button>
	<div class="flex min-h-12 flex-wrap items-center gap-x-6 px-4 pb-3 text-lg text-quiet">
		{#each drying as { fly, left } (fly)}
			<span class={left <= 0 ? 'font-semibold text-ink' : ''}
				>fly {fly + 1} {left > 0 ? `dries ${minutes(left)}` : 'is dry'}</span
			>
		{/each}
		<span class="flex-1"></span>
		{#if next}<span class="truncate"
				>then{next.fly === now?.fly ? '' : `, fly ${next.fly + 1}`}: {next.step.words}</span
			>{/if}
	</div>
</div>
