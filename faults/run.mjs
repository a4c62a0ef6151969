/**
 * npm run faults            the long run: 1000 kills, half of them inside actions, imports, batches, restores and
 *                           copies, 100 power cuts, every table's pages damaged in four ways and more (hours)
 * npm run faults -- --short a short run of the same, as npm test does it
 * npm run faults -- kills   one part of it alone: kills, inside, creations, power, stops, two, disks, clock,
 *                           permissions, damages, pages, slow, bad, soak, several, moves; so often as is said after it
 *
 * Also disks that are full, slow or read-only, a clock that is set back, and 20 000 bad requests.
 * Prints its counts; ends with code 1 when anything acknowledged was lost, or a folder neither opened
 * nor was said to be damaged.
 */
import {
	chmodSync,
	chownSync,
	cpSync,
	existsSync,
	mkdirSync,
	mkdtempSync,
	readdirSync,
	readFileSync,
	rmSync,
	statSync,
	truncateSync,
	utimesSync,
	writeFileSync
} from 'node:fs';
import { spawn } from 'node:child_process';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureBuilt, ensureChromium, ensureInstalled, root } from '../scripts/prepare.mjs';
import { launch, open, Writer } from './harness.mjs';
import { killsInside } from './operations.mjs';
import { killedMoves } from './moves.mjs';
import { damagedPages } from './pages.mjs';
import { killsOfSeveral } from './several.mjs';
import { soak } from './soak.mjs';

const short = process.argv.includes('--short');
ensureInstalled();
const build = ensureBuilt();
// A run is long, and only the newest builds are kept.
setInterval(() => utimesSync(build, new Date(), new Date()), 10_000).unref();
const home = mkdtempSync(join(tmpdir(), 'gravitas-faults-'));
const pause = (/** @type {number} */ ms) => new Promise((resolve) => setTimeout(resolve, ms));
const upTo = (/** @type {number} */ most) => Math.random() * most;

/** @type {string[]} */
const failures = [];
/** @param {string} what @param {string[]} lost */
function judge(what, lost) {
	for (const words of lost) {
		failures.push(`${what}: ${words}`);
		// A long run says it at once, and not only when it has come to its end.
		console.error(`LOST  ${what}: ${words}`);
	}
}
const began = Date.now();
/** @param {string} line */
const say = (line) =>
	console.log(`${((Date.now() - began) / 1000).toFixed(0).padStart(5)} s  ${line}`);

/** @param {number} rounds kills under writes, every fourth of them while it starts */
async function kills(rounds) {
	const folder = join(home, 'kills');
	const writer = new Writer();
	await (await open(folder, build)).stop();
	for (let i = 0; i < rounds; i++) {
		if (i > 0 && i % 50 === 0) say(`… ${i} kills`);
		const starting = launch(folder, build);
		if (i % 4 === 3) {
			await pause(upTo(1500));
			await starting.kill();
			continue;
		}
		const server = await starting.ready;
		if (!('address' in server)) {
			judge(`kill ${i}`, [`did not open: ${server.said}`]);
			return;
		}
		judge(`kill ${i}`, await writer.lost(server));
		writer.start(server);
		await pause(50 + upTo(800));
		await server.kill();
		await writer.stop();
	}
	const server = await open(folder, build);
	judge('after the kills', await writer.lost(server));
	await server.stop();
	say(`${rounds} kills under writes or at the start: ${writer.acknowledged} changes acknowledged`);
}

/** @param {number} rounds kills while the data folder is made for the first time */
async function firstCreations(rounds) {
	for (let i = 0; i < rounds; i++) {
		const folder = join(home, `first-${i}`);
		const starting = launch(folder, build);
		await pause(upTo(7000));
		await starting.kill();
		const server = await launch(folder, build).ready;
		if ('address' in server) {
			const flies = await (await fetch(new URL('/api/flies', server.address))).json();
			if (flies.length !== 1) judge(`first creation ${i}`, [`${flies.length} flies, not one`]);
			await server.stop();
		} else judge(`first creation ${i}`, [`did not open: ${server.said}`]);
		rmSync(folder, { recursive: true });
	}
	say(`${rounds} kills during the first creation: each opened afterwards`);
}

