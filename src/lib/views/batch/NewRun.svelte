<script lang="ts">
	import type { Plan } from '$core/batch/index';
	import { carryField, fliesField, readQuantity } from '$core/quantity/index';
	import { useWorkspace } from '$lib/state/context';
	import { evenSteps } from '$lib/ui/steps';
	import Stepper from '$lib/ui/Stepper.svelte';
	import type { PlannedRun } from './planned-run.svelte';
	import Timeline from './Timeline.svelte';
	import { duration } from '$lib/ui/when';

	interface Props {
		run: PlannedRun;
		plan: Plan;
		begin: () => void;
	}
	let { run, plan, begin }: Props = $props();
	const { documents, selection } = useWorkspace();
</script>

<Stepper
	label={run.items.length > 1 ? run.items[run.at]!.name : 'Flies'}
	value={run.count}
	show={String}
	read={(text) => readQuantity(text, fliesField)}
	step={evenSteps(1, 6, 1, 60)}
	onchange={(value) => (run.count = value)}
/>
{#each run.others as other (other.id)}
	{@const name = documents.find('fly', other.id)?.name ?? ''}
	<div class="grid gap-1">
		<Stepper
			label={name}
			value={other.count}
			show={String}
			read={(text) => readQuantity(text, fliesField)}
			step={evenSteps(1, 6, 1, 60)}
			onchange={(value) =>
				(run.others = run.others.map((one) =>
					one.id === other.id ? { ...one, count: value } : one
				))}
		/>
		<button
			type="button"
			class="min-h-8 justify-self-start text-sm text-water underline"
			onclick={() => (run.others = run.others.filter(({ id }) => id !== other.id))}
			>leave {name} out</button
		>
	</div>
{/each}
<label class="grid gap-1">
	<span class="text-sm text-quiet">And of another size, or another weight of it</span>
	<select
		class="h-11 w-full rounded-md bg-sunk px-3"
		value=""
		onchange={(event) => {
			const id = event.currentTarget.value;
			event.currentTarget.value = '';
			if (id) run.others = [...run.others, { id, count: 3 }];
		}}
	>
		<option value="">none</option>
		{#each documents
			.all('fly')
			.filter(({ id }) => id !== selection.fly?.id && !run.others.some((one) => one.id === id)) as row (row.id)}
			<option value={row.id}>{row.name}</option>
		{/each}
	</select>
</label>
<Stepper
	label="In progress at once"
	value={run.carry}
	show={String}
	read={(text) => readQuantity(text, carryField)}
	step={evenSteps(1, 3, 1, 12)}
	onchange={(value) => (run.carry = value)}
/>
<p>
	<span class="figure text-2xl">{duration(plan.total)}</span><br /><span class="text-sm text-quiet"
		>{plan.waits > 30
			? `${duration(plan.waits)} of it waiting for what dries; ${plan.carried} in progress at once`
			: 'no waiting'}, by {run.timed ? 'your own times' : 'what steps usually take'}</span
	>
</p>
<Timeline {plan} />
<button
	type="button"
	class="min-h-12 rounded-md bg-water px-4 text-lg text-on-water disabled:opacity-40"
	disabled={run.tooMany}
	onclick={() => begin()}>Begin: to the vise</button
>
<button
	type="button"
	class="min-h-11 rounded-md bg-sunk px-4 py-1.5 hover:bg-line"
	onclick={() => void run.intoTheBox()}>They are tied already: into the box</button
>
