import { spawn, type ChildProcess } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import axe from 'axe-core';
import { expect, test as base, type Locator, type Page } from '@playwright/test';

export interface Server {
	readonly address: string;
	readonly output: () => string;
	/** Memory that the process holds now, in bytes. */
	readonly memory: () => number;
	/** Sends the signal and waits for the end. @returns exit code and milliseconds */
	stop(signal?: NodeJS.Signals): Promise<{ code: number | null; took: number }>;
}

interface StartOptions {
	readonly demo?: boolean;
	readonly flags?: string[];
	readonly port?: number;
	/** Further settings of the environment. */
	readonly env?: Readonly<Record<string, string>>;
}

/** Starts the program as a person does, and waits until it says where it is. */
export async function startServer(folder: string, options: StartOptions = {}): Promise<Server> {
	const { demo = true, flags = [], port = 0, env = {} } = options;
	const child = launch(folder, demo, flags, port, env);
	let text = '';
	// Not by what Playwright waits with: that ends with the test in which a spare one was started.
	const address = await new Promise<string>((resolve, reject) => {
		const fail = (why: string) => reject(new Error(`The program ${why}:\n${text}`));
		const late = setTimeout(fail, 90_000, 'did not say within 90 s where it is');
		child.once('exit', (code) => (clearTimeout(late), fail(`ended with ${code}`)));
		const listen = (chunk: Buffer) => {
			text += chunk.toString();
			// To the end of the word: what is said may come in pieces.
			const [, found] = /open at (http:[^\s"]+)[\s"]/.exec(text) ?? [];
			if (!found) return;
			clearTimeout(late);
			resolve(found);
		};
		child.stdout?.on('data', listen);
		child.stderr?.on('data', listen);
	});
	return {
		address,
		output: () => text,
		memory: () => {
			const status = readFileSync(`/proc/${child.pid}/status`, 'utf8');
			return Number(/VmRSS:\s+(\d+) kB/.exec(status)![1]) * 1024;
		},
		stop: async (signal = 'SIGINT') => {
			const start = Date.now();
			const ended = new Promise<number | null>((resolve) => child.once('exit', resolve));
			if (child.exitCode === null && child.signalCode === null) child.kill(signal);
			else return { code: child.exitCode, took: 0 };
			return { code: await ended, took: Date.now() - start };
		}
	};
}

export function launch(
	folder: string,
	demo: boolean,
	flags: string[],
	port: number,
	env: Readonly<Record<string, string>> = {}
): ChildProcess {
	return spawn(process.execPath, ['scripts/start.mjs', ...(demo ? ['--demo'] : []), ...flags], {
		env: {
			...process.env,
			...env,
			GRAVITAS_DATA: folder,
			GRAVITAS_DEMO_DATA: folder,
			GRAVITAS_PORT: String(port)
		},
		stdio: ['ignore', 'pipe', 'pipe']
	});
}

export function temporaryFolder(): { path: string; remove: () => void } {
	const path = mkdtempSync(join(tmpdir(), 'gravitas-e2e-'));
	return { path, remove: () => rmSync(path, { recursive: true, force: true }) };
}

interface Demo extends Server {
	readonly strip: object;
}

/** A server on a copy of the demo's data as they are made at the first start; the copy goes with it. */
async function onCopy(seed: string): Promise<Demo> {
	const folder = temporaryFolder();
	const data = join(folder.path, 'data');
	cpSync(seed, data, { recursive: true });
	const server = await startServer(data);
	const snapshot = await fetch(new URL('api/snapshot', server.address));
	const { strip } = (await snapshot.json()) as { strip: object };
	const stop: Server['stop'] = async (signal) => {
		const ended = await server.stop(signal);
		folder.remove();
		return ended;
	};
	return { ...server, strip, stop };
}

/** The servers that the files run on, each on data of its own: what one changed is not found by the next. */
class DemoServers {
	private readonly seed = temporaryFolder();
	private running: { file: string; server: Demo } | null = null;
	/** Started while the file before is run, so that the next need not wait. */
	private spare: Promise<Demo> | null = null;

	async prepare(): Promise<void> {
		await (await startServer(this.seed.path)).stop();
	}

	async of(file: string): Promise<Demo> {
		if (this.running?.file === file) return this.running.server;
		const before = this.running?.server.stop();
		const server = await (this.spare ?? onCopy(this.seed.path));
		this.running = { file, server };
		await before;
		this.spare = onCopy(this.seed.path);
		// Whoever takes it hears of it.
		this.spare.catch(() => undefined);
		return server;
	}

	async end(): Promise<void> {
		await this.running?.server.stop();
		await (await this.spare)?.stop();
		this.seed.remove();
	}
}

/** A page on the demo, with a server that the whole file shares; fails on anything in the console. */
export const test = base.extend<
	{
		bench: Page;
		demo: Demo;
		/** Whether the demo's rig is on the strip: then each change of the fly is followed by some hundred drifts. */
		onRig: boolean;
	},
	{ demos: DemoServers }
>({
	onRig: [false, { option: true }],
	demos: [
		// eslint-disable-next-line no-empty-pattern -- Playwright reads the fixture's needs from the pattern
		async ({}, use) => {
			const servers = new DemoServers();
			await servers.prepare();
			await use(servers);
			await servers.end();
		},
		{ scope: 'worker', timeout: 100_000 }
	],
	demo: async ({ demos }, use, { file }) => use(await demos.of(file)),
	bench: async ({ page, demo, onRig }, use) => {
		const complaints: string[] = [];
		page.on('console', (message) => {
			if (message.type() === 'error') {
				complaints.push(`${message.text()} ${message.location().url}`);
			}
		});
		page.on('pageerror', (error) => complaints.push(error.message));
		// Whatever the test before left there: each begins with what the demo begins with.
		await fetch(new URL('api/strip', demo.address), {
			method: 'PUT',
			headers: { 'content-type': 'application/json' },
			body: JSON.stringify({ ...demo.strip, ...(!onRig && { rigId: null }) })
		});
		await open(page, demo.address);
		await use(page);
		// Chromium reports refused and aborted requests there too, which some tests provoke; and what was asked of a
		// fly that is taken back just then.
		const provoked = /status of 4(00|09|22)|ERR_FAILED|status of 404 .*\/measured$/;
		expect(complaints.filter((text) => !provoked.test(text))).toEqual([]);
	}
});

export { expect };

/** Opens the Bench and waits until it lives. */
export async function open(page: Page, address: string): Promise<void> {
	await page.goto(address);
	await lives(page);
}

/** All that is kept is there, too, and was learned from: looked at in every frame, and not once a second. */
const lives = (page: Page) =>
	page.waitForFunction(() =>
		document.querySelector('[data-ready]:not([data-fetching]):not([data-learning])')
	);

/** Loads the page again, and waits until it lives. */
export async function reload(page: Page): Promise<void> {
	await page.reload();
	await lives(page);
}

/** Waits until nothing is on its way to the server. */
export async function kept(page: Page): Promise<void> {
	await expect(page.locator('[data-saving]')).toHaveCount(0);
}

export async function figure(page: Page, name: 'mass' | 'speed'): Promise<number> {
	return parseFloat((await page.getByTestId(name).innerText()).trim());
}

/** Puts a fly on the Bench through its chooser. */
export async function choose(page: Page, key: 'f' | 'r' | 'w', name: string): Promise<void> {
	await page.keyboard.press(key);
	await page.getByPlaceholder(/^Find by name/).fill(name);
	await page.getByRole('option', { name }).first().click();
	await expect(page.getByPlaceholder(/^Find by name/)).toHaveCount(0);
}

/**
 * What stands in the way of a screen reader, by all of axe's rules; and in the other theme, which differs in its colours
 * alone, by those of contrast.
 *
 * @param within where it is looked for: with a dialog open the rest is not to be had
 */
export async function barriers(page: Page, within = 'body'): Promise<string[]> {
	// Straight in the page, and of what it finds the violations alone: its kept driver took five times as long.
	if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source);
	const scan = (rules?: string[]) =>
		page.evaluate(
			async ([within, rules]) => {
				const { violations } = await (window as unknown as { axe: typeof axe }).axe.run(within, {
					resultTypes: ['violations'],
					...(rules && { runOnly: rules })
				});
				return violations.flatMap(({ id, nodes }) => nodes.map(({ html }) => `${id}: ${html}`));
			},
			[within, rules] as const
		);
	const found = await scan();
	const root = page.locator('html');
	const theme = await root.getAttribute('data-theme');
	const wear = (name: string | null) =>
		root.evaluate((it, worn) => it.setAttribute('data-theme', worn ?? ''), name);
	await wear(theme === 'peat' ? 'limestone' : 'peat');
	found.push(...(await scan(['color-contrast'])));
	await wear(theme);
	return found;
}

/** The text field of a stepper. */
export function typed(page: Page, label: string) {
	return page.getByRole('textbox', { name: `${label}, typed`, exact: true });
}

/** Opens a row of the build list, unless it is open. */
export async function openPart(page: Page, name: string): Promise<void> {
	const row = page
		.getByRole('region', { name: 'Build, in tie-on order' })
		.getByRole('heading')
		.getByRole('button', { name: new RegExp(`^${name}`) });
	if ((await row.getAttribute('aria-expanded')) === 'false') await row.click();
}

/** A keyboard that counts. */
export class Keys {
	count = 0;
	constructor(private readonly page: Page) {}

	async press(...keys: readonly string[]): Promise<void> {
		for (const key of keys) {
			this.count++;
			await this.page.keyboard.press(key);
		}
	}
	/** Goes there by Tab alone. */
	async tabTo(there: Locator): Promise<void> {
		const has = () => there.evaluate((element) => element === document.activeElement);
		for (let k = 0; k < 60 && !(await has()); k++) await this.press('Tab');
		await expect(there).toBeFocused();
	}
}
