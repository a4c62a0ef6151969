import { doDriftTask } from './drift-task';
import { serve } from './task-worker';

serve(doDriftTask);
