<script lang="ts">
	import { fewestOf, USUAL_WISHES } from '$core/match/index';
	import { flowField } from '$core/quantity/index';
	import { localDay } from '$lib/contract/day';
	import { boxKinds, boxLetter } from '$lib/documents/batch/box';
	import type { LieRow, OutingRow } from '$lib/documents/kinds';
	import type { OutingBodyDocument } from '$lib/documents/outing/body';
	import { useWorkspace } from '$lib/state/context';
	import { OutingState } from '$lib/state/outing.svelte';
	import { goodDrift } from '$lib/state/preferences.svelte';
	import { liesOf } from '$lib/state/rivers';
	import { freeName } from '$lib/state/rows';
	import {
		otherScenarios,
		outingFly,
		placeOn,
		scenarios,
		waterOn,
		type OutingFly,
		type Scenario
	} from '$lib/views/outing/day';
	import Holes from '$lib/views/outing/Holes.svelte';
	import OutingForm from '$lib/views/outing/OutingForm.svelte';
	import PlanTable, { type PlannedLie } from '$lib/views/outing/PlanTable.svelte';

	const { documents, parameters, selection } = useWorkspace();
	/** The chance that does the job. */
	const ENOUGH = USUAL_WISHES.enough;
	const work = new OutingState<OutingFly, Scenario>();
	$effect(() => () => work.stop());

	const rows = $derived(documents.all('outing'));
	let chosenId = $state<string | null>(null);
	/** The next that is still to come, else the last. */
	const row = $derived(
		documents.find('outing', chosenId) ??
			rows.findLast(({ body }) => body.on >= localDay()) ??
			rows[0] ??
			null
	);
	const river = $derived(documents.find('river', row?.body.riverId));
	const lies = $derived(
		(row?.body.lieIds ?? []).flatMap((id) => {
			const lie = documents.find('lie', id);
			return lie ? [lie as LieRow] : [];
		})
	);
	const rigs = $derived((row?.body.rigIds ?? []).flatMap((id) => documents.find('rig', id) ?? []));
	const water = $derived(row && river ? waterOn(row.body, river) : null);

	const box = $derived(boxKinds(documents.all('batch')));
	const drift = $derived({
		wanted: goodDrift.current,
		distribution: parameters.distribution
	});
	/** With what a plan is asked; another word means that it is old. */
	const asked = $derived(
		JSON.stringify([
			row?.body,
			river?.body,
			lies.map(({ body }) => body),
			rigs.map(({ body }) => body),
			box.map(({ recipe }) => recipe),
			goodDrift.current
		])
	);
	const known = $derived(work.known);
	const old = $derived(known !== null && known.asked !== asked && work.progress === null);

	const planned = $derived.by((): PlannedLie[] => {
		if (!known) return [];
		const chance = (k: number) => known.answers[k]?.best[0]?.chance ?? 0;
		return lies.map(({ id, name }) => {
			const at: { -readonly [S in keyof PlannedLie['at']]: PlannedLie['at'][S] } = {};
			for (const scenario of Object.keys(scenarios) as Scenario[]) {
				const ks = known.places.flatMap((place, k) =>
					place.lieId === id && place.scenario === scenario ? [k] : []
				);
				if (ks.length === 0) continue;
				// Of several rigs the one that is best, once all of them are known.
				const best = ks.reduce((a, b) => (chance(b) > chance(a) ? b : a));
				const all = ks.every((k) => known.answers[k]);
				at[scenario] = { place: known.places[best]!, answer: all ? known.answers[best]! : null };
			}
			return { id, name, at };
		});
	});
	const answers = $derived(planned.flatMap(({ at }) => at.expected?.answer ?? []));
	const whole = $derived(known !== null && answers.length === lies.length);
	const does = (lie: PlannedLie) => (lie.at.expected?.answer?.best[0]?.chance ?? 0) >= ENOUGH;
	const holes = $derived(whole ? planned.filter((lie) => !does(lie)) : []);
	const fewest = $derived(whole && known ? fewestOf(answers, ENOUGH) : []);

	function change(more: Partial<OutingBodyDocument>) {
		if (!row) return;
		const body = { ...row.body, ...more };
		for (const key of Object.keys(body) as (keyof OutingBodyDocument)[])
			if (body[key] === undefined) delete body[key];
		documents.change({ ...row, body });
	}
	async function create() {
		const there = selection.river ?? documents.all('river')[0];
		if (!there) return;
		const rig = selection.lastRig ?? documents.all('rig')[0];
		const body: OutingBodyDocument = {
			on: localDay(),
			riverId: there.id,
			lieIds: liesOf(documents, there)
				.map(({ id }) => id)
				.slice(0, 24),
			rigIds: rig ? [rig.id] : []
		};
		const name = freeName(`On ${there.name}`.slice(0, 70), documents.made('outing'));
		chosenId = await documents.create('outing', { name, body });
	}
	async function remove(one: OutingRow) {
		if (await documents.erase(one)) chosenId = null;
	}
	function plan() {
		if (!row || !river || !water) return;
		const [of, on] = [row.body, river];
		const kinds = box.map((kind) => outingFly(kind, water.celsius, parameters.distribution));
		const expected = lies.flatMap((lie) =>
			rigs.map((rig) => placeOn(of, on, lie, rig, 'expected', drift))
		);
		/** Without a flow there is nothing that could be higher or lower. */
		const others = water.flow === undefined ? [] : otherScenarios;
		void work.plan(asked, kinds, expected, (best) =>
			best.flatMap(({ lieId, rigId }) => {
				const [lie, rig] = [documents.find('lie', lieId), documents.find('rig', rigId)];
				return lie && rig
					? others.map((scenario) => placeOn(of, on, lie, rig, scenario, drift))
					: [];
			})
		);
	}
	const button = 'h-11 rounded-md bg-sunk px-4 hover:bg-line';
