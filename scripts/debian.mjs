/** What the tests need of Debian's packages: the browser and the database server. Beside all that needs neither. */
import { ensurePostgres } from './postgres.mjs';
import { ensureChromium } from './prepare.mjs';

ensureChromium();
ensurePostgres();
