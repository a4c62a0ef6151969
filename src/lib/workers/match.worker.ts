import { SearchWorker, type MatchTask } from '$core/match/index';
import { serve } from './task-worker';

const worker = new SearchWorker();
serve((task: MatchTask) => worker.do(task));
