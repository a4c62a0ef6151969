import { simulatedGauge } from '$core/water/index';
import { gaugeCsv } from '$core/format/index';
import type { RequestHandler } from './$types';

const HOURS = 24 * 14;
const USUAL = 3;
const MOST = 10_000;

/** The simulated gauge of the last two weeks, as a real one would be read. */
export const GET: RequestHandler = ({ url }) => {
	const asked = Number(url.searchParams.get('base') ?? USUAL);
	const base = asked > 0 && asked <= MOST ? asked : USUAL;
	return new Response(gaugeCsv(simulatedGauge(Date.now(), HOURS, base)), {
		headers: { 'content-type': 'text/csv; charset=utf-8', 'cache-control': 'no-store' }
	});
};
