import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { predict } from '$core/predict/index';
import { prior } from '$core/parameter/index';
import { starterRig } from '$core/rig/index';
import { lieAtFlow } from '$core/water/index';
import type { LearningAnswer, Opening } from '$lib/api/answers';
import type { FlyRow } from '$lib/documents/kinds';
import { recipeFromDocument } from '$lib/documents/fly/recipe';
import { FIRST_LIE, lieFromDocument } from '$lib/documents/lie/body';
import { byName } from '$lib/documents/order';
import type { LotBodyDocument } from '$lib/documents/lot/body';
import type { ActionChange } from './client';
import { NOTHING_LEARNED } from '$lib/api/nothing-learned';
import { joinRivers, newRiverFor } from './rivers';
import { named, open, StandInServer, was } from './window.testing';

/** What was asked of the server, and what it answers. */
let server: StandInServer;
beforeEach(() => (server = new StandInServer()));
afterEach(() => vi.unstubAllGlobals());

describe('the strip’s answer', () => {
	test('is the prediction of the fly on it, in the lie at the river’s flow and temperature of the day', () => {
		const fly = named(was.flies, 'Sill Nymph');
		const lie = named(was.lies, 'Gauge pool');
		const [river] = was.rivers.filter(({ id }) => id === lie.riverId);
		const surveyed = { ...lie, body: { ...lie.body, surveyedAtM3s: 2 } };
		const high = { ...river!, body: { ...river!.body, temperatureC: 14, flowM3s: 4 } };
		const { strip, answer } = open({
			lies: was.lies.map((row) => (row.id === lie.id ? surveyed : row)),
			rivers: was.rivers.map((row) => (row.id === high.id ? high : row)),
			strip: { flyId: fly.id, lieId: lie.id, rigId: null }
		});
		const water = lieAtFlow(lieFromDocument(surveyed.body), 4, strip.exponents).lie;
		expect(water.depth).toBeGreaterThan(lie.body.depthM);
		expect(strip.water).toMatchObject({ depth: water.depth, surfaceSpeed: water.surfaceSpeed });
		const expected = predict(recipeFromDocument(fly.body.recipe), water, 14, prior);
		expect(answer.prediction!.mass).toEqual(expected.mass);
		expect(answer.prediction!.speed).toEqual(expected.speed);
		// Free of any line there is nothing to drift; a chance is meant on the starter's rig.
		expect(answer.driftQuestion).toBeNull();
		expect(strip.usedRig).toEqual({ name: 'Starter rig', rig: starterRig });
	});

	test('asks the drift with the rig on it, and goes on meaning that one when it is put away', () => {
		const rig = named(was.rigs, 'Long tippet');
		const { selection, strip, answer } = open({
			strip: { flyId: null, lieId: null, rigId: rig.id }
		});
		expect(answer.driftQuestion).toMatchObject({ rig: { way: rig.body.way } });
		selection.selectRig(null);
		expect(answer.driftQuestion).toBeNull();
		expect(strip.usedRig.name).toBe('Long tippet');
	});

	test('lays another fly beside it, and not itself', () => {
		const [one, two] = was.flies;
		const { answer } = open({ strip: { ...was.strip, flyId: one!.id } });
		answer.layBeside(one!.id);
		expect(answer.beside).toBeNull();
		answer.layBeside(two!.id);
		expect(answer.beside).toMatchObject({ name: two!.name });
		expect(answer.beside!.recipe.hook.size).toBe(two!.body.recipe.hook.size);
	});
});

