<script lang="ts">
	import { readQuantity, type QuantityField } from '$core/quantity/index';
	import Stepper from './Stepper.svelte';
	import { evenSteps } from './steps';

	interface Props {
		label: string;
		/** How it is read, said and bounded. */
		field: QuantityField;
		/** In the field's inner unit, as are the steps: of a key, and of one with Shift. */
		value: number;
		small: number;
		big: number;
		/** The value as it stands in the field. */
		show: (value: number) => string;
		unit?: string;
		onchange: (value: number) => void;
	}
	let { label, field, value, small, big, show, unit = '', onchange }: Props = $props();
</script>

<Stepper
	{label}
	{unit}
	{value}
	{show}
	say={field.show}
	read={(text) => readQuantity(text, field)}
	step={evenSteps(small, big, ...field.possible)}
	{onchange}
/>
