import { expect, test } from 'vitest';
import { emptyShelf, USUAL_WISHES, type MatchQuestion } from '$core/match/index';
import { starterRecipe } from '$core/fly/index';
import { starterRig } from '$core/rig/index';
import { askedBy } from './in-turn';
import { searchFor } from './match-pool';
import { Refusal } from './store/refusal';

const question: MatchQuestion = {
	recipe: starterRecipe,
	rig: starterRig,
	lie: { depth: 0.7, surfaceSpeed: 0.5, bed: 'gravel', zoneTop: 0.15, approach: 3 },
	celsius: 9,
	locks: { hook: true, bead: false, coil: true, rib: true, dressing: true },
	shelf: {
		...emptyShelf,
		beads: [{ metal: 'brass', shape: 'round', diameter: 2.8e-3 }],
		only: true
	},
	wishes: USUAL_WISHES
};
const waiting = new AbortController().signal;

test('a search in a thread answers; so many may wait, the rest is refused in words; one that nobody waits for is ended', async () => {
	const { list, looked } = await searchFor(question, waiting);
	expect(looked).toBeGreaterThan(0);
	expect(list[0]?.recipe.hook).toEqual(starterRecipe.hook);

	const gone = new AbortController();
	const asked = (client: string) =>
		askedBy(client, () => searchFor(question, gone.signal)).then(
			() => 'found',
			(error: unknown) => (error instanceof Refusal ? error.message : String(error))
		);
	// Of one client fewer than of all.
	const ofOne = Array.from({ length: 4 }, () => asked('one'));
	expect(await ofOne[3]).toMatch(/3 searches of yours are under way or wait already/);
	const many = [...ofOne.slice(0, 3), ...Array.from({ length: 9 }, (_, k) => asked(`client ${k}`))];
	// Those that found no place are refused at once.
	const refused = await Promise.race([
		Promise.all(many.slice(10)),
		new Promise((r) => setTimeout(r, 5000))
	]);
	for (const words of refused as string[]) expect(words).toMatch(/under way or wait already/);
	gone.abort();
	const ended = await Promise.all(many.slice(0, 10));
	expect(ended.some((words) => /Nobody waits/.test(words))).toBe(true);
	// And the next one is answered all the same.
	expect((await searchFor(question, waiting)).looked).toBe(looked);
}, 240_000);
