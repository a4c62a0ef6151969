import { flowField, temperatureField } from '$core/quantity/index';
import { exampleId, type Definition } from '../definition';
import { shownChange, type Difference } from '../difference';
import { RIVER_EXAMPLE } from '../river/definition';
import type { OutingBodyDocument } from './body';
import { OutingBodyRequest } from './validation';

function outingChange(a: OutingBodyDocument, b: OutingBodyDocument): Difference {
	const flow = ({ flowM3s }: OutingBodyDocument) =>
		flowM3s === undefined ? 'the river’s' : flowField.show(flowM3s);
	const water = ({ temperatureC }: OutingBodyDocument) =>
		temperatureC === undefined ? 'the river’s' : temperatureField.show(temperatureC);
	const moved = (name: string, before: readonly string[], after: readonly string[]) =>
		[
			name,
			String(before.length),
			before.length === after.length && before.join() !== after.join()
				? `${after.length} others, or in another order`
				: String(after.length)
		] as const;
	return shownChange([
		['day', a.on, b.on],
		['river', a.riverId, b.riverId === a.riverId ? a.riverId : 'another'],
		moved('lies', a.lieIds, b.lieIds),
		moved('rigs', a.rigIds, b.rigIds),
		['flow', flow(a), flow(b)],
		['water', water(a), water(b)],
		['notes', a.notes ?? '', b.notes ?? '']
	]);
}

const body = {
	on: '2026-04-18',
	riverId: RIVER_EXAMPLE,
	lieIds: [exampleId('03')],
	rigIds: [exampleId('05')],
	flowM3s: 3.2
};

export const outing: Definition<'outing'> = {
	body: OutingBodyRequest,
	title: 'An outing with its lies and rigs',
	told: outingChange,
	examples: {
		id: exampleId('09'),
		first: { name: 'Opening week', body },
		second: { name: 'Opening week', body: { ...body, temperatureC: 7 } },
		// The same lie twice.
		wrong: {
			name: 'Opening week',
			body: { ...body, lieIds: [exampleId('03'), exampleId('03')] }
		}
	}
};
