import { surveyed, type MapCurves, type MapSpan } from '$core/match/index';
import type { DriftQuestion } from '$core/predict/index';
import { Lanes } from './lanes.svelte';

/** What the waters round the person's own ask of a fly: worked out when it is asked for, since it takes some seconds. */
export class BoxMapState extends Lanes {
	/** What is known, of which waters, and for what it was asked. */
	known = $state.raw<{
		readonly curves: MapCurves;
		readonly span: MapSpan;
		readonly question: DriftQuestion;
	} | null>(null);

	async survey(question: DriftQuestion, span: MapSpan): Promise<void> {
		await this.run((old) => {
			this.known = null;
			const found = (curves: MapCurves) => {
				if (old()) return;
				this.known = { curves, span, question };
				this.progress = curves.filter(Boolean).length / curves.length;
			};
			return surveyed(question, span, this.channels, found, old);
		});
	}
}
