/** npm run backup: a checked, dated copy of everything; --database says of which file, --to where it goes. */
import { ensureBuilt, ensureInstalled, serve } from './house.mjs';

ensureInstalled();
ensureBuilt();
serve('server/dist/backupMain.js', process.argv.slice(2));
