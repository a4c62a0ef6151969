import { dirname, posix, relative, sep } from 'node:path';

/** The core's floors, each on top of the ones before it. */
const ground = ['core/quantity'];
const stuff = [...ground, 'core/material', 'core/belief', 'core/body'];
const sinking = [...stuff, 'core/water'];
const drifting = [...sinking, 'core/sink'];
const answering = [...drifting, 'core/drift', 'core/fly', 'core/rig'];
const choosing = [...answering, 'core/predict'];

/** What every room of lib above the data may know. */
const data = ['lib/documents', 'lib/contract', 'core/*'];
const below = ['lib/api', 'lib/evidence', ...data];

/**
 * Who may know whom: the arrows of the house, pointing down only. A room that is not listed may
 * not be entered or left, so a new one has to be given its place here.
 *
 * @type {Readonly<Record<string, readonly string[]>>}
 */
const arrows = {
	'core/quantity': [],
	'core/material': ground,
	'core/belief': [...ground, 'core/material'],
	'core/body': ground,
	'core/water': stuff,
	'core/fly': stuff,
	'core/rig': stuff,
	'core/sink': sinking,
	'core/drift': drifting,
	'core/predict': answering,
	'core/match': choosing,
	'core/learn': choosing,
	'core/batch': choosing,
	'core/format': choosing,
	'lib/contract': ['core/*'],
	'lib/documents': ['lib/contract', 'core/*'],
	'lib/evidence': data,
	'lib/api': data,
	'lib/workers': [...data, 'lib/api', 'lib/evidence'],
	'lib/server': ['lib/workers', ...below],
	'lib/ui': ['lib/documents', 'lib/contract', 'core/*'],
	'lib/state': ['lib/workers', ...below],
	'lib/controls': ['lib/ui', ...below],
	'lib/devices': ['lib/ui', 'lib/state', ...below],
	'lib/frame': ['lib/ui', 'lib/state', ...below],
	'lib/strip': ['lib/frame', 'lib/controls', 'lib/ui', 'lib/state', ...below],
	'lib/views': [
		...['lib/strip', 'lib/devices', 'lib/frame', 'lib/controls', 'lib/ui', 'lib/state'],
		...below
	],
	routes: ['lib/*', 'core/*'],
	params: ['lib/documents'],
	hooks: ['lib/*']
};

/** Each view is a room of its own. @param {string} path below src, with forward slashes @returns {string} */
function roomOf(path) {
	const [first = '', second = '', third = ''] = path.split('/');
	if (second === 'views') return `lib/views/${third}`;
	if (first === 'core' || first === 'lib') return `${first}/${second}`;
	return first.startsWith('hooks.') ? 'hooks' : first;
}

/** @param {string} from @param {string} to */
function allowed(from, to) {
	const list = arrows[from.startsWith('lib/views/') ? 'lib/views' : from] ?? [];
	return list.includes(to) || list.includes(`${to.split('/')[0]}/*`);
}

/** @type {import('eslint').Rule.RuleModule} */
const rule = {
	meta: {
		type: 'problem',
		messages: {
			arrow: '{{from}} must not know {{to}} (tools/eslint-arrows.js says who may know whom).',
			inside: 'Import {{to}} through its index, not its inner files.',
			pure: 'The core knows no package and no platform: {{source}}.'
		},
		schema: []
	},
	create(context) {
		const root = posix.join(context.cwd.split(sep).join('/'), 'src');
		const file = context.filename.split(sep).join('/');
		const here = relative(root, file).split(sep).join('/');
		if (here.startsWith('..') || /\.test(ing)?\.ts$/.test(here)) return {};
		const from = roomOf(here);
		/** @param {import('estree').Node} node @param {unknown} source */
		const check = (node, source) => {
			if (typeof source !== 'string') return;
			const target = source.startsWith('.')
				? posix.join(dirname(here), source)
				: source.startsWith('$core/')
					? `core/${source.slice(6)}`
					: source.startsWith('$lib/')
						? `lib/${source.slice(5)}`
						: null;
			if (target === null) {
				if (from.startsWith('core/')) context.report({ node, messageId: 'pure', data: { source } });
				return;
			}
			if (target.startsWith('..') || !target.includes('/')) return;
			const to = roomOf(target);
			if (to === from || target.includes('$types')) return;
			if (!allowed(from, to)) context.report({ node, messageId: 'arrow', data: { from, to } });
			else if (to.startsWith('core/') && target !== `${to}/index`) {
				context.report({ node, messageId: 'inside', data: { to } });
			}
		};
		return {
			ImportDeclaration: (node) => check(node, node.source.value),
			ExportNamedDeclaration: (node) => check(node, node.source?.value),
			ExportAllDeclaration: (node) => check(node, node.source.value),
			ImportExpression: (node) =>
				check(node, node.source.type === 'Literal' ? node.source.value : null)
		};
	}
};

export default rule;
