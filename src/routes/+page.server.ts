import { currentStore } from '$lib/server/current-store';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async () => (await currentStore()).snapshot();
