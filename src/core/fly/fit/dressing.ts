import { math } from '../../quantity/index';
import type { Build } from '../build';
import { diameterAt, girthOf } from '../profile';
import { COLLAR_TURN, drops, threadDiameter } from '../stuffs/index';
import { above, mm, type FitNote } from './note';

/** Mean thickness over the shank from which a fly looks chunky (our estimate, by the trade's table). */
const CHUNKY = 0.235;
/** Turns of soft hackle: never more than three (common practice). */
const MOST_HACKLE = 3;
/** An open rib binds from this many turns (common practice is 5 to 7). */
const FEWEST_RIB = 4;
/** A rib whose turns lie closer than this many wires is no open rib (our choice). */
const CLOSE = 1.5;

const COLLARS = ['hackle', 'collar', 'thirdCollar'] as const;

export function dressingNotes(build: Build): FitNote[] {
	return [...headNotes(build), ...profileNotes(build), ...fibreNotes(build), ...ribNotes(build)];
}

function headNotes(build: Build): FitNote[] {
	const { bead, hook, dressing, dressed } = build;
	const { face, gapEnd, headEnd } = dressed.layout;
	const notes: FitNote[] = [];
	const have = gapEnd - headEnd;
	const thread = threadDiameter(dressing.thread.denier);
	const turns = COLLARS.reduce((sum, part) => sum + (dressing[part]?.turns ?? 0), 0);
	// The whip finish lies two layers deep.
	const needed = turns * COLLAR_TURN + (dressing.thread.headTurns / 2) * thread;
	const girth = diameterAt(dressed.outline, (face + gapEnd) / 2) / 2;
	const at = above(build, (face + gapEnd) / 2, girth);
	if (have < needed) {
		const what = turns > 0 ? `${turns} turns of collar and the whip finish` : 'the whip finish';
		notes.push({
			code: 'no-room-behind-bead',
			part: turns > 0 ? 'hackle' : 'thread',
			at,
			severity: 'trouble',
			figure: `room ${mm(have)}`,
			words: `${dressing.head ? 'Behind the head' : bead ? 'Behind the bead' : 'Behind the eye'} ${mm(have)} are left, and ${what} take ${mm(needed)}. Stop body and thorax earlier.`
		});
	}
	if (!bead) {
		const drop = math.cbrt(
			(6 / Math.PI) *
				(dressing.finish.lacquer * drops.lacquer.volume) *
				math.square(hook.gape / drops.gape)
		);
		if (have < hook.eyeOpening || drop > 1.5 * hook.eyeOpening) {
			const crowded = have < hook.eyeOpening;
			notes.push({
				code: 'eye-crowded',
				part: crowded ? 'thread' : 'finish',
				severity: 'trouble',
				figure: 'eye crowded',
				at: above(build, 0, hook.wire),
				words: crowded
					? `The body comes within ${mm(have)} of the eye: no tippet will go through. Leave two eye lengths.`
					: 'So much lacquer runs into the eye. One drop, and clear the eye before it sets.'
			});
		}
	}
	return notes;
}

/** Mean thickness of what is wound, over the length of the shank. */
export function chunkiness({ dressed, hook }: Build): number {
	const { cuts, from, to } = dressed.outline;
	let side = 0;
	for (let i = 0; i < from.length; i++) {
		side += ((from[i]! + to[i]!) / 2) * (cuts[i + 1]! - cuts[i]!);
	}
	return side / (cuts[cuts.length - 1]! - cuts[0]!) / hook.shank;
}

function profileNotes(build: Build): FitNote[] {
	const share = chunkiness(build);
	if (share < CHUNKY) return [];
	const { layout, outline } = build.dressed;
	const s = layout.gapEnd;
	return [
		{
			code: 'chunky',
			part: build.coil ? 'coil' : 'body',
			severity: 'trouble',
			figure: `${mm(girthOf(outline))} thick`,
			words: `What is wound is on average ${share.toFixed(2)} of the shank thick: chunky. ${build.coil ? 'Leave the coil out, or take a finer wire.' : 'Dress it slimmer.'}`,
			at: above(build, s, diameterAt(outline, s) / 2)
		}
	];
}

