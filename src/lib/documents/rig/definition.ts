import { rigChange, starterRig } from '$core/rig/index';
import { exampleId, type Definition } from '../definition';
import { rigFromDocument, rigToDocument } from './body';
import { RigBodyRequest } from './validation';

const body = rigToDocument(starterRig);

export const rig: Definition<'rig'> = {
	body: RigBodyRequest,
	title: 'A rig',
	told: (a, b) => rigChange(rigFromDocument(a), rigFromDocument(b)),
	examples: {
		id: exampleId('05'),
		first: { name: 'Long tippet', body },
		second: { name: 'Long tippet', body: { ...body, way: 'float' } },
		wrong: { name: 'Long tippet', body: { ...body, floatMm: 0 } }
	}
};
