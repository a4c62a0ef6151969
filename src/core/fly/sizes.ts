import { BEAD_STEPS, COIL_WIRE_STEPS, nominalHook } from '../material/index';
import { math, without } from '../quantity/index';
import type { BeadChoice, CoilChoice, HookChoice, Recipe, RibChoice } from './recipe';
import { RIB_STEPS } from './usual';

/** The step of a list that is nearest by ratio. */
function nearest(steps: readonly number[], value: number): number {
	let best = 0;
	steps.forEach((step, i) => {
		if (Math.abs(math.log(step / value)) < Math.abs(math.log(steps[best]! / value))) best = i;
	});
	return best;
}

/**
 * The same pattern on another size of hook: about one bead step down per hook size down (common
 * practice, no source), coil and rib wire by the hook's own wire, the coil as much of the shank as it
 * was. The dressing follows by itself, since it is relative to the hook. What was measured or weighed
 * of the old hook and bead does not carry over, nor do their lots.
 *
 * @param size the hook number; sold sizes are even
 */
export function onSize(recipe: Recipe, size: number): Recipe {
	const { hook, bead, coil, rib, secondRib } = recipe;
	if (size === hook.size) return recipe;
	const from = nominalHook(hook.size, hook.lengthX, hook.wireX);
	const to = nominalHook(size, hook.lengthX, hook.wireX);
	const graded: Recipe = {
		...without(recipe, 'weighed'),
		hook: { ...(without(without(hook, 'measured'), 'lot') as HookChoice), size },
		bead: bead && gradedBead(bead, (hook.size - size) / 2),
		coil: coil && gradedCoil(coil, to.wire / from.wire, to.shank / from.shank)
	};
	const byWire = to.wire / from.wire;
	return {
		...graded,
		...(rib && { rib: gradedRib(rib, byWire) }),
		...(secondRib && { secondRib: gradedRib(secondRib, byWire) })
	};
}

/** Of what is sold by the wire's steps. */
const WIRES: readonly RibChoice['kind'][] = ['copper', 'brass', 'lead', 'twistedWire'];

function gradedRib(rib: RibChoice, byWire: number): RibChoice {
	const scaled = rib.wire * byWire;
	const wire = WIRES.includes(rib.kind)
		? RIB_STEPS[nearest(RIB_STEPS, scaled)]!
		: Number(scaled.toFixed(5));
	return { ...without(rib, 'lot'), wire };
}

/** @param up steps, one a hook size */
function gradedBead(bead: BeadChoice, up: number): BeadChoice {
	const place = Math.round(nearest(BEAD_STEPS, bead.diameter) + up);
	const diameter = BEAD_STEPS[Math.min(BEAD_STEPS.length - 1, Math.max(0, place))]!;
	const { metal, shape, density, slotTurn } = bead;
	return {
		metal,
		shape,
		diameter,
		...(density === undefined ? {} : { density }),
		...(slotTurn === undefined ? {} : { slotTurn })
	};
}

function gradedCoil(coil: CoilChoice, byWire: number, byShank: number): CoilChoice {
	const wire = COIL_WIRE_STEPS[nearest(COIL_WIRE_STEPS, coil.wire * byWire)]!;
	const turns = (n: number) => Math.round((n * byShank * coil.wire) / wire);
	return {
		...without(without(coil, 'lot'), 'measured'),
		wire,
		turns: Math.max(1, turns(coil.turns)),
		...(coil.second === undefined ? {} : { second: turns(coil.second) })
	};
}
