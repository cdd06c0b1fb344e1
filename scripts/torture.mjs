/** npm run torture: kills the program hundreds of times while it writes, imports and migrates, and prints what was lost. */
import { ensureBuilt, ensureInstalled, runPackage } from './house.mjs';

ensureInstalled();
ensureBuilt();
const kills = process.argv[2] ?? '200';
runPackage(
  'vitest',
  ['run', '--project', 'server', '--reporter=default', 'server/test/torture.test.ts'],
  { env: { UPHILL_KILLS: kills } },
);
