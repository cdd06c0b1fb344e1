/** npm start: the same for a coach's own data, in the user's data folder unless --database says otherwise. */
import { ensureBuilt, ensureInstalled, serve } from './house.mjs';

ensureInstalled();
ensureBuilt();
serve('server/dist/main.js', process.argv.slice(2));
