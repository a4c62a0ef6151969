import { prior, type Distribution } from '../parameter/index';
import {
	beadWords,
	buildFly,
	coilWords,
	compileBuild,
	dressingWords,
	hackleBy,
	hookWords,
	mediansFor,
	partWords,
	strandsOf,
	woundBy,
	type Build,
	type HandUnit,
	type PartName,
	type Recipe
} from '../fly/index';

/** One material of a run: how much for all its flies, waste and spares included. */
export interface Amount {
	readonly part: PartName;
	readonly words: string;
	readonly unit:
		'pieces' | 'm' | 'fibres' | 'strands' | 'strips' | 'pinches' | 'feathers' | 'drops';
	/** For one fly, without waste. */
	readonly each: number;
	/** For the run, with waste and spares. */
	readonly total: number;
	/** How long to cut one piece, m, ends to hold it by included; null where nothing is cut. */
	readonly cut: number | null;
	/** What all the flies carry of it, without waste, kg. */
	readonly mass: number;
}

/** Ends by which a piece of coil wire and of rib is held while it is wound, m (our estimates). */
const HELD_COIL = 0.03;
const HELD_RIB = 0.05;
/** And of what is wound for a body, or laid over it (our estimate). */
const HELD_WOUND = 0.03;
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
	const { dressing, coil, dressed, hook } = build;
	const amounts: Amount[] = [];
	const add = (
		part: PartName,
		words: string,
		unit: Amount['unit'],
		each: number,
		total = each * count,
		cut: number | null = null
	) => amounts.push({ part, words, unit, each, total, cut, mass: count * mass(part) });
	const spared = count + Math.ceil(count / A_SPARE_IN);
	add('hook', hookWords(recipe.hook), 'pieces', 1, spared);
	if (recipe.bead) add('bead', beadWords(recipe.bead), 'pieces', 1, spared);
	if (recipe.coil && coil) {
		const cut = coil.wireLength + HELD_COIL;
		add('coil', coilWords(recipe.coil), 'm', coil.wireLength, cut * count, cut);
	}
	const thread = threadLength(build, mass('thread'));
	add('thread', dressingWords.thread(dressing.thread), 'm', thread, (thread + LOST_THREAD) * count);
	const { tail, tag, underbody, body, back, palmer } = dressing;
	const { wingCase, wings, legs, hackle, collar, thirdCollar, horns, finish } = dressing;
	if (tail) {
		// A strip is cut for it, like what is wound; of single fibres there are enough of a length.
		const cut = strandsOf[tail.kind] === 'strips' ? tail.length * hook.shank + HELD_WOUND : null;
		const words = dressingWords.tail(tail);
		add('tail', words, strandsOf[tail.kind], tail.fibres, tail.fibres * count, cut);
	}
	/** What is taken by weight, in what the hands take it by. */
	const byHand = (part: PartName, words: string, by: HandUnit) => {
		const matter = mass(part);
		if (matter <= 0) return;
		const said = `${partWords[part]}: ${words}`;
		const each = matter / by.each;
		if (by.unit === 'm') {
			const cut = each + HELD_WOUND;
			add(part, said, 'm', each, cut * count, cut);
		} else if (by.unit === 'pinches') {
			add(part, said, 'pinches', LOST_FUR * each);
		} else {
			// One strand more rather than one too few.
			add(part, said, by.unit, Math.ceil(each - 0.1));
		}
	};
	const { flash } = dressing;
	if (flash) add('flash', dressingWords.flash(flash), 'strands', flash.strands);
	if (tag) byHand('tag', dressingWords.tag(tag), woundBy[tag.kind]);
	for (const part of ['rib', 'secondRib'] as const) {
		const rib = dressing[part];
		const length = dressed[`${part}Length`];
		if (!rib || length <= 0) continue;
		const cut = length + HELD_RIB;
		add(part, dressingWords[part](rib), 'm', length, cut * count, cut);
	}
	if (underbody) byHand('underbody', dressingWords.underbody(underbody), woundBy[underbody.kind]);
	if (body) byHand('body', dressingWords.body(body), woundBy[body.kind]);
	for (const part of ['rearThorax', 'thorax', 'frontThorax'] as const) {
		const choice = dressing[part];
		if (choice) byHand(part, dressingWords.thorax(choice), woundBy[choice.kind]);
	}
	if (back) {
		const { gapEnd, end } = dressed.layout;
		const words = `${partWords.back}: ${dressingWords.back(back)}`;
		add('back', words, 'pieces', 1, count, end - gapEnd + HELD_WOUND);
	}
	if (wingCase) add('wingCase', dressingWords.wingCase(wingCase), 'pieces', 1);
	if (wings) add('wings', dressingWords.wings(wings), strandsOf[wings.kind], 2 * wings.fibres);
	if (legs) add('legs', dressingWords.legs(legs), strandsOf[legs.kind], legs.fibres);
	for (const [part, choice] of [
		['palmer', palmer],
		['hackle', hackle],
		['collar', collar],
		['thirdCollar', thirdCollar]
	] as const) {
		if (!choice) continue;
		const words = dressingWords[part](choice as never);
		const by = hackleBy[choice.kind];
		if (by === 'feather') add(part, `${partWords[part]}: ${words}`, 'feathers', 1);
		else byHand(part, words, by);
	}
	if (horns) add('horns', dressingWords.horns(horns), strandsOf[horns.kind], 2);
	const { head } = dressing;
	if (head) byHand('head', dressingWords.head(head), woundBy[head.kind]);
	const drops = finish.glue + finish.resin + finish.lacquer;
	if (drops > 0) add('finish', dressingWords.finish(finish), 'drops', drops);
	return amounts;
}

/** From its weight: denier is grams per 9000 m. */
function threadLength({ dressing }: Build, mass: number): number {
	return mass / (dressing.thread.denier / 9000 / 1000);
}
