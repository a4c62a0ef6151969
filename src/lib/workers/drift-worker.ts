import type { DriftAnswers, DriftTask } from './drift-task';

interface Waiting {
	readonly resolve: (answer: never) => void;
	readonly reject: (error: Error) => void;
}

/** A worker of the browser's that follows drifts; it starts when it is first asked. */
export class DriftWorker {
	private worker: Worker | null = null;
	private asked = 0;
	private readonly waiting = new Map<number, Waiting>();

	ask<Kind extends DriftTask['kind']>(
		task: Extract<DriftTask, { kind: Kind }>
	): Promise<DriftAnswers[Kind]> {
		const ask = ++this.asked;
		this.worker ??= this.start();
		const answer = new Promise<DriftAnswers[Kind]>((resolve, reject) => {
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
		const worker = new Worker(new URL('./drift.worker.ts', import.meta.url), { type: 'module' });
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