describe('what is on the strip', () => {
	test('asks for water until something was said about it', () => {
		const first = { ...was.lies[0]!, name: FIRST_LIE, revision: 1 };
		expect(open({ lies: [first] }).selection.asksForWater).toBe(true);
		expect(open({ lies: [{ ...first, revision: 2 }] }).selection.asksForWater).toBe(false);
		expect(open().selection.asksForWater).toBe(false);
	});

	test('turns through the flies by name, round the ends, and tells the server', async () => {
		const { selection, documents } = open();
		const names = documents.all('fly').map(({ name }) => name);
		expect(names).toEqual([...names].sort((a, b) => a.localeCompare(b)));
		selection.selectFly(documents.all('fly').at(-1)!.id);
		void selection.turn('fly', 1);
		expect(selection.fly!.name).toBe(names[0]);
		await vi.waitFor(() =>
			expect(server.asked.at(-1)).toMatchObject({
				path: '/api/strip',
				body: { flyId: selection.fly!.id }
			})
		);
	});

	test('shows the fly before again when the one on it is gone', () => {
		const { documents, selection } = open();
		const first = named(was.flies, 'Sill Nymph');
		const second = documents.all('fly').find(({ id }) => id !== first.id)!;
		selection.selectFly(first.id);
		selection.selectFly(second.id);
		documents.receive({
			snapshotVersion: 'a.1',
			history: was.history,
			changes: [{ kind: 'fly', id: second.id, row: null }]
		});
		expect(selection.fly?.name).toBe('Sill Nymph');
	});

	test('shows what undo brings back', async () => {
		const gone = was.flies[1]!;
		const workspace = open({
			flies: was.flies.filter(({ id }) => id !== gone.id),
			history: { undo: 'deleted', redo: null }
		});
		server.answers = () => ({
			status: 200,
			body: {
				snapshotVersion: 'a.2',
				changes: [{ kind: 'fly', id: gone.id, row: gone }],
				history: { undo: null, redo: null }
			}
		});
		await workspace.documents.undo();
		expect(workspace.selection.fly!.id).toBe(gone.id);
		expect(workspace.documents.find('fly', gone.id)).toEqual(gone);
		// News of the action before it, come late, does not turn the undo list back.
		const late = { undo: 'deleted', redo: null };
		workspace.documents.receive({ snapshotVersion: 'a.1', changes: [], history: late });
		expect(workspace.documents.history.undo).toBeNull();
		workspace.documents.receive({ snapshotVersion: 'a.2', changes: [], history: late });
		expect(workspace.documents.history.undo).toBe('deleted');
	});

	test('a speed that is typed outdates the floats it came from; the zone ends at the surface', async () => {
		const lie = named(was.lies, 'Gauge pool');
		const { strip, selection, documents } = open({ strip: { ...was.strip, lieId: lie.id } });
		server.answers = () => ({ status: 422, body: { message: 'not today' } });
		expect(selection.lie!.body.timed).toBeDefined();
		strip.changeWater({ surfaceSpeed: 0.5 });
		expect(selection.lie!.body).toMatchObject({ surfaceSpeedMs: 0.5 });
		expect(selection.lie!.body.timed).toBeUndefined();
		strip.changeWater({ depth: 0.1 });
		expect(selection.lie!.body).toMatchObject({ depthM: 0.1, zoneTopM: 0.1 });
		await documents.flush();
	});
});

test('a window opens on what is on the strip, and gets the rest page by page', async () => {
	const [first, second] = was.flies as [FlyRow, FlyRow];
	const third: FlyRow = { ...second, id: 'f-third', name: 'A third' };
	const strip = { flyId: second.id, lieId: null, rigId: null };
	const left = ['fly'] as const;
	const { documents, selection } = open({ flies: [second], strip, left } as Partial<Opening>);
	expect(selection.fly).toEqual(second);
	const since: FlyRow = { ...third, id: 'f-since', name: 'Made since' };
	const failing = ['/api/flies?most=500'];
	server.answers = (path) => {
		if (failing.includes(path)) return { status: 503, body: { message: failing.pop() } };
		if (path.includes('after')) return { status: 200, body: [third] };
		// While the first page is on its way another window makes one and deletes one.
		for (const [id, row] of [
			[since.id, since],
			[first.id, null]
		] as const)
			documents.takeOver({ kind: 'fly', id, row });
		return { status: 200, body: [first, second], link: '/api/flies?most=500&after=x' };
	};
	vi.useFakeTimers();
	const entire = documents.want(['fly']);
	await vi.runAllTimersAsync();
	await entire;
	vi.useRealTimers();
	expect(server.asked.map(({ path }) => path)).toEqual([
		'/api/flies?most=500',
		'/api/flies?most=500',
		'/api/flies?most=500&after=x'
	]);
	expect(documents.made('fly')).toEqual([second, third, since]);
	expect(documents.has(['fly'])).toBe(true);
	expect(documents.notice).toBeNull();
});

test('what was missed is asked for of what is here, and no more', async () => {
	const [first, second] = was.flies.slice(0, 2) as [FlyRow, FlyRow];
	const strip = { flyId: second.id, lieId: null, rigId: null };
	const left = ['fly', 'batch', 'entry'] as const;
	const { documents } = open({
		flies: [first, second],
		batches: [],
		entries: [],
		strip,
		left
	} as Partial<Opening>);
	const lot = { ...was.lots[0]!, name: 'Renamed meanwhile' };
	// Of a copy that was restored: an earlier revision.
	const restored = { ...second, revision: second.revision - 1, name: 'As it was' };
	server.answers = (path) => {
		const [, , collection, id] = path.split(/[/?]/);
		if (collection === 'snapshot') {
			return {
				status: 200,
				body: { ...was, flies: [restored], snapshotVersion: 'b.7', trouble: null }
			};
		}
		if (collection === 'lots') return { status: 200, body: [lot] };
		return id === second.id
			? { status: 200, body: restored }
			: { status: 404, body: { message: 'It is not here.' } };
	};
	documents.hello('b.7');
	await vi.waitFor(() => expect(documents.made('fly')).toEqual([restored]));
	expect(server.told.map(({ path }) => path)).toEqual([
		'/api/snapshot?short=1',
		`/api/flies/${first.id}`,
		`/api/flies/${second.id}`,
		'/api/lots?most=500'
	]);
	expect(documents.made('lot')).toEqual([lot]);
	expect(documents.left).toEqual(left);
});