</script>

<svelte:head><title>Outing · Gravitas</title></svelte:head>
<div class="grid min-h-0 flex-1 md:grid-cols-[21rem_minmax(0,1fr)]">
	<section
		aria-label="The day"
		class="flex min-h-0 flex-col gap-3 overflow-y-auto border-line px-4 py-3 *:shrink-0 md:border-r"
	>
		{#if rows.length > 1}
			<label class="grid gap-1">
				<span class="text-sm text-quiet">Outings</span>
				<select
					class="h-11 w-full rounded-md bg-sunk px-3"
					value={row?.id}
					onchange={(event) => (chosenId = event.currentTarget.value)}
				>
					{#each rows as { id, name, body } (id)}
						<option value={id}>{body.on}, {name}</option>
					{/each}
				</select>
			</label>
		{/if}
		<div class="flex gap-2">
			<button type="button" class={button} onclick={() => void create()}>New outing</button>
			{#if row}
				<button type="button" class={button} onclick={() => void remove(row)}>Delete</button>
			{/if}
		</div>
		{#if row && river}
			{#key row.id}<OutingForm {row} {river} {change} />{/key}
		{/if}
	</section>
	<div class="min-h-0 min-w-0 overflow-y-auto px-5 py-3 max-md:order-first">
		{#if !row}
			<h1 class="text-2xl font-semibold">Outing</h1>
			<p class="max-w-xl py-3 text-xl">
				{documents.all('river').length === 0
					? 'An outing is on a river: survey a lie in Water (V) first.'
					: 'A day on the river, thought through at home: which fly of the box for which lie, how to hold it, and what to tie before.'}
			</p>
		{:else if !river}
			<h1 class="text-2xl font-semibold">{row.name}</h1>
			<p class="py-3 text-xl">Its river is not here any more.</p>
		{:else}
			<h1 class="text-4xl font-semibold" aria-live="polite">
				{#if whole}
					{lies.length === 0
						? 'No lie is chosen'
						: holes.length === 0
							? `Something in the box for ${lies.length === 1 ? 'the lie' : `all ${lies.length} lies`}`
							: `The box does for ${lies.length - holes.length} of ${lies.length} lies`}
				{:else}
					{row.name}
				{/if}
			</h1>
			<p class="text-quiet">
				{row.body.on}, {river.name}{water?.flow === undefined
					? ''
					: ` at ${flowField.show(water.flow)}`}
			</p>
			<div class="flex flex-wrap items-center gap-3 py-3 print:hidden">
				<button
					type="button"
					class="h-11 rounded-md bg-water px-5 text-on-water disabled:opacity-45"
					disabled={lies.length === 0 || rigs.length === 0 || box.length === 0}
					onclick={() => (work.progress === null ? plan() : work.stop())}
					>{work.progress !== null ? 'Stop' : known ? 'Work it out again' : 'Work it out'}</button
				>
				<span role="status" class={old ? 'text-warn' : 'text-quiet'}>
					{work.progress !== null
						? `${Math.round(100 * work.progress)} % of it is known`
						: box.length === 0
							? 'The box is empty: tie something first (Y).'
							: rigs.length === 0
								? 'Choose how you will fish.'
								: old
									? 'The day, its waters or the box were changed since.'
									: known
										? ''
										: `${box.length} kinds in the box, ${lies.length} lies: some ${Math.ceil(1.5 * lies.length * (rigs.length + 2))} seconds`}
				</span>
			</div>
			{#if known}
				<PlanTable lies={planned} box={known.box} enough={ENOUGH} flow={water?.flow} />
				{#if fewest.length > 0}
					<section aria-labelledby="take" class="border-t border-line py-3">
						<h2 id="take" class="text-lg font-semibold">
							To take along: {fewest.length === 1
								? 'one kind would do'
								: `${fewest.length} kinds would do`}
						</h2>
						<p class="text-sm text-quiet">
							Everywhere about as good as the best of the box, or good enough.
						</p>
						<ul class="grid gap-x-6 sm:grid-cols-2">
							{#each fewest as fly (fly)}
								<li>
									<b>{boxLetter(fly)}</b>
									{known.box[fly]!.name}, <span class="figure">{known.box[fly]!.count}</span> in the box
								</li>
							{/each}
						</ul>
					</section>
				{/if}
				{#if whole && answers.length > 0}
					{#await import('$lib/views/outing/RiverCard.svelte') then { default: RiverCard }}
						<RiverCard {row} {river} lies={planned} box={known.box} />
					{/await}
				{/if}
				{#if holes.length > 0}<Holes {holes} name={row.name} />{/if}
			{/if}
			{#if row.body.notes}<p class="py-3 whitespace-pre-line">{row.body.notes}</p>{/if}
			<p class="py-2 text-sm text-quiet">
				Wade only where you can see the bed, and mind what the place allows: it is not known here.
			</p>
		{/if}
	</div>
</div>
