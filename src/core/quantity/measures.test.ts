import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
	beadDiameterField,
	coilWireField,
	depthField,
	dropField,
	flowField,
	hookWireField,
	inUnits,
	massField,
	METRIC,
	priceWords,
	readQuantity,
	retrieveField,
	shown,
	shownUnits,
	speedField,
	temperatureField,
	zoneField,
	type QuantityField,
	type ShownUnits
} from './index';

const INCHES: ShownUnits = {
	length: 'in',
	mass: 'gr',
	speed: 'ft/s',
	temperature: '°F',
	currency: '$'
};
const fields = [
	beadDiameterField,
	coilWireField,
	depthField,
	dropField,
	flowField,
	hookWireField,
	massField,
	retrieveField,
	speedField,
	temperatureField,
	zoneField
];

// The inch is 25.4 mm and the grain 64.79891 mg exactly (international yard and pound agreement, 1959).
test.each([
	['a mark', () => shown.small.words(25.4e-3, 1), '1 in'],
	['a wire, without its nought', () => shown.small.words(0.508e-3, 2), '.02 in'],
	['a trade bead by its fraction', () => beadDiameterField.show(2.8e-3), '7/64 in'],
	['a zone', () => zoneField.show(0.2032), '8 in'],
	['a depth', () => depthField.show(0.9144), '3 ft'],
	['a sink rate', () => shown.sink.words(0.508, 0), '1.67 ft/s'],
	['a current', () => shown.current.words(0.3048, 2), '1 ft/s'],
	['a weight', () => shown.mass.words(64.79891e-6, 3), '1 gr'],
	['a temperature', () => temperatureField.show(10), '50 °F'],
	['a flow', () => flowField.show(2.8316846592), '100 ft³/s'],
	['depth by speed, for who wades', () => shown.wading.words(0.9290304, 2), '10 ft²/s'],
	['a price', () => priceWords(0.4), '$0.40']
])('in inches: %s', (_, say, words) => expect(inUnits(INCHES, say)).toBe(words));

describe('a field in the units that were chosen', () => {
	test('takes a bare number as one of the unit that it shows', () => {
		const bare = (text: string, field: QuantityField) =>
			inUnits(INCHES, () => readQuantity(text, field));
		const near = (value: number): unknown => ({ kind: 'value', value: expect.closeTo(value, 9) });
		expect(bare('3', depthField)).toEqual(near(0.9144));
		expect(bare('8', zoneField)).toEqual(near(0.2032));
		expect(bare('50', temperatureField)).toEqual(near(10));
		// What is meant in millimetres is asked about, not taken for inches.
		expect(bare('2.8', beadDiameterField)).toMatchObject({
			kind: 'question',
			likely: { value: 2.8e-3, words: '7/64 in' }
		});
	});

	test('reads back what it shows, to the last figure and at both ends', () => {
		for (const units of [METRIC, INCHES, { ...INCHES, speed: 'in/s' as const }]) {
			for (const field of fields) {
				const [low, high] = field.possible;
				const within = fc.double({ min: 0, max: 1, noNaN: true });
				fc.assert(
					fc.property(fc.oneof(within, fc.constantFrom(0, 1)), (share) => {
						inUnits(units, () => {
							const words = field.show(low + share * (high - low));
							const reading = readQuantity(words, field);
							const value =
								reading.kind === 'value'
									? reading.value
									: reading.kind === 'question'
										? reading.literal?.value
										: undefined;
							expect(value, `${field.name}: ${words}`).toBeDefined();
							expect(field.show(value!)).toBe(words);
						});
					}),
					{ numRuns: 60 }
				);
			}
		}
	});

	test('what is chosen for a while is given back, also where that throws', () => {
		expect(() =>
			inUnits(INCHES, () => {
				throw new Error('broken');
			})
		).toThrow('broken');
		expect(shownUnits()).toEqual(METRIC);
	});
});
