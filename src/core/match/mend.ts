import { priorBeliefs, valuesAt } from '../belief/index';
import { bandDistances, type Fault, type Wanted } from '../drift/index';
import { buildFly, fitOf, type Recipe } from '../fly/index';
import {
	drifting,
	smoothDrift,
	worldRun,
	type Drifting,
	type DriftQuestion
} from '../predict/index';
import {
	floatField,
	leaderField,
	leadField,
	lineDiameterField,
	tippetField
} from '../quantity/index';
import { hangsOnFloat, type Rig } from '../rig/index';
import type { Lie } from '../water/index';
import type { Shelf } from './shelf';
import { stepsFrom } from './steps';

/** One change, on the line, at the vise or in the cast, and how often the drift is good with it. */
export interface Mend {
	readonly words: string;
	readonly change:
		{ readonly recipe: Recipe } | { readonly rig: Rig } | { readonly lie: Pick<Lie, 'approach'> };
	/** Share of good drifts with it. */
	readonly chance: number;
}

/** A thinner tippet than this is not fished (our choice, about 8X). */
const THINNEST = 0.07e-3;
/** One X step, m. */
const X_STEP = 0.0254e-3;

/** What to try against a fault, in the order in which it costs the person least. */
const remedies: Readonly<Record<Exclude<Fault, 'unsolved'>, readonly string[]>> = {
	short: ['longer leader'],
	under: ['bead down', 'larger float', 'more buoyant dry', 'turns less'],
	never: [
		'longer leader',
		'deeper',
		'slack',
		'plunge',
		'thinner',
		'bead up',
		'turns more',
		'slower'
	],
	late: [
		'slack',
		'plunge',
		'thinner',
		'slower',
		'longer leader',
		'bead up',
		'turns more',
		'approach'
	],
	bed: ['shorter', 'faster', 'bead down', 'turns less', 'no wire'],
	lifted: ['slower', 'longer leader', 'deeper', 'thinner', 'bead up', 'turns more']
};

/** Drifts by which a change is judged, each with the same worlds and eddies. */
const TRIED = 24;
/** A change that makes so many drifts good is enough. */
const ENOUGH = 0.7;
/** And one that adds at least this to the share is worth saying where none is enough. */
const HELPS = 0.15;

/**
 * The single changes that would make most drifts good where they are not, each tried by a drift in
 * smooth water and then by a small band with common random numbers; those that cost least first.
 * Where none is enough, the one that helps most.
 *
 * @param fault what spoils most drifts now
 * @param chance share of good drifts now
 * @param most how many are looked for
 */
export function mends(
	question: DriftQuestion,
	fault: Fault,
	chance: number,
	wanted: Wanted,
	shelf: Shelf,
	most = 2
): Mend[] {
	if (fault === 'unsolved') return [];
	const enough: Mend[] = [];
	let helps: Mend | null = null;
	for (const name of remedies[fault]) {
		for (const { words, change } of tried(name, question, shelf)) {
			const lie = 'lie' in change ? { ...question.lie, ...change.lie } : question.lie;
			const next = drifting({ ...question, ...change, lie });
			if (!smoothDrift(next, wanted).good) continue;
			const mend = { words, change, chance: shareGood(next, wanted) };
			if (mend.chance < ENOUGH) {
				if (mend.chance > Math.max(chance + HELPS, helps?.chance ?? 0)) helps = mend;
				continue;
			}
			enough.push(mend);
			if (enough.length >= most) return enough;
			break;
		}
	}
	return enough.length > 0 || !helps ? enough : [helps];
}

/** Share of good ones among a few drifts, always in the same worlds. */
function shareGood(ready: Drifting, wanted: Wanted): number {
	const distances = bandDistances(ready.median.column);
	let good = 0;
	for (let k = 0; k < TRIED; k++) if (worldRun(ready, k, distances, wanted).good) good++;
	return good / TRIED;
}

type Change = Pick<Mend, 'words' | 'change'>;

