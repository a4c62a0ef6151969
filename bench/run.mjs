/**
 * npm run bench: each figure beside its budget or its reference, measured in the same run.
 * Not part of npm test: a busy machine must not turn a change red. How things grow is apart, since it takes minutes:
 * npm run bench -- scale
 */
import { ensureBuilt, ensureChromium, ensureInstalled } from '../scripts/prepare.mjs';
import { temporaryDemo } from '../scripts/temporary-demo.mjs';

ensureInstalled();
process.env.CHROMIUM = ensureChromium();
ensureBuilt();
const { keyToAnswer } = await import('./key-to-answer.mjs');
const { driftAlone, driftOnPage } = await import('./drift.mjs');
const { firstLoad } = await import('./first-load.mjs');
const { searching } = await import('./match.mjs');
const { learning } = await import('./learn.mjs');
const { prediction } = await import('./prediction.mjs');
const { scale } = await import('./scale.mjs');

let over = 0;
/** @param {string} what @param {number} value @param {string} unit @param {number} [budget] */
function print(what, value, unit, budget) {
	const verdict =
		budget === undefined
			? ''
			: value <= budget
				? `  (budget ${budget})`
				: `  OVER THE BUDGET of ${budget}`;
	if (budget !== undefined && value > budget) over++;
	console.log(`${what.padEnd(58)} ${value.toFixed(2).padStart(8)} ${unit}${verdict}`);
}

if (process.argv.includes('scale')) {
	await scale(print);
	process.exit(over === 0 ? 0 : 1);
}
const { address, stop } = await temporaryDemo();
try {
	await firstLoad(address, print);
	await prediction(print);
	await learning(print);
	await driftAlone(print);
	await searching(address, print);
	await driftOnPage(address, print);
	await keyToAnswer(address, print);
} finally {
	await stop();
}
process.exit(over === 0 ? 0 : 1);
