import { prior, type Distribution } from '../parameter/index';
import {
	beadWords,
	buildFly,
	coilWords,
	compileBuild,
	dressingWords,
	hookWords,
	mediansFor,
	partWords,
	type Build,
	type PartName,
	type Recipe
} from '../fly/index';

/** One material of a run: how much for all its flies, waste and spares included. */
export interface Amount {
	readonly part: PartName;
	readonly words: string;
	readonly unit: 'pieces' | 'm' | 'fibres' | 'feathers' | 'mg' | 'drops';
	/** For one fly, without waste. */
	readonly each: number;
	/** For the run, with waste and spares. */
	readonly total: number;
	/** How long to cut one piece, m, ends to hold it by included; null where nothing is cut. */
	readonly cut: number | null;
}

/** Ends by which a piece of coil wire and of rib is held while it is wound, m (our estimates). */
const HELD_COIL = 0.03;
const HELD_RIB = 0.05;
/** Thread between the tying in and the bobbin that is lost on each fly, m (our estimate). */
const LOST_THREAD = 0.12;
/** One piece more is taken for this many: hooks snap, beads roll away (our estimate). */
const A_SPARE_IN = 10;
/** Fur that falls off the thread (our estimate). */
const LOST_FUR = 1.5;

/**
 * What a run of flies takes, in tie-on order.
 *
 * @param count flies, at least 1
 */
export function amountsFor(
	recipe: Recipe,
	count: number,
	distribution: Distribution = prior
): Amount[] {
	const values = mediansFor(recipe, distribution);
	const build = buildFly(recipe, values);
	const { parts } = compileBuild(build, values);
	const mass = (part: PartName) => parts.find((one) => one.part === part)?.mass ?? 0;
	const { dressing, coil, dressed } = build;
	const amounts: Amount[] = [];
	const add = (
		part: PartName,
		words: string,
		unit: Amount['unit'],
		each: number,
		total = each * count,
		cut: number | null = null
	) => amounts.push({ part, words, unit, each, total, cut });
	const spared = count + Math.ceil(count / A_SPARE_IN);
	add('hook', hookWords(recipe.hook), 'pieces', 1, spared);
	if (recipe.bead) add('bead', beadWords(recipe.bead), 'pieces', 1, spared);
	if (recipe.coil && coil) {
		const cut = coil.wireLength + HELD_COIL;
		add('coil', coilWords(recipe.coil), 'm', coil.wireLength, cut * count, cut);
	}
	const thread = threadLength(build, mass('thread'));
	add('thread', dressingWords.thread(dressing.thread), 'm', thread, (thread + LOST_THREAD) * count);
	const { tail, rib, underbody, body, thorax, wingCase, legs, hackle, collar, finish } = dressing;
	if (tail) add('tail', dressingWords.tail(tail), 'fibres', tail.fibres);
	if (rib && dressed.ribLength > 0) {
		const cut = dressed.ribLength + HELD_RIB;
		add('rib', dressingWords.rib(rib), 'm', dressed.ribLength, cut * count, cut);
	}
	const fur = (part: 'underbody' | 'body' | 'thorax', words: string) => {
		const each = 1e6 * mass(part);
		if (each > 0) add(part, `${partWords[part]}: ${words}`, 'mg', each, LOST_FUR * each * count);
	};
	if (underbody) fur('underbody', dressingWords.underbody(underbody));
	if (body) fur('body', dressingWords.body(body));
	if (thorax) fur('thorax', dressingWords.thorax(thorax));
	if (wingCase) add('wingCase', dressingWords.wingCase(wingCase), 'pieces', 1);
	if (legs) add('legs', dressingWords.legs(legs), 'fibres', legs.fibres);
	for (const [part, choice] of [
		['hackle', hackle],
		['collar', collar]
	] as const) {
		if (choice) add(part, `${partWords[part]}: ${dressingWords[part](choice)}`, 'feathers', 1);
	}
	const drops = finish.glue + finish.resin + finish.lacquer;
	if (drops > 0) add('finish', dressingWords.finish(finish), 'drops', drops);
	return amounts;
}

/** From its weight: denier is grams per 9000 m. */
function threadLength({ dressing }: Build, mass: number): number {
	return mass / (dressing.thread.denier / 9000 / 1000);
}
