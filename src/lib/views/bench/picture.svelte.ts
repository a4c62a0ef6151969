import type { PartName } from '$core/fly/index';
import { oneFrameBehind } from '$lib/state/one-frame-behind.svelte';
import type { Workspace } from '$lib/state/workspace.svelte';

/**
 * What the pictures show: one frame behind the answer on the strip, so that the answer is never
 * held up by them.
 */
export const pictured = ({
	answer,
	strip,
	selection
}: Pick<Workspace, 'answer' | 'strip' | 'selection'>) =>
	oneFrameBehind(
		() => [answer.atMedians, answer.column, answer.beside],
		() =>
			strip.recipe && answer.section && answer.prediction
				? {
						name: selection.fly?.name ?? '',
						recipe: strip.recipe,
						section: answer.section,
						build: answer.prediction.build,
						masses: Object.fromEntries(
							answer.prediction.parts.map(({ part, mass }) => [part, mass])
						) as Partial<Record<PartName, number>>,
						fit: answer.fit,
						prediction: answer.prediction,
						freshSpeed: answer.freshSpeed,
						beside: answer.beside,
						column: answer.column,
						lie: selection.lie?.name ?? ''
					}
				: null
	);

/** That of one moment. */
export type Pictured = NonNullable<ReturnType<typeof pictured>['current']>;
