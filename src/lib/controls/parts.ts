import { firstOf, ofKind, type Dressing, type DressingPart, type Recipe } from '$core/fly/index';
import {
	coverShare,
	placeShare,
	type ShareField,
	shareField,
	thicknessShare,
	without
} from '$core/quantity/index';
import { options, quantity, type Control, type NumberControl, type Subject } from './control';

/** A part as it is, or was before it was left out, or is to begin with. */
const currentOf = <Part extends DressingPart>(
	{ recipe, build, before }: Pick<Subject, 'recipe' | 'build' | 'before'>,
	part: Part
) =>
	(build.dressing[part] ?? before?.[part] ?? firstOf(recipe, part)) as NonNullable<Dressing[Part]>;

/** Sets fields of a part, taking it up where it was left to what is usual. */
export function setter<Part extends DressingPart>({ recipe, build, before }: Subject, part: Part) {
	const current = currentOf({ recipe, build, before }, part);
	type Choice = typeof current;
	return (change: Partial<Choice>): Recipe => {
		// Another kind, wire or thread is not from that lot.
		const other = 'kind' in change || 'wire' in change || 'denier' in change;
		const kept = other && 'lot' in current ? without(current, 'lot') : current;
		return { ...recipe, [part]: { ...kept, ...change } };
	};
}

/** The first choice of a part that may be left out: none, or of which kind. */
export function kinds<Part extends Exclude<DressingPart, 'thread' | 'finish'>>(
	subject: Subject,
	part: Part,
	label: string,
	words: Readonly<Record<string, string>>,
	values: readonly string[],
	colours: Readonly<Record<string, string>> = {}
): Control {
	const { recipe, build } = subject;
	return {
		kind: 'choice',
		label,
		value: build.dressing[part]?.kind ?? 'none',
		options: [{ value: 'none', words: 'none' }, ...options(words, values, colours)],
		set: (kind) =>
			kind === 'none'
				? { ...recipe, [part]: null }
				: {
						...recipe,
						// Of another kind it is not from that lot.
						[part]: without(ofKind(recipe, part, currentOf(subject, part), kind), 'lot')
					}
	};
}

/** A share of the hook, shown as a length. */
export const inMm = (
	share: ShareField,
	measure: number,
	value: number,
	set: (value: number) => Recipe,
	step = 0.1
): Control =>
	quantity(shareField(share, measure), value, set, {
		step,
		big: 5 * step
	});

export const COUNT = { step: 1 } as const;

/** Where along the shank fibres are tied in. */
export function placeControl(
	subject: Subject,
	part: 'tail' | 'wingCase' | 'wings' | 'legs' | 'hackle' | 'collar' | 'thirdCollar',
	at: number | undefined,
	set: (change: { at?: number }) => Recipe
): Control {
	const { shank } = subject.build.hook;
	const { bundles, layout } = subject.build.dressed;
	const root =
		part === 'wingCase'
			? layout.caseFront
			: (bundles.find((bundle) => bundle.part === part)?.root ?? 0);
	const choice = subject.build.dressing[part];
	return {
		...(inMm(placeShare, shank, at ?? root / shank, (n) => set({ at: n }), 0.5) as NumberControl),
		label: 'From the eye',
		more: true,
		nominal: at === undefined,
		clear: () => ({ ...subject.recipe, [part]: choice && without(choice, 'at') })
	};
}

/** How far forward from the bend a part goes that usually goes as far as another one. */
export function coverControl(
	subject: Subject,
	part: 'rib' | 'secondRib' | 'underbody',
	usual: string,
	set: (change: { length?: number }) => Recipe
): Control {
	const { layout } = subject.build.dressed;
	const choice = subject.build.dressing[part];
	const front = layout[`${part}Front`];
	const room = layout.end - layout.gapEnd;
	const value = choice?.length ?? (layout.end - front) / room;
	return {
		...(inMm(coverShare, room, value, (n) => set({ length: n }), 0.5) as NumberControl),
		more: true,
		nominal: choice?.length === undefined,
		nominalWords: usual,
		clear: () => ({ ...subject.recipe, [part]: choice && without(choice, 'length') })
	};
}

export const thickness = (subject: Subject, value: number, set: (value: number) => Recipe) =>
	inMm(thicknessShare, subject.build.hook.gape, value, set, 0.05);
