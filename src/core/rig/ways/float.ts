import { materials } from '../../material/index';
import { ball, onFloat } from './floating';
import { wayOf } from './way';

/** The fly hangs below a float, which drifts. */
export const float = wayOf({
	words: 'under a float',
	parts: ['float'],
	floats: { name: 'float', part: 'float', more: 'larger float' },
	...onFloat,
	numbers: ['float'],
	top: ({ float }) => ball(float, materials.cork.density)
});
