import { Desk, type MatchTask } from '$core/match/index';
import { serve } from './task-worker';

const desk = new Desk();
serve((task: MatchTask) => desk.do(task));
