<script lang="ts">
	import type { Wanted } from '$core/drift/index';
	import { goodDrift } from '$lib/state/preferences.svelte';
	import { percent } from '$lib/ui/drift-words';
</script>

{#snippet share(words: string, key: keyof Wanted)}
	<label class="flex items-center gap-2 py-1">
		<span class="flex-1">{words}</span>
		<input
			type="range"
			min="0"
			max="1"
			step="0.05"
			class="w-24 accent-(--water)"
			value={goodDrift.current[key]}
			onchange={(event) => goodDrift.set({ [key]: event.currentTarget.valueAsNumber })}
		/>
		<b class="figure w-12 text-right">{percent(goodDrift.current[key])}</b>
	</label>
{/snippet}

<fieldset class="mt-4 border-t border-line pt-2 text-sm">
	<legend class="pr-2 text-quiet">What you call a good drift</legend>
	{@render share('at least this much of the hold in the zone', 'inZone')}
	{@render share('at most this much of that time on the bed', 'onBed')}
	<p class="text-quiet">
		In the zone before the room to land it is used up, and not hung up. On the bed is what runs
		between the stones.
	</p>
</fieldset>
