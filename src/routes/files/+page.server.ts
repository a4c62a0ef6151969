import { resolve } from 'node:path';
import { version } from '../../../package.json';
import type { PageServerLoad } from './$types';

/** Where the person's data lie, and which Gravitas this is. */
export const load: PageServerLoad = () => ({
	version,
	folder: resolve(process.env.GRAVITAS_DATA ?? '.demo-data')
});
