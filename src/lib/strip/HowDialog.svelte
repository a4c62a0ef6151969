<script lang="ts">
	import { prior } from '$core/parameter/index';
	import { compileBuild, partNames, partWords, soakOf } from '$core/fly/index';
	import { GRAVITY } from '$core/material/index';
	import { onAverage, type Prediction } from '$core/predict/index';
	import { GRAM, shown, temperatureField } from '$core/quantity/index';
	import { descend, dragAccount, filmHolds, settle, timeTo } from '$core/sink/index';
	import { fluidAt } from '$core/water/index';
	import { hangWords, massFigure, pitchWords, speedFigure } from '$lib/ui/figures';
	import Modal from '$lib/ui/Modal.svelte';
	import { useWorkspace } from '$lib/state/context';

	interface Props {
		open: boolean;
	}
	let { open = $bindable() }: Props = $props();
	const { strip, answer } = useWorkspace();

	const account = $derived.by(() => {
		const { prediction } = answer;
		if (!open || !prediction) return null;
		const fluid = fluidAt(strip.temperature);
		const { build, body, sink, parts, speed, median } = prediction;
		const drag = new Map(
			dragAccount(body, fluid, median, sink).map((row) => [partNames[row.part]!, row])
		);
		const rows = parts.map(({ part, mass, volume }) => ({
			part,
			mass,
			wet: mass - fluid.density * volume,
			drag: drag.get(part) ?? null
		}));
		const to = Math.max(1, Math.ceil(2 * (strip.water?.depth ?? 1)) / 2);
		const soaked = descend(body, fluid, median, sink, to);
		const dry = compileBuild(build, median, 'fresh').body;
		const drySink = settle(dry, fluid, median);
		const fresh = descend(dry, fluid, median, drySink, to);
		const depths = Array.from({ length: 4 }, (_, i) => ((i + 1) * to) / 4);
		const drop = depths.map((depth) => {
			const time = timeTo(soaked, depth);
			return {
				depth,
				time,
				// A fly that sinks so much slower takes so much longer.
				range:
					time !== null && speed
						? ([(time * speed.value) / speed.high, (time * speed.value) / speed.low] as const)
						: null,
				fresh: timeTo(fresh, depth)
			};
		});
		const soak = soakOf(build, parts);
		const held = filmHolds(dry, drySink.submergedWeight);
		return { ...prediction, fluid, rows, drop, settled: soaked.settled, held, soak };
	});
	const weighed = $derived(
		strip.recipe?.weighed !== undefined || strip.recipe?.bead?.weighed !== undefined
	);
	/** Where the sink rate's range comes from, and the mean of many flies. */
	function rangeFrom({ mass, massContributors, speed, speedContributors }: Prediction): string {
		// What one fly differs from the next no drop can teach.
		const widest = speedContributors.find(({ parameter }) => prior[parameter].scope !== 'fly');
		const most = widest
			? `What is least known of its sink rate is the ${prior[widest.parameter].about}; a timed drop narrows that. `
			: '';
		const grams = massFigure(onAverage(mass, massContributors)).interval;
		const sinks = speed && speedFigure(onAverage(speed, speedContributors)).interval;
		return `${most}Many tied to this recipe are on average ${grams} ${shown.mass.unit}${sinks ? ` and sink ${sinks} ${shown.sink.unit}` : ''}.`;
	}
	const grams = (kg: number) =>
		Math.abs(kg) < 0.0005 * GRAM ? '<' + shown.mass.fixed(GRAM / 1000, 3) : shown.mass.fixed(kg, 3);
	const waiting = (seconds: number) =>
		seconds < 100
			? `${Math.max(1, Number(seconds.toPrecision(1)))} s`
			: `${Number((seconds / 60).toPrecision(2))} min`;
	const cell = 'px-2 py-0.5 text-right';
</script>

<Modal
	bind:open
	title="How is this worked out?"
	about="{weighed
		? 'It goes by its own weight. '
		: ''}{answer.checked}. A range holds 9 times in 10."
	width={56}
