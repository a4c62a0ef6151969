import { lieChange } from '$core/water/index';
import { exampleId, type Definition } from '../definition';
import { RIVER_EXAMPLE } from '../river/definition';
import { lieFromDocument } from './body';
import { LieBodyRequest } from './validation';

/** A lie in which all is said. */
export const lieExample = {
	depthM: 0.9,
	surfaceSpeedMs: 0.7,
	bed: 'cobble',
	zoneTopM: 0.15,
	approachM: 2.5,
	holdM: 2,
	depthFrom: 'measured',
	timed: { overM: 3, runsS: [4.1, 4.4, 4.3] }
};

export const lie: Definition<'lie'> = {
	body: LieBodyRequest,
	title: 'A lie with its river',
	told: (a, b) => lieChange(lieFromDocument(a), lieFromDocument(b)),
	examples: {
		id: exampleId('03'),
		first: { name: 'Gauge pool', riverId: RIVER_EXAMPLE, body: lieExample },
		second: { name: 'Gauge pool', riverId: RIVER_EXAMPLE, body: { ...lieExample, depthM: 1.2 } },
		// A river that is not there.
		wrong: { name: 'Gauge pool', riverId: exampleId('ff'), body: lieExample }
	}
};
