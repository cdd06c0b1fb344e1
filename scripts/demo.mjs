/** npm run demo: installs and builds what is missing, and serves the demo club on http://127.0.0.1:4600. */
import { ensureBuilt, ensureInstalled, serve } from './house.mjs';

ensureInstalled();
ensureBuilt();
serve('demo/dist/main.js', process.argv.slice(2));
