import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import type { ScalePattern } from '$core/format/index';
import { gates } from './gates.svelte';
import { scale } from './scale.svelte';
import { storageOf } from './window.testing';

/** A serial port that sends what it is told to. */
class Port {
	readonly opened: number[] = [];
	closed = 0;
	private sender!: ReadableStreamDefaultController<Uint8Array>;
	readable = new ReadableStream<Uint8Array>({ start: (sender) => void (this.sender = sender) });
	open({ baudRate }: { baudRate: number }) {
		this.opened.push(baudRate);
		return Promise.resolve();
	}
	close() {
		this.closed++;
		return Promise.resolve();
	}
	send(text: string) {
		this.sender.enqueue(new TextEncoder().encode(text));
	}
	breaks(words: string) {
		this.sender.error(new Error(words));
	}
}

const KEY = 'gravitas-scale';
let kept: Map<string, string>;
let port: Port;
let requestPort: () => Promise<Port>;
beforeEach(() => {
	kept = new Map();
	port = new Port();
	requestPort = () => Promise.resolve(port);
	vi.stubGlobal('localStorage', storageOf(kept));
	vi.stubGlobal('navigator', { serial: { requestPort: () => requestPort() } });
});
afterEach(() => {
	scale.none();
	gates.none();
	scale.fault = null;
	scale.pattern = null;
	scale.baud = 9600;
	scale.lines = [];
	vi.useRealTimers();
	vi.unstubAllGlobals();
});
const was = () => JSON.parse(kept.get(KEY)!) as unknown;
const pattern: ScalePattern = { number: 0, unit: 'g', steady: 'ST', moving: 'US' };

describe('what is kept of an instrument', () => {
	test('the demo begins with a simulated one, another with none; what was chosen stays', () => {
		scale.load(false);
		expect(scale.kind).toBe('none');
		scale.load(true);
		expect(scale.kind).toBe('simulated');
		expect(was()).toEqual({ kind: 'simulated', pattern: null, baud: 9600 });
		scale.none();
		expect(was()).toMatchObject({ kind: 'none' });
		scale.load(true);
		expect(scale.kind).toBe('none');
	});

	test('what was taught comes back; a port does not: the browser opens it by hand', () => {
		kept.set(KEY, JSON.stringify({ kind: 'serial', pattern, baud: 2400 }));
		scale.load(true);
		expect([scale.kind, scale.pattern, scale.baud]).toEqual(['none', pattern, 2400]);
	});

	test('without storage, or with something else in it, it works as long as the page', () => {
		kept.set(KEY, 'no JSON');
		scale.load(true);
		expect(scale.kind).toBe('simulated');
		scale.none();
		vi.stubGlobal('localStorage', undefined);
		scale.teach(pattern);
		expect(scale.pattern).toBe(pattern);
	});
});

describe('a scale on a serial port', () => {
	test('lines that come in pieces are read whole; the last six are shown for teaching', async () => {
		scale.load(false);
		scale.teach(pattern);
		scale.baud = 1200;
		expect(scale.canSerial).toBe(true);
		await scale.connect();
		expect([scale.kind, scale.fault, port.opened]).toEqual(['serial', null, [1200]]);
		port.send('US  0.0');
		port.send('80 g\r\n\r\nST  0.08');
		await vi.waitFor(() =>
			expect(scale.now).toEqual({ grams: 0.08, steady: false, over: false, step: 0.001 })
		);
		port.send('3 g\n');
		await vi.waitFor(() => expect(scale.now).toMatchObject({ grams: 0.083, steady: true }));
		expect(scale.lines).toEqual(['US  0.080 g', 'ST  0.083 g']);
		port.send('too much: overload\n');
		await vi.waitFor(() =>
			expect(scale.now).toEqual({ grams: null, steady: false, over: true, step: 0.001 })
		);
		port.send('\n' + [1, 2, 3, 4, 5, 6].map((n) => `ST ${n}.000 g\n`).join(''));
		await vi.waitFor(() => expect(scale.lines.at(-1)).toBe('ST 6.000 g'));
		expect(scale.lines).toHaveLength(6);
		// Left for none, it is closed, and nothing is said of what lay on it.
		scale.none();
		await vi.waitFor(() => expect(port.closed).toBe(1));
		expect(scale.now).toEqual({ grams: null, steady: false, over: false, step: 0 });
	});

	test('a line that never ends, and one that is too long to show, are cut', async () => {
		await scale.connect();
		port.send('x'.repeat(5000));
		port.send('y'.repeat(90) + '\n');
		await vi.waitFor(() => expect(scale.lines).toHaveLength(1));
		expect(scale.lines[0]).toBe('x'.repeat(80));
	});

	test('that cannot be opened, or falls silent, is said', async () => {
		requestPort = () => Promise.reject(new Error('none was picked'));
		await scale.connect();
		expect(scale.fault).toBe('The scale could not be opened: none was picked');
		expect(scale.kind).toBe('none');
		requestPort = () => Promise.resolve(port);
		await scale.connect();
		expect(scale.fault).toBeNull();
		port.breaks('the cable was pulled');
		await vi.waitFor(() => expect(scale.fault).toBe('The scale fell silent: the cable was pulled'));
	});
});

test('the simulated scale comes to rest at what is put on it, and forgets it when it is put away', () => {
	vi.useFakeTimers();
	scale.simulate();
	scale.put(0.25);
	vi.advanceTimersByTime(10_000);
	expect(scale.now.steady).toBe(true);
	expect(scale.now.grams).toBeCloseTo(0.25, 2);
	expect(scale.now.step).toBeGreaterThan(0);
	scale.none();
	scale.put(0.5);
	vi.advanceTimersByTime(10_000);
	expect(scale.now.grams).toBeNull();
});

test('a fall through the simulated gates takes what is predicted and six hundredths more, one at a time', () => {
	vi.useFakeTimers();
	gates.load(true);
	const falls = Array.from({ length: 40 }, () => {
		gates.fall(1.5);
		gates.fall(0.1);
		expect(gates.falling).toBe(true);
		vi.advanceTimersByTime(1500);
		expect(gates.falling).toBe(true);
		vi.advanceTimersByTime(200);
		expect(gates.falling).toBe(false);
		return gates.last!;
	});
	expect(falls.map(({ count }) => count)).toEqual(falls.map((_, k) => falls[0]!.count + k));
	const mean = falls.reduce((sum, { seconds }) => sum + seconds, 0) / 40;
	// 1.5 · 1.06 = 1.59; of forty with a spread of 2 ms the mean is within a thousandth.
	expect(mean).toBeCloseTo(1.59, 2);
	const spread = Math.sqrt(falls.reduce((sum, { seconds }) => sum + (seconds - mean) ** 2, 0) / 39);
	expect(spread).toBeGreaterThan(0.001);
	expect(spread).toBeLessThan(0.004);
	gates.none();
	gates.fall(1);
	expect([gates.falling, gates.last]).toEqual([false, null]);
});
