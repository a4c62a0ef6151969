/** The program as a person runs it, without the look whether it must be built: node faults/server.mjs <folder> <build> */
import { serve } from '../scripts/serve.mjs';

const [folder = '', build = ''] = process.argv.slice(2);
process.env.GRAVITAS_PORT = '0';
await serve({ folder, demo: process.env.GRAVITAS_DEMO_UNDER_TEST === '1', build });
