import type { LineTop } from '../../body/index';
import { GRAVITY } from '../../material/index';
import { math } from '../../quantity/index';

/** A floating ball, its lift in water of 1000 kg/m³. @param density kg/m³ */
export function ball(diameter: number, density: number): LineTop {
	const volume = (Math.PI / 6) * math.cube(diameter);
	const lift = (1000 - density) * volume * GRAVITY;
	return { kind: 'float', diameter, mass: density * volume, lift };
}
