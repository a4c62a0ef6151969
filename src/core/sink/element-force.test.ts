import { describe, expect, test } from 'vitest';
import {
	BASE,
	BEHIND_BODY,
	BY_BEAD,
	FIBRES,
	SHOULDER,
	SPHERE,
	STRIP,
	TRAIL,
	WIRE,
	type DragElements
} from '../body/index';
import { fluidAt } from '../water/index';
import type { DragFactors } from './drag-factors';
import { noPull, packed, pullOnRows } from './element-force';
import { cylinderDrag, cylinderDragTabled, finiteLength, sphereDrag } from './index';
import { lone } from './lone.testing';

const water = fluidAt(20);
const plain: DragFactors = {
	beadWake: 1,
	eyeShelter: 1,
	ringShelter: 1,
	bendShelter: 1,
	crossFlow: 1,
	friction: 1,
	dressing: 1,
	blunt: 1,
	munk: 1,
	whole: 1
};
const forward = { x: 1, y: 0 };
const across = { x: 0, y: 1 };

/** One element along x. Millimetres. */
function one(
	kind: number,
	length: number,
	diameter: number,
	more: { slenderness?: number; number?: number; stiffness?: number; axisX?: number } = {}
): DragElements {
	const { axisX = 1, ...rest } = more;
	const axisY = Math.sqrt(1 - axisX * axisX);
	return lone(kind, { ...rest, axisX, axisY, length: length * 1e-3, diameter: diameter * 1e-3 });
}
const force = noPull();
/** Leaves in `force` what the water does to one element. */
function push(
	e: DragElements,
	{ x, y, z = 0 }: { readonly x: number; readonly y: number; readonly z?: number },
	factors = plain,
	turning = 0
): void {
	const short = finiteLength(e.slenderness[0]!);
	const laws = { fluid: water, factors, cylinder: cylinderDrag, short, turning };
	const nowhere = { x: 0, y: 0 };
	pullOnRows(packed(e, nowhere, laws), 0, 1, { x, y, z, spin: 0 }, nowhere, force);
}
/** Force along the flow, N. */
function drag(e: DragElements, flow: typeof forward, speed: number, factors = plain): number {
	push(e, { x: speed * flow.x, y: speed * flow.y }, factors);
	return force.x * flow.x + force.y * flow.y;
}
const pressure = (speed: number) => 0.5 * water.density * speed * speed;
const reynolds = (d: number, speed: number) => (water.density * d * 1e-3 * speed) / water.viscosity;

test('the table of the cylinder’s drag is the law to 2e-5', () => {
	for (let re = 1e-4; re < 3000; re *= 1.013) {
		expect(Math.abs(cylinderDragTabled(re) / cylinderDrag(re) - 1)).toBeLessThan(2e-5);
	}
});

