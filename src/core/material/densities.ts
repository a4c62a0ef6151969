/** A material's density with where it comes from. */
export interface Material {
	readonly name: string;
	/** kg/m³ */
	readonly density: number;
	readonly source: string;
}

/** ASTM B777 tungsten heavy alloys: nominal densities of classes 1 to 4, kg/m³. */
export const TUNGSTEN_ALLOY_CLASSES = [17000, 17500, 18000, 18500] as const;

export const materials = {
	tungsten: {
		name: 'tungsten',
		density: TUNGSTEN_ALLOY_CLASSES[1],
		source: 'ASTM B777 class 2; beads are heavy alloy, seldom the class that is claimed'
	},
	brass: { name: 'brass', density: 8490, source: 'free-cutting brass C36000 (20 °C)' },
	lead: { name: 'lead', density: 11340, source: 'element, 20 °C' },
	leadFree: {
		name: 'lead-free',
		density: 8000,
		source: 'tin-bismuth wire runs from 7300 to 8700, unknown per spool'
	},
	steel: { name: 'steel', density: 7850, source: 'carbon steel' },
	keratin: { name: 'fur and feather', density: 1300, source: 'keratin, about 1.3 g/cm³' }
} as const satisfies Record<string, Material>;

export type MaterialKey = keyof typeof materials;

/** Gravity at the earth's surface, m/s² (standard, CGPM 1901). */
export const GRAVITY = 9.80665;

/** Fibres of a hackle or fur: our estimate. Young's modulus in Pa, diameter in metres. */
export const fibre = { youngModulus: 3e9, diameter: 40e-6, source: 'our estimate' } as const;
