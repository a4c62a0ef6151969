import { starterRig } from '$core/rig/index';
import { exampleId, type Definition } from '../definition';
import { rigToDocument } from './body';
import { RigBodyRequest } from './validation';

const body = rigToDocument(starterRig);

export const rig: Definition<'rig'> = {
	body: RigBodyRequest,
	title: 'A rig',
	examples: {
		id: exampleId('05'),
		first: { name: 'Long tippet', body },
		second: { name: 'Long tippet', body: { ...body, way: 'float' } },
		wrong: { name: 'Long tippet', body: { ...body, floatMm: 0 } }
	}
};
