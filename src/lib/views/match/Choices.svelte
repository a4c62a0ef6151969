<script lang="ts">
	import { lockables, type Lockable } from '$core/match/index';
	import Segments from '$lib/ui/Segments.svelte';
	import { useWorkspace } from '$lib/state/context';

	interface Props {
		/** What each part is in the pattern, in a few words. */
		pattern: Readonly<Record<Lockable, string>>;
	}
	let { pattern }: Props = $props();
	const { choices } = useWorkspace();

	const names: Readonly<Record<Lockable, string>> = {
		hook: 'Hook',
		bead: 'Bead',
		coil: 'Wire',
		rib: 'Rib',
		dressing: 'Dressing'
	};
	const wishes = $derived(choices.wishes);
	const checks = [
		['onlyOwned', 'only what I own'],
		['noLead', 'no lead'],
		['spareTungsten', 'save tungsten']
	] as const;
</script>

<fieldset class="min-w-0">
	<legend class="font-semibold">May change</legend>
	{#each lockables as part (part)}
		<label class="flex min-h-11 cursor-pointer items-center gap-2.5 py-0.5">
			<input
				type="checkbox"
				class="size-5 shrink-0 accent-(--water)"
				checked={!choices.locks[part]}
				onchange={(event) => choices.lock({ [part]: !event.currentTarget.checked })}
			/>
			<span class="min-w-0 leading-tight"
				>{names[part]}
				<span class="block truncate text-sm text-quiet" title={pattern[part]}
					>{choices.locks[part] ? 'stays ' : 'now '}{pattern[part]}</span
				></span
			>
		</label>
	{/each}
</fieldset>
<fieldset class="mt-3 grid min-w-0 gap-2.5">
	<legend class="pb-1 font-semibold">Preferences</legend>
	<Segments
		label="Slim"
		value={wishes.slim ?? 'either'}
		options={[
			{ value: 'either', words: 'either' },
			{ value: 'head', words: 'slim head' },
			{ value: 'body', words: 'slim body' }
		]}
		onchange={(value) => choices.wish({ slim: value === 'either' ? null : value })}
	/>
	<Segments
		label="Hangs"
		value={wishes.hang ?? 'either'}
		options={[
			{ value: 'either', words: 'any way' },
			{ value: 'head-down', words: 'head down' },
			{ value: 'level', words: 'level' }
		]}
		onchange={(value) => choices.wish({ hang: value === 'either' ? null : value })}
	/>
	<div>
		{#each checks as [key, words] (key)}
			<label class="flex min-h-10 cursor-pointer items-center gap-2.5">
				<input
					type="checkbox"
					class="size-5 accent-(--water)"
					checked={wishes[key]}
					onchange={(event) => choices.wish({ [key]: event.currentTarget.checked })}
				/>{words}
			</label>
		{/each}
	</div>
	<label class="block">
		<span class="flex items-baseline gap-2"
			>Good enough: <b class="figure text-lg">{(10 * wishes.enough).toFixed(0)}</b> of 10 drifts</span
		>
		<input
			type="range"
			min="0.3"
			max="0.9"
			step="0.1"
			class="h-10 w-full accent-(--water)"
			aria-label="A build does the job from so many good drifts of ten"
			aria-valuetext="{(10 * wishes.enough).toFixed(0)} of 10"
			value={wishes.enough}
			onchange={(event) =>
				choices.wish({ enough: Number(event.currentTarget.valueAsNumber.toFixed(2)) })}
		/>
	</label>
</fieldset>
