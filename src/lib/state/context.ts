import { createContext } from 'svelte';
import type { Bench } from './bench.svelte';

/** The one Bench of this window, which outlives the views. */
export const [useBench, provideBench] = createContext<Bench>();
