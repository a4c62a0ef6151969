import { compileBuild, fitOf, sectionOf } from '$core/fly/index';
import {
	learnedHere,
	predict,
	predictAtMedians,
	withRangesOf,
	type DriftQuestion,
	type Prediction
} from '$core/predict/index';
import { settleNear } from '$core/sink/index';
import { compileColumn, fluidAt } from '$core/water/index';
import { recipeFromDocument } from '$lib/documents/fly/recipe';
import type { Parameters } from './parameters.svelte';
import type { Documents } from './documents.svelte';
import { goodDrift } from './preferences.svelte';
import type { Selection } from './selection.svelte';
import type { Strip } from './strip.svelte';

/** Everything that is worked out of what is on the strip, but for the drift. */
export class Answer {
	/** The same while nothing more was learned, however often it is asked for. */
	private readonly learned = $derived.by(() => this.parameters.learning.learned);
	/** Of what was learned, what bears on the fly, the rig and the lie on the strip; null where nothing was learned. */
	private readonly learnedHere = $derived.by(() => {
		const { learned } = this;
		const { recipe, rig, water } = this.strip;
		if (learned.mean.length === 0 || !recipe || !water) return null;
		return learnedHere(learned, { recipe, cast: rig?.cast, lie: water });
	});
	/** What the drift is asked; null while something of it is missing, or it is fished without a line. */
	readonly driftQuestion: DriftQuestion | null = $derived.by(() => {
		const { recipe, rig, water, temperature } = this.strip;
		if (!recipe || !rig || !water) return null;
		return {
			recipe,
			rig,
			lie: water,
			celsius: temperature,
			wanted: goodDrift.current,
			...(this.learnedHere && { learned: this.learnedHere })
		};
	});
	/** The fly on the strip without ranges: all that the frame which answers a key needs. */
	readonly atMedians = $derived.by(() => {
		const { recipe, waterOrStill, temperature } = this.strip;
		return (
			recipe && predictAtMedians(recipe, waterOrStill, temperature, this.parameters.distribution)
		);
	});
	/** With ranges, which take four times as long: who answers a key reads them a frame later. */
	readonly prediction = $derived.by(() => {
		const { recipe, waterOrStill, temperature } = this.strip;
		const { atMedians } = this;
		return (
			recipe &&
			atMedians &&
			predict(recipe, waterOrStill, temperature, this.parameters.distribution, atMedians)
		);
	});
	readonly column = $derived.by(() => {
		const { water, temperature } = this.strip;
		return water && this.atMedians && compileColumn(water, temperature, this.atMedians.median);
	});
	readonly section = $derived.by(
		() => this.atMedians && sectionOf(this.atMedians.build, this.atMedians.body)
	);
	/** Notes that the tier answered: quiet, unless it cannot be tied at all. */
	readonly meantSo = $derived.by(() => this.selection.fly?.body.about?.meantSo ?? []);
	readonly fit = $derived.by(() =>
		this.prediction
			? fitOf(this.prediction.build, this.prediction.median, this.prediction.ride).filter(
					({ code, severity }) => severity === 'stop' || !this.meantSo.includes(code)
				)
			: []
	);

	/** What of this tier's own the predictions rest on, in words. */
	readonly checked = $derived.by(() => {
		const { learning, measured } = this.parameters;
		const { observations: all } = learning;
		if (all === 0) return 'Not yet checked against your own flies';
		const learned = `Learned from ${all} ${all === 1 ? 'entry' : 'entries'} of your log`;
		const { fly } = this.selection;
		const isKnown =
			measured?.id === fly?.id && measured?.revision === fly?.revision && !this.documents.saving;
		if (!measured || !isKnown) return learned;
		const times = (count: number, what: string) =>
			count === 0 ? [] : [`${what} ${count === 1 ? 'once' : `${count} times`}`];
		const said = [...times(measured.weighed, 'weighed'), ...times(measured.timed, 'timed')];
		return said.length > 0
			? `This very fly was ${said.join(' and ')} by you`
			: `${learned}; this fly was never weighed or timed`;
	});

	/** How fast it sinks while its fur still holds air, m/s; 0 when it floats. */
	readonly freshSpeed = $derived.by(() => {
		if (!this.atMedians) return null;
		const { build, median, sink } = this.atMedians;
		const { body } = compileBuild(build, median, 'fresh');
		return settleNear(body, fluidAt(this.strip.temperature), median, sink, 1e-4).speed;
	});

	private besideId = $state<string | null>(null);
	/** The fly that is laid over the drawing as an outline. */
	readonly beside = $derived.by(() => {
		const row = this.documents.find('fly', this.besideId);
		if (!row || row.id === this.selection.fly?.id || !this.strip.recipe) return null;
		const recipe = recipeFromDocument(row.body.recipe);
		const { build, body, mass, speed } = predict(
			recipe,
			this.strip.waterOrStill,
			this.strip.temperature,
			this.parameters.distribution
		);
		return {
			id: row.id,
			name: row.name,
			mass,
			speed,
			section: sectionOf(build, body),
			recipe
		};
	});

	constructor(
		private readonly documents: Documents,
		private readonly selection: Selection,
		private readonly strip: Strip,
		private readonly parameters: Parameters
	) {}

	/** The figures of now, with ranges that are a frame old where they are. @param ranged the newest with ranges */
	soon(ranged: Prediction | null): Prediction | null {
		const { atMedians, strip } = this;
		if (!atMedians) return null;
		if (ranged?.build === atMedians.build) return ranged;
		const { waterOrStill, temperature } = strip;
		const soon = ranged && withRangesOf(ranged, atMedians, waterOrStill, temperature);
		return soon ?? this.prediction;
	}

	layBeside(id: string | null): void {
		this.besideId = id;
	}
}
