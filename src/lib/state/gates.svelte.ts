import { gateLine, readGates, SIMULATED_GATES, type GatePattern } from '$core/format/index';
import { normalsFrom, randomFrom } from '$core/quantity/index';
import { SerialDevice } from './serial-device.svelte';

/** Spread of the simulated gates' timing, s, and what its flies are off by (invented). */
const JITTER = 0.002;
const OFF = 1.06;

/** The light gates of a drop tube: each line is a fall. */
class Gates extends SerialDevice<GatePattern> {
	/** Seconds of the last fall, and which it was. */
	last = $state.raw<{ readonly seconds: number; readonly count: number } | null>(null);
	/** Something is falling through the simulated tube. */
	falling = $state(false);
	private timer: ReturnType<typeof setTimeout> | null = null;
	private count = 0;
	private readonly normal = normalsFrom(randomFrom(11));

	constructor() {
		super('gravitas-gates', 'The light gates');
	}

	/** Lets a fly fall through the simulated tube. @param usual s, what it is predicted to take */
	fall(usual: number): void {
		if (this.kind !== 'simulated' || this.falling) return;
		const seconds = usual * OFF + JITTER * this.normal();
		this.falling = true;
		this.timer = setTimeout(
			() => {
				this.falling = false;
				this.read(gateLine(seconds), SIMULATED_GATES);
			},
			Math.min(4000, 1000 * seconds)
		);
	}

	protected start(): void {
		this.last = null;
	}

	protected end(): void {
		if (this.timer) clearTimeout(this.timer);
		this.timer = null;
		this.falling = false;
		this.last = null;
	}

	protected heard(line: string): void {
		if (this.pattern) this.read(line, this.pattern);
	}

	private read(line: string, pattern: GatePattern): void {
		const seconds = readGates(line, pattern);
		if (seconds !== null) this.last = { seconds, count: ++this.count };
	}
}

export const gates = new Gates();
