import { beadDiameterField, math } from '../quantity/index';
import { prior, type Distribution } from '../parameter/index';
import {
	buildFly,
	compileBuild,
	mediansFor,
	type PartMass,
	type PartName,
	type Recipe
} from '../fly/index';
import { BEAD_STEPS } from '../material/index';

/** What may have gone otherwise at the vise. */
export interface WeightCause {
	readonly part: PartName;
	/** "a turn of wire missing" */
	readonly words: string;
	/** What it changes, kg. */
	readonly mass: number;
	/** How often it happens among a hundred flies (our estimates). */
	readonly odds: number;
}

/** A fly as it is believed to be. */
function compiledOf(recipe: Recipe, distribution: Distribution) {
	const values = mediansFor(recipe, distribution);
	const build = buildFly(recipe, values);
	return { build, compiled: compileBuild(build, values) };
}

/** How often each happens among a hundred flies of a run (our estimates). */
const ODDS = { turn: 4, turns: 1, bead: 2, metal: 1, drop: 3, dressing: 2, hook: 1, noBead: 0.2 };
/** A dressing that is so much fuller or sparser is seen (our choice). */
const FULLER = 0.5;

/** What may make one fly of a run heavier or lighter than the others, with what each would change by what is believed. */
export function causesFor(whole: Recipe, distribution: Distribution = prior): WeightCause[] {
	const recipe: Recipe = { ...whole };
	delete (recipe as { weighed?: number }).weighed;
	const { build, compiled } = compiledOf(recipe, distribution);
	const massOf = (one: Recipe) => compiledOf(one, distribution).compiled.body.mass;
	const beadMass = (one: Recipe) =>
		compiledOf(one, distribution).compiled.parts.find(({ part }) => part === 'bead')?.mass ?? 0;
	const base = compiled.body.mass;
	const causes: WeightCause[] = [];
	const add = (part: PartName, words: string, odds: number, changed: Recipe | number) => {
		const mass = typeof changed === 'number' ? changed : massOf(changed) - base;
		if (Math.abs(mass) > 1e-9) causes.push({ part, words, odds, mass });
	};
	const { coil, bead, hook } = recipe;
	if (coil) {
		for (const [by, words, odds] of [
			[-1, 'a turn of wire missing', ODDS.turn],
			[1, 'a turn of wire too many', ODDS.turn],
			[-2, 'two turns of wire missing', ODDS.turns],
			[2, 'two turns of wire too many', ODDS.turns]
		] as const) {
			if (coil.turns + by < 1) continue;
			add('coil', words, odds, { ...recipe, coil: { ...coil, turns: coil.turns + by } });
		}
	}
	if (bead) {
		// A bead of another size is another lot: what was weighed of this one says nothing of it.
		const { weighed, lot, ...kind } = bead;
		void lot;
		const scale = weighed === undefined ? 1 : weighed / beadMass({ ...recipe, bead: kind });
		for (const [up, words] of [
			[false, 'smaller'],
			[true, 'larger']
		] as const) {
			const sizes = BEAD_STEPS.filter((mm) =>
				up ? mm > 1.04 * bead.diameter : mm < 0.96 * bead.diameter
			);
			const diameter = up ? sizes[0] : sizes.at(-1);
			if (diameter === undefined) continue;
			const other = { ...recipe, bead: { ...kind, diameter } };
			add(
				'bead',
				`a bead a step ${words}, ${beadDiameterField.show(diameter)}`,
				ODDS.bead,
				scale * beadMass(other) - (weighed ?? beadMass(recipe))
			);
		}
		if (bead.metal === 'tungsten' || bead.metal === 'brass') {
			const metal = bead.metal === 'tungsten' ? 'brass' : 'tungsten';
			add('bead', `a bead of ${metal} among them`, ODDS.metal, {
				...recipe,
				bead: { ...kind, metal }
			});
		}
		add('bead', 'the bead missing', ODDS.noBead, { ...recipe, bead: null });
	}
	const { finish } = build.dressing;
	add('finish', 'a drop of resin more', ODDS.drop, {
		...recipe,
		finish: { ...finish, resin: finish.resin + 1 }
	});
	if (finish.resin > 0) {
		add('finish', 'a drop of resin less', ODDS.drop, {
			...recipe,
			finish: { ...finish, resin: finish.resin - 1 }
		});
	}
	const dressing = compiled.parts.filter(({ part }) => !METAL.has(part) && part !== 'finish');
	const dressed = dressing.reduce((sum, { mass }) => sum + mass, 0);
	add('body', 'dressed fuller', ODDS.dressing, FULLER * dressed);
	add('body', 'dressed sparser', ODDS.dressing, -FULLER * dressed);
	for (const [by, words] of [
		[1, 'a hook of heavier wire among them'],
		[-1, 'a hook of finer wire among them']
	] as const) {
		const { measured, ...nominal } = hook;
		const other = { ...recipe, hook: { ...nominal, wireX: hook.wireX + by } };
		const same = measured ? { ...recipe, hook: nominal } : recipe;
		add('hook', words, ODDS.hook, massOf(other) - massOf(same));
	}
	return causes;
}

