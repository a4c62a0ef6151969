import { sample } from './scripts/mutation.mjs';
