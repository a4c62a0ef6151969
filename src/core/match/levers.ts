import type { SpeedWindow } from '../predict/index';
import { prior, type Distribution, type ParameterValues } from '../parameter/index';
import type { FlyBody } from '../body/index';
import {
	buildFly,
	chunkiness,
	compileBuild,
	fitOf,
	gapLeft,
	mediansFor,
	type Build
} from '../fly/index';
import { without } from '../quantity/index';
import { attitudeOf, settle, settleNear, type Attitude, type Sink } from '../sink/index';
import type { Fluid } from '../water/index';
import type { Shelf } from './shelf';
import { stepsFrom, type BuildStep } from './steps';

/** A share of mass, speed and thickness that nobody can see. */
const NOTHING = 1e-4;

/** A single next step with what it does. SI; changes are new less old. */
export interface Lever extends BuildStep {
	readonly build: Build;
	/** kg, m/s, degrees of pitch. */
	readonly mass: number;
	readonly speed: number;
	readonly pitch: number;
	readonly massChange: number;
	readonly speedChange: number;
	/** Change of the mean thickness, as a share of what it was. */
	readonly bulkChange: number;
	/** m of hook gap. */
	readonly gapChange: number;
	/** Another one than the fly's now is a flip, and worth saying. */
	readonly attitude: Attitude;
	/** What goes wrong with it that was right before, in a few words; null when nothing does. */
	readonly trouble: string | null;
}

/**
 * Every single next step that fits: those whose sink rate does the job first, the lightest of them at the
 * top, then those that are too slow, by how little, then those that are too fast.
 *
 * A step that changes nothing is none: a fly whose every part is chosen has no fullness of the usual left.
 *
 * Of a fly that was weighed as a whole the steps are those of the same fly unweighed: another fly is not
 * the one that lay on the scale.
 *
 * @param whole the fly as it is
 * @param answer its sink in this water
 * @param window the sink rates that do the job here, m/s; null while they are not known: in tie-on order then
 */
export function levers(
	whole: Build,
	answer: Sink,
	fluid: Fluid,
	window: Pick<SpeedWindow, 'from' | 'to'> | null,
	shelf: Shelf,
	distribution: Distribution = prior
): Lever[] {
	const weighed = whole.recipe.weighed !== undefined;
	const values = mediansFor(without(whole.recipe, 'weighed'), distribution);
	const build = weighed ? buildFly(without(whole.recipe, 'weighed'), values) : whole;
	const now = compileBuild(build, values).body;
	const sink = weighed ? settle(now, fluid, values) : answer;
	const bulk = chunkiness(build);
	const gap = gapLeft(build);
	const known = new Map(fitOf(build, values).map(({ code, severity }) => [code, severity]));
	const found: Lever[] = [];
	for (const step of stepsFrom(build, shelf)) {
		const its = mediansFor(step.recipe, distribution);
		const next = buildFly(step.recipe, its);
		const notes = fitOf(next, its);
		const fresh = notes.filter(({ code, severity }) => known.get(code) !== severity);
		if (fresh.some(({ severity }) => severity === 'stop')) continue;
		const { body } = compileBuild(next, its);
		const { speed, pitch, attitude } = settledFrom(sink, body, fluid, its);
		const bulkChange = chunkiness(next) / bulk - 1;
		const changes = [body.mass / now.mass - 1, speed / sink.speed - 1, bulkChange];
		if (changes.every((change) => Math.abs(change) < NOTHING)) continue;
		found.push({
			...step,
			build: next,
			mass: body.mass,
			speed,
			pitch,
			attitude,
			massChange: body.mass - now.mass,
			speedChange: speed - sink.speed,
			bulkChange,
			gapChange: gapLeft(next) - gap,
			trouble: fresh.find(({ severity }) => severity === 'trouble')?.figure ?? null
		});
	}
	return window ? found.sort((a, b) => miss(a.speed, window) - miss(b.speed, window)) : found;
}

/** How closely the speeds are solved: a lever is shown to the tenth of a cm/s. */
const CLOSE = 1e-4;
/** A share of its weight by which a fly may differ, and degrees by which it may turn, and still hang as the one before. */
const LIKE = { weight: 0.1, turn: 4 } as const;

/** How a fly sinks that is one step away: near by where that is little, else looked for all round, as a bead less may turn it over. */
function settledFrom(sink: Sink, body: FlyBody, fluid: Fluid, values: ParameterValues) {
	const near = settleNear(body, fluid, values, sink, CLOSE);
	const heavier = Math.abs(near.submergedWeight / sink.submergedWeight - 1);
	const turned = Math.abs(near.pitch - sink.pitch);
	if (heavier > LIKE.weight || turned > LIKE.turn || near.floats || near.tumbles) {
		return settle(body, fluid, values);
	}
	return { ...near, attitude: attitudeOf(near.pitch) };
}

/** Which side of a window a sink rate lies on. */
export const sideOf = (
	speed: number,
	{ from, to }: Pick<SpeedWindow, 'from' | 'to'>
): 'does' | 'slow' | 'fast' => (speed < from ? 'slow' : speed > to ? 'fast' : 'does');

/** How far a sink rate is down the list: within the window first, then too slow, then too fast. */
function miss(speed: number, window: Pick<SpeedWindow, 'from' | 'to'>): number {
	switch (sideOf(speed, window)) {
		case 'does':
			return speed - window.from;
		case 'slow':
			return 100 + window.from - speed;
		case 'fast':
			return 200 + speed - window.to;
	}
}
