import type { DriftAnswers, DriftTask } from './drift-task';
import { TaskWorker } from './task-worker';

/** A worker of the browser's that follows drifts. */
export class DriftWorker extends TaskWorker<DriftTask, DriftAnswers> {
	constructor() {
		super(() => new Worker(new URL('./drift.worker.ts', import.meta.url), { type: 'module' }));
	}
}
