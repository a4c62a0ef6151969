import { readdirSync } from 'node:fs';
import { join } from 'node:path';

/** The core's floors, each on top of the ones before it. */
const ground = ['core/quantity'];
const stuff = [...ground, 'core/material', 'core/parameter', 'core/body'];
const sinking = [...stuff, 'core/water'];
const drifting = [...sinking, 'core/sink'];
const answering = [...drifting, 'core/drift', 'core/fly', 'core/rig'];
const choosing = [...answering, 'core/predict'];

/** What every room of lib above the data may know. */
const data = ['lib/documents', 'lib/contract', 'core/*'];
const below = ['lib/api', 'lib/evidence', ...data];

/**
 * Who may know whom: the arrows of the house, pointing down only. A room that is not listed may
 * not be entered or left, so a new one has to be given its place here; of the core's only the index.
 *
 * @type {Readonly<Record<string, readonly string[]>>}
 */
const arrows = {
	'core/quantity': [],
	'core/material': ground,
	'core/parameter': [...ground, 'core/material'],
	'core/body': ground,
	'core/water': stuff,
	'core/fly': stuff,
	// The flies of a cast are part of its rig.
	'core/rig': [...stuff, 'core/fly'],
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
	// The river card: a page that has nothing of the app beside it.
	'lib/card': ['lib/ui', 'lib/documents', 'lib/contract', 'core/*'],
	'lib/devices': ['lib/ui', 'lib/state', ...below],
	'lib/frame': ['lib/ui', 'lib/state', ...below],
	'lib/strip': ['lib/frame', 'lib/controls', 'lib/ui', 'lib/state', ...below],
	'lib/views': [
		'lib/card',
		'lib/strip',
		'lib/devices',
		'lib/frame',
		'lib/controls',
		'lib/ui',
		'lib/state',
		...below
	],
	routes: ['app.css', 'lib/*', 'core/*'],
	params: ['lib/documents'],
	hooks: ['lib/*']
};

const rooms = (/** @type {string} */ path) =>
	readdirSync(path, { withFileTypes: true }).flatMap((entry) =>
		entry.isDirectory() ? [entry.name] : []
	);

/**
 * The table as zones of `import-x/no-restricted-paths`.
 *
 * @param {string} src the folder with everything
 * @throws Error where a folder has no place in the table
 */
export function zones(src) {
	const there = ['core', 'lib'].flatMap((first) =>
		rooms(join(src, first)).map((second) => `${first}/${second}`)
	);
	const homeless = there.filter((room) => !arrows[room]);
	if (homeless.length > 0)
		throw new Error(`tools/arrows.js does not say who may know whom for ${homeless.join(', ')}.`);
	/** Files that may be known of a room or, with a star, of all. @param {string} to */
	const open = (to) => {
		const [first, second] = to.split('/');
		const meant = second === '*' ? there.filter((room) => room.startsWith(`${first}/`)) : [to];
		return meant.map((room) => (room.startsWith('core/') ? `${room}/index.ts` : room));
	};
	/** @param {string} target @param {string} room @param {string[]} own */
	const zone = (target, room, own) => ({
		target: join(src, target),
		from: src,
		except: [...own, ...(arrows[room] ?? []).flatMap(open)],
		message: `tools/arrows.js says whom ${room} may know, and of the core's rooms only the index.`
	});
	return Object.keys(arrows).flatMap((room) => {
		// Each view is a room of its own.
		if (room === 'lib/views')
			return rooms(join(src, room)).map((view) => zone(join(room, view), room, [join(room, view)]));
		if (room === 'hooks') return [zone('hooks.*', room, [])];
		return [zone(room, room, [room])];
	});
}
