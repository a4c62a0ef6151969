<script lang="ts">
	import type { Recipe } from '$core/fly/index';
	import Segments from '$lib/ui/Segments.svelte';
	import Stepper from '$lib/ui/Stepper.svelte';
	import type { Control } from '$lib/controls/index';

	interface Props {
		controls: readonly Control[];
		onchange: (recipe: Recipe) => void;
	}
	let { controls, onchange }: Props = $props();
	let open = $state(false);

	const isMore = (control: Control) => 'more' in control && control.more === true;
	const everyday = $derived(controls.filter((control) => !isMore(control)));
	const more = $derived(controls.filter(isMore));
	const names = $derived(
		more.map((control) => ('label' in control ? control.label.toLowerCase() : '')).join(', ')
	);
	const said = $derived(more.filter((c) => c.kind === 'number' && !c.nominal).length);
</script>

{#snippet one(control: Control)}
	{#if control.kind === 'choice'}
		<div class={control.options.length > 2 ? 'col-span-2' : ''}>
			<Segments
				label={control.label}
				value={control.value}
				options={control.options}
				onchange={(value) => onchange(control.set(value))}
			/>
		</div>
	{:else if control.kind === 'number'}
		<div class="min-w-0 has-[[role=alert]]:col-span-full">
			<Stepper
				label={control.label}
				unit={control.unit ?? ''}
				value={control.value}
				show={control.show}
				say={control.say ?? control.show}
				read={control.read}
				step={control.step}
				onchange={(value) => onchange(control.set(value))}
			/>
			{#if control.clear && !control.nominal}
				{@const clear = control.clear}
				<button
					type="button"
					class="text-sm text-water underline underline-offset-2"
					onclick={() => onchange(clear())}>back to {control.nominalWords ?? 'nominal'}</button
				>
			{:else if control.nominal}
				<span class="text-sm text-quiet">{control.nominalWords ?? 'nominal'}</span>
			{/if}
		</div>
	{:else if control.kind === 'action'}
		<button
			type="button"
			class="col-span-2 min-h-10 rounded-md bg-sunk px-3 text-left text-sm hover:bg-line"
			onclick={() => onchange(control.set())}>{control.label}</button
		>
	{:else}
		<p class="col-span-2 text-sm text-quiet">{control.words}</p>
	{/if}
{/snippet}

{#each everyday as control (control.kind === 'note' ? control.words : `${control.kind}-${control.kind === 'action' ? '' : control.label}`)}
	{@render one(control)}
{/each}
{#if more.length}
	<button
		type="button"
		class="col-span-2 min-h-9 text-left text-sm text-water underline underline-offset-2"
		aria-expanded={open}
		onclick={() => (open = !open)}
		>{open ? 'Less' : 'More'}: {names}{said ? ` (${said} said)` : ''}</button
	>
	{#if open}
		{#each more as control ('label' in control ? control.label : '')}
			{@render one(control)}
		{/each}
	{/if}
{/if}
