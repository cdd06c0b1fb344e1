/** npm run rebuild: works out again what is derived from the recordings, from their streams; --files reads the files themselves again, --database says in which database. */
import { ensureBuilt, ensureInstalled, serve } from './house.mjs';

ensureInstalled();
ensureBuilt();
serve('server/dist/rebuildMain.js', process.argv.slice(2));