/** The steps of a remedy, the smallest first; none where it makes no sense. */
function tried(name: string, { recipe, rig, lie }: DriftQuestion, shelf: Shelf): Change[] {
	const { tippet, leader } = rig;
	const floats = hangsOnFloat(rig);
	const withRig = (words: string, change: Partial<Rig>): Change => ({
		words,
		change: { rig: { ...rig, ...change } }
	});
	const round = (metres: number) => Math.round(metres * 20) / 20;
	switch (name) {
		case 'thinner':
			return [1, 2].flatMap((steps) => {
				const diameter = tippet.diameter - steps * X_STEP;
				if (diameter < THINNEST) return [];
				const words = `a tippet of ${lineDiameterField.show(diameter)}`;
				return [withRig(words, { tippet: { ...tippet, diameter } })];
			});
		case 'slack':
			return rig.landing === 'straight' && !floats
				? [withRig('a cast with slack', { landing: 'slack' })]
				: [];
		case 'plunge':
			return rig.landing !== 'plunged' && !floats
				? [withRig('a cast that drives the fly in', { landing: 'plunged' })]
				: [];
		case 'slower':
		case 'faster': {
			if (rig.way !== 'tight line') return [];
			const by = name === 'slower' ? -0.1 : 0.1;
			return [1, 2, 3].flatMap((steps) => {
				const lead = Math.round(20 * (rig.lead + steps * by)) / 20;
				return lead > 0.2 && lead < 1.3
					? [withRig(`the tip led at ${leadField.show(lead)} of the surface`, { lead })]
					: [];
			});
		}
		case 'longer leader':
			if (floats || rig.way === 'swing') return [];
			return [0.3, 0.6, 1].map((more) => {
				const length = round(leader.length + more);
				return withRig(`${leaderField.show(length)} of leader`, { leader: { ...leader, length } });
			});
		case 'deeper':
		case 'shorter': {
			if (!floats) return [];
			const by = name === 'deeper' ? 0.15 : -0.15;
			return [1, 2, 3].flatMap((steps) => {
				const length = round(tippet.length + steps * by);
				return length > 0.1
					? [
							withRig(`the fly ${tippetField.show(length)} below`, {
								tippet: { ...tippet, length }
							})
						]
					: [];
			});
		}
		case 'larger float':
			if (rig.way !== 'float') return [];
			return [2e-3, 5e-3].map((more) =>
				withRig(`a float of ${floatField.show(rig.float + more)}`, { float: rig.float + more })
			);
		case 'more buoyant dry':
			if (rig.way !== 'dry fly') return [];
			return [1.4, 2].map((times) =>
				withRig(`a dry fly that carries ${(rig.carries * times * 1e3).toFixed(2)} g`, {
					carries: rig.carries * times
				})
			);
		case 'approach':
			return [0.5, 1, 2].map((more) => {
				const approach = round(lie.approach + more);
				return { words: `${approach} m of room to land it`, change: { lie: { approach } } };
			});
		default:
			return atTheVise(name, recipe, shelf);
	}
}

const keys: Readonly<Record<string, readonly string[]>> = {
	'bead up': ['bead-up', 'bead-tungsten'],
	'bead down': ['bead-down', 'bead-brass', 'bead-off'],
	'turns more': ['turns1', 'turns3', 'coil-lead'],
	'turns less': ['turns-1', 'turns-3'],
	'no wire': ['coil-off']
};

function atTheVise(name: string, recipe: Recipe, shelf: Shelf): Change[] {
	const steps = stepsFrom(buildFly(recipe, MEDIANS), shelf);
	return (keys[name] ?? []).flatMap((key) => {
		const step = steps.find((one) => one.key === key);
		if (!step) return [];
		const notes = fitOf(buildFly(step.recipe, MEDIANS), MEDIANS);
		if (notes.some(({ severity }) => severity === 'stop')) return [];
		return [{ words: step.words, change: { recipe: step.recipe } }];
	});
}
const MEDIANS = valuesAt(priorBeliefs);
