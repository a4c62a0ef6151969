import { rigChange, starterRig, withWay } from '$core/rig/index';
import { exampleId, type Definition } from '../definition';
import { rigFromDocument, rigToDocument } from './body';
import { RigBodyRequest } from './validation';

const body = rigToDocument(starterRig);
const float = rigToDocument(withWay(starterRig, 'float'));

export const rig: Definition<'rig'> = {
	body: RigBodyRequest,
	title: 'A rig',
	told: (a, b) => rigChange(rigFromDocument(a), rigFromDocument(b)),
	examples: {
		id: exampleId('05'),
		first: { name: 'Long tippet', body },
		second: { name: 'Long tippet', body: float },
		wrong: { name: 'Long tippet', body: { ...float, floatMm: 0 } }
	}
};
