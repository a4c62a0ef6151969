import { doFitTask } from './fit-task';
import { serve } from './task-worker';

serve(doFitTask);
