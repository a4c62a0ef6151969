/**
 * npm run sources: docs/sources.md, what each test of the core is held to. Read off the tests: what their names and
 * comments say (an author and a year, a standard, common practice, from memory), the packages that they ask, and
 * whether they are invariants over generated cases.
 */
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { ensureInstalled, root } from './prepare.mjs';

ensureInstalled();
const { format, resolveConfig } = await import('prettier');

/** What a text says outright, each with what stands in the table. @type {readonly (readonly [RegExp, (found: string) => string])[]} */
const said = [
	[
		/[A-Z][\w’-]+(?:(?:, | & | and )[A-Z][\w’-]+)*(?: et al\.)?,? \(?(?:1[6-9]|20)\d\d\)?/g,
		(found) => found.replace(/[()]/g, '')
	],
	[/ASTM [A-Z]\d+/g, (found) => found],
	[
		/\b(?:fdlibm|IAPWS|Hoerner|Stokes|Lamb|Munk|Blasius|Kolmogorov|Ornstein–Uhlenbeck|catenary|Ajv)\b/g,
		(found) => found
	],
	[/common practice/gi, () => 'common practice, no source'],
	[/\bmemory\b/g, () => 'from memory'],
	[/(?:domain|physics)\.md/g, (found) => `shared ${found.replace('.md', '')} notes`],
	[/(?:statistics handbook|distribution’s table|normal’s table)/g, () => 'statistical tables'],
	[/elementary integral|closed form/gi, () => 'closed form'],
	[/plain (?:search|reference|sampling)|by the reference/gi, () => 'our own plain reference'],
	[/\bfc\.assert\b/g, () => 'invariant over generated cases']
];
/** Months and other words before a number that is a year by chance. */
const NO_AUTHOR = /^(?:In|Of|At|From|Over|Under|With|To|About|Re|The|A|On|For|By) /;

/** @param {string} folder @returns {string[]} */
const testsIn = (folder) =>
	readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
		const path = join(folder, entry.name);
		if (entry.isDirectory()) return testsIn(path);
		return entry.name.endsWith('.test.ts') ? [path] : [];
	});

/** The names that a file imports from packages, each with its package. @param {string} text */
function packagesIn(text) {
	const names = [...text.matchAll(/import (?:\* as )?(\{[^}]*\}|\w+)[^;]*? from '([^.$'][^']*)'/g)];
	return names
		.filter(([, , from = '']) => !/^(node:|vitest|fast-check)/.test(from))
		.flatMap(([, what = '', from = '']) =>
			(what.match(/\w+/g) ?? []).map((name) => /** @type {const} */ ([name, from]))
		);
}

/** @param {string} file @returns {{ name: string, sources: string[] }[]} */
function heldIn(file) {
	const text = readFileSync(file, 'utf8');
	const packages = packagesIn(text);
	const blocks = [...text.matchAll(/^(?:\t*\/\/.*\n)*(\t*)(test|describe)(?:\.each)?\(/gm)];
	/** What stands over the tests within a group: its own name and what is said before it. @type {{ depth: number, words: string }[]} */
	let over = [];
	const tests = blocks.flatMap(({ index, 0: head, 1: indent = '', 2: kind }, k) => {
		const own = text.slice(index, blocks[k + 1]?.index);
		over = over.filter(({ depth }) => depth < indent.length);
		if (kind === 'test') return [{ own, above: over.map(({ words }) => words).join('\n') }];
		over.push({ depth: indent.length, words: head + own.slice(head.length).split('\n', 1)[0] });
		return [];
	});
	return tests.map(({ own, above }) => {
		const name = /(['`])((?:(?!\1).)+)\1,\s*(?:async )?(?:\(|\[)/.exec(own)?.[2] ?? '';
		const found = said.flatMap(([pattern, shown]) =>
			(`${above}\n${own}`.match(pattern) ?? []).map(shown)
		);
		const asked = packages.flatMap(([imported, from]) =>
			new RegExp(`\\b${imported}\\b`).test(own) ? [`package ${from}`] : []
		);
		return {
			name,
			sources: [...new Set([...found.filter((one) => !NO_AUTHOR.test(one)), ...asked])]
		};
	});
}

const files = testsIn(join(root, 'src/core'))
	.sort()
	.map((file) => ({ file: relative(join(root, 'src/core'), file), tests: heldIn(file) }));
const all = files.flatMap(({ tests }) => tests);
const outside = all.filter(({ sources }) => sources.some((one) => !/invariant|our own/.test(one)));
const invariants = all.filter(({ sources }) => sources.includes('invariant over generated cases'));
const escaped = (/** @type {string} */ words) => words.replace(/\|/g, '\\|');
const lines = [
	'# What the tests of the core are held to',
	'',
	'Made by `npm run sources` from the tests themselves.',
	'',
	`Of ${all.length} tests ${outside.length} are held to something outside the project, ${invariants.length} are invariants over generated cases; the others hold cases that were worked out by hand, our own plain reference, or what was decided. A family of cases counts once.`
];
for (const { file, tests } of files) {
	const held = tests.filter(({ sources }) => sources.length > 0);
	if (held.length === 0) continue;
	lines.push('', `## ${file}`, '', '| test | held to |', '|---|---|');
	for (const { name, sources } of held)
		lines.push(`| ${escaped(name)} | ${escaped(sources.join('; '))} |`);
}
const out = join(root, 'docs/sources.md');
const options = await resolveConfig(out);
writeFileSync(out, await format(`${lines.join('\n')}\n`, { ...options, filepath: out }));
console.log(
	`${outside.length} of ${all.length} tests are held to something outside; see docs/sources.md.`
);
