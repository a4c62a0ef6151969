import { math } from '../quantity/index';
/** Fresh water as the sink sees it. */
export interface Fluid {
	/** kg/m³ */
	readonly density: number;
	/** Dynamic viscosity, Pa s. */
	readonly viscosity: number;
}

/**
 * Density of air-free water at one atmosphere.
 *
 * @param celsius temperature, 0 to 100 °C
 * @returns kg/m³
 * Source: Kell (1975), J. Chem. Eng. Data 20, 97.
 */
export function waterDensity(celsius: number): number {
	const t = celsius;
	const numerator =
		999.83952 +
		t *
			(16.945176 +
				t * (-7.9870401e-3 + t * (-46.170461e-6 + t * (105.56302e-9 - t * 280.54253e-12))));
	return numerator / (1 + 16.87985e-3 * t);
}

/**
 * Dynamic viscosity of water at 0.1 MPa.
 *
 * @param celsius temperature, 0 to 100 °C
 * @returns Pa s
 * Source: IAPWS SR6-08(2011), table 3.
 */
export function waterViscosity(celsius: number): number {
	const reduced = (celsius + 273.15) / 300;
	return (
		1e-6 *
		(280.68 * math.pow(reduced, -1.9) +
			511.45 * math.pow(reduced, -7.7) +
			61.131 * math.pow(reduced, -19.6) +
			0.45903 * math.pow(reduced, -40))
	);
}

/** Density and viscosity together. @param celsius 0 to 100 °C */
export function fluidAt(celsius: number): Fluid {
	return { density: waterDensity(celsius), viscosity: waterViscosity(celsius) };
}
