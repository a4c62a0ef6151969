import { flowField, temperatureField } from '$core/quantity/index';
import { exampleId, type Definition } from '../definition';
import { shownChange, type Difference } from '../difference';
import type { RiverBodyDocument } from './body';
import { RiverBodyRequest } from './validation';

export const RIVER_EXAMPLE = exampleId('02');

function riverChange(a: RiverBodyDocument, b: RiverBodyDocument): Difference {
	const flow = ({ flowM3s }: RiverBodyDocument) =>
		flowM3s === undefined ? 'not said' : flowField.show(flowM3s);
	return shownChange([
		['water', temperatureField.show(a.temperatureC), temperatureField.show(b.temperatureC)],
		['flow', flow(a), flow(b)],
		['depth’s exponent', String(a.depthExponent ?? 'usual'), String(b.depthExponent ?? 'usual')],
		['speed’s exponent', String(a.speedExponent ?? 'usual'), String(b.speedExponent ?? 'usual')]
	]);
}

export const river: Definition<'river'> = {
	body: RiverBodyRequest,
	title: 'A river with its lies',
	told: riverChange,
	examples: {
		id: RIVER_EXAMPLE,
		first: { name: 'Upper Sill', body: { temperatureC: 9 } },
		second: { name: 'Upper Sill', body: { temperatureC: 11 } },
		wrong: { name: 'Upper Sill', body: { temperatureC: 90 } }
	}
};
