import { createContext } from 'svelte';
import type { Workspace } from './workspace.svelte';

/** The one workspace of this window, which outlives the views. */
export const [useWorkspace, provideWorkspace] = createContext<Workspace>();
