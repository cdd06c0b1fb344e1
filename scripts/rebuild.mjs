/** npm run rebuild: works out again everything derived from the stored recordings; --database says in which file. */
import { ensureBuilt, ensureInstalled, serve } from './house.mjs';

ensureInstalled();
ensureBuilt();
serve('server/dist/rebuildMain.js', process.argv.slice(2));
