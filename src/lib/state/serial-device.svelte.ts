/** Which instrument there is. */
export type DeviceKind = 'none' | 'simulated' | 'serial';
export const BAUDS = [1200, 2400, 4800, 9600, 19200, 38400] as const;

interface Kept<Pattern> {
	readonly kind: DeviceKind;
	readonly pattern: Pattern | null;
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

/**
 * An instrument that sends lines of text: none, a simulated one, or one on a serial port, whose lines the
 * person has taught.
 */
export abstract class SerialDevice<Pattern> {
	kind = $state<DeviceKind>('none');
	pattern = $state.raw<Pattern | null>(null);
	baud = $state<number>(9600);
	/** The last lines as they came, for teaching. */
	lines = $state.raw<readonly string[]>([]);
	/** What went wrong with the port, in words. */
	fault = $state<string | null>(null);
	private port: SerialPortLike | null = null;
	private reader: ReadableStreamDefaultReader<string> | null = null;

	/**
	 * @param key under which the browser keeps what was chosen
	 * @param name for words about it: “The scale”
	 */
	constructor(
		private readonly key: string,
		private readonly name: string
	) {}

	/** Starts the simulated one; called when nothing else runs. */
	protected abstract start(): void;
	/** Ends what `start` began, and forgets what was heard. */
	protected abstract end(): void;
	/** A line of the serial port. */
	protected abstract heard(line: string): void;

	/** Reads what was kept; only in the browser. @param demo the simulated one is what one starts with */
	load(demo: boolean): void {
		let kept: Partial<Kept<Pattern>> = {};
		try {
			kept = JSON.parse(localStorage.getItem(this.key) ?? '{}') as Partial<Kept<Pattern>>;
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
		this.start();
		this.keep();
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
			this.fault = `${this.name} could not be opened: ${(error as Error).message}`;
		}
	}

	teach(pattern: Pattern): void {
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
			for (;;) {
				const { value, done } = await reader.read();
				if (done) return;
				// One that never ends a line would otherwise fill the memory.
				rest = (rest + value).slice(-400);
				const lines = rest.split(/[\r\n]+/);
				rest = lines.pop()!;
				for (const line of lines.filter((one) => one.trim() !== '')) {
					this.lines = [...this.lines, line.slice(0, 80)].slice(-6);
					this.heard(line);
				}
			}
		} catch (error) {
			this.fault = `${this.name} fell silent: ${(error as Error).message}`;
			this.end();
		}
	}

	private async stop(): Promise<void> {
		this.end();
		const { reader, port } = this;
		this.reader = null;
		this.port = null;
		await reader?.cancel().catch(() => undefined);
		await port?.close().catch(() => undefined);
	}

	private keep(): void {
		const { kind, pattern, baud } = this;
		try {
			localStorage.setItem(
				this.key,
				JSON.stringify({ kind, pattern, baud } satisfies Kept<Pattern>)
			);
		} catch {
			// Storage is forbidden: it lasts as long as the page.
		}
	}
}
