import { exponentField, flowField, temperatureField } from '$core/quantity/index';
import { Quantity } from '$lib/contract/fields';

export class RiverBodyRequest {
	@Quantity(temperatureField) temperatureC!: number;
	@Quantity(flowField, 1, true) flowM3s?: number;
	@Quantity({ ...exponentField, name: 'Depth’s exponent' }, 1, true) depthExponent?: number;
	@Quantity({ ...exponentField, name: 'Speed’s exponent' }, 1, true) speedExponent?: number;
}
