import { expect, test } from 'vitest';
import { starterRecipe } from '../fly/index';
import { rigOn, starterRig, ways, type Rig, type Way } from '../rig/index';
import type { Lie } from '../water/index';
import { adviceFor, emptyShelf, USUAL_WISHES } from './index';

/** From a riffle to a deep pool, and still water. */
const lies: readonly Lie[] = [
	{ depth: 0.8, surfaceSpeed: 0.6, bed: 'gravel', zoneTop: 0.2 },
	{ depth: 0.4, surfaceSpeed: 0.85, bed: 'gravel', zoneTop: 0.1, hold: 1.2 },
	{ depth: 0.6, surfaceSpeed: 0.8, bed: 'boulder', zoneTop: 0.15, hold: 0.8 },
	{ depth: 1.8, surfaceSpeed: 0.45, bed: 'gravel', zoneTop: 0.2, hold: 2 },
	{ depth: 1.2, surfaceSpeed: 0.05, bed: 'sand', zoneTop: 0.2, hold: 2 },
	{ depth: 2, surfaceSpeed: 0, bed: 'sand', zoneTop: 0.4, hold: 3 }
];
const still = ({ surfaceSpeed }: Lie) => surfaceSpeed < 0.08;
/** On a swing the answer is how deep it hangs, which every fly has. */
const suits = (lie: Lie, way: Way) =>
	still(lie) ? way === 'still water' : way !== 'still water' && way !== 'swing';
const rigs = ways.map((way): Rig => {
	const far = { ...starterRig.leader, length: 9 };
	return rigOn(way, {
		...starterRig,
		...(way === 'still water' && { leader: far, tipHeight: 0.5 })
	});
});
/** Enough to see that there is an answer; its figures are held elsewhere. */
const CARE = { screened: 4, counted: 8, tried: 4 };

test('every lie on every rig that suits it ends in an answer or in advice', () => {
	for (const lie of lies) {
		for (const rig of rigs) {
			if (!suits(lie, rig.way)) continue;
			const where = `${rig.way} at ${lie.depth} m, ${lie.surfaceSpeed} m/s, ${lie.bed}`;
			const { chance, binds, does, best, most } = adviceFor(
				{
					recipe: starterRecipe,
					rig,
					lie,
					celsius: 8,
					shelf: emptyShelf,
					wishes: USUAL_WISHES,
					locks: { hook: true, bead: false, coil: false, rib: true, dressing: true }
				},
				CARE
			);
			const answered = chance >= USUAL_WISHES.enough || does.length > 0;
			// Else the most that can be had, and what binds.
			const said = binds !== null && (best !== null || most > 0);
			expect(answered || said, where).toBe(true);
			expect(most, where).toBeGreaterThanOrEqual(Math.max(chance, best?.chance ?? 0));
			for (const one of does) {
				expect(one.chance, where).toBeGreaterThanOrEqual(USUAL_WISHES.enough);
				expect(Object.keys(one.change).length, where).toBeGreaterThan(0);
			}
		}
	}
}, 300_000);
