<script lang="ts">
	import { GRAM, shown } from '$core/quantity/index';
	import FlyPicture from '$lib/frame/FlyPicture.svelte';
	import CodeMark from '$lib/ui/CodeMark.svelte';
	import { coded } from '$lib/state/coded';
	import { useWorkspace } from '$lib/state/context';
	import { MOST_COMPARTMENT } from '$lib/documents/batch/body';
	import { compartmentsOf, recipeIn, type Boxed } from './boxed';

	interface Props {
		/** What is shown, and all that there is: a name is that of everything in its field. */
		rows: readonly Boxed[];
		all: readonly Boxed[];
		/** Ids of those that are chosen. */
		chosen: { has(id: string): boolean; add(id: string): unknown; delete(id: string): unknown };
		move: (which: readonly Boxed[], compartment: string) => Promise<unknown>;
	}
	/** The box as it lies open: a field a compartment. A kind is dragged into another, or chosen and moved. */
	let { rows, all, chosen, move }: Props = $props();
	const { documents } = useWorkspace();

	/** Named here and still empty. */
	let made = $state<string[]>([]);
	let fresh = $state('');
	let dragged = $state<Boxed | null>(null);
	let over = $state<string | null>(null);
	const compartments = $derived(
		compartmentsOf([...all.filter(({ left }) => left > 0), ...rows], made)
	);
	const inIt = (compartment: string) => rows.filter((one) => one.compartment === compartment);
	const flies = (kinds: readonly Boxed[]) => kinds.reduce((sum, { left }) => sum + left, 0);
	const nameOf = (compartment: string) => compartment || 'nowhere in particular';

	function make() {
		const name = fresh.trim();
		if (name && !compartments.includes(name)) made.push(name);
		fresh = '';
	}

	function drop(compartment: string) {
		over = null;
		if (!dragged) return;
		// What is chosen goes together.
		const which = chosen.has(dragged.id) ? rows.filter(({ id }) => chosen.has(id)) : [dragged];
		dragged = null;
		void move(
			which.filter((one) => one.compartment !== compartment),
			compartment
		);
	}

	function rename(from: string, to: string) {
		const name = to.trim();
		if (name === from || !name) return;
		made = made.map((one) => (one === from ? name : one));
		const kinds = all.filter((one) => one.compartment === from);
		if (kinds.length > 0) void move(kinds, name);
	}
</script>

<div class="grid grid-cols-[repeat(auto-fill,minmax(17rem,1fr))] gap-3">
	{#each compartments as compartment (compartment)}
		{@const kinds = inIt(compartment)}
		<section
			aria-label="Compartment: {nameOf(compartment)}"
			class="flex min-h-40 flex-col rounded-lg border bg-raised p-2 {over === compartment
				? 'border-water'
				: 'border-line'}"
			ondragover={(event) => {
				if (!dragged) return;
				event.preventDefault();
				over = compartment;
			}}
			ondragleave={() => (over = null)}
			ondrop={(event) => {
				event.preventDefault();
				drop(compartment);
			}}
		>
			<h2 class="flex items-center gap-2 pb-1">
				{#if compartment}
					<input
						type="text"
						aria-label="Name of the compartment {compartment}"
						maxlength={MOST_COMPARTMENT}
						autocomplete="off"
						value={compartment}
						onchange={({ currentTarget }) => {
							rename(compartment, currentTarget.value);
							if (!currentTarget.value.trim()) currentTarget.value = compartment;
						}}
						class="h-9 min-w-0 flex-1 rounded-md bg-transparent px-1 font-semibold hover:bg-sunk focus:bg-sunk max-md:h-11"
					/>
				{:else}
					<span class="flex h-9 min-w-0 flex-1 items-center px-1 text-quiet max-md:h-11"
						>{nameOf(compartment)}</span
					>
				{/if}
				<span class="shrink-0 text-sm text-quiet"
					><span class="figure">{flies(kinds)}</span> {flies(kinds) === 1 ? 'fly' : 'flies'}</span
				>
			</h2>
			<ul>
				{#each kinds as one (one.id)}
					{@const recipe = recipeIn(one)}
					{@const { colours } = one.row.body.items[one.item]!}
					<!-- Far down they are drawn when they are come to. -->
					<li
						draggable="true"
						ondragstart={() => (dragged = one)}
						ondragend={() => (dragged = over = null)}
						class="cursor-grab border-t border-line/60 [contain-intrinsic-size:auto_4rem] [content-visibility:auto]"
					>
						<label
							class="grid min-h-11 cursor-[inherit] grid-cols-[1.5rem_1.75rem_4.5rem_minmax(0,1fr)] items-center gap-x-2 py-1"
						>
							<input
								type="checkbox"
								class="size-5 accent-(--water)"
								checked={chosen.has(one.id)}
								aria-label="Choose {one.left} {one.name}, tied {one.row.body.on}"
								onchange={({ currentTarget }) =>
									currentTarget.checked ? chosen.add(one.id) : chosen.delete(one.id)}
							/>
							<span class="figure text-right text-xl">{one.left}</span>
							<FlyPicture {recipe} {colours} scale={6} width={72} height={40} />
							<span class="min-w-0">
								<span class="line-clamp-2 leading-tight" title={one.name}>{one.name}</span>
								<span class="block text-sm text-quiet">
									{one.massG === null ? '' : shown.mass.words(one.massG * GRAM, 3)}
								</span>
								{#if documents.weightCode && one.massG !== null}
									<CodeMark
										code={documents.weightCode}
										fly={coded(recipe, one.massG * GRAM)}
										{colours}
										short
									/>
								{/if}
							</span>
						</label>
					</li>
				{/each}
			</ul>
		</section>
	{/each}
	<form
		class="grid min-h-40 content-center gap-2 rounded-lg border border-dashed border-line p-4"
		onsubmit={(event) => {
			event.preventDefault();
			make();
		}}
	>
		<label class="grid gap-1"
			><span class="text-sm text-quiet">A compartment more, as you call it</span>
			<input
				type="text"
				maxlength={MOST_COMPARTMENT}
				autocomplete="off"
				placeholder="lid, third row"
				bind:value={fresh}
				class="h-11 rounded-md bg-sunk px-3"
			/></label
		>
		<button type="submit" class="h-11 rounded-md bg-sunk px-3 hover:bg-line">Add it</button>
	</form>
</div>
