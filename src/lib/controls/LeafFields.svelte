<script lang="ts">
	import { leafField, leafOverField } from '$core/quantity/index';
	import FieldStepper from '$lib/ui/FieldStepper.svelte';

	interface Props {
		/** Of the surface, m/s. */
		speed: number;
		/** How far the leaf is followed, m. */
		over: number;
		set: (speed: number) => void;
	}
	let { speed, over = $bindable(), set }: Props = $props();
	const seconds = $derived(over / Math.max(0.01, speed));
</script>

<FieldStepper
	label="A leaf over"
	value={over}
	field={leafOverField}
	small={0.5}
	big={2}
	onchange={(metres) => {
		set(metres / seconds);
		over = metres;
	}}
/>
<FieldStepper
	label="takes"
	value={seconds}
	field={leafField}
	small={0.5}
	big={2}
	onchange={(taken) => set(over / taken)}
/>
