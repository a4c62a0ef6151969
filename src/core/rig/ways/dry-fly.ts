import { math } from '../../quantity/index';
import { ball, onFloat } from './floating';
import { wayOf } from './way';

/** A dry fly that carries so much: as a ball of this density, kg/m³, its size comes out (our estimate). */
const DRY_FLY_DENSITY = 300;

/** The fly hangs below a dry fly, which drifts. */
export const dryFly = wayOf({
	words: 'below a dry fly',
	parts: ['carries'],
	floats: { name: 'dry fly', part: 'carries', more: 'more buoyant dry fly' },
	...onFloat,
	numbers: ['carries'],
	top({ carries }) {
		const volume = carries / (1000 - DRY_FLY_DENSITY);
		return ball(math.cbrt((6 * volume) / Math.PI), DRY_FLY_DENSITY);
	}
});
