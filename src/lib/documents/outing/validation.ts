import { Id, Ids, IsoDate, Quantity, Text } from '$lib/contract/fields';
import { flowField, temperatureField } from '$core/quantity/index';
import { MOST_LIES, MOST_RIGS } from './body';

export class OutingBodyRequest {
	@IsoDate('The day') on!: string;
	@Id('The river (riverId) must be the id of a river.') riverId!: string;
	@Ids('The lies', MOST_LIES) lieIds!: string[];
	@Ids('The rigs', MOST_RIGS) rigIds!: string[];
	@Quantity({ ...flowField, name: 'The flow that is expected' }, 1, true) flowM3s?: number;
	@Quantity(temperatureField, 1, true) temperatureC?: number;
	@Text('The notes', 2000) notes?: string;
}
