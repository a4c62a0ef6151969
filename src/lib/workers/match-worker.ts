import type { MatchAnswers, MatchTask } from '$core/match/index';
import { TaskWorker } from './task-worker';

/** A worker of the browser's that looks for builds. */
export class MatchWorker extends TaskWorker<MatchTask, MatchAnswers> {
	constructor() {
		super(() => new Worker(new URL('./match.worker.ts', import.meta.url), { type: 'module' }));
	}
}