>
	{#if account}
		{@const speed = account.speed ? speedFigure(account.speed) : null}
		<div class="mt-3 grid gap-x-8 gap-y-5 md:grid-cols-2">
			<section>
				<h3 class="text-lg font-semibold">
					{massFigure(account.mass).number}
					{shown.mass.unit}, {speed ? `sinks ${speed.number} ${speed.unit}` : 'floats'}
				</h3>
				<table class="mt-1 w-full text-sm">
					<thead class="text-quiet">
						<tr>
							<th scope="col" class="py-0.5 text-left font-normal">part</th>
							<th scope="col" class="{cell} font-normal">{shown.mass.unit}</th>
							<th scope="col" class="{cell} font-normal">{shown.mass.unit} in water</th>
							<th scope="col" class="{cell} font-normal">of the drag</th>
							<th
								scope="col"
								class="{cell} font-normal"
								title="Reynolds number: how the water flows round it">Re</th
							>
						</tr>
					</thead>
					<tbody>
						{#each account.rows as { part, mass, wet, drag } (part)}
							<tr class="border-t border-line">
								<th scope="row" class="py-0.5 text-left font-normal">{partWords[part]}</th>
								<td class="figure {cell}">{grams(mass)}</td>
								<td class="figure {cell}">{grams(wet).replace('-', '−')}</td>
								<td class="figure {cell}">{drag ? `${(100 * drag.share).toFixed(0)} %` : '·'}</td>
								<td class="figure {cell}"
									>{drag
										? [...new Set(drag.reynolds.map((re) => re.toPrecision(2)))]
												.map(Number)
												.join('–')
										: '·'}</td
								>
							</tr>
						{/each}
						<tr class="border-t-2 border-line font-semibold">
							<th scope="row" class="py-0.5 text-left">fly</th>
							<td class="figure {cell}">{grams(account.mass.value)}</td>
							<td class="figure {cell}"
								>{grams(account.sink.submergedWeight / GRAVITY).replace('-', '−')}</td
							>
							<td class="figure {cell}">{account.floats ? '·' : '100 %'}</td>
							<td class={cell}></td>
						</tr>
					</tbody>
				</table>
				<p class="mt-2 text-sm text-quiet">
					Water {temperatureField.show(strip.temperature)}: {account.fluid.density.toFixed(1)} kg/m³ (Kell
					1975), {(account.fluid.viscosity * 1000).toFixed(2)} mPa s (IAPWS 2008). What is under the dressing
					has no drag of its own: it counts with the part that the water meets.
				</p>
			</section>
			<section class="text-sm">
				<h3 class="text-lg font-semibold">The forces</h3>
				<ul class="mt-1 grid gap-1.5">
					<li>
						<b>Weight in water</b>: volume of each part × its density, less the water that it takes
						the place of. It is what the drag must carry.
					</li>
					<li>
						<b>Bead</b>: the drag of a sphere (Brown &amp; Lawler 2003), less what the body behind
						it fills of its wake.
					</li>
					<li>
						<b>Wire and body</b>: each piece by the flow across it (cross-flow principle, Hoerner;
						cylinder by Clift, Grace &amp; Weber 1978) and friction along it.
					</li>
					<li>
						<b>Hackle, legs, wings, horns, tail</b>: fibre by fibre, bending in the flow (Luhar
						&amp; Nepf 2011). How much they shelter each other is the widest guess here.
					</li>
					{#if !account.floats}
						<li>
							<b>Attitude</b>: the angle at which weight, buoyancy and drag turn it no more: {pitchWords(
								account
							)}. It slides {account.sink.glide.toFixed(0)}° off the plumb line.
							{account.sink.noseFirst.steady === account.sink.steady
								? 'It comes to it lying flat or entering eye first.'
								: `Entering eye first it comes to another: ${hangWords(account.sink.noseFirst)}.`}
						</li>
					{/if}
					<li>
						<b>Range</b>: of the one fly in your hand. {rangeFrom(account)}
					</li>
				</ul>
			</section>
			<section>
				<h3 class="text-lg font-semibold">Against the watch, from the surface</h3>
				{#if account.floats}
					<p class="text-sm">It floats.</p>
				{:else}
					<table class="mt-1 w-full text-sm">
						<thead class="text-quiet">
							<tr>
								<th scope="col" class="py-0.5 text-left font-normal">depth</th>
								<th scope="col" class="{cell} font-normal">soaked</th>
								<th scope="col" class="{cell} font-normal">range</th>
								<th scope="col" class="{cell} font-normal">freshly dry</th>
							</tr>
						</thead>
						<tbody>
							{#each account.drop as { depth, time, range, fresh } (depth)}
								<tr class="border-t border-line">
									<th scope="row" class="figure py-0.5 text-left font-normal"
										>{shown.water.words(depth, 2)}</th
									>
									<td class="figure {cell}"
										>{time === null ? 'over a minute' : `${time.toFixed(2)} s`}</td
									>
									<td class="figure {cell}"
										>{range ? `${range[0].toFixed(1)}–${range[1].toFixed(1)}` : '·'}</td
									>
									<td class="figure {cell}"
										>{fresh === null ? 'does not get there' : `${fresh.toFixed(2)} s`}</td
									>
								</tr>
							{/each}
						</tbody>
					</table>
					<p class="mt-2 text-sm text-quiet">
						{#if account.settled}
							At 99 % of its speed after {account.settled.time.toFixed(2)} s and {shown.hand.words(
								account.settled.depth,
								0
							)}.
						{/if}
						Cut the tippet off for a drop: {shown.hand.words(0.2, 0)} of it cost about 8 %.
						{#if account.soak}
							Freshly dry it holds air that carries {grams(
								account.fluid.density * account.soak.air
							)}
							{shown.mass.unit} of it. Under water it is soaked after about {waiting(
								account.soak.time
							)} ({waiting(account.soak.low)} to {waiting(account.soak.high)}, a guess); squeezed
							under water, at once.
						{/if}
						{#if account.held}The film may hold it while it is dry: wet it first.{/if}
					</p>
				{/if}
			</section>
			<section class="text-sm">
				<h3 class="text-lg font-semibold">In the lie</h3>
				<p class="mt-1">
					The current slows towards the bed by the logarithmic law, fitted to the surface speed. How
					often it gets down is counted from drifts on the rig, fly and line together through
					turbulent water, each with weights, drag, depth, speed and hand drawn anew: a drift is
					good when the fly is in the zone before the room to land it is used up, stays there for
					long enough, is seldom on the bed and does not hang up.
				</p>
				<p class="mt-1.5 text-quiet">
					Outside the model: slow spiralling, rocking, and sheltering of one hackle by another.
				</p>
			</section>
		</div>
	{/if}
	<button
		type="button"
		onclick={() => (open = false)}
		class="mt-4 h-11 rounded-md bg-water px-5 text-on-water">Close</button
	>
</Modal>