/** @param {number} rounds starts from a copy that holds only what was fsynced; the first creation in every tenth */
async function powerCuts(rounds) {
	let folder = join(home, 'power');
	let writer = new Writer();
	await (await open(folder, build)).stop();
	let acknowledged = 0;
	for (let i = 0; i < rounds; i++) {
		const shadow = join(home, `power-${i}`);
		if (i % 10 === 9) {
			rmSync(folder, { recursive: true });
			acknowledged += writer.acknowledged;
			writer = new Writer();
		} else cpSync(folder, shadow, { recursive: true });
		const starting = launch(folder, build, { GRAVITAS_SHADOW: shadow });
		const isFirst = !existsSync(shadow);
		if (isFirst && i % 20 === 9) await Promise.race([starting.ready, pause(upTo(9000))]);
		else {
			const server = await starting.ready;
			if (!('address' in server)) {
				judge(`power cut ${i}`, [`did not open: ${server.said}`]);
				return;
			}
			judge(`power cut ${i}`, await writer.lost(server));
			writer.start(server);
			await pause(100 + upTo(900));
		}
		await starting.kill();
		await writer.stop();
		rmSync(folder, { recursive: true, force: true });
		folder = shadow;
		const server = await launch(folder, build).ready;
		if (!('address' in server)) {
			judge(`power cut ${i}`, [`did not open afterwards: ${server.said}`]);
			return;
		}
		judge(`power cut ${i}`, await writer.lost(server));
		await server.stop();
	}
	acknowledged += writer.acknowledged;
	say(`${rounds} power cuts (only fsynced bytes left): ${acknowledged} changes acknowledged`);
}

/** @param {number} rounds */
async function twoAtOnce(rounds) {
	const folder = join(home, 'two');
	const writer = new Writer();
	for (let i = 0; i < rounds; i++) {
		const server = await open(folder, build);
		judge('two at once', await writer.lost(server));
		writer.start(server);
		const second = await launch(folder, build).ready;
		if ('address' in second || second.code !== 2 || !second.said.includes('already running')) {
			judge('two at once', ['the second process was not refused']);
		}
		await writer.stop();
		judge('two at once', await writer.lost(server));
		await server.stop();
	}
	say(`${rounds} second processes on a folder in use: each refused in words`);
}

/** @param {number} rounds ends by SIGTERM with requests under way */
async function stops(rounds) {
	const folder = join(home, 'stops');
	const writer = new Writer();
	let longest = 0;
	for (let i = 0; i < rounds; i++) {
		const server = await open(folder, build);
		judge('stop', await writer.lost(server));
		writer.start(server);
		await pause(100 + upTo(700));
		const asked = Date.now();
		const code = await server.stop();
		longest = Math.max(longest, Date.now() - asked);
		await writer.stop();
		if (code !== 0) judge('stop', [`ended with code ${code}`]);
	}
	const server = await open(folder, build);
	judge('stop', await writer.lost(server));
	await server.stop();
	say(
		`${rounds} ends by SIGTERM under writes: code 0 each, the longest took ${longest} ms, ${writer.acknowledged} changes acknowledged`
	);
}

/** @param {'full' | 'quietly full' | 'stuck'} kind a disk that fills up, or a write that never returns */
async function trouble(kind) {
	const folder = join(home, kind.replace(' ', '-'));
	const file = join(home, 'trouble');
	const writer = new Writer();
	const server = await open(folder, build, { GRAVITAS_TROUBLE: file });
	writer.start(server);
	await pause(800);
	await writer.stop();
	writeFileSync(file, kind);
	const tried = Date.now();
	const response = await fetch(new URL('/api/rivers', server.address), {
		method: 'POST',
		body: JSON.stringify({ name: 'Not kept', body: { temperatureC: 8 } })
	});
	const { message } = await response.json();
	const took = ((Date.now() - tried) / 1000).toFixed(1);
	if (response.status < 500 || typeof message !== 'string') {
		judge(kind, [`a write was answered ${response.status} ${message}`]);
	}
	rmSync(file);
	judge(kind, await writer.lost(server));
	writer.start(server);
	await pause(500);
	await writer.stop();
	judge(kind, await writer.lost(server));
	if (kind === 'full') {
		await server.stop();
		writeFileSync(file, kind);
		const refused = await launch(folder, build, { GRAVITAS_TROUBLE: file }).ready;
		if ('address' in refused || !/has 0 MB left/.test(refused.said)) {
			judge(kind, ['a start on a full disk was not refused in words']);
		}
		rmSync(file);
	} else await server.stop();
	say(`disk ${kind}: ${response.status} after ${took} s (“${message}”), and it went on afterwards`);
}

/** A copy on a full disk is refused in words, and leaves nothing half made. */
async function fullCopies() {
	const folder = join(home, 'copies');
	const file = join(home, 'trouble');
	const server = await open(folder, build, { GRAVITAS_TROUBLE: file });
	const copy = () => fetch(new URL('/api/backups', server.address), { method: 'POST' });
	if (!(await copy()).ok) judge('copies', ['no copy was made on a sound disk']);
	writeFileSync(file, 'quietly full');
	const response = await copy();
	const { message } = await response.json();
	rmSync(file);
	const left = readdirSync(join(folder, 'backups')).filter((name) => name.endsWith('.part'));
	if (response.status !== 507 || !/full.*Make room/.test(message)) {
		judge('copies', [`a copy on a full disk was answered ${response.status} ${message}`]);
	}
	if (left.length > 0) judge('copies', [`${left} was left`]);
	if (!(await copy()).ok) judge('copies', ['no copy was made once there was room']);
	await server.stop();
	say(`a copy on a full disk: ${response.status} (“${message}”)`);
}

