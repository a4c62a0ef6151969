import { afterAll, expect, test, vi } from 'vitest';
import { prior, valuesAt } from '../parameter/index';
import { compileFly, starterRecipe } from '../fly/index';
import { compileLine, starterRig } from '../rig/index';
import { settle, towed } from '../sink/index';
import { compileColumn, fluidAt } from '../water/index';
import { noEddies } from './eddies';
import { ROUGH } from './index';
import { Trace, traced, type TracedWay } from './trace';

afterAll(() => vi.unstubAllGlobals());

test('where there is no WebAssembly all the same drifts are followed, by the plain reference', async () => {
	// Asked for once, before the first drift.
	vi.stubGlobal('WebAssembly', undefined);
	vi.resetModules();
	const { followed } = await import('./follow');
	const median = valuesAt(prior);
	const { body } = compileFly(starterRecipe, median);
	const fly = towed(body, fluidAt(8), median, settle(body, fluidAt(8), median));
	const lie = { depth: 0.8, surfaceSpeed: 0.7, bed: 'cobble', zoneTop: 0.2 } as const;
	const way = (longest: number): TracedWay => ({
		flies: [{ fly, above: 0 }],
		column: compileColumn(lie, 8, median),
		eddies: noEddies,
		line: compileLine(starterRig),
		fineness: ROUGH,
		longest,
		look: () => false
	});
	const ended = [...followed([way(0.45), way(0.95)])];
	expect(ended.map(({ time }) => time)).toEqual([expect.closeTo(0.5, 9), expect.closeTo(1, 9)]);
	expect(ended[1]!.state).toEqual(traced(new Trace(way(0.95))).state);
});
