/**
 * Exact conversion factors to SI. The inch, the foot and the grain are exact by the
 * international yard and pound agreement of 1959.
 */
export const MILLIMETRE = 1e-3;
export const CENTIMETRE = 1e-2;
export const INCH = 0.0254;
export const THOUSANDTH_OF_AN_INCH = INCH / 1000;
export const FOOT = 12 * INCH;
export const GRAM = 1e-3;
export const GRAIN = 64.79891e-6;

/** Fahrenheit to degrees Celsius, exact by definition. */
export function celsiusFromFahrenheit(fahrenheit: number): number {
	return (fahrenheit - 32) / 1.8;
}

/** The inverse of it. */
export function fahrenheitFromCelsius(celsius: number): number {
	return celsius * 1.8 + 32;
}
