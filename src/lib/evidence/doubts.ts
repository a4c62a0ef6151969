import type { Distribution } from '$core/parameter/index';
import {
	doubtAbout,
	type Doubt,
	type OtherFly,
	type SlipName,
	type TimedDrop,
	type Weighing
} from '$core/learn/index';
import { shown } from '$core/quantity/index';
import { recipeFromDocument } from '$lib/documents/fly/recipe';
import type { FlyRow } from '$lib/documents/kinds';

/** What is asked about an entry that is hardly believable. */
export interface EntryQuestion {
	/** What is odd, what it should be about, and the slip that is likely. */
	readonly words: string;
	/** What was meant over what was entered, and that figure in words; null where nothing but the person knows. */
	readonly likely: { readonly meant: number; readonly words: string } | null;
	/** Which of a drop's runs it is about. */
	readonly run: number;
}

/** What is to be kept: it has no name and no day yet. */
type Unkept = Omit<Weighing, 'key' | 'on'> | Omit<TimedDrop, 'key' | 'on'>;

const things = {
	fly: 'such a fly',
	beads: 'such a bead',
	hooks: 'such a hook',
	wire: 'a metre of it'
};
const digits = (n: number) => String(Number(n.toPrecision(3)));

/** The flies of the box, as those that may have been meant. */
export const othersIn = (flies: readonly FlyRow[]): OtherFly[] =>
	flies.map(({ name, body }) => ({ name, recipe: recipeFromDocument(body.recipe) }));

/** Slips of what was typed or read off: the figure that was meant is known. */
const TYPED: readonly SlipName[] = ['ten times', 'a tenth', 'grains', 'milligrams'];

/**
 * Asks about a weighing or a drop that lies further out than one in a thousand would; null when it is
 * believable.
 *
 * @param flies that may have been meant instead
 */
export function entryQuestion(
	entry: Unkept,
	distribution: Distribution,
	flies: readonly OtherFly[] = []
): EntryQuestion | null {
	const one = { key: '', on: '', ...entry };
	const doubt = doubtAbout(one, distribution, flies);
	if (!doubt) return null;
	const { figure, unit, scale, what } = said(one, doubt);
	const range = `${digits(doubt.low * scale)}–${digits(doubt.high * scale)} ${unit}`;
	const { slip, run, other } = doubt;
	const meant = slip && `${digits(figure * slip.meant)} ${unit}`;
	const typed = slip && TYPED.includes(slip.name);
	const another =
		typed || !other
			? null
			: `Is it “${other.name}”? That should be ${digits(other.usual * scale)} ${unit}.`;
	return {
		words: `${digits(figure)} ${unit} is far from what ${what}, ${range}. ${another ?? asked(one, slip?.name ?? null, meant)}`,
		likely: typed ? { meant: slip.meant, words: meant! } : null,
		run
	};
}

function said(one: Weighing | TimedDrop, { run }: Doubt) {
	if (one.kind === 'drop') {
		return { figure: one.seconds[run]!, unit: 's', scale: 1, what: 'this drop should take' };
	}
	const { of, mass, count } = one;
	const each = mass / count / (of.kind === 'wire' ? of.length : 1);
	return {
		figure: shown.mass.to(each),
		unit: shown.mass.unit,
		scale: shown.mass.to(1),
		what: `${things[of.kind]} weighs`
	};
}

/** The question itself. */
function asked(one: Weighing | TimedDrop, slip: SlipName | null, meant: string | null): string {
	switch (slip) {
		case 'ten times':
		case 'a tenth':
			return `Did the point slip: ${meant}?`;
		case 'grains':
			return `Does the scale show grains? Then it is ${meant}.`;
		case 'milligrams':
			return `Does the scale show milligrams? Then it is ${meant}.`;
		case 'stuck':
			return 'Were there twice as many, two of them stuck together?';
		case 'half':
			return one.kind === 'drop' ? 'Was it half of the way?' : 'Were there half as many?';
		case 'tippet':
			return 'Was a tippet left on? Cut it off, or say which.';
		case null:
			return one.kind === 'drop'
				? 'Is it another fly, was it not wetted, or did it touch the wall?'
				: 'Is it another one than you named?';
	}
}
