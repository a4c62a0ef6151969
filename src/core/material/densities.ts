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
	copper: { name: 'copper', density: 8960, source: 'element, 20 °C' },
	glass: { name: 'glass', density: 2500, source: 'soda-lime glass, about 2.5 g/cm³' },
	rayon: { name: 'rayon', density: 1500, source: 'viscose, 1.5 g/cm³' },
	polyester: { name: 'polyester', density: 1380, source: 'PET, 1.38 g/cm³' },
	nylon: { name: 'nylon', density: 1140, source: 'polyamide, 1.14 g/cm³' },
	fluorocarbon: { name: 'fluorocarbon', density: 1780, source: 'PVDF, 1.78 g/cm³' },
	cork: { name: 'cork', density: 240, source: 'cork, varnished, about 0.24 g/cm³ (memory)' },
	vinyl: { name: 'vinyl', density: 1250, source: 'soft PVC, 1.2–1.3 g/cm³ (memory)' },
	foam: { name: 'foam', density: 110, source: 'closed-cell foam, cells included (our estimate)' },
	rubber: { name: 'rubber', density: 980, source: 'silicone and latex, about 1 g/cm³ (memory)' },
	glue: { name: 'glue', density: 1100, source: 'cured cyanoacrylate, about 1.1 g/cm³ (memory)' },
	resin: { name: 'resin', density: 1150, source: 'cured acrylic resin, 1.1–1.2 g/cm³' },
	lacquer: { name: 'lacquer', density: 1200, source: 'dried lacquer, about 1.2 g/cm³ (memory)' },
	keratin: { name: 'fur and feather', density: 1300, source: 'keratin, about 1.3 g/cm³' }
} as const satisfies Record<string, Material>;

/** Gravity at the earth's surface, m/s² (standard, CGPM 1901). */
export const GRAVITY = 9.80665;

/** Fibres of a hackle or fur: our estimate. Young's modulus in Pa, diameter in metres. */
export const fibre = { youngModulus: 3e9, diameter: 40e-6, source: 'our estimate' } as const;
