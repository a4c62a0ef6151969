import { materials } from '../../material/index';

/**
 * What is left of one drop when it has dried, m³ on a size 14 (our estimate); tiers use smaller drops on smaller
 * hooks, so it goes with the square of the gape.
 */
export const drops = {
	glue: { volume: 0.3e-9, density: materials.glue.density },
	resin: { volume: 0.8e-9, density: materials.resin.density },
	lacquer: { volume: 0.4e-9, density: materials.lacquer.density },
	gape: 4e-3
} as const;
