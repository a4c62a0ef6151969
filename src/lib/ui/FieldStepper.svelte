<script lang="ts">
	import { type QuantityField, readQuantity } from '$core/quantity/index';
	import Stepper from './Stepper.svelte';
	import { fieldSteps } from './steps';

	interface Props {
		label: string;
		/** How it is read, said, shown and bounded. */
		field: QuantityField;
		/** In the field's inner unit. */
		value: number;
		/** What a key is worth, and one with Shift: in the metric unit. */
		small: number;
		big: number;
		/** The value as it stands in the field, where that is not as usual. */
		show?: (value: number) => string;
		/** In place of the measure's. */
		unit?: string;
		onchange: (value: number) => void;
	}
	let { label, field, value, small, big, show, unit, onchange }: Props = $props();
</script>

<Stepper
	{label}
	unit={unit ?? field.measure.unit}
	{value}
	show={show ?? ((value) => field.measure.trimmed(value, field.digits))}
	say={field.show}
	read={(text) => readQuantity(text, field)}
	step={fieldSteps(field, small, big)}
	{onchange}
/>
