import {
	beadWords,
	coilWords,
	dressingWords,
	hookWords,
	isJig,
	type Build,
	type PartName
} from '../fly/index';
import type { MarkCode } from './marks';

/** One step at the vise. */
export interface TyingStep {
	/** The same for the same step on any fly. */
	readonly key: string;
	readonly part: PartName;
	/** What to do, in a short sentence. */
	readonly words: string;
	/** Marks that are looked at here. */
	readonly marks: readonly MarkCode[];
	/** Turns to count; 0 where nothing is counted. */
	readonly turns: number;
	/** How long it takes, s. */
	readonly seconds: number;
	/** And how long it usually takes, whoever ties. */
	readonly usual: number;
	/** How long it then must lie before the next, s; 0: at once. */
	readonly dries: number;
	/** What to mind, where it applies; local rules decide. */
	readonly caution: 'lead' | 'glue' | 'resin' | 'hook' | null;
}

/** Seconds that steps usually take, and drying times (our estimates, until the person's own are known). */
const TAKES = {
	hook: 20,
	bead: 15,
	coil: 15,
	turn: 2.5,
	base: 25,
	dam: 20,
	tail: 25,
	ribIn: 15,
	underbody: 30,
	body: 45,
	rib: 8,
	ribTurn: 2,
	thorax: 30,
	wingCase: 25,
	legs: 30,
	hackle: 25,
	hackleTurn: 6,
	whip: 20,
	drop: 6,
	lamp: 12,
	look: 12,
	weigh: 10
} as const;
const DRIES = { glue: 600, lacquer: 1800 } as const;

/**
 * The steps of a fly in tie-on order (common practice, no source), from its recipe: hook, bead, wire,
 * thread and dam, tail, rib tied in, underbody, body, rib wound, thorax and wing case, legs, hackle,
 * collar, whip finish, drops, a last look, the scale.
 *
 * @param pace of a step's key the factor on what it usually takes
 */
export function stepsOf(build: Build, pace: (key: string) => number = () => 1): TyingStep[] {
	const { recipe, dressing } = build;
	const steps: TyingStep[] = [];
	const step = (
		key: string,
		part: PartName,
		words: string,
		seconds: number,
		more: Partial<Pick<TyingStep, 'marks' | 'turns' | 'dries' | 'caution'>> = {}
	) =>
		steps.push({
			key,
			part,
			words,
			seconds: seconds * pace(key),
			usual: seconds,
			marks: [],
			turns: 0,
			dries: 0,
			caution: null,
			...more
		});

	// A bead must be on before the hook is clamped.
	if (recipe.bead) {
		const way = isJig(recipe.hook)
			? 'slot towards the bend of the neck'
			: 'small hole towards the eye';
		step('bead', 'bead', `Bead on: ${beadWords(recipe.bead)}, ${way}.`, TAKES.bead);
	}
	step('hook', 'hook', `Hook in the vise: ${hookWords(recipe.hook)}.`, TAKES.hook, {
		caution: 'hook'
	});
	if (recipe.coil && build.coil) {
		const { turns, second } = build.coil;
		const all = turns + second;
		step(
			'coil',
			'coil',
			`Wind ${coilWords(recipe.coil)}; break the ends flush.`,
			TAKES.coil + TAKES.turn * all,
			{
				turns: all,
				marks: ['coil', 'coil-end'],
				caution: recipe.coil.metal === 'lead' ? 'lead' : null
			}
		);
	}
	step('base', 'thread', `Thread base, ${dressingWords.thread(dressing.thread)}.`, TAKES.base);
	if (dressing.thread.dam && (build.coil || build.bead)) {
		step('dam', 'thread', 'Dam: a ramp of thread that holds wire and bead forward.', TAKES.dam, {
			marks: ['dam']
		});
	}
	const { tail, rib, underbody, body, thorax, wingCase, legs, hackle, collar, finish } = dressing;
	if (tail) {
		step('tail', 'tail', `Tail: ${dressingWords.tail(tail)}.`, TAKES.tail, { marks: ['tail'] });
	}
	if (rib) step('rib-in', 'rib', 'Tie in the rib along the far side.', TAKES.ribIn);
	if (underbody) {
		step(
			'underbody',
			'underbody',
			`Underbody of ${dressingWords.underbody(underbody)}, for the taper.`,
			TAKES.underbody
		);
	}
	if (body) {
		step('body', 'body', `Body: ${dressingWords.body(body)}; stop at the mark.`, TAKES.body, {
			marks: ['body']
		});
	}
	if (rib) {
		const way = rib.against ? 'against the body' : 'with the body';
		step(
			'rib',
			'rib',
			`Wind the rib, ${rib.turns} turns ${way}.`,
			TAKES.rib + TAKES.ribTurn * rib.turns,
			{
				turns: rib.turns,
				marks: ['rib']
			}
		);
	}
	if (wingCase) {
		step(
			'case-in',
			'wingCase',
			`Tie in the wing case: ${dressingWords.wingCase(wingCase)}.`,
			TAKES.wingCase,
			{
				marks: ['wing-case']
			}
		);
	}
	if (thorax) step('thorax', 'thorax', `Thorax of ${dressingWords.thorax(thorax)}.`, TAKES.thorax);
	if (legs)
		step('legs', 'legs', `Legs: ${dressingWords.legs(legs)}.`, TAKES.legs, { marks: ['legs'] });
	if (wingCase) step('case-over', 'wingCase', 'Wing case over, and tie it down.', TAKES.wingCase);
	for (const [part, choice] of [
		['hackle', hackle],
		['collar', collar]
	] as const) {
		if (!choice) continue;
		step(
			part,
			part,
			`${part === 'hackle' ? 'Hackle' : 'Collar'}: ${dressingWords[part](choice)}.`,
			TAKES.hackle + TAKES.hackleTurn * choice.turns,
			{
				turns: choice.turns,
				marks: [part, 'gap']
			}
		);
	}
	step('whip', 'thread', 'Whip finish, and cut.', TAKES.whip, { marks: ['gap'] });
	if (finish.resin > 0) {
		step(
			'resin',
			'finish',
			`${finish.resin} ${finish.resin === 1 ? 'drop' : 'drops'} of resin, and the lamp.`,
			TAKES.drop * finish.resin + TAKES.lamp,
			{ caution: 'resin' }
		);
	}
	if (finish.glue > 0) {
		step(
			'glue',
			'finish',
			`${finish.glue} ${finish.glue === 1 ? 'drop' : 'drops'} of glue on the whip finish.`,
			TAKES.drop * finish.glue,
			{ dries: DRIES.glue, caution: 'glue' }
		);
	}
	if (finish.lacquer > 0) {
		step(
			'lacquer',
			'finish',
			`${finish.lacquer} ${finish.lacquer === 1 ? 'coat' : 'coats'} of lacquer on the head.`,
			TAKES.drop * finish.lacquer,
			{ dries: DRIES.lacquer, caution: 'glue' }
		);
	}
	step(
		'look',
		'hook',
		'Look it over: profile, gap, point clear, fibres not past the tail.',
		TAKES.look
	);
	step('weigh', 'hook', 'Weigh it as it leaves the vise.', TAKES.weigh);
	return steps;
}
