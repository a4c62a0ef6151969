import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { emptyShelf, USUAL_WISHES, type Shelf } from '$core/match/index';
import { starterRecipe } from '$core/fly/index';
import { starterRig } from '$core/rig/index';
import { doDriftTask, type DriftTask } from '$lib/workers/drift-task';
import { DriftState } from './drift.svelte';

/** What was asked of the workers, which follow drifts in this thread; what else takes long is answered at once. */
let asked: DriftTask[] = [];
class HereWorker {
	onmessage: ((event: { data: unknown }) => void) | null = null;
	private live = true;
	postMessage({ ask, task }: { ask: number; task: DriftTask }) {
		asked.push(task);
		setTimeout(() => {
			if (this.live) this.onmessage?.({ data: { ask, answer: answerTo(task) } });
		});
	}
	terminate() {
		this.live = false;
	}
}
const answerTo = (task: DriftTask) => {
	if (task.kind === 'hand') return { rig: task.question.rig, found: [] };
	if (task.kind === 'curve')
		return {
			level: 0,
			own: -9,
			points: [{ log: task.log, chance: Math.exp(-((task.log + 1) ** 2)), fault: null }]
		};
	return task.kind === 'advice' ? { remedies: [] } : doDriftTask(task);
};
beforeEach(() => {
	asked = [];
	vi.stubGlobal('Worker', HereWorker);
});
afterEach(() => vi.unstubAllGlobals());

const question = {
	recipe: { ...starterRecipe, bead: null },
	rig: starterRig,
	celsius: 10,
	lie: { depth: 1.2, surfaceSpeed: 0.9, bed: 'cobble', zoneTop: 0.2 } as const
};
const learned = { scores: [], mean: [], covariance: [] };

test('what to change is said of the stock as it is, also of one that came later', async () => {
	const with_ = (shelf: Shelf) => ({ shelf, wishes: USUAL_WISHES, learned });
	const shelves = [1, 2, 3].map((): Shelf => ({ ...emptyShelf }));
	const state = new DriftState();
	state.follow(question, with_(shelves[0]!));
	// The stock comes while the drifts are followed.
	state.follow(question, with_(shelves[1]!));
	const advice = () =>
		asked.flatMap((task) => (task.kind === 'advice' ? [task.question.shelf] : []));
	await vi.waitFor(() => expect(advice()).toHaveLength(1), { timeout: 60_000 });
	expect(advice()[0]).toBe(shelves[1]);
	// And changes when it was said, or while it is looked for.
	state.follow(question, with_(shelves[2]!));
	expect(advice()[1]).toBe(shelves[2]);
	await vi.waitFor(() => expect(state.advice).not.toBeNull(), { timeout: 60_000 });
	await vi.waitFor(() => expect(state.advising).toBe(false), { timeout: 60_000 });
	expect(state.band!.chance).toBeLessThan(USUAL_WISHES.enough);
	state.end();
});

test('the sink rates that do the job are looked for where a view shows them, also after a stop', async () => {
	const context = { shelf: emptyShelf, wishes: { ...USUAL_WISHES, enough: 0 }, learned };
	const state = new DriftState();
	const curves = () => asked.filter(({ kind }) => kind === 'curve').length;
	const whole = () => vi.waitFor(() => expect(state.progress).toBeNull(), { timeout: 60_000 });
	const banded = async () => {
		await vi.waitFor(() => expect(state.band).not.toBeNull(), { timeout: 60_000 });
		await whole();
	};
	state.follow(question, context);
	await banded();
	expect(curves()).toBe(0);
	state.survey(true);
	await vi.waitFor(() => expect(curves()).toBeGreaterThan(0));
	state.stop();
	await vi.waitFor(() => expect(state.windowKnown).toBe(false));
	state.resume();
	await vi.waitFor(() => expect(state.windowKnown).toBe(true), { timeout: 60_000 });
	expect(state.window!.from).toBeLessThan(state.window!.to);
	const before = curves();
	state.survey(false);
	state.follow({ ...question, celsius: 11 }, context);
	await banded();
	expect(curves()).toBe(before);
	expect(state.windowKnown).toBe(false);
	state.end();
});
