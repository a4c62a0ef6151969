import type { LearnAnswers, LearnTask } from './learn-task';
import { TaskWorker } from './task-worker';

/** A worker of the browser's that learns. */
export class LearnWorker extends TaskWorker<LearnTask, LearnAnswers> {
	constructor() {
		super(() => new Worker(new URL('./learn.worker.ts', import.meta.url), { type: 'module' }));
	}
}
