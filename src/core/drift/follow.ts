import type { Chain } from './chain';
import { Kernel, LANES, type LaneNumber } from './kernel/kernel';
import { Trace, traced, type TracedWay } from './trace';

/** How many drifts of another shape may wait while one of the present shape is looked for. */
const MOST_WAITING = 16;

/** Null before the first drift; false where there is no WebAssembly, or a page's policy forbids it. */
let compiled: Kernel | false | null = null;
/** The kernel has one memory: whoever looks on at a drift and follows another uses the reference. */
let busy = false;

/** Follows some drifts to their ends, two at a time where the compiled kernel is to be had; yields each at its end. */
export function* followed(ways: Iterable<TracedWay>): Generator<Trace> {
	const kernel = busy ? false : (compiled ??= ready());
	if (kernel === false) {
		for (const way of ways) yield traced(new Trace(way));
		return;
	}
	busy = true;
	try {
		yield* twoAtATime(kernel, ways[Symbol.iterator]());
	} finally {
		busy = false;
	}
}

function ready(): Kernel | false {
	try {
		return new Kernel();
	} catch {
		return false;
	}
}

const alike = (a: Chain, b: Chain) =>
	a.n === b.n && a.top.free === b.top.free && a.to.every((lower, i) => lower === b.to[i]);

function* twoAtATime(kernel: Kernel, ways: Iterator<TracedWay>): Generator<Trace> {
	/** Of other shapes than those under way. */
	const waiting: Trace[] = [];
	let shape: Chain | null = null;
	/** The next one of the present shape; what has no step to do is at its end already. */
	function* fresh(): Generator<Trace> {
		while (waiting.length < MOST_WAITING) {
			const { done, value } = ways.next();
			if (done) return;
			yield new Trace(value);
		}
	}
	const lanes: [Trace | null, Trace | null] = [null, null];
	const ended: Trace[] = [];
	const take = (): Trace | null => {
		const known = waiting.findIndex(({ chain }) => shape !== null && alike(chain, shape));
		if (known >= 0) return waiting.splice(known, 1)[0]!;
		for (const trace of fresh()) {
			if (!Kernel.fits(trace.chain)) ended.push(traced(trace));
			else if (shape === null || alike(trace.chain, shape)) return trace;
			else waiting.push(trace);
		}
		return null;
	};
	const fill = (lane: LaneNumber): void => {
		for (let trace = take(); trace !== null; trace = take()) {
			if (shape === null) kernel.shape((shape = trace.chain));
			if (trace.next()) {
				kernel.load(lane, trace);
				kernel.begin(lane, trace);
				lanes[lane] = trace;
				return;
			}
			ended.push(trace);
		}
		kernel.empty(lane);
		lanes[lane] = null;
	};
	for (;;) {
		for (const lane of LANES) if (lanes[lane] === null) fill(lane);
		yield* ended.splice(0);
		if (lanes[0] === null && lanes[1] === null) {
			const other = waiting[0];
			if (other === undefined) return;
			kernel.shape((shape = other.chain));
			continue;
		}
		const solved = kernel.run();
		for (const lane of LANES) {
			const trace = lanes[lane];
			const its = solved[lane];
			if (trace === null || its === null) continue;
			if (its) kernel.read(lane, trace.state);
			trace.stepped(its);
			if (trace.next()) kernel.begin(lane, trace);
			else {
				ended.push(trace);
				fill(lane);
			}
		}
	}
}
