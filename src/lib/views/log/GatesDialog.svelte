<script lang="ts">
	import { readGates, teachGates } from '$core/format/index';
	import DeviceChoice from '$lib/devices/DeviceChoice.svelte';
	import TeachDialog from '$lib/devices/TeachDialog.svelte';
	import { gates } from '$lib/state/gates.svelte';

	let { open = $bindable() }: { open: boolean } = $props();
</script>

<TeachDialog
	bind:open
	title="Light gates"
	heading="Teach them from two lines"
	placeholder="a line as the gates send it"
	means={{ before: 'is', unit: 's', label: 'Time of line' }}
	teach={(...samples) => {
		const [first, second] = samples.map(({ line, value }) => ({ line, seconds: value }));
		const found = teachGates([first!, second!]);
		if ('fault' in found) return found.fault;
		gates.teach(found.pattern);
		return `Learned: “${first!.line.trim()}” is ${readGates(first!.line, found.pattern)} s.`;
	}}
>
	<p class="text-sm text-quiet">
		Two gates round a tube of water, the fly at its full speed between them; each fall sends a line
		with its time.
	</p>
	<DeviceChoice
		device={gates}
		byHand="none: timed by hand"
		otherwise="Falls can be timed by taps."
	/>
</TeachDialog>
