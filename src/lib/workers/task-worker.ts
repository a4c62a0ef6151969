import { showIn, type ShownUnits, shownUnits } from '$core/quantity/index';

interface Waiting {
	readonly task: unknown;
	readonly resolve: (answer: never) => void;
	readonly reject: (error: Error) => void;
}

/** A worker that does not start, or breaks, is started again this often, after this many milliseconds each time. */
const AGAIN = { times: 3, afterMs: 400 };

/**
 * A worker of the browser's that does tasks in turn; it starts when it is first asked, and again where its script
 * did not arrive.
 */
export class TaskWorker<Task extends { readonly kind: string }, Answers> {
	private worker: Worker | null = null;
	private asked = 0;
	private readonly waiting = new Map<number, Waiting>();
	/** How often it broke since it last answered. */
	private broke = 0;
	private again: ReturnType<typeof setTimeout> | undefined;

	/** @param make the worker; it answers `{ ask, answer }` or `{ ask, error }` to `{ ask, task }` */
	constructor(private readonly make: () => Worker) {}

	ask<Kind extends Task['kind'] & keyof Answers>(
		task: Extract<Task, { kind: Kind }>
	): Promise<Answers[Kind]> {
		const ask = ++this.asked;
		const answer = new Promise<Answers[Kind]>((resolve, reject) => {
			this.waiting.set(ask, { task, resolve, reject });
		});
		// One that broke is told of it when it starts again.
		if (this.again === undefined) {
			this.worker ??= this.start();
			this.tell(this.worker, ask, task);
		}
		return answer;
	}

	/** Ends the worker; what was asked of it is refused. The next question starts another. */
	end(): void {
		this.worker?.terminate();
		this.worker = null;
		clearTimeout(this.again);
		this.again = undefined;
		this.broke = 0;
		for (const { reject } of this.waiting.values()) reject(new Error('stopped'));
		this.waiting.clear();
	}

	private start(): Worker {
		const worker = this.make();
		worker.onmessage = ({
			data
		}: MessageEvent<{ ask: number; answer?: unknown; error?: string }>) => {
			const waiting = this.waiting.get(data.ask);
			this.waiting.delete(data.ask);
			this.broke = 0;
			if (data.error === undefined) waiting?.resolve(data.answer as never);
			else waiting?.reject(new Error(data.error));
		};
		worker.onerror = () => {
			if (worker === this.worker) this.restart();
		};
		return worker;
	}

	/** With the units in which its words are to be. */
	private tell(worker: Worker, ask: number, task: unknown): void {
		worker.postMessage({ ask, task, units: shownUnits() });
	}

	private restart(): void {
		if (++this.broke > AGAIN.times) return this.end();
		this.worker?.terminate();
		this.worker = null;
		this.again = setTimeout(() => {
			this.again = undefined;
			const worker = (this.worker = this.start());
			for (const [ask, { task }] of this.waiting) this.tell(worker, ask, task);
		}, AGAIN.afterMs);
	}
}

/** Makes this thread a worker: one task at a time; the answer carries its number. */
export function serve<Task>(work: (task: Task) => unknown): void {
	interface Asked {
		readonly ask: number;
		readonly task: Task;
		readonly units: ShownUnits;
	}
	self.onmessage = ({ data: { ask, task, units } }: MessageEvent<Asked>) => {
		showIn(() => units);
		try {
			self.postMessage({ ask, answer: work(task) });
		} catch (error) {
			self.postMessage({ ask, error: error instanceof Error ? error.message : String(error) });
		}
	};
}
