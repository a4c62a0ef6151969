import { ensureBuilt } from '../scripts/prepare.mjs';

/** The tests start the built program; it is built here, not within the time of the first test. */
export default function build(): void {
	ensureBuilt();
}