/** Edits that were minutes apart stay two, though the clock was set back between them. */
async function clockBack() {
	const folder = join(home, 'clock');
	const file = join(home, 'trouble');
	const server = await open(folder, build, { GRAVITAS_TROUBLE: file });
	const at = (/** @type {string} */ path) => new URL(path, server.address);
	const first = async () => (await (await fetch(at('/api/rivers'))).json())[0];
	const warm = async (/** @type {number} */ temperatureC) => {
		const { id, name, body, revision } = await first();
		await fetch(at(`/api/rivers/${id}`), {
			method: 'PUT',
			headers: { 'content-type': 'application/json' },
			body: JSON.stringify({ name, revision, body: { ...body, temperatureC } })
		});
	};
	await warm(11);
	await pause(3500);
	// So that by the day's clock the second comes half a second after the first.
	writeFileSync(file, 'clock -3000');
	await pause(300);
	await warm(12);
	await fetch(at('/api/undo'), { method: 'POST' });
	const { temperatureC } = (await first()).body;
	if (temperatureC !== 11) judge('clock', [`one undo went from 12 to ${temperatureC}, not to 11`]);
	rmSync(file);
	await server.stop();
	say('a clock set back between two edits: each is undone by itself');
}

/** What is made in a folder that a person has is closed to others; a folder that may not be written is said. */
async function permissions() {
	const folder = join(home, 'permissions');
	mkdirSync(folder, { mode: 0o755 });
	chmodSync(folder, 0o755);
	const server = await open(folder, build);
	await fetch(new URL('/api/backups', server.address), { method: 'POST' });
	await server.stop();
	const made = readdirSync(folder, { recursive: true, encoding: 'utf8' });
	const others = made.filter((name) => statSync(join(folder, name)).mode & 0o077);
	if (others.length > 0) judge('permissions', [`others may read ${others.slice(0, 5)}`]);
	if ((statSync(folder).mode & 0o777) !== 0o755) judge('permissions', ['the folder was changed']);

	// Nothing is closed to root.
	const who = process.getuid?.() === 0 ? { uid: 65534, gid: 65534 } : {};
	for (const name of ['', ...made]) {
		if (who.uid !== undefined) chownSync(join(folder, name), who.uid, who.gid);
	}
	chmodSync(home, 0o755);
	chmodSync(folder, 0o500);
	const refused = await launch(folder, build, {}, who).ready;
	chmodSync(folder, 0o700);
	if ('address' in refused) {
		judge('permissions', ['a read-only folder was opened']);
		await refused.stop();
	} else if (
		refused.code !== 2 ||
		!/cannot write to its data folder.*GRAVITAS_DATA/.test(refused.said)
	) {
		judge('permissions', [`a read-only folder was said as: ${refused.said}`]);
	}
	say(
		`${made.length} files and folders that it makes: closed to others; a read-only folder: said at the start`
	);
}

/** A start on a disk so slow that it takes minutes is waited for; one that stands still is no damage. */
async function slowStarts() {
	const folder = join(home, 'slow');
	const file = join(home, 'trouble');
	const env = { GRAVITAS_TROUBLE: file };
	const writer = new Writer();
	let server = await open(folder, build);
	writer.start(server);
	await pause(1000);
	await writer.stop();
	await server.kill();
	writeFileSync(file, 'slow 400');
	const began = Date.now();
	server = await open(folder, build, env);
	const took = Math.round((Date.now() - began) / 1000);
	rmSync(file);
	if (!/still being opened/.test(server.said())) judge('slow', ['nothing was said meanwhile']);
	if (took < 100) judge('slow', [`the start took ${took} s only: this tries nothing`]);
	judge('slow', await writer.lost(server));
	await server.kill();
	writeFileSync(file, 'stuck');
	const found = await launch(folder, build, env).ready;
	rmSync(file);
	if (
		'address' in found ||
		found.code !== 2 ||
		!/nothing says that it is damaged/.test(found.said)
	) {
		judge('slow', [`a disk that does not answer was said as: ${'said' in found && found.said}`]);
	}
	server = await open(folder, build);
	judge('slow', await writer.lost(server));
	await server.stop();
	say(`a start that took ${took} s was waited for; one that stood still was no damage`);
}

