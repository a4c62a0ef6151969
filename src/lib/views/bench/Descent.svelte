<script lang="ts">
	import { untrack } from 'svelte';
	import { shown } from '$core/quantity/index';
	import type { Column } from '$core/body/index';
	import { oneFrameBehind } from '$lib/state/one-frame-behind.svelte';
	import { useWorkspace } from '$lib/state/context';
	import DescentPicture from '$lib/ui/DescentPicture.svelte';
	import { massFigure, speedWords } from '$lib/ui/figures';
	import SinkScale from '$lib/ui/SinkScale.svelte';
	import type { Pictured } from './picture.svelte';

	interface Props {
		now: Pictured;
		column: Column;
	}
	let { now, column }: Props = $props();
	const { answer, strip, drift } = useWorkspace();
	/** Not in the frame that answers a key. */
	const checked = oneFrameBehind(
		() => answer.checked,
		() => answer.checked
	);

	$effect(() => {
		untrack(() => drift.survey(true));
		return () => drift.survey(false);
	});
</script>

<div class="flex min-w-0 flex-col justify-between gap-1">
	<SinkScale
		speed={now.prediction.speed}
		window={drift.window}
		none={!strip.rig
			? 'no line, no claim'
			: drift.windowKnown
				? 'no sink rate does the job here'
				: 'what is needed here is worked out …'}
	/>
	<DescentPicture
		{column}
		speed={now.prediction.speed}
		fly={now.prediction.floats
			? null
			: {
					line: now.section.hook.line,
					bead: now.section.bead?.outline ?? null,
					up: now.prediction.sink.steady.up
				}}
		description="Path through {now.lie}: {massFigure(now.prediction.mass).number} {shown.mass
			.unit} sinking at {speedWords(now.prediction.speed?.value ?? 0)}, {now.prediction.sink
			.attitude}"
	/>
	<p class="text-sm text-quiet">
		Sinking freely; <a href="/drift" class="text-water underline underline-offset-2"
			>on its line (G)</a
		>. {checked.current}. Freshly dry it
		{now.freshSpeed ? `sinks ${speedWords(now.freshSpeed)}` : 'floats'}.
	</p>
</div>