describe('what is learned', () => {
	const about: LearningAnswer = {
		learned: { scores: ['model.friction'], mean: [1], covariance: [[0.5]] },
		judged: [],
		unusable: [],
		origin: 'later',
		observations: 3
	};
	const news = (snapshotVersion: string, kind: 'entry' | 'fly' | 'batch', name: string) => ({
		snapshotVersion,
		history: { undo: null, redo: null },
		changes: [
			{ kind, id: name, row: { ...(kind === 'fly' ? was.flies : was.entries)[0]!, id: name, name } }
		] as never
	});
	beforeEach(() => vi.stubGlobal('location', { pathname: '/' }));

	test('is asked of the server when something was found, once, and said by what it moved', async () => {
		const { documents, learning, parameters, answer } = open();
		server.answers = () => ({ status: 200, body: about });
		documents.receive(news('a.1', 'fly', 'A fly'));
		expect(server.asked).toEqual([]);
		const before = answer.prediction!.speed!.value;
		documents.receive(news('a.2', 'entry', 'On the scale'));
		expect(learning.busy).toBe(true);
		// Another one while the first is asked for: both are in the answer that counts.
		documents.receive(news('a.3', 'entry', 'In the tube'));
		await vi.waitFor(() => expect(learning.busy).toBe(false));
		expect(server.asked.map(({ path }) => path)).toEqual(Array(2).fill('/api/learning?judged=0'));
		expect(parameters.learning.origin).toBe('later');
		expect(answer.prediction!.speed!.value).not.toBe(before);
		expect(learning.changed).toMatch(/cm\/s is now .*, because of “On the scale” and 1 more\.$/);
		expect(documents.notice!.words).toBe(learning.changed);
		// The same is learned: nothing is worked out anew.
		const { learned } = parameters.learning;
		documents.receive(news('a.4', 'entry', 'A note'));
		await vi.waitFor(() => expect(learning.busy).toBe(false));
		expect(parameters.learning.learned).toBe(learned);
		expect(learning.changed).toContain('On the scale');
	});

	test('is said of the fly on the strip, as far as it is known how often that was measured', () => {
		const { parameters, answer, selection, documents } = open({}, null, about);
		const fly = selection.fly!;
		expect(answer.checked).toBe('Learned from 3 entries of your log');
		const { id, revision } = fly;
		parameters.measured = { id, revision, weighed: 1, timed: 2 };
		expect(answer.checked).toBe('This very fly was weighed once and timed 2 times by you');
		parameters.measured = { id, revision, weighed: 0, timed: 0 };
		expect(answer.checked).toMatch(/this fly was never weighed or timed$/);
		// What is shown is not what is kept.
		documents.saving = true;
		expect(answer.checked).toBe('Learned from 3 entries of your log');
		parameters.learning = NOTHING_LEARNED;
		expect(answer.checked).toBe('Not yet checked against your own flies');
	});

	test('that a page did not wait for is fetched, and said until it is there', async () => {
		const { learning, parameters, documents } = open({}, null, null);
		server.answers = () => ({ status: 200, body: about });
		expect(parameters.learning).toEqual(NOTHING_LEARNED);
		const caughtUp = learning.catchUp();
		expect(learning.busy).toBe(true);
		expect(documents.notice!.words).toMatch(/^Learning from what you weighed.*those of the tables/);
		await caughtUp;
		expect(parameters.learning.origin).toBe('later');
		expect(learning.busy).toBe(false);
		// No entry moved anything: it was so all along.
		expect(documents.notice).toBe(null);
		server.answers = () => ({ status: 500, body: { message: 'No.' } });
		const before = parameters.learning;
		await learning.catchUp();
		expect(parameters.learning).toBe(before);
		expect(documents.notice!.words).toContain('those of the tables');
	});

	test('with how each entry goes with it is fetched for the view that shows it', async () => {
		const { learning, parameters } = open({}, null, about);
		server.answers = () => ({ status: 200, body: { ...about, unusable: ['entry:one'] } });
		const end = learning.judge();
		await vi.waitFor(() => expect(parameters.learning.unusable).toEqual(['entry:one']));
		expect(server.asked.map(({ path }) => path)).toEqual(['/api/learning?judged=1']);
		end();
	});
});

