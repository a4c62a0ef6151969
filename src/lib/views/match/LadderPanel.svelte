<script lang="ts">
	import { spanOf, type MatchQuestion, type Rung } from '$core/match/index';
	import { depthField, type QuantityField, speedField } from '$core/quantity/index';
	import { waterOf } from '$lib/documents/lie/today';
	import { LadderState } from '$lib/state/ladder.svelte';
	import LongWork from '$lib/ui/LongWork.svelte';
	import Segments from '$lib/ui/Segments.svelte';
	import FieldStepper from '$lib/ui/FieldStepper.svelte';
	import LadderFound from './LadderFound.svelte';
	import { spanName } from './span-name';
	import { useWorkspace } from '$lib/state/context';

	interface Props {
		question: MatchQuestion;
		tie: (one: Pick<Rung, 'recipe'>) => void;
	}
	let { question, tie }: Props = $props();
	const { documents } = useWorkspace();

	const search = new LadderState();
	$effect(() => () => search.stop());

	/** Four depths by four currents: what a page shows and a minute's patience allows. */
	const STEPS = { depth: 4, speed: 4 };
	let kind = $state<'span' | 'lies'>('span');
	const around = (value: number, times: number) => Number((value * times).toFixed(2));
	// svelte-ignore state_referenced_locally
	let depths = $state.raw<[number, number]>([
		around(question.lie.depth, 0.6),
		around(question.lie.depth, 1.4)
	]);
	// svelte-ignore state_referenced_locally
	let speeds = $state.raw<[number, number]>([
		around(Math.max(0.2, question.lie.surfaceSpeed), 0.6),
		around(Math.max(0.2, question.lie.surfaceSpeed), 1.4)
	]);
	/** Lies of the person's own that count; all of them to begin with. */
	let left = $state.raw<readonly string[]>([]);
	const lies = $derived(
		documents
			.all('lie')
			.filter(({ id }) => !left.includes(id))
			.slice(0, 24)
	);

	const sorted = ([a, b]: [number, number]): [number, number] => (a <= b ? [a, b] : [b, a]);
	function find() {
		if (kind === 'span') {
			const waters = spanOf(question.lie, sorted(depths), sorted(speeds), STEPS).map((lie) => ({
				lie,
				celsius: question.celsius,
				name: spanName(lie)
			}));
			void search.find(question, waters);
			return;
		}
		const waters = lies.flatMap((row) => {
			const water = waterOf(row, documents.all('river'));
			return water ? [{ ...water, name: row.name }] : [];
		});
		void search.find(question, waters);
	}
</script>

{#snippet end(label: string, field: QuantityField, value: number, set: (value: number) => void)}
	<FieldStepper {label} {value} {field} small={0.05} big={0.5} onchange={set} />
{/snippet}

<div class="min-h-0 flex-1 overflow-y-auto">
	<div class="grid gap-3 py-1">
		<Segments
			label="For"
			value={kind}
			options={[
				{ value: 'span', words: 'a span of depths and currents' },
				{ value: 'lies', words: 'the lies of an outing' }
			]}
			onchange={(value) => (kind = value)}
		/>
		{#if kind === 'span'}
			<div class="grid grid-cols-2 gap-2 lg:grid-cols-4">
				{@render end('Depth from', depthField, depths[0], (n) => (depths = [n, depths[1]]))}
				{@render end('Depth to', depthField, depths[1], (n) => (depths = [depths[0], n]))}
				{@render end('Current from', speedField, speeds[0], (n) => (speeds = [n, speeds[1]]))}
				{@render end('Current to', speedField, speeds[1], (n) => (speeds = [speeds[0], n]))}
			</div>
		{:else}
			<fieldset class="grid gap-x-4 sm:grid-cols-2">
				<legend class="text-sm text-quiet">Lies that count</legend>
				{#each documents.all('lie') as { id, name } (id)}
					<label class="flex min-h-10 items-center gap-2">
						<input
							type="checkbox"
							class="size-5 accent-(--water)"
							checked={!left.includes(id)}
							onchange={(event) =>
								(left = event.currentTarget.checked
									? left.filter((other) => other !== id)
									: [...left, id])}
						/><span class="truncate">{name}</span>
					</label>
				{/each}
			</fieldset>
		{/if}
		<LongWork
			words="Find the fewest flies"
			about="one pattern on this rig; what may change is set on the left"
			working="What each water needs …"
			progress={search.progress}
			counts="Waters asked"
			disabled={kind === 'lies' && lies.length === 0}
			main
			begin={find}
			stop={() => search.stop()}
		/>
	</div>
	{#if search.found}
		<LadderFound found={search.found} steps={STEPS} enough={question.wishes.enough} {tie} />
	{/if}
</div>
