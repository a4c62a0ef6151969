interface Waiting {
	readonly resolve: (answer: never) => void;
	readonly reject: (error: Error) => void;
}

/** A worker of the browser's that does tasks in turn; it starts when it is first asked. */
export class TaskWorker<Task extends { readonly kind: string }, Answers> {
	private worker: Worker | null = null;
	private asked = 0;
	private readonly waiting = new Map<number, Waiting>();

	/** @param make the worker; it answers `{ ask, answer }` or `{ ask, error }` to `{ ask, task }` */
	constructor(private readonly make: () => Worker) {}

	ask<Kind extends Task['kind'] & keyof Answers>(
		task: Extract<Task, { kind: Kind }>
	): Promise<Answers[Kind]> {
		const ask = ++this.asked;
		this.worker ??= this.start();
		const answer = new Promise<Answers[Kind]>((resolve, reject) => {
			this.waiting.set(ask, { resolve, reject });
		});
		this.worker.postMessage({ ask, task });
		return answer;
	}

	/** Ends the worker; what was asked of it is refused. The next question starts another. */
	end(): void {
		this.worker?.terminate();
		this.worker = null;
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
			if (data.error === undefined) waiting?.resolve(data.answer as never);
			else waiting?.reject(new Error(data.error));
		};
		worker.onerror = () => this.end();
		return worker;
	}
}

/** Makes this thread a worker: one task at a time; the answer carries its number. */
export function serve<Task>(work: (task: Task) => unknown): void {
	self.onmessage = ({ data: { ask, task } }: MessageEvent<{ ask: number; task: Task }>) => {
		try {
			self.postMessage({ ask, answer: work(task) });
		} catch (error) {
			self.postMessage({ ask, error: error instanceof Error ? error.message : String(error) });
		}
	};
}