describe('wire in the lee, and out of the plane', () => {
	const way = { x: Math.cos(0.5), y: Math.sin(0.5) };
	const sheltered = (shelter: number) =>
		lone(WIRE, { length: 4e-3, diameter: 5e-4, axisX: 0, axisY: 1, shelter, leeX: 1 });
	const keeps = (e: DragElements, flow: typeof forward, factors: Partial<DragFactors>) =>
		drag(e, flow, 0.5, { ...plain, ...factors }) / drag(e, flow, 0.5);

	test('before a bead and behind it: 1 − (1 − f) cos²; behind a body only downstream of it', () => {
		const [eye, bend] = [{ eyeShelter: 0.4 }, { bendShelter: 0.4 }];
		expect(keeps(sheltered(BY_BEAD), forward, eye)).toBeCloseTo(0.4, 12);
		expect(keeps(sheltered(BY_BEAD), { x: -1, y: 0 }, eye)).toBeCloseTo(0.4, 12);
		expect(keeps(sheltered(BY_BEAD), way, eye)).toBeCloseTo(1 - 0.6 * way.x ** 2, 12);
		expect(keeps(sheltered(BY_BEAD), forward, bend)).toBe(1);
		expect(keeps(sheltered(BEHIND_BODY), forward, bend)).toBeCloseTo(0.4, 12);
		expect(keeps(sheltered(BEHIND_BODY), { x: -1, y: 0 }, bend)).toBe(1);
		expect(keeps(sheltered(0), forward, { ...eye, ...bend })).toBe(1);
	});

	test('of a ring only the far side', () => {
		const rim = lone(WIRE, { length: 4e-3, diameter: 5e-4, axisX: 0, axisY: 1, rimX: 1 });
		expect(keeps(rim, forward, { ringShelter: 0.3 })).toBeCloseTo(0.3, 12);
		expect(keeps(rim, way, { ringShelter: 0.3 })).toBeCloseTo(1 - 0.7 * way.x ** 2, 12);
		expect(keeps(rim, { x: -1, y: 0 }, { ringShelter: 0.3 })).toBe(1);
	});

	test('what trails in two halves out of the plane pulls like all of it as far aside in the plane', () => {
		const fibres = { length: 8e-3, diameter: 8e-5, number: 30, stiffness: 1e-12 };
		const [cos, sin] = [Math.cos(0.4), Math.sin(0.4)];
		push(lone(TRAIL, { ...fibres, axisX: cos, axisY: sin, axisZ: 0 }), { x: 0.4, y: 0 });
		const beside = { ...force };
		push(lone(TRAIL, { ...fibres, axisX: cos, axisY: 0, axisZ: sin }), { x: 0.4, y: 0 });
		expect(force.x / beside.x).toBeCloseTo(1, 9);
		expect([force.y, force.z]).toEqual([0, 0]);
	});

	test('a piece out of the plane counts with its image: both by the cross-flow principle (Hoerner)', () => {
		const [length, d] = [4e-3, 5e-4];
		const axis = [0.6, 0, 0.8] as const;
		const pair = lone(WIRE, { length, diameter: d, axisX: 0.6, axisY: 0, axisZ: 0.8, number: 2 });
		const u = [0.3, 0.2, -0.25] as const;
		const sum = [0, 0, 0];
		for (const side of [1, -1]) {
			const along = u[0] * axis[0] + side * u[2] * axis[2];
			const normal = [u[0] - along * axis[0], u[1], u[2] - side * along * axis[2]];
			const speed = Math.hypot(...normal);
			const push =
				0.5 *
				water.density *
				cylinderDrag((water.density * d * speed) / water.viscosity) *
				speed *
				d *
				length;
			normal.forEach((part, k) => (sum[k]! += push * part));
		}
		const [x, y, z] = u;
		push(pair, { x, y, z }, { ...plain, friction: 0 });
		expect(force.x).toBeCloseTo(sum[0]!, 12);
		expect(force.y).toBeCloseTo(sum[1]!, 12);
		expect(force.z).toBeCloseTo(sum[2]!, 12);
		// With nothing from the side both are alike, and what they feel to the side cancels.
		push(pair, { x, y, z: 1e-12 });
		const beside = { ...force };
		push(pair, { x, y });
		expect(force.x / beside.x).toBeCloseTo(1, 9);
		expect(force.y / beside.y).toBeCloseTo(1, 9);
		expect(force.z).toBe(0);
	});
});

describe('bead', () => {
	test('the drag of a bare sphere, and 0.85 of it with a body in its wake', () => {
		const bead = one(SPHERE, 0, 3);
		const expected = sphereDrag(reynolds(3, 0.5)) * pressure(0.5) * (Math.PI / 4) * 9e-6;
		expect(drag(bead, forward, 0.5) / expected).toBeCloseTo(1, 9);
		const filled = { ...plain, beadWake: 0.85 };
		expect(drag(bead, forward, 0.5, filled) / expected).toBeCloseTo(0.85, 9);
		expect(drag(bead, across, 0.5, filled) / expected).toBeCloseTo(1, 9);
	});
});

