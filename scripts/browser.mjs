import { existsSync } from 'node:fs';

/** Without windows it opens a page for two thirds of the processor's time. */
const SHELL = '/usr/bin/chromium-headless-shell';
export const WITH_WINDOWS = '/usr/bin/chromium';
/** Debian's Chromium, as far as it is installed. @returns {string} its path */
export const chromium = () => process.env.CHROMIUM ?? (existsSync(SHELL) ? SHELL : WITH_WINDOWS);

/** Debian's Chromium for tests, benchmarks and pictures: no downloads, no calls home. */
export const launchOptions = {
	// Asked when it is launched: it may have been installed since.
	get executablePath() {
		return chromium();
	},
	args: [
		'--no-sandbox',
		'--disable-gpu',
		'--disable-quic',
		'--no-first-run',
		'--disable-background-networking',
		'--disable-component-update',
		'--disable-sync'
	]
};
