import { createContext } from 'svelte';
import type { Bench } from './bench.svelte';
import type { LearningState } from './learning.svelte';
import type { DriftState } from './drift.svelte';

/** The one Bench of this window, which outlives the views. */
export const [useBench, provideBench] = createContext<Bench>();

/** And the drift of what is on its strip. */
export const [useDrift, provideDrift] = createContext<DriftState>();

/** And what keeps its beliefs up with the log. */
export const [useLearning, provideLearning] = createContext<LearningState>();