describe('wire', () => {
	test('across the flow it is the cylinder; the cross-flow principle between', () => {
		const wire = one(WIRE, 4, 0.5);
		const expected = cylinderDrag(reynolds(0.5, 0.4)) * pressure(0.4) * 4e-3 * 0.5e-3;
		expect(drag(wire, across, 0.4) / expected).toBeCloseTo(1, 9);
		// At 30° to the flow the pressure part goes with sin³ and the coefficient of the normal speed.
		const oblique = one(WIRE, 4, 0.5, { axisX: Math.cos(Math.PI / 6) });
		const normal = cylinderDrag(reynolds(0.5, 0.2)) * pressure(0.4) * 0.125 * 2e-6;
		const smooth = { ...plain, friction: 0 };
		expect(drag(oblique, forward, 0.4, smooth) / normal).toBeCloseTo(1, 9);
	});

	test('along the flow only a plate’s friction is left, a small share of the drag across', () => {
		const wire = one(WIRE, 4, 0.5);
		// End-on it is the laminar plate, 1.328/√Re (Blasius), over the six diameters that a hook runs straight.
		const plate = 1.328 / Math.sqrt(reynolds(6 * 0.5, 0.4));
		const expected = plate * pressure(0.4) * Math.PI * 0.5e-3 * 4e-3;
		const along = drag(wire, forward, 0.4);
		expect(along / expected).toBeCloseTo(1, 9);
		expect(along / drag(wire, across, 0.4)).toBeLessThan(0.15);
		expect(drag(wire, forward, 0.4, { ...plain, friction: 0 })).toBe(0);
	});
});

describe('body strip', () => {
	test('a short body keeps 0.6 of a long cylinder’s drag (Hoerner, memory), a slim one more', () => {
		expect(finiteLength(3)).toBe(0.6);
		expect(finiteLength(10)).toBeCloseTo(0.8, 9);
		expect(finiteLength(100)).toBe(1);
		const body = one(STRIP, 6, 1.5, { slenderness: 4 });
		const long = cylinderDrag(reynolds(1.5, 0.3)) * pressure(0.3) * 9e-6;
		expect(drag(body, across, 0.3) / long).toBeCloseTo(0.6, 9);
	});

	test('along the flow it is the rough plate: Blasius, 1.328/√Re over the run, times 1.5', () => {
		const body = one(STRIP, 6, 1.5, { slenderness: 4 });
		const blasius = 1.328 / Math.sqrt((water.density * 0.5 * 6e-3) / water.viscosity);
		const expected = 1.5 * blasius * pressure(0.5) * Math.PI * 1.5e-3 * 6e-3;
		expect(drag(body, forward, 0.5) / expected).toBeCloseTo(1, 9);
	});
});

// Munk (1924), from memory: ideal flow turns a slender body across the stream by ρ V (k_across − k_along) u_along u_across.
test('a body’s strip is turned across the stream as ideal flow would have it', () => {
	const strip = one(STRIP, 6, 1.5, { slenderness: 4 });
	const volume = (Math.PI / 4) * 0.0015 ** 2 * 0.006;
	push(strip, { x: 0.3, y: 0.2 }, plain, 0.7);
	expect(force.moment / (-0.7 * water.density * volume * 0.3 * 0.2)).toBeCloseTo(1, 9);
	push(strip, { x: 0.3, y: 0.2 });
	expect(force.moment).toBe(0);
});

