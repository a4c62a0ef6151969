import { doDriftTask, type DriftTask } from './drift-task';

/** One question at a time; the answer carries its number. */
self.onmessage = ({ data: { ask, task } }: MessageEvent<{ ask: number; task: DriftTask }>) => {
	try {
		self.postMessage({ ask, answer: doDriftTask(task) });
	} catch (error) {
		self.postMessage({ ask, error: error instanceof Error ? error.message : String(error) });
	}
};
