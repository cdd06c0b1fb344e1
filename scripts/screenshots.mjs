/** npm run screenshots: one picture of each main view, from fresh demo data, into docs/screenshots. */
import { ensureBuilt, ensureChromium, ensureInstalled, runPackage } from './house.mjs';

ensureInstalled();
ensureBuilt();
runPackage(
  'playwright',
  ['test', '--config', 'e2e/playwright.config.ts', '--project=screenshots'],
  {
    env: { UPHILL_CHROMIUM: ensureChromium(), UPHILL_RIDE_DAYS: '273' },
  },
);
