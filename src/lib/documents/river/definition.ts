import { exampleId, type Definition } from '../definition';
import { RiverBodyRequest } from './validation';

export const RIVER_EXAMPLE = exampleId('02');

export const river: Definition<'river'> = {
	body: RiverBodyRequest,
	title: 'A river with its lies',
	examples: {
		id: RIVER_EXAMPLE,
		first: { name: 'Upper Sill', body: { temperatureC: 9 } },
		second: { name: 'Upper Sill', body: { temperatureC: 11 } },
		wrong: { name: 'Upper Sill', body: { temperatureC: 90 } }
	}
};
