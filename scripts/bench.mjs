/** npm run bench: hot paths as ratios against a plain baseline in the same run. Prints; asserts nothing but equal answers. */
import { firstLoad, keystrokes, rideRoom } from './bench/pages.mjs';
import { readingPaths } from './bench/reading.mjs';
import { manyImports, serverStart } from './bench/server.mjs';
import {
  balanceOfMany,
  bestEfforts,
  csvImport,
  rescueOfSet,
  sessionOfSixty,
  standIns,
} from './bench/sums.mjs';
import { seasonPaths } from './bench/season.mjs';
import { trendPaths } from './bench/trends.mjs';
import { rows } from './bench/tally.mjs';

bestEfforts();
sessionOfSixty();
balanceOfMany();
rescueOfSet();
csvImport();
standIns();
seasonPaths();
readingPaths();
trendPaths();
await keystrokes();
await rideRoom();
await manyImports();
await serverStart();
console.table(rows);
console.log('script of the built pages, gzipped:');
for (const [name, view] of [
  ['first load, riders', 'src/features/riders/RidersPage.tsx'],
  ['workshop', 'src/features/sessions/WorkshopPage.tsx'],
  ['ride room', 'src/features/ride/RideRoomPage.tsx'],
  ['test day', 'src/features/tests/day/TestDayPage.tsx'],
  ['test from a recording, before the chart', 'src/features/tests/ImportPage.tsx'],
  ['zones', 'src/features/zones/ZonesPage.tsx'],
  ['week planner', 'src/features/season/week/WeekPage.tsx'],
  ['first load with the recording chart', 'src/charts/RecordingChart.tsx'],
]) {
  console.log(`  ${name}: ${firstLoad(view).toFixed(0)} kB`);
}