describe('fibres', () => {
	const stiff = { number: 20, stiffness: 1 };

	test('a stiff bundle along the flow is so many cylinders across it', () => {
		const bundle = one(FIBRES, 5, 0.04, stiff);
		const each = cylinderDrag(reynolds(0.04, 0.5)) * pressure(0.5) * 5e-3 * 0.04e-3;
		expect(drag(bundle, forward, 0.5) / (20 * each)).toBeCloseTo(1, 9);
	});

	test('across the flow a ring of them keeps the mean of |sin³|', () => {
		let mean = 0;
		for (let i = 0; i < 3600; i++) mean += Math.abs(Math.sin((i * Math.PI) / 1800)) ** 3 / 3600;
		const bundle = one(FIBRES, 5, 0.04, stiff);
		const smooth = { ...plain, friction: 0 };
		expect(drag(bundle, across, 0.5, smooth) / drag(bundle, forward, 0.5, smooth)).toBeCloseTo(
			mean,
			4
		);
	});

	test('real fibres give way: the drag grows slower than with stiff ones', () => {
		const soft = one(FIBRES, 5, 0.04, { number: 20, stiffness: 4e-10 });
		const hard = one(FIBRES, 5, 0.04, stiff);
		expect(drag(soft, forward, 0.8)).toBeLessThan(drag(hard, forward, 0.8));
		const growth = (e: DragElements) => drag(e, forward, 0.8) / drag(e, forward, 0.4);
		expect(growth(soft)).toBeLessThan(growth(hard));
		expect(growth(soft)).toBeGreaterThan(1);
	});

	// Churchill & Bernstein (1977) for friction on a cylinder, π μ u l (0.3 + 0.556 √Re) each; that a swept fibre
	// sees 0.3 of the speed across is ours.
	test('fibres that give way altogether are swept along, and only friction is left', () => {
		const limp = one(FIBRES, 5, 0.04, { number: 20, stiffness: 1e-24 });
		const each =
			Math.PI * water.viscosity * 0.5 * 5e-3 * (0.3 + 0.556 * Math.sqrt(0.3 * reynolds(0.04, 0.5)));
		expect(drag(limp, forward, 0.5) / (20 * each)).toBeCloseTo(1, 3);
	});
});

describe('blunt faces', () => {
	test('a shoulder acts only where it meets the water, an end only where it leaves it', () => {
		const shoulder = one(SHOULDER, 0, 2, { axisX: -1 });
		const end = one(BASE, 0, 1, { slenderness: 20 });
		const backward = { x: -1, y: 0 };
		expect(drag(shoulder, forward, 0.5)).toBeGreaterThan(0);
		expect(drag(shoulder, backward, 0.5)).toBe(0);
		expect(drag(end, forward, 0.5)).toBeGreaterThan(0);
		expect(drag(end, backward, 0.5)).toBe(0);
		expect(drag(end, forward, 0.5, { ...plain, blunt: 0 })).toBe(0);
	});

	test('a shoulder has half of a flat disc’s drag, an end what the run before it leaves (Hoerner 1965, from memory)', () => {
		const [speed, disc] = [0.5, (Math.PI / 4) * 0.002 ** 2];
		const shoulder = drag(one(SHOULDER, 0, 2, { axisX: -1 }), forward, speed);
		// A disc square to the flow: 1.1 (Hoerner).
		expect(shoulder / (pressure(speed) * disc)).toBeCloseTo(1.1 / 2, 9);
		// 0.029/√C_f on the base, C_f of the laminar run, half as rough again, over the base: 4 L/d = 20.
		const plate = (1.5 * 1.328) / Math.sqrt((reynolds(2, speed) * 20) / 4);
		const end = drag(one(BASE, 0, 2, { slenderness: 20 }), forward, speed);
		expect(end / (pressure(speed) * disc)).toBeCloseTo(0.029 / Math.sqrt(plate * 20), 9);
	});

	test('out of the plane a wire is met as in it: the same law turned round its axis', () => {
		const wire = one(WIRE, 4, 0.5);
		push(wire, { x: 0.2, y: 0, z: 0.3 });
		const { x, z } = { ...force };
		push(wire, { x: 0.2, y: 0.3 });
		expect([x, z]).toEqual([force.x, force.y]);
	});

	test('an element of no known kind is a bug, and says so', () => {
		expect(() => drag(one(99, 1, 1), forward, 0.5)).toThrow(/unknown element kind 99/);
	});
});

test('every kind drags more the faster it goes, from creeping to falling', () => {
	const kinds = [
		one(SPHERE, 0, 3),
		one(WIRE, 4, 0.5, { axisX: 0.5 }),
		one(STRIP, 6, 1.5, { slenderness: 4, axisX: 0.9 }),
		one(FIBRES, 5, 0.04, { number: 20, stiffness: 4e-10 }),
		one(BASE, 0, 1, { slenderness: 20 })
	];
	for (const element of kinds) {
		let before = 0;
		for (let speed = 1e-4; speed < 3; speed *= 1.2) {
			const now = drag(element, forward, speed);
			expect(now).toBeGreaterThan(before);
			before = now;
		}
	}
});
