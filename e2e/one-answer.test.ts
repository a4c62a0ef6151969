import type { Snapshot } from '../src/lib/api/answers';
import { choose, expect, test } from './server';

test.use({ onRig: true });

// Browser and server each with its own engine: the same drifts, the same hand, the same digits.
test('six cells: the page has the chance that the API has, to the last digit', async ({
	bench
}) => {
	const at = (path: string) => new URL(path, bench.url());
	const snapshot = (await (await fetch(at('/api/snapshot'))).json()) as Snapshot;
	const named = <Row extends { name: string }>(rows: readonly Row[], name: string) =>
		rows.find((row) => row.name === name)!;
	const title = bench.getByTestId('title');
	for (const rig of ['Long arm', 'Cork drop']) {
		await choose(bench, 'r', rig);
		for (const [fly, lie] of [
			['Rustneck Jig', 'Footbridge run'],
			['Old Dun Nymph', 'Shingle riffle'],
			['Slate Plunger', 'Broken teeth pockets']
		] as const) {
			await choose(bench, 'f', fly);
			await choose(bench, 'w', lie);
			await expect(title).toHaveAttribute('data-drifts', '150');
			const request = {
				fly: named(snapshot.flies, fly),
				lie: named(snapshot.lies, lie),
				rig: named(snapshot.rigs, rig),
				drifts: 150
			};
			const answer = await fetch(at('/api/predict'), {
				method: 'POST',
				headers: { 'content-type': 'application/json' },
				body: JSON.stringify(request)
			});
			const { chance, drift } = (await answer.json()) as {
				chance: number;
				drift: { hand: { value: number }[] };
			};
			const shown = Number(await title.getAttribute('data-chance'));
			expect(Number(shown.toPrecision(6)), `${fly}, ${rig}, ${lie}`).toBe(chance);
			const held = await bench.getByTestId('hand').first().innerText();
			expect(parseFloat(/[\d.]+/.exec(held)![0])).toBe(drift.hand[0]!.value);
		}
	}
});
