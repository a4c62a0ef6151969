/** Builds the program when any source of it changed. */
import { ensureBuilt } from './prepare.mjs';

ensureBuilt();
