import type { Build, PartName, Recipe } from '$core/fly/index';
import { type QuantityField, type Reading, readQuantity } from '$core/quantity/index';
import { fieldSteps, type StepRule } from '$lib/ui/steps';

/** One thing that can be set on a part of the fly, or on a lot; `set` gives what follows. */
export type Control<To = Recipe> =
	| {
			readonly kind: 'choice';
			readonly label: string;
			readonly value: string;
			readonly options: readonly Option[];
			readonly set: (value: string) => To;
			readonly more?: boolean;
	  }
	| {
			readonly kind: 'number';
			readonly label: string;
			readonly unit?: string;
			readonly value: number;
			readonly show: (value: number) => string;
			readonly say?: (value: number) => string;
			readonly read: (text: string) => Reading;
			readonly step: StepRule;
			readonly set: (value: number) => To;
			/** What the field shows is the nominal value; nothing was said. */
			readonly nominal?: boolean;
			/** How that is said. */
			readonly nominalWords?: string;
			/** Takes back what was said. */
			readonly clear?: () => To;
			/** Only shown with the measures of the part. */
			readonly more?: boolean;
	  }
	| { readonly kind: 'action'; readonly label: string; readonly set: () => To }
	| { readonly kind: 'note'; readonly words: string };

export type ChoiceControl<To = Recipe> = Extract<Control<To>, { kind: 'choice' }>;

/** A control that offers a few choices. */
export const choice = <To = Recipe>(
	label: string,
	value: string,
	options: readonly Option[],
	set: (value: string) => To
): ChoiceControl<To> => ({ kind: 'choice', label, value, options, set });

/** A control of a number that is not stepped evenly. */
export const number = <To = Recipe>(
	label: string,
	value: number,
	rest: Omit<NumberControl<To>, 'kind' | 'label' | 'value'>
): NumberControl<To> => ({ kind: 'number', label, value, ...rest });

export interface Option {
	readonly value: string;
	readonly words: string;
	readonly colour?: string;
}

export type NumberControl<To = Recipe> = Extract<Control<To>, { kind: 'number' }>;

/** What the controls of a part are made from. */
export interface Subject {
	readonly recipe: Recipe;
	readonly build: Build;
	/** kg by part, as predicted. */
	readonly masses: Readonly<Partial<Record<PartName, number>>>;
	/** What a part was before it was left out, so that taking it up again brings it back. */
	readonly before: Recipe | null;
}

export const options = <T extends string>(
	words: Readonly<Record<T, string>>,
	values: readonly T[] = Object.keys(words) as T[],
	colours: Readonly<Record<string, string>> = {}
): Option[] =>
	values.map((value) => ({
		value,
		words: words[value],
		...(Object.hasOwn(colours, value) ? { colour: colours[value]! } : {})
	}));

/**
 * A number control of a quantity field, stepping evenly in the unit that it is shown in.
 *
 * @param shown steps in the metric unit; a unit in place of the measure's
 */
export function quantity(
	field: QuantityField,
	value: number,
	set: (value: number) => Recipe,
	{ step, big, unit }: { readonly step: number; readonly big: number; readonly unit?: string }
): NumberControl {
	return {
		kind: 'number',
		label: field.name,
		unit: unit ?? field.measure.unit,
		value,
		show: (n) => field.measure.trimmed(n, field.digits),
		say: field.show,
		read: (text) => readQuantity(text, field),
		step: fieldSteps(field, step, big),
		set
	};
}
