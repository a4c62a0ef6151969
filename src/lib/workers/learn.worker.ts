import { doLearnTask } from './learn-task';
import { serve } from './task-worker';

serve(doLearnTask);
