import { plannedOuting, type BoxFly, type Place, type PlaceAnswer } from '$core/match/index';
import { Lanes } from './lanes.svelte';

/** A place with what it is called in the plan. */
export interface NamedPlace<Scenario extends string = string> {
	readonly lieId: string;
	readonly rigId: string;
	readonly scenario: Scenario;
	readonly place: Place;
}

/** What the box does on an outing: worked out when it is asked for, since it takes a while. */
export class OutingState<Kind extends BoxFly, Scenario extends string> extends Lanes {
	/** What was asked, of which box, with what is known so far. */
	known = $state.raw<{
		readonly asked: string;
		readonly box: readonly Kind[];
		readonly places: readonly NamedPlace<Scenario>[];
		readonly answers: readonly (PlaceAnswer | null)[];
	} | null>(null);

	/**
	 * First every place at the flow that is expected, then for each lie what becomes of it at other flows, on the
	 * rig that is best there.
	 *
	 * @param asked in one word what it was asked with, to tell when that has changed
	 */
	async plan(
		asked: string,
		box: readonly Kind[],
		expected: readonly NamedPlace<Scenario>[],
		others: (best: readonly NamedPlace<Scenario>[]) => readonly NamedPlace<Scenario>[]
	): Promise<void> {
		const plain = box.map(({ recipe, speed, weight }) => ({ recipe, speed, weight }));
		/** Of each lie one place counts; which, is not known yet. */
		const all = expected.length + others(bestPlaces(expected, [])).length;
		await this.run(async (old) => {
			const work = async (
				before: readonly NamedPlace<Scenario>[],
				answered: readonly (PlaceAnswer | null)[],
				more: readonly NamedPlace<Scenario>[]
			) => {
				const places = [...before, ...more];
				await plannedOuting(
					more.map(({ place }) => place),
					plain,
					this.channels,
					(answers) => {
						if (old()) return;
						this.known = { asked, box, places, answers: [...answered, ...answers] };
						this.progress = Math.min(1, this.known.answers.filter(Boolean).length / all);
					},
					old
				);
			};
			this.known = { asked, box, places: expected, answers: expected.map(() => null) };
			await work([], [], expected);
			if (old()) return;
			const { answers } = this.known;
			await work(expected, answers, others(bestPlaces(expected, answers)));
		});
	}
}

/** Of each lie the place that is best; the first where none is good. */
function bestPlaces<Scenario extends string>(
	places: readonly NamedPlace<Scenario>[],
	answers: readonly (PlaceAnswer | null)[]
): NamedPlace<Scenario>[] {
	const chance = (k: number) => answers[k]?.best[0]?.chance ?? 0;
	const best: Record<string, number> = {};
	places.forEach(({ lieId }, k) => {
		const known = best[lieId];
		if (known === undefined || chance(k) > chance(known)) best[lieId] = k;
	});
	return Object.values(best).map((k) => places[k]!);
}
