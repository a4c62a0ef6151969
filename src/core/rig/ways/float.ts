import { materials } from '../../material/index';
import { ball, onFloat } from './floating';
import type { WayDefinition } from './way';

/** The fly hangs below a float, which drifts. */
export const float = {
	words: 'under a float',
	floats: { name: 'float', part: 'float', more: 'larger float' },
	...onFloat,
	numbers: ['float'],
	top: ({ float }) => ball(float, materials.cork.density)
} as const satisfies WayDefinition;
