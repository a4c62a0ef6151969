/**
 * A PostgreSQL server for tests and benchmarks, from Debian's packages: unprivileged, on a socket in a temporary
 * folder, gone when it is stopped.
 */
import { execFileSync, spawn } from 'node:child_process';
import {
	chownSync,
	existsSync,
	mkdtempSync,
	readdirSync,
	readFileSync,
	rmSync,
	writeFileSync
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { aptInstall } from './prepare.mjs';

const VERSIONS = '/usr/lib/postgresql';
const OLDEST = 15;
const isRoot = process.getuid?.() === 0;

/** @returns {string | null} the folder of the newest server's programs */
function found() {
	const versions = existsSync(VERSIONS) ? readdirSync(VERSIONS).map(Number) : [];
	const usable = versions
		.filter(
			(version) => version >= OLDEST && existsSync(join(VERSIONS, `${version}`, 'bin', 'initdb'))
		)
		.sort((a, b) => b - a);
	return usable.length > 0 ? join(VERSIONS, `${usable[0]}`, 'bin') : null;
}

/** The server's programs, from Debian's packages. @returns {string} their folder */
export function ensurePostgres() {
	const there = found();
	if (there) return there;
	console.log('Installing PostgreSQL from the Debian packages (once) …');
	aptInstall('postgresql');
	const now = found();
	if (!now)
		throw new Error('Debian’s package “postgresql” brought no server of version 15 or later.');
	return now;
}

/**
 * Starts a server with data of its own.
 *
 * @param {{ settings?: readonly string[] }} [options] further settings, as name=value
 */
export async function startPostgres({ settings = [] } = {}) {
	const bin = ensurePostgres();
	const folder = mkdtempSync(join(tmpdir(), 'gravitas-postgres-'));
	// A server refuses to run as root.
	const asUser = isRoot ? ['runuser', '-u', 'postgres', '--'] : [];
	if (isRoot) {
		const id = (/** @type {string} */ which) =>
			Number(execFileSync('id', [which, 'postgres'], { encoding: 'utf8' }));
		chownSync(folder, id('-u'), id('-g'));
	}
	const data = join(folder, 'data');
	/** @param {string[]} command */
	const run = (command) => {
		const [file = '', ...args] = [...asUser, ...command];
		execFileSync(file, args, { cwd: folder, stdio: ['ignore', 'ignore', 'pipe'] });
	};
	run([
		join(bin, 'initdb'),
		'-D',
		data,
		'-U',
		'postgres',
		'-A',
		'trust',
		'-E',
		'UTF8',
		'--no-sync',
		'--data-checksums',
		'--locale=C.UTF-8'
	]);

	/** @type {import('node:child_process').ChildProcess | null} */
	let server = null;
	/** @param {string} database */
	const url = (database) =>
		`postgres:///${database}?host=${encodeURIComponent(folder)}&user=postgres`;
	const processId = () => Number(readFileSync(join(data, 'postmaster.pid'), 'utf8').split('\n')[0]);
	/** @param {string} database @param {string} sql */
	const sql = (database, sql) =>
		run([join(bin, 'psql'), '-h', folder, '-U', 'postgres', '-d', database, '-qc', sql]);

	const begin = async () => {
		const options = [
			'listen_addresses=',
			`unix_socket_directories=${folder}`,
			'log_min_messages=fatal',
			...settings
		];
		const [file = '', ...args] = [
			...asUser,
			join(bin, 'postgres'),
			'-D',
			data,
			...options.flatMap((one) => ['-c', one])
		];
		server = spawn(file, args, { cwd: folder, stdio: 'ignore' });
		for (let waited = 0; waited < 60_000; waited += 50) {
			try {
				run([join(bin, 'pg_isready'), '-q', '-h', folder]);
				return;
			} catch {
				await new Promise((resolve) => setTimeout(resolve, 50));
			}
		}
		throw new Error('PostgreSQL did not start within a minute.');
	};
	/** @param {NodeJS.Signals} signal SIGINT ends it after a rollback of all, SIGQUIT as a crash does */
	const end = async (signal) => {
		if (!server || server.exitCode !== null) return;
		const ended = new Promise((resolve) => server?.once('exit', resolve));
		process.kill(processId(), signal);
		await ended;
		server = null;
	};
	await begin();
	return {
		url,
		sql,
		/** @param {string} name @returns its address */
		database: (name) => {
			sql('postgres', `create database "${name}"`);
			return url(name);
		},
		/** A user whom the server asks for a password. @param {string} user @param {string} password */
		guard: (user, password) => {
			sql('postgres', `create user "${user}" password '${password}'`);
			const rules = join(data, 'pg_hba.conf');
			writeFileSync(rules, `local all "${user}" scram-sha-256\n${readFileSync(rules, 'utf8')}`);
			sql('postgres', 'select pg_reload_conf()');
		},
		begin,
		end,
		stop: async () => {
			await end('SIGQUIT');
			rmSync(folder, { recursive: true, force: true });
		}
	};
}
