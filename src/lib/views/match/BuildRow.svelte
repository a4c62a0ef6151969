<script lang="ts">
	import Pin from '@lucide/svelte/icons/pin';
	import { beadMetalWords, coilWords, hookWords, type Recipe } from '$core/fly/index';
	import type { FoundBuild } from '$core/match/index';
	import { beadDiameterField, GRAM, shown } from '$core/quantity/index';
	import FlyPicture from '$lib/frame/FlyPicture.svelte';
	import { useWorkspace } from '$lib/state/context';
	import { searchOf } from '$lib/state/match.svelte';

	interface Props {
		one: FoundBuild;
		place: number;
		/** Why it stands where it does. */
		reason: string;
		/** What it is made from; what is as it is there need not be said. */
		pattern: Recipe;
		/** Its parts that are not in the stock. */
		missing: readonly string[];
		tie: () => void;
	}
	let { one, place, reason, pattern, missing, tie }: Props = $props();
	const workspace = useWorkspace();
	const search = searchOf(workspace);

	const bead = $derived.by(() => {
		const { bead: now } = one.recipe;
		if (!now) return 'no bead';
		const shape = now.shape === (pattern.bead?.shape ?? now.shape) ? '' : `, ${now.shape}`;
		return `${beadMetalWords[now.metal]} ${beadDiameterField.show(now.diameter)}${shape}`;
	});
	const coil = $derived(one.recipe.coil ? coilWords(one.recipe.coil) : 'no wire');
	const otherwise = $derived(
		[
			hookWords(one.recipe.hook) === hookWords(pattern.hook) ? '' : hookWords(one.recipe.hook),
			one.look
		]
			.filter(Boolean)
			.join(', ')
	);
	const warning = $derived(
		[...one.regrets, missing.length > 0 ? `${missing.join(' and ')} not in stock` : '']
			.filter(Boolean)
			.join('; ')
	);
	const first = $derived(place === 0);
	const pinned = $derived(search.isPinned(one));
</script>

<li
	class="grid items-center gap-x-3 border-b border-line/70 py-1.5 max-md:gap-y-1 {first
		? 'md:grid-cols-[11rem_minmax(0,1fr)_auto]'
		: 'md:grid-cols-[8.500rem_minmax(0,1fr)_auto]'}"
>
	<div class="relative max-md:hidden">
		<span class="figure absolute top-0 left-0 text-sm text-quiet">{place < 9 ? place + 1 : ''}</span
		>
		<FlyPicture
			recipe={one.recipe}
			scale={first ? 10 : 7.5}
			width={first ? 176 : 136}
			height={first ? 104 : 74}
		/>
	</div>
	<div class="min-w-0">
		<p class={first ? 'text-lg leading-tight' : 'leading-tight'}>
			<b class="block">{bead}</b>{coil}
		</p>
		{#if otherwise}<p class="line-clamp-2 text-sm" title={otherwise}>{otherwise}</p>{/if}
		<p class="text-sm text-quiet {first ? '' : 'line-clamp-2'}" title={reason}>{reason}</p>
		{#if warning}<p class="line-clamp-2 text-sm text-warn" title={warning}>{warning}</p>{/if}
	</div>
	<div class="flex items-center gap-2 max-md:justify-between">
		<dl
			class="grid grid-cols-[auto_auto] items-baseline gap-x-3 text-right text-sm whitespace-nowrap"
		>
			<div>
				<dt class="sr-only">good drifts</dt>
				<dd>
					<span class="figure {first ? 'text-2xl' : 'text-xl'}"
						>{(10 * one.chance).toFixed(one.drifts > 0 ? 1 : 0)}</span
					> of 10
				</dd>
			</div>
			<div>
				<dt class="sr-only">mass</dt>
				<dd>
					<span class="figure {first ? 'text-2xl' : 'text-xl'}"
						>{shown.mass.fixed(one.mass, one.mass < GRAM ? 3 : 2)}</span
					>
					{shown.mass.unit}
				</dd>
			</div>
			<div>
				<dt class="sr-only">sinks</dt>
				<dd class="text-quiet">
					<span class="figure">{shown.sink.fixed(one.speed, 0)}</span>
					{shown.sink.unit}
				</dd>
			</div>
			<div>
				<dt class="sr-only">hook gap left</dt>
				<dd class="text-quiet">
					gap <span class="figure">{shown.small.fixed(one.gapLeft, 1)}</span>
					{shown.small.unit}
				</dd>
			</div>
		</dl>
		<div class="flex flex-col gap-1 max-md:flex-row-reverse">
			<button
				type="button"
				class="rounded-md px-2.5 text-sm {first
					? 'h-11 bg-water text-on-water'
					: 'h-9 bg-sunk hover:bg-line'}"
				aria-label="Tie this: {bead}, {coil}"
				title="To the Bench as a fly of its own{place < 9 ? ` (${place + 1})` : ''}"
				onclick={tie}>Tie this</button
			>
			<button
				type="button"
				class="flex h-8 items-center justify-center gap-1 rounded-md text-sm hover:bg-sunk {pinned
					? 'font-semibold text-water'
					: 'text-quiet'}"
				aria-pressed={pinned}
				aria-label="Compare {bead}, {coil}"
				onclick={() => search.pin(one)}
				><Pin size={14} aria-hidden="true" />{pinned ? 'pinned' : 'pin'}</button
			>
		</div>
	</div>
</li>
