import { expect, test } from 'vitest';
import { prior, valuesAt } from '../../parameter/index';
import type { Line } from '../../body/index';
import { compileFly, starterRecipe } from '../../fly/index';
import {
	compileLine,
	rigOn,
	starterRig,
	type RigParts,
	type Way as WayOfFishing
} from '../../rig/index';
import { settle, towed, towedAlike } from '../../sink/index';
import { compileColumn, fluidAt, type Lie } from '../../water/index';
import { eddiesOf } from '../eddies';
import { followed } from '../follow';
import { FINE, ROUGH } from '../index';
import { Kernel } from './kernel';
import { Trace, traced, type Moment, type TracedWay } from '../trace';

const median = valuesAt(prior);
const { body } = compileFly(starterRecipe, median);
const fly = towed(body, fluidAt(8), median, settle(body, fluidAt(8), median));
const light = towedAlike(fly, fly.mass / 2, fly.weight / 4, fly.speed / 2);
const lie: Lie = {
	depth: 0.8,
	surfaceSpeed: 0.7,
	bed: 'cobble',
	zoneTop: 0.2,
	approach: 3,
	hold: 2
};

/** Every state of a way, as numbers. */
function states(way: Omit<TracedWay, 'look'>): {
	readonly way: TracedWay;
	readonly seen: number[];
} {
	const seen: number[] = [];
	const look = ({ time, state: { x, z, u, w } }: Moment) => {
		seen.push(time, ...x, ...z, ...u, ...w);
		return false;
	};
	return { way: { ...way, look }, seen };
}

/** Rigs of all ways of fishing, in slow and fast, shallow and deep water, with one to three flies in line and on droppers, and cut finely or not. */
const rigs: readonly Partial<RigParts & { way: WayOfFishing }>[] = [
	{},
	{ landing: 'plunged', lead: 1.1 },
	{ way: 'float' },
	{ way: 'dry fly' },
	{ way: 'swing' },
	{ way: 'still water', retrieve: 0.2, countdown: 3 }
];
function ways(): Omit<TracedWay, 'look'>[] {
	return rigs.flatMap((change, k) =>
		[0.4, 1.6].flatMap((depth, deep) =>
			[0.15, 1.2].map((surfaceSpeed, fast) => {
				const still = change.way === 'still water';
				const water = { ...lie, depth, surfaceSpeed: still ? 0 : surfaceSpeed };
				const column = compileColumn(water, 8, median);
				const line: Line = compileLine(
					rigOn(change.way ?? 'tight line', { ...starterRig, ...change })
				);
				const flies = [
					{ fly, above: 0 },
					{ fly: light, above: 0.35, dropper: 0.06 * (k % 3) },
					{ fly: light, above: 0.6, dropper: 0.15 * deep }
				].slice(0, 1 + ((k + deep + fast) % 3));
				// One is cut more finely than the kernel has room for, and uses the reference among the others.
				const fineness =
					k + deep + fast === 1 ? { ...ROUGH, segments: 90 } : (k + fast) % 2 ? FINE : ROUGH;
				const eddies = eddiesOf(column, 10 * k + 2 * deep + fast);
				return { flies, column, line, eddies, fineness, longest: 8 };
			})
		)
	);
}

test('two drifts at a time come through the same states, to the last bit, as each alone by the plain reference', () => {
	expect(() => new Kernel(), 'without it all goes by the reference').not.toThrow();
	const compiled = ways().map(states);
	const solved = new Map<TracedWay, boolean>();
	for (const trace of followed(compiled.map(({ way }) => way))) {
		solved.set(trace.way, trace.solved);
	}
	ways().forEach((way, k) => {
		const reference = states(way);
		const trace = traced(new Trace(reference.way));
		const { way: its, seen } = compiled[k]!;
		expect(solved.get(its)).toBe(trace.solved);
		expect(seen.length).toBe(reference.seen.length);
		const first = seen.findIndex((value, i) => value !== reference.seen[i]);
		expect(first, `way ${k}`).toBe(-1);
	});
});