/** Twenty thousand bad requests, by the end-to-end test that sends two thousand. */
async function badRequests() {
	const playwright = join(root, 'node_modules', '@playwright', 'test', 'cli.js');
	const child = spawn(process.execPath, [playwright, 'test', 'e2e/bad-requests.test.ts'], {
		cwd: root,
		env: { ...process.env, GRAVITAS_BAD_REQUESTS: '20000', CHROMIUM: ensureChromium() },
		stdio: 'inherit'
	});
	const code = await new Promise((resolve) => child.once('exit', resolve));
	if (code !== 0) judge('bad requests', [`the test ended with ${code}`]);
	say('20 000 bad requests');
}

/** @param {number} rounds damages of every kind: open with everything, or say why */
async function damages(rounds) {
	const whole = join(home, 'whole');
	const writer = new Writer();
	let server = await open(whole, build);
	writer.start(server);
	await pause(1500);
	await writer.stop();
	await server.stop();
	const database = join(whole, 'database');
	const files = readdirSync(database, { recursive: true, encoding: 'utf8' }).filter((name) => {
		const { size } = statSync(join(database, name));
		return statSync(join(database, name)).isFile() && size > 0 && !name.endsWith('.conf');
	});
	const count = { opened: 0, said: 0 };
	for (let i = 0; i < rounds; i++) {
		const folder = join(home, `damaged-${i}`);
		cpSync(whole, folder, { recursive: true });
		const name = files[Math.floor(upTo(files.length))] ?? '';
		const path = join(folder, 'database', name);
		const how = ['flipped', 'cut short', 'removed'][i % 3] ?? '';
		if (how === 'flipped') {
			const bytes = readFileSync(path);
			const at = Math.floor(upTo(bytes.length));
			for (let k = at; k < Math.min(at + 16, bytes.length); k++) bytes[k] = ~(bytes[k] ?? 0);
			writeFileSync(path, bytes);
		} else if (how === 'cut short') truncateSync(path, Math.floor(statSync(path).size / 2));
		else rmSync(path);
		const found = await launch(folder, build).ready;
		if ('address' in found) {
			count.opened++;
			const copy = Object.assign(new Writer(), { flies: new Map(writer.flies) });
			judge(`${name} ${how}`, await copy.lost(found));
			await found.stop();
		} else if (found.code === 2 && /damaged|another version|no database/.test(found.said))
			count.said++;
		else judge(`${name} ${how}`, [`ended with ${found.code} and no reason: ${found.said}`]);
		rmSync(folder, { recursive: true });
	}
	say(
		`${rounds} damaged folders: ${count.opened} opened with everything in them, ${count.said} said why not`
	);
}

/** Every part, with how often in a short and in a long run; 0: not in a short one. */
const parts = {
	kills: { short: 4, long: 500, run: kills },
	inside: {
		short: 5,
		long: 500,
		run: (/** @type {number} */ rounds) => killsInside(home, build, rounds, judge, say)
	},
	creations: { short: 1, long: 20, run: firstCreations },
	power: { short: 2, long: 100, run: powerCuts },
	stops: { short: 1, long: 20, run: stops },
	two: { short: 1, long: 5, run: twoAtOnce },
	disks: {
		short: 1,
		long: 3,
		run: async (/** @type {number} */ kinds) => {
			for (const kind of /** @type {const} */ (['full', 'quietly full', 'stuck']).slice(0, kinds)) {
				await trouble(kind);
			}
			await fullCopies();
		}
	},
	clock: { short: 1, long: 1, run: clockBack },
	permissions: { short: 1, long: 1, run: permissions },
	damages: { short: 3, long: 60, run: damages },
	pages: {
		short: 4,
		long: Infinity,
		run: async (/** @type {number} */ most) => say(await damagedPages(home, build, most, judge))
	},
	slow: { short: 0, long: 1, run: slowStarts },
	several: {
		short: 4,
		long: 200,
		run: async (/** @type {number} */ rounds) =>
			say(await killsOfSeveral(rounds, home, build, judge))
	},
	moves: {
		short: 1,
		long: 30,
		run: async (/** @type {number} */ rounds) => say(await killedMoves(rounds, home, build, judge))
	},
	bad: { short: 0, long: 1, run: badRequests },
	soak: {
		short: 0,
		long: 100_000,
		run: async (/** @type {number} */ requests) => say(await soak(home, build, requests, judge))
	}
};

const [alone, often] = process.argv.slice(2).filter((word) => !word.startsWith('--'));
if (alone && !Object.hasOwn(parts, alone)) {
	console.error(`There is no part “${alone}”; there are ${Object.keys(parts).join(', ')}.`);
	process.exit(2);
}
try {
	for (const [name, { short: few, long: many, run }] of Object.entries(parts)) {
		if (alone && name !== alone) continue;
		const rounds = (alone && Number(often)) || (short ? few : many);
		if (rounds > 0) await run(rounds);
	}
} finally {
	rmSync(home, { recursive: true, force: true });
}
say(failures.length === 0 ? 'Nothing was lost.' : `${failures.length} failures.`);
process.exit(failures.length === 0 ? 0 : 1);
