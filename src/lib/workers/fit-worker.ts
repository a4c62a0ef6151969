import type { FitAnswers, FitTask } from './fit-task';
import { TaskWorker } from './task-worker';

/** A worker of the browser's that fits what an outing's water says. */
export class FitWorker extends TaskWorker<FitTask, FitAnswers> {
	constructor() {
		super(() => new Worker(new URL('./fit.worker.ts', import.meta.url), { type: 'module' }));
	}
}
