import {
	ScaleWatch,
	SIMULATED_PATTERN,
	SimulatedScale,
	type ScalePattern
} from '$core/format/index';
import { SerialDevice } from './serial-device.svelte';

/** What the scale says now. */
export interface ScaleNow {
	readonly grams: number | null;
	readonly steady: boolean;
	readonly over: boolean;
	/** What its last figure counts, g. */
	readonly step: number;
}
const NOTHING: ScaleNow = { grams: null, steady: false, over: false, step: 0 };
const TICK = 0.15;

/** The scale beside the vise. */
class Scale extends SerialDevice<ScalePattern> {
	now = $state.raw<ScaleNow>(NOTHING);
	private simulated: SimulatedScale | null = null;
	private timer: ReturnType<typeof setInterval> | null = null;
	private watch: { readonly by: ScalePattern; readonly watch: ScaleWatch } | null = null;

	constructor() {
		super('gravitas-scale', 'The scale');
	}

	/** Puts something on the simulated pan. @param grams 0 empties it */
	put(grams: number): void {
		this.simulated?.put(grams);
	}

	protected start(): void {
		const scale = new SimulatedScale(7);
		const watch = new ScaleWatch(SIMULATED_PATTERN);
		this.simulated = scale;
		this.timer = setInterval(() => this.show(scale.line(TICK), watch), 1000 * TICK);
	}

	protected end(): void {
		if (this.timer) clearInterval(this.timer);
		this.timer = null;
		this.simulated = null;
		this.now = NOTHING;
	}

	protected heard(line: string): void {
		const { pattern } = this;
		if (!pattern) return;
		if (this.watch?.by !== pattern) this.watch = { by: pattern, watch: new ScaleWatch(pattern) };
		this.show(line, this.watch.watch);
	}

	private show(line: string, watch: ScaleWatch): void {
		const read = watch.see(line);
		if (!read) return;
		this.now =
			read.kind === 'over'
				? { grams: null, steady: false, over: true, step: this.now.step }
				: { grams: read.grams, steady: read.steady === true, over: false, step: read.step };
	}
}

export const scale = new Scale();
