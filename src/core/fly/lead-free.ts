import { materials, nominalHook } from '../material/index';
import { turnsField } from '../quantity/index';
import { turnLength } from './coil';
import type { CoilChoice, Recipe } from './recipe';

/**
 * The coil of lead-free wire that weighs what the lead one does, of the same wire with this many turns
 * more; null where the fly has no lead or the turns would be too many.
 *
 * A second layer stays as it is; its weight too is made up in the first.
 */
export function leadFreeEquivalent({ hook, coil }: Recipe): CoilChoice | null {
	if (coil?.metal !== 'lead') return null;
	const under = hook.measured?.wire ?? nominalHook(hook.size, hook.lengthX, hook.wireX).wire;
	const ratio = materials.lead.density / materials.leadFree.density;
	const first = turnLength(under, coil.wire);
	const second = (coil.second ?? 0) * turnLength(under + 2 * coil.wire, coil.wire);
	const turns = Math.round((ratio * (coil.turns * first + second) - second) / first);
	return turns <= turnsField.possible[1] ? { ...coil, metal: 'leadFree', turns } : null;
}
