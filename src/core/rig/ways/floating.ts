import type { LineTop } from '../../body/index';
import { GRAVITY } from '../../material/index';
import { math } from '../../quantity/index';
import type { WayDefinition } from './way';

/** Of every way on which the fly hangs below something that floats. */
export const onFloat = {
	held: ['hangs'],
	found: ['hangs'],
	led: false,
	asks: 'drift',
	late: 'room',
	landing: 'slack'
} as const satisfies Partial<WayDefinition>;

/** A floating ball, its lift in water of 1000 kg/m³. @param density kg/m³ */
export function ball(diameter: number, density: number): LineTop {
	const volume = (Math.PI / 6) * math.cube(diameter);
	const lift = (1000 - density) * volume * GRAVITY;
	return { kind: 'float', diameter, mass: density * volume, lift };
}