const METAL: ReadonlySet<PartName> = new Set(['hook', 'bead', 'coil']);

/** How much each part differs from fly to fly of one run, as a share of its mass (our estimates). */
const SCATTER: Readonly<Partial<Record<PartName, number>>> = {
	hook: 0.01,
	bead: 0.015,
	coil: 0.03,
	thread: 0.1,
	finish: 0.3
};
const SCATTER_DRESSING = 0.2;

/** By how much the flies of a run differ from one to the next where nothing goes wrong: a standard deviation, kg. */
export function scatterOf(recipe: Recipe, distribution: Distribution = prior): number {
	const { parts } = compiledOf(recipe, distribution).compiled;
	const square = ({ part, mass }: PartMass) =>
		math.square((SCATTER[part] ?? SCATTER_DRESSING) * mass);
	return Math.sqrt(parts.reduce((sum, part) => sum + square(part), 0));
}

/** What a fly that is off says. */
export interface Diagnosis {
	/** The likeliest first, each with its probability among those that are known. */
	readonly causes: readonly (WeightCause & { readonly share: number })[];
	/** False where this scale, or the flies' own scatter, hides which of the first two it was. */
	readonly told: boolean;
	/** The smallest change among the causes that the scale's step hides; null where it shows all. */
	readonly hidden: WeightCause | null;
}

/** So much likelier than the next a cause has to be to be named alone (our choice). */
const CLEARLY = 3;

/**
 * The likeliest cause of a deviation, by Bayes' rule from how often each happens and what it changes.
 *
 * @param off what the fly weighs more than the others, kg
 * @param spread standard deviation of that where nothing went wrong, the scale's included, kg
 * @param step what the scale's last figure counts, kg; 0 where that is not known
 */
export function diagnose(
	off: number,
	spread: number,
	step: number,
	causes: readonly WeightCause[]
): Diagnosis {
	// A step that is rounded: its own standard deviation beside that of the flies.
	const wide = math.hypot(spread, step / Math.sqrt(12));
	const logs = causes.map(
		({ mass, odds }) => math.log(odds) - math.square((off - mass) / wide) / 2
	);
	const most = Math.max(...logs);
	const weights = logs.map((log) => math.exp(log - most));
	const sum = weights.reduce((a, b) => a + b, 0);
	const found = causes
		.map((cause, k) => ({ ...cause, share: weights[k]! / sum }))
		.sort((a, b) => b.share - a.share);
	const [first, second] = found;
	const hidden = [...causes]
		.filter(({ mass }) => Math.abs(mass) < step)
		.sort((a, b) => Math.abs(a.mass) - Math.abs(b.mass));
	return {
		causes: found,
		told: !!first && (!second || first.share > CLEARLY * second.share),
		hidden: hidden[0] ?? null
	};
}
