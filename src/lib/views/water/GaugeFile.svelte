<script lang="ts">
	import { flowField, temperatureField } from '$core/quantity/index';
	import type { GaugeReading } from '$core/water/index';
	import { guessColumns, readingsFrom, type GaugeColumns } from '$core/format/index';
	import { addresses } from '$lib/state/client';
	import Modal from '$lib/ui/Modal.svelte';
	import Segments from '$lib/ui/Segments.svelte';
	import { linePath } from '$lib/ui/svg';
	import { useWorkspace } from '$lib/state/context';
	const { strip, selection } = useWorkspace();

	const MOST_BYTES = 8 * 2 ** 20;
	let open = $state(false);
	let name = $state('');
	let error = $state('');
	let header = $state.raw<readonly string[]>([]);
	let rows = $state.raw<readonly (readonly string[])[]>([]);
	let columns = $state.raw<GaugeColumns | null>(null);
	let chosen = $state(0);
	const read = $derived(columns && readingsFrom(rows, columns));
	const readings = $derived(read?.readings ?? []);
	const reading: GaugeReading | null = $derived(
		readings[Math.min(chosen, readings.length - 1)] ?? null
	);

	async function take(source: string, text: string) {
		const { default: papa } = await import('papaparse');
		const { data } = papa.parse<string[]>(text, {
			skipEmptyLines: true,
			// Comment lines, as gauges like to begin with.
			comments: '#'
		});
		error = '';
		name = source;
		if (data.length < 2 || (data[0]?.length ?? 0) < 2) {
			header = [];
			columns = null;
			error = `${source} is no table: a line of column names, then a line for each reading.`;
			return;
		}
		header = data[0]!;
		rows = data.slice(1);
		columns = guessColumns(header);
		chosen = readingsFrom(rows, columns).readings.length - 1;
	}
	async function fromFile(file: File | undefined) {
		if (!file) return;
		if (file.size > MOST_BYTES) {
			error = `${file.name} is larger than 8 MB; leave out what is older than a few months.`;
			return;
		}
		await take(file.name, await file.text());
	}
	async function simulated() {
		try {
			const response = await fetch(addresses.gauge(strip.flow ?? 3));
			await take('Simulated gauge', await response.text());
		} catch {
			error = 'Gravitas does not answer; it may have been stopped.';
		}
	}
	function use() {
		if (!reading) return;
		const temperature =
			reading.celsius === null
				? {}
				: {
						temperatureC: Number(reading.celsius.toFixed(1))
					};
		strip.setRiver({ flowM3s: Number(reading.flow.toPrecision(5)), ...temperature });
		open = false;
	}
	const line = $derived.by(() => {
		if (readings.length < 2) return '';
		const most = Math.max(...readings.map(({ flow }) => flow));
		const [first, last] = [readings[0]!.time, readings.at(-1)!.time];
		return linePath(
			readings.map(
				({ time, flow }) =>
					[((time - first) / (last - first || 1)) * 600, 78 - (flow / most) * 70] as const
			)
		);
	});
	const when = (time: number) => new Date(time).toISOString().slice(0, 16).replace('T', ' ');
	const button = 'h-11 rounded-md bg-sunk px-4 hover:bg-line';
	const picks = [
		['time', 'Time'],
		['flow', 'Flow'],
		['temperature', 'Temperature']
	] as const;
</script>

<button type="button" class="{button} mt-2" onclick={() => (open = true)}>From a gauge …</button>

<Modal
	bind:open
	title="Flow and temperature from a gauge"
	about="A table (CSV) of a gauge near your water, or the simulated one that ships with Gravitas, which measures nothing."
	width={44}
>
	<div
		class="mt-3 flex flex-wrap items-center gap-2"
		role="group"
		aria-label="Where the readings come from"
		ondragover={(event) => event.preventDefault()}
		ondrop={(event) => {
			event.preventDefault();
			void fromFile(event.dataTransfer?.files[0]);
		}}
	>
		<label class="{button} grid cursor-pointer place-items-center has-focus-visible:outline-2"
			>Choose or drop a CSV
			<input
				type="file"
				accept=".csv,.txt,text/csv"
				class="sr-only"
				onchange={(event) => void fromFile(event.currentTarget.files?.[0])}
			/></label
		>
		<button type="button" class={button} onclick={() => void simulated()}>Simulated gauge</button>
		{#if name}<span class="text-sm text-quiet"
				>{name}, {rows.length}
				{rows.length === 1 ? 'row' : 'rows'}</span
			>{/if}
	</div>
	{#if error}<p class="mt-2 rounded-md bg-warn-soft p-2 text-sm" role="alert">{error}</p>{/if}
	{#if columns && read}
		<div class="mt-3 grid gap-2 sm:grid-cols-3">
			{#each picks as [key, words] (key)}
				<label class="text-sm text-quiet"
					>{words} is in
					<select
						class="mt-0.5 block h-11 w-full rounded-md bg-sunk px-2 text-base text-ink"
						value={columns[key]}
						onchange={(event) =>
							(columns = { ...columns!, [key]: Number(event.currentTarget.value) })}
					>
						{#if key === 'temperature'}<option value={-1}>no column</option>{/if}
						{#each header as title, i (i)}<option value={i}>{title || `column ${i + 1}`}</option
							>{/each}
					</select>
				</label>
			{/each}
			<Segments
				label="Flow in"
				value={columns.flowUnit}
				options={(['m³/s', 'l/s', 'ft³/s'] as const).map((value) => ({ value, words: value }))}
				onchange={(flowUnit) => (columns = { ...columns!, flowUnit })}
			/>
			<Segments
				label="Temperature in"
				value={columns.temperatureUnit}
				options={(['°C', '°F'] as const).map((value) => ({ value, words: value }))}
				onchange={(temperatureUnit) => (columns = { ...columns!, temperatureUnit })}
			/>
		</div>
		{#if read.bad > 0}
			<p class="mt-2 rounded-md bg-warn-soft p-2 text-sm" role="status">
				{read.bad} of {rows.length} rows cannot be read; {read.why}.
				{readings.length === 0 ? 'Point out other columns.' : ''}
			</p>
		{/if}
		{#each read.unsure as words (words)}
			<p class="mt-2 rounded-md bg-warn-soft p-2 text-sm" role="status">{words}</p>
		{/each}
		{#if reading}
			{#if readings.length > 1}
				<svg
					viewBox="0 0 600 80"
					preserveAspectRatio="none"
					class="mt-3 h-20 w-full"
					role="img"
					aria-label="Flow from {when(readings[0]!.time)} to {when(readings.at(-1)!.time)}"
				>
					<path d={line} fill="none" stroke="var(--water)" stroke-width="2" />
				</svg>
				<input
					type="range"
					min="0"
					max={readings.length - 1}
					aria-label="Which reading"
					aria-valuetext={when(reading.time)}
					class="h-9 w-full accent-(--water)"
					bind:value={chosen}
				/>
			{/if}
			<div class="mt-1 flex flex-wrap items-center gap-3">
				<p class="flex-1">
					<span class="figure">{when(reading.time)}</span> UTC:
					<b class="figure">{flowField.show(reading.flow)}</b>{reading.celsius === null
						? ''
						: `, ${temperatureField.show(reading.celsius)}`}
				</p>
				<button type="button" class="h-11 rounded-md bg-water px-5 text-on-water" onclick={use}
					>Use for {selection.river?.name ?? 'the river'}</button
				>
			</div>
		{/if}
	{/if}
</Modal>
