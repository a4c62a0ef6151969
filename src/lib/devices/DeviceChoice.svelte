<script lang="ts">
	import { BAUDS, type DeviceKind, type SerialDevice } from '$lib/state/serial-device.svelte';
	import Segments from '$lib/ui/Segments.svelte';

	interface Props {
		device: SerialDevice<unknown>;
		byHand: string;
		/** What can be done in a browser that opens no ports. */
		otherwise: string;
	}
	let { device, byHand, otherwise }: Props = $props();

	function choose(kind: DeviceKind) {
		if (kind === 'none') device.none();
		else if (kind === 'simulated') device.simulate();
		else void device.connect();
	}
</script>

<Segments
	label="Which"
	value={device.kind}
	options={[
		{ value: 'none', words: byHand },
		{ value: 'simulated', words: 'simulated' },
		{ value: 'serial', words: 'on a serial port' }
	]}
	onchange={choose}
/>
{#if !device.canSerial}
	<p class="text-sm text-quiet">
		This browser opens no serial ports; others built on Chromium do. {otherwise}
	</p>
{/if}
{#if device.fault}<p role="alert" class="text-warn">{device.fault}</p>{/if}
<label class="flex items-center gap-2">
	<span class="text-sm text-quiet">Speed of the port, baud</span>
	<select bind:value={device.baud} class="h-11 rounded-md bg-sunk px-3">
		{#each BAUDS as baud (baud)}<option value={baud}>{baud}</option>{/each}
	</select>
</label>
{#if device.lines.length > 0}
	<pre class="figure overflow-x-auto rounded-md bg-sunk p-2 text-sm">{device.lines.join('\n')}</pre>
{/if}
