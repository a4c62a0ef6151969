import {
	ScaleWatch,
	SIMULATED_PATTERN,
	SimulatedScale,
	type ScalePattern
} from '$core/format/index';

export type ScaleKind = 'none' | 'simulated' | 'serial';
/** What the scale says now. */
export interface ScaleNow {
	readonly grams: number | null;
	readonly steady: boolean;
	readonly over: boolean;
	/** What its last figure counts, g. */
	readonly step: number;
}
const NOTHING: ScaleNow = { grams: null, steady: false, over: false, step: 0 };
const KEY = 'gravitas-scale';
const TICK = 0.15;
const BAUDS = [1200, 2400, 4800, 9600, 19200, 38400] as const;
export { BAUDS };

interface Kept {
	readonly kind: ScaleKind;
	readonly pattern: ScalePattern | null;
	readonly baud: number;
}

/** What of the Web Serial interface is used. */
interface SerialPortLike {
	readonly readable: ReadableStream<Uint8Array> | null;
	open(options: { baudRate: number }): Promise<void>;
	close(): Promise<void>;
}
interface SerialLike {
	requestPort(): Promise<SerialPortLike>;
}

/** The scale beside the vise: none, the simulated one, or one on a serial port that was taught. */
class Scale {
	kind = $state<ScaleKind>('none');
	now = $state.raw<ScaleNow>(NOTHING);
	pattern = $state.raw<ScalePattern | null>(null);
	baud = $state<number>(9600);
	/** The last lines as they came, for teaching. */
	lines = $state.raw<readonly string[]>([]);
	/** What went wrong with the port, in words. */
	fault = $state<string | null>(null);
	private simulated: SimulatedScale | null = null;
	private timer: ReturnType<typeof setInterval> | null = null;
	private port: SerialPortLike | null = null;
	private reader: ReadableStreamDefaultReader<string> | null = null;

	/** Reads what was kept; only in the browser. @param demo the simulated scale is what one starts with */
	load(demo: boolean): void {
		let kept: Partial<Kept> = {};
		try {
			kept = JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Kept>;
		} catch {
			// Storage is forbidden or holds something else.
		}
		this.pattern = kept.pattern ?? null;
		this.baud = kept.baud ?? 9600;
		// A port is opened by hand each time: the browser asks for it.
		const kind = kept.kind ?? (demo ? 'simulated' : 'none');
		if (kind === 'simulated') this.simulate();
	}

	get canSerial(): boolean {
		return typeof navigator !== 'undefined' && 'serial' in navigator;
	}

	none(): void {
		void this.stop();
		this.kind = 'none';
		this.keep();
	}

	simulate(): void {
		if (this.kind === 'simulated') return;
		void this.stop();
		this.kind = 'simulated';
		const scale = new SimulatedScale(7);
		const watch = new ScaleWatch(SIMULATED_PATTERN);
		this.simulated = scale;
		this.timer = setInterval(() => this.heard(scale.line(TICK), watch), 1000 * TICK);
		this.keep();
	}

	/** Puts something on the simulated pan. @param grams 0 empties it */
	put(grams: number): void {
		this.simulated?.put(grams);
	}

	/** Opens a port that the person picks. */
	async connect(): Promise<void> {
		await this.stop();
		this.fault = null;
		try {
			const { serial } = navigator as unknown as { serial: SerialLike };
			const port = await serial.requestPort();
			await port.open({ baudRate: this.baud });
			this.port = port;
			this.kind = 'serial';
			this.keep();
			void this.listen(port);
		} catch (error) {
			this.fault = `The scale could not be opened: ${(error as Error).message}`;
		}
	}

	teach(pattern: ScalePattern): void {
		this.pattern = pattern;
		this.keep();
	}

	private async listen(port: SerialPortLike): Promise<void> {
		try {
			const text = port.readable!.pipeThrough(
				new TextDecoderStream() as unknown as TransformStream<Uint8Array, string>
			);
			const reader = text.getReader();
			this.reader = reader;
			let rest = '';
			let watch: ScaleWatch | null = null;
			let by: ScalePattern | null = null;
			for (;;) {
				const { value, done } = await reader.read();
				if (done) return;
				// A scale that never ends a line would otherwise fill the memory.
				rest = (rest + value).slice(-400);
				const lines = rest.split(/[\r\n]+/);
				rest = lines.pop()!;
				for (const line of lines.filter((one) => one.trim() !== '')) {
					if (by !== this.pattern) {
						by = this.pattern;
						watch = by && new ScaleWatch(by);
					}
					this.heard(line, watch);
				}
			}
		} catch (error) {
			this.fault = `The scale fell silent: ${(error as Error).message}`;
			this.now = NOTHING;
		}
	}

	private heard(line: string, watch: ScaleWatch | null): void {
		if (this.kind === 'serial') this.lines = [...this.lines, line.slice(0, 80)].slice(-6);
		const read = watch?.see(line);
		if (!read) return;
		this.now =
			read.kind === 'over'
				? { grams: null, steady: false, over: true, step: this.now.step }
				: { grams: read.grams, steady: read.steady === true, over: false, step: read.step };
	}

	private async stop(): Promise<void> {
		if (this.timer) clearInterval(this.timer);
		this.timer = null;
		this.simulated = null;
		this.now = NOTHING;
		const { reader, port } = this;
		this.reader = null;
		this.port = null;
		await reader?.cancel().catch(() => undefined);
		await port?.close().catch(() => undefined);
	}

	private keep(): void {
		const { kind, pattern, baud } = this;
		try {
			localStorage.setItem(KEY, JSON.stringify({ kind, pattern, baud } satisfies Kept));
		} catch {
			// Storage is forbidden: it lasts as long as the page.
		}
	}
}

export const scale = new Scale();