function fibreNotes(build: Build): FitNote[] {
	const { hook, dressing, dressed } = build;
	const notes: FitNote[] = [];
	const { tail, legs } = dressing;
	const tailEnd = hook.shank * (1 + (tail?.length ?? 0));
	if (tail && tail.length > 1) {
		notes.push({
			code: 'tail-long',
			part: 'tail',
			severity: 'trouble',
			figure: `tail ${mm(tail.length * hook.shank)}`,
			words: `A tail of ${mm(tail.length * hook.shank)} is longer than the body: it slows the sink and tangles round the bend. Half the shank is usual.`,
			at: above(build, hook.shank, 0)
		});
	}
	const longest = hook.shank + hook.gape / 2;
	for (const part of COLLARS) {
		const choice = dressing[part];
		const bundle = dressed.bundles.find((b) => b.part === part);
		if (!choice || !bundle) continue;
		const at = above(build, bundle.root, diameterAt(dressed.outline, bundle.root) / 2);
		if (bundle.length > longest) {
			notes.push({
				code: 'hackle-long',
				part,
				severity: 'trouble',
				figure: `fibres ${mm(bundle.length)}`,
				at,
				words: `The fibres are ${mm(bundle.length)} long and the hook ${mm(longest)}: no longer than the hook is usual, three quarters of the body on slim flies.`
			});
		}
		if (choice.turns > MOST_HACKLE) {
			notes.push({
				code: 'hackle-turns',
				part,
				severity: 'trouble',
				at,
				figure: `${choice.turns} turns`,
				words: `${choice.turns} turns of hackle keep the fly up. Two are usual, never more than three.`
			});
		}
	}
	if (legs) {
		const bundle = dressed.bundles.find((b) => b.part === 'legs');
		const reach = bundle ? bundle.root + bundle.length : 0;
		if (bundle && reach > Math.max(tailEnd, longest)) {
			notes.push({
				code: 'legs-long',
				part: 'legs',
				severity: 'trouble',
				figure: `legs ${mm(bundle.length)}`,
				words: `The legs reach ${mm(reach - tailEnd)} past the end of the fly. Trim them to ${mm(tailEnd - bundle.root)} or less.`,
				at: above(build, bundle.root, 0)
			});
		}
	}
	return notes;
}

function ribNotes(build: Build): FitNote[] {
	const { dressing, dressed } = build;
	const { rib } = dressing;
	if (!rib) return [];
	const { ribFront, end } = dressed.layout;
	const run = end - ribFront;
	const s = (ribFront + end) / 2;
	const place = {
		part: 'rib',
		at: above(build, s, diameterAt(dressed.outline, s) / 2)
	} as const;
	const pitch = run / rib.turns;
	const notes: FitNote[] = [];
	if (pitch < rib.wire) {
		const room = Math.floor(run / rib.wire);
		notes.push({
			...place,
			code: 'rib-no-room',
			severity: 'stop',
			figure: `room for ${room}`,
			words: `${rib.turns} turns of ${mm(rib.wire)} do not fit on ${mm(run)} of body. There is room for ${room}.`
		});
	} else if (pitch < CLOSE * rib.wire) {
		notes.push({
			...place,
			code: 'rib-close',
			severity: 'note',
			figure: `rib × ${rib.turns}`,
			words: `The turns lie close: the rib is the body, and its weight counts.`
		});
	} else if (rib.turns < FEWEST_RIB) {
		notes.push({
			...place,
			code: 'rib-few',
			severity: 'note',
			figure: `rib × ${rib.turns}`,
			words: `${rib.turns} turns hardly bind the body. Five to seven are usual.`
		});
	}
	if (!rib.against && dressing.body) {
		notes.push({
			...place,
			code: 'rib-with-body',
			severity: 'note',
			figure: 'with the body',
			words: 'Wound with the body, the rib sinks in between its turns and does not bind it.'
		});
	}
	return notes;
}
