/**
 * npm run bench: each figure beside its budget or its reference, measured in the same run; with names of parts (load,
 * prediction, learning, drift, match, page, key, phone) only those.
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

/** What is measured on one demo, in this order. @type {Record<string, (address: string) => Promise<void>>} */
const parts = {
	load: (address) => firstLoad(address, print),
	prediction: () => prediction(print),
	learning: () => learning(print),
	drift: () => driftAlone(print),
	match: (address) => searching(address, print),
	page: (address) => driftOnPage(address, print),
	key: (address) => keyToAnswer(address, print),
	phone: (address) => phone(address, print)
};
/** And what takes minutes of its own, only where it is asked for. @type {Record<string, () => Promise<void>>} */
const alone = { scale: () => scale(print), several: () => several(print) };
const asked = process.argv.slice(2).filter((word) => word !== '--save');
const unknown = asked.find((word) => !(word in parts) && !(word in alone));
if (unknown !== undefined) {
	const known = [...Object.keys(parts), ...Object.keys(alone), '--save'];
	console.error(
		`“${unknown}” is not known. npm run bench takes ${known.join(', ')}; without a name all but scale and several are measured.`
	);
	process.exit(2);
}
for (const [name, measure] of Object.entries(alone)) if (asked.includes(name)) await measure();
const chosen = Object.entries(parts).filter(([name]) => asked.length === 0 || asked.includes(name));
if (chosen.length > 0) {
	const { address, stop } = await temporaryDemo();
	try {
		for (const [, measure] of chosen) await measure(address);
	} finally {
		await stop();
	}
}
end();