test('two rivers become one by one action, of the lies as they are by then; a new one takes its lie along', async () => {
	const river = was.rivers[0]!;
	const other = { ...river, id: 'r-other', name: 'Other beck' };
	const lies = was.lies.map((lie) => ({ ...lie, riverId: river.id }));
	expect(lies.length).toBeGreaterThan(1);
	const { documents } = open({ rivers: [river, other], lies });
	server.answers = () => ({
		status: 200,
		body: { snapshotVersion: 'a.1', changes: [], history: documents.history }
	});
	expect(await joinRivers(documents, river, other)).toBe(true);
	expect(server.asked.map(({ path }) => path)).toEqual(['/api/actions']);
	expect(server.asked[0]!.body).toEqual({
		label: `${river.name} joined with Other beck`,
		changes: [
			...byName(lies).map(({ id, revision, name, body }) => ({
				kind: 'lie',
				id,
				revision,
				document: { name, body, riverId: 'r-other' }
			})),
			{ kind: 'river', id: river.id, revision: river.revision }
		]
	});
	expect(documents.notice!.words).toBe(`“${river.name}” is now part of “Other beck”.`);

	server.asked = [];
	await newRiverFor(documents, lies[0]!);
	const [made, moved] = (server.asked[0]!.body as { changes: ActionChange[] }).changes;
	expect(made).toMatchObject({
		kind: 'river',
		document: { name: 'New river', body: { temperatureC: river.body.temperatureC } }
	});
	expect(moved).toMatchObject({ id: lies[0]!.id, document: { riverId: made!.id } });
});

describe('an action', () => {
	test('is planned anew of the documents as they are: what another window entered meanwhile stays', async () => {
		const lot = was.lots[0]!;
		const { documents, stock } = open();
		const entry = { on: '2026-03-01', kind: 'bought', amount: 7 } as const;
		const theirs = {
			...lot,
			revision: lot.revision + 1,
			body: { ...lot.body, entries: [...lot.body.entries, { ...entry, amount: 3 }] }
		};
		server.answers = () =>
			server.told.length === 1
				? { status: 409, body: { message: 'changed', change: 0, current: theirs } }
				: {
						status: 200,
						body: { snapshotVersion: 'a.1', changes: [], history: documents.history }
					};
		stock.enter(lot.id, 'bought 7', () => entry);
		await vi.waitFor(() => expect(server.told).toHaveLength(2));
		const [change] = (server.told[1]!.body as { changes: ActionChange[] }).changes;
		expect(change!.revision).toBe(theirs.revision);
		const { entries } = (change!.document as { body: LotBodyDocument }).body;
		expect(entries.slice(-2).map(({ amount }) => amount)).toEqual([3, 7]);
	});

	test('is shown at once, and a change made meanwhile goes on from it', async () => {
		const lot = was.lots[0]!;
		const { documents, stock } = open();
		const entry = { on: '2026-03-01', kind: 'bought', amount: 7 } as const;
		const [entered, changed] = [lot.revision + 1, lot.revision + 2];
		server.answers = (path) => {
			const now = documents.find('lot', lot.id)!;
			if (path !== '/api/actions') {
				const change = { kind: 'lot', id: lot.id, row: { ...now, revision: changed } };
				return {
					status: 200,
					body: { snapshotVersion: 'a.2', changes: [change], history: documents.history }
				};
			}
			// The ledger shows it before the answer; "low at" is set meanwhile.
			expect(now.body.entries.at(-1)).toEqual(entry);
			documents.change({ ...now, body: { ...now.body, lowAt: 3 } });
			const row = { ...now, revision: entered };
			const change = { kind: 'lot', id: lot.id, row };
			return {
				status: 200,
				body: { snapshotVersion: 'a.1', changes: [change], history: documents.history }
			};
		};
		stock.enter(lot.id, 'bought 7', () => entry);
		await vi.waitFor(() => expect(server.told).toHaveLength(2));
		// No conflict with one's own entry: it is a change of what that made.
		expect(server.told[1]).toMatchObject({ method: 'PUT', body: { revision: entered } });
		await vi.waitFor(() => expect(documents.find('lot', lot.id)!.revision).toBe(changed));
		expect(documents.find('lot', lot.id)!.body).toMatchObject({
			lowAt: 3,
			entries: [...lot.body.entries, entry]
		});
	});

	test('that fails is not shown any more', async () => {
		const lot = was.lots[0]!;
		const { documents, stock } = open();
		server.answers = () => ({ status: 503, body: { message: 'Starting.' } });
		stock.enter(lot.id, 'used 1', () => ({ on: '2026-03-01', kind: 'used', amount: 1 }));
		await vi.waitFor(() => expect(documents.notice!.words).toBe('Starting.'));
		expect(documents.find('lot', lot.id)).toEqual(lot);
	});
});
