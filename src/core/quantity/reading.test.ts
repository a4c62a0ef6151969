import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
	approachField,
	beadDiameterField,
	coilWireField,
	depthField,
	normalProbability,
	readHookSize,
	readQuantity,
	readXStep,
	runField,
	speedField,
	temperatureField,
	turnsField,
	zoneField,
	type QuantityField
} from './index';

const value = (text: string, field: QuantityField) => {
	const reading = readQuantity(text, field);
	return reading.kind === 'value' ? reading.value : reading;
};

describe('sizes as tiers write them', () => {
	// The inch is 25.4 mm exactly (international yard and pound agreement, 1959).
	test.each([
		['2.8', 2.8e-3],
		['2,8', 2.8e-3],
		[' 2.8 MM ', 2.8e-3],
		['.110"', 2.794e-3],
		['0.110 in', 2.794e-3],
		['110 thou', 2.794e-3]
	])('bead %s is measured', (text, metres) => {
		expect(value(text, beadDiameterField)).toBeCloseTo(metres, 9);
	});

	// domain.md section 3: trade sizes name a nominal millimetre.
	test.each([
		['5/64', 2.0],
		['3/32"', 2.4],
		['7/64 in', 2.8],
		['1/8', 3.2],
		['5/32', 4.0],
		['3/16', 4.8]
	])('bead %s is the trade size', (text, mm) => {
		expect(value(text, beadDiameterField)).toBeCloseTo(mm * 1e-3, 9);
	});

	test.each(['15', '.015', '0.015', '15 thou', '.015"', '0,381 mm'])('coil wire %s', (text) => {
		expect(value(text, coilWireField)).toBeCloseTo(0.381e-3, 9);
	});

	test.each<[string, QuantityField, number]>([
		['90 cm', depthField, 0.9],
		['3 ft', depthField, 0.9144],
		["3'", depthField, 0.9144],
		['2 1/2 ft', depthField, 0.762],
		['70 cm/s', speedField, 0.7],
		['20', zoneField, 0.2],
		['8 in', zoneField, 0.2032],
		['46.4 F', temperatureField, 8],
		['10 ft', approachField, 3.048],
		['6', turnsField, 6],
		['3 ft 6', depthField, 1.0668],
		[`3' 6"`, depthField, 1.0668],
		['1 m 20', depthField, 1.2],
		['3 m in 5 s', speedField, 0.6],
		['10 ft / 4', speedField, 0.762],
		['3 ft 6 in 4 s', speedField, 0.2667],
		['15 thousandths', coilWireField, 0.381e-3],
		['0.9 meters', depthField, 0.9],
		['90 centimetres', depthField, 0.9],
		['2.8 millimeters', beadDiameterField, 2.8e-3],
		['4.2 seconds', runField, 4.2]
	])('%s', (text, field, si) => expect(value(text, field)).toBeCloseTo(si, 9));

	test.each([
		['14', 14],
		['#14', 14],
		['size 14', 14]
	])('hook size %s', (text, size) =>
		expect(readHookSize(text)).toEqual({ kind: 'value', value: size })
	);

	test.each([
		['2X long', 'length', 2],
		['1xs', 'length', -1],
		['heavy', 'wire', 1],
		['1X fine', 'wire', -1],
		['standard', 'wire', 0]
	] as const)('%s', (text, kind, step) =>
		expect(readXStep(text, kind)).toEqual({ kind: 'value', value: step })
	);
});

describe('the likely slip is asked about, never silently taken', () => {
	test.each<[string, QuantityField, number, boolean]>([
		['0.15', coilWireField, 0.381e-3, false],
		['.15"', coilWireField, 0.381e-3, false],
		['150', coilWireField, 0.381e-3, false],
		['1 1/8', beadDiameterField, 3.2e-3, false],
		['28', beadDiameterField, 2.8e-3, false],
		['.11', beadDiameterField, 2.794e-3, false],
		['90', depthField, 0.9, false],
		['30', turnsField, 3, true],
		['-3', turnsField, 3, false]
	])('%s', (text, field, likely, literalExists) => {
		const reading = readQuantity(text, field);
		expect(reading.kind).toBe('question');
		if (reading.kind !== 'question') return;
		expect(reading.likely.value).toBeCloseTo(likely, 8);
		expect(reading.literal !== null).toBe(literalExists);
		expect(reading.question).toContain(field.name);
	});

	test.each<[string, QuantityField]>([
		['', beadDiameterField],
		['NaN', beadDiameterField],
		['1e400', beadDiameterField],
		['3/0', beadDiameterField],
		['2.8 kg', beadDiameterField],
		['1,234.5', beadDiameterField],
		['2.5', turnsField],
		['__proto__', coilWireField],
		['2 constructor', coilWireField],
		['-400', temperatureField],
		['3 m in 0 s', speedField],
		['3 kg in 5 s', speedField]
	])('%s is wrong, in words that name the field', (text, field) => {
		const reading = readQuantity(text, field);
		expect(reading.kind === 'wrong' && reading.message.startsWith(field.name)).toBe(true);
	});

	test('hook sizes and X steps outside their range', () => {
		expect(readHookSize('140')).toMatchObject({ kind: 'question', likely: { value: 14 } });
		expect(readHookSize('-4')).toMatchObject({ kind: 'wrong', code: 'out-of-range' });
		expect(readHookSize('14.5')).toMatchObject({ kind: 'wrong' });
		expect(readXStep('9X long', 'length')).toMatchObject({ kind: 'wrong', code: 'out-of-range' });
		expect(readXStep('2X heavy', 'length')).toMatchObject({ kind: 'wrong' });
	});

	test('what a field shows, it reads back; and nothing makes it throw', () => {
		for (const field of [beadDiameterField, coilWireField, depthField, zoneField]) {
			const [min, max] = field.usual;
			fc.assert(
				fc.property(fc.double({ min, max, noNaN: true }), (si) => {
					const read = value(field.show(si), field);
					expect(typeof read === 'number' && field.show(read)).toBe(field.show(si));
				})
			);
			fc.assert(fc.property(fc.string(), (text) => void readQuantity(text, field)));
		}
	});
});

test('the normal distribution function', () => {
	// Standard tables (any statistics handbook): Φ(1) = 0.841345, Φ(1.96) = 0.975002.
	expect(normalProbability(0)).toBeCloseTo(0.5, 6);
	expect(normalProbability(1)).toBeCloseTo(0.841345, 6);
	expect(normalProbability(-1.96)).toBeCloseTo(1 - 0.975002, 6);
});
