/**
 * npm run bench: each figure beside its budget or its reference, measured in the same run.
 * Not part of npm test: a busy machine must not turn a change red. How things grow is apart, since it takes minutes:
 * npm run bench -- scale; so is what several processes bear: npm run bench -- several
 * With --save what was measured is added to bench/history.json.
 */
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuilt, ensureChromium, ensureInstalled, root } from '../scripts/prepare.mjs';
import { temporaryDemo } from '../scripts/temporary-demo.mjs';

ensureInstalled();
process.env.CHROMIUM = ensureChromium();
ensureBuilt();
const { keyToAnswer } = await import('./key-to-answer.mjs');
const { driftAlone, driftOnPage } = await import('./drift.mjs');
const { firstLoad } = await import('./first-load.mjs');
const { searching } = await import('./match.mjs');
const { learning } = await import('./learn.mjs');
const { phone } = await import('./phone.mjs');
const { prediction } = await import('./prediction.mjs');
const { scale } = await import('./scale.mjs');
const { several } = await import('./several.mjs');

let over = 0;
/** What was measured, with its unit. @type {Record<string, string>} */
const figures = {};
/** @param {string} what @param {number} value @param {string} unit @param {number} [budget] */
function print(what, value, unit, budget) {
	const verdict =
		budget === undefined
			? ''
			: value <= budget
				? `  (budget ${budget})`
				: `  OVER THE BUDGET of ${budget}`;
	if (budget !== undefined && value > budget) over++;
	figures[what.trim()] = `${Number(value.toPrecision(3))} ${unit}`.trim();
	console.log(`${what.padEnd(58)} ${value.toFixed(2).padStart(8)} ${unit}${verdict}`);
}

/** Ends with what was found, kept when that is wished. @returns {never} */
function end() {
	if (process.argv.includes('--save')) {
		const file = join(root, 'bench', 'history.json');
		const before = existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : [];
		const now = { at: new Date().toISOString(), node: process.version, figures };
		writeFileSync(file, `${JSON.stringify([...before, now], null, '\t')}\n`);
		console.log(`Kept in ${file}.`);
	}
	process.exit(over === 0 ? 0 : 1);
}

if (process.argv.includes('scale')) {
	await scale(print);
	end();
}
if (process.argv.includes('several')) {
	await several(print);
	end();
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
	await phone(address, print);
} finally {
	await stop();
}
end();
